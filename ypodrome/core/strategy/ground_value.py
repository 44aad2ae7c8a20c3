"""The value of ground: the outlook from any lie on the hole, solved backward from the pin.

Near the pin the putting model speaks. Farther out a set of sampled lies is valued ring by ring:
each tries a small choice of approaches at the pin in the real scene, whose ends are valued by the
rings already done. Between sampled lies the outlook is averaged by nearness on foot.
"""

from __future__ import annotations

import math
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from ypodrome.core.flight.clear_line import clear_shares
from ypodrome.core.ground.field import heights
from ypodrome.core.hole.rules import Outcome
from ypodrome.core.hole.shapes import holds
from ypodrome.core.strategy.cloud import draw_cloud, mean_flights
from ypodrome.core.strategy.crossing import barring, carried, clearances, room_m
from ypodrome.core.strategy.neighbours import Neighbours
from ypodrome.core.strategy.outlook import THROWS, after, expected
from ypodrome.core.strategy.situation import Situation
from ypodrome.core.strategy.solve import Solved, joined, solve

PUTT_LIMIT_M = 28.0
"""Beyond this nobody putts (chosen: under 6 % go in even for the best)."""

INNER_M = 14.0
"""Sampled lies start here; nearer than this everybody putts (chosen)."""

MOST_LIES = 130
LEAST_SPACING_M = 7.0
RING_M = 14.0
TRIED, ROUNDS = 3, 1
DRAWS, JUDGED = 12, 32
"""Size of the sample, and draws by which an approach is chosen and judged (chosen: the expected score from
the tee moved by 0.02 throws at twice it, and lies within 0.03 of what playing it out gives)."""

NEIGHBOURS = 4
DISTANCES_M = (1.0, 3.0, 5.0, 7.5, 10.0, 13.0, 16.0, 20.0, 25.0, 30.0, 40.0, 50.0, 65.0, 80.0, 100.0, 130.0)
AROUND = 32
"""Distances at which, and the number of places around the basket from which, usual ground is valued."""
LEAST_LAY_UP_M, LAY_UP_REACH = 20.0, 0.8
"""A lay-up is at least so long, and at most this share of the longest approach (chosen: thrown easily)."""
HOLED_NOW = np.eye(THROWS)[0]


@dataclass(frozen=True)
class Worth:
    """What is kept of the value of a hole's ground: sampled lies [n, 2] and their outlooks [n, THROWS]."""

    lies: NDArray[np.float64]
    outlooks: NDArray[np.float64]


class GroundValue:
    """Outlooks of lies on one scene for one thrower in one air.

    `lies` [n, 2] are the sampled lies, `outlooks` [n, THROWS] what they are worth, `combos` [n] and
    `targets` [n, 2] the approach of the approach arsenal that is best from each, and where it is meant
    to end.
    """

    def __init__(self, situation: Situation, worth: Worth | None = None) -> None:
        """Value the ground of a situation, or take up what was kept of doing so."""
        self.situation = situation
        scene = situation.scene
        self.pin = np.array(scene.pin.at)
        self._putting = situation.thrower.putting
        self.pin_z = float(heights(scene.field, self.pin[None])[0]) + scene.pin.raised_m
        self.lies = np.zeros((0, 2))
        self.outlooks = np.zeros((0, THROWS))
        self.combos = np.zeros(0, np.int64)
        self.targets = np.zeros((0, 2))
        if worth is None:
            self._solve_rings()
        else:
            self._take_up(worth)

    def kept(self) -> Worth:
        """What any process needs to judge a lie, a putt or an own throw without valuing the ground again."""
        return Worth(self.lies, self.outlooks)

    def _take_up(self, worth: Worth) -> None:
        self.lies, self.outlooks = worth.lies, worth.outlooks
        self._neighbours = Neighbours(self.situation.scene, self.lies, NEIGHBOURS)
        self._nearest = self._neighbours.let_in(len(self.lies))

    def outlook(self, lies: NDArray[np.float64]) -> NDArray[np.float64]:
        """Outlooks [n, THROWS] from lies [n, 2], the better of putting and approaching."""
        distance = np.hypot(*(lies - self.pin).T)
        result = np.zeros((len(lies), THROWS))
        near = distance < PUTT_LIMIT_M
        result[near] = self.putt(lies[near], distance[near])
        far = distance >= INNER_M
        if far.any():
            thrown = self._approach(lies[far], distance[far])
            here = result[far]
            better = (expected(thrown) < expected(here)) | ~near[far]
            here[better] = thrown[better]
            result[far] = here
        return result

    def throws(self, lies: NDArray[np.float64]) -> NDArray[np.float64]:
        """Expected throws to hole out [n] from lies [n, 2]."""
        return expected(self.outlook(lies))

    def by_distance(self) -> tuple[tuple[float, float], ...]:
        """Expected throws from usual ground at growing distances from the basket: rows of distance [m]
        and throws, the middle of the places in bounds around the basket no farther off than the tee."""
        rows = []
        farthest = max(self.situation.scene.distance_m, RING_M)
        for d in (*(x for x in DISTANCES_M if x < farthest), farthest):
            angles = np.linspace(0.0, 2.0 * np.pi, AROUND, endpoint=False)
            places = self.pin + d * np.stack([np.cos(angles), np.sin(angles)], axis=1)
            inside = self._in_bounds(places)
            if inside.any():
                rows.append((d, float(np.median(self.throws(places[inside])))))
        return tuple(rows)

    def of_cloud(self, o: Outcome) -> NDArray[np.float64]:
        """Outlooks [n, THROWS] before throws with these outcomes, lost discs included."""
        value = after(self.outlook(o.lie), 1 + o.penalty)
        value[o.holed] = HOLED_NOW
        lost = o.lost > 0.0
        if lost.any():
            share = o.lost[lost, None]
            again = after(self.outlook(o.lost_lie[lost]), np.full(lost.sum(), 2))
            value[lost] = (1.0 - share) * value[lost] + share * again
        return value

    def approach_costs(self, lie: NDArray[np.float64], targets: NDArray[np.float64]) -> NDArray[np.float64]:
        """Expected throws to hole out [n] with an approach from a lie meant for each target [n, 2]."""
        return self._best_approach(np.repeat(lie[None], len(targets), axis=0), targets)[1]

    def putt(self, lies: NDArray[np.float64], distance: NDArray[np.float64]) -> NDArray[np.float64]:
        """Outlooks [n, THROWS] of putting from lies [n, 2] at these distances [n, m]: slope, wind and
        branches in the way have their say."""
        field = self.situation.scene.field
        rise = self.pin_z - heights(field, lies)
        clear = clear_shares(field, lies, self.pin[0], self.pin[1])
        along, across = self._wind_on(lies, distance)
        return self._putting.throws_left(distance, rise, THROWS, clear, along, across)

    def _wind_on(
        self, lies: NDArray[np.float64], distance: NDArray[np.float64]
    ) -> tuple[NDArray[np.float64], NDArray[np.float64]]:
        """Wind along putts from lies [n, 2], positive from behind, and across them [m/s]."""
        wind = np.array(self.situation.air.wind_vector())
        way = (self.pin - lies) / np.maximum(distance, 1e-9)[:, None]
        return way @ wind, way[:, 0] * wind[1] - way[:, 1] * wind[0]

    def _approach(self, lies: NDArray[np.float64], distance: NDArray[np.float64]) -> NDArray[np.float64]:
        if not len(self.lies):
            return self._guess(distance)
        index = self._nearest[self._neighbours.cell(lies)]
        gap = np.hypot(*(self.lies[index] - lies[:, None]).transpose(2, 0, 1))
        weight = 1.0 / (gap + 1.0) ** 2
        weight /= weight.sum(axis=1, keepdims=True)
        return np.einsum("nk,nkt->nt", weight, self.outlooks[index])

    def _guess(self, distance: NDArray[np.float64]) -> NDArray[np.float64]:
        """Before any lie is valued: an approach, then one putt or two (chosen)."""
        return np.tile(np.array([0.0, 0.45, 0.55] + [0.0] * (THROWS - 3)), (len(distance), 1))

    def _solve_rings(self) -> None:
        lies = self._sample()
        distance = np.hypot(*(lies - self.pin).T)
        order = np.argsort(distance)
        lies, distance = lies[order], distance[order]
        self._neighbours = Neighbours(self.situation.scene, lies, NEIGHBOURS)
        ring = ((distance - INNER_M) // RING_M).astype(int)
        luck = np.unique(np.round(distance, 3), return_inverse=True)[1]
        for r in np.unique(ring):
            here = lies[ring == r]
            values, combos, targets = self._value(here, luck[ring == r])
            self.lies = np.concatenate([self.lies, here])
            self.outlooks = np.concatenate([self.outlooks, values])
            self.combos = np.concatenate([self.combos, combos])
            self.targets = np.concatenate([self.targets, targets])
            self._nearest = self._neighbours.let_in(len(self.lies))

    def _sample(self) -> NDArray[np.float64]:
        """Lies on a triangular grid over the hole, in bounds, outside the putting area.

        The grid lies even-sided about the line from tee to pin, so that a mirrored hole has mirrored
        lies.
        """
        scene = self.situation.scene
        west, south, east, north = scene.bounds
        spacing = max(LEAST_SPACING_M, math.sqrt((east - west) * (north - south) / MOST_LIES))
        tee = np.array(scene.tee.at)
        forward = (self.pin - tee) / max(scene.distance_m, 1.0)
        count = math.ceil(math.hypot(east - west, north - south) / spacing)
        i, j = np.meshgrid(np.arange(-count, 2 * count), np.arange(-count, count + 1))
        along = (i.ravel() * spacing * math.sqrt(3) / 2)[:, None]
        left = ((j + 0.5 * (i % 2)).ravel() * spacing)[:, None]
        lies = tee + along * forward + left * np.array([-forward[1], forward[0]])
        keep = self._in_bounds(lies)
        keep &= np.hypot(*(lies - self.pin).T) >= INNER_M
        return lies[keep]

    def _in_bounds(self, places: NDArray[np.float64]) -> NDArray[np.bool_]:
        """Whether places [n, 2] are in bounds and on the ground considered."""
        scene = self.situation.scene
        west, south, east, north = scene.bounds
        within = (places > (west, south)).all(axis=1) & (places < (east, north)).all(axis=1)
        return within & ~holds(scene.out_of_bounds, *places.T)

    def _value(
        self, lies: NDArray[np.float64], luck: NDArray[np.int64]
    ) -> tuple[NDArray[np.float64], NDArray[np.int64], NDArray[np.float64]]:
        """Outlooks of a ring of lies, and the approach that is best from each: combination, target. Where
        something must be carried, laying up is tried too. The chosen throws are judged by other draws than
        they were chosen by, since the best of several by the same draws looks better than it is, and with a
        luck of each lie's own, so that neighbours even out each other's errors."""
        arsenal = self.situation.approach_arsenal
        targets = self._targets(lies, arsenal.farthest_m())
        chosen, costs = self._best_approach(lies, targets)
        rows, spots = self._lay_ups(lies, costs)
        if len(rows):
            short, dear = self._best_approach(lies[rows], spots)
            better = np.flatnonzero(dear < costs[rows])
            order = np.arange(len(lies))
            order[rows[better]] = len(lies) + better
            chosen = joined([chosen, short]).take(order)
            targets[rows[better]] = spots[better]
        cloud = draw_cloud(self.situation, arsenal, chosen, JUDGED, self.situation.seed + 1, luck)
        outlooks = self.of_cloud(cloud.outcome).reshape(len(lies), JUDGED, THROWS).mean(axis=1)
        return outlooks, chosen.combo, targets

    def _best_approach(
        self, lies: NDArray[np.float64], targets: NDArray[np.float64]
    ) -> tuple[Solved, NDArray[np.float64]]:
        """The best of a few throws from each of the lies to its target [n, 2], and its cost [n]."""
        arsenal = self.situation.approach_arsenal
        m = len(arsenal.disc)
        n = len(lies)
        solved = solve(
            arsenal, np.tile(np.arange(m), n), np.repeat(lies, m, axis=0),
            np.repeat(targets, m, axis=0), self.situation.scene.bare_field, self.situation.air, ROUNDS,
        )  # fmt: skip
        tried = solved.take(self._promising(solved, n, m))
        cloud = draw_cloud(self.situation, arsenal, tried, DRAWS, self.situation.seed)
        costs = expected(self.of_cloud(cloud.outcome).reshape(n, TRIED, DRAWS, THROWS).mean(axis=2))
        best = costs.argmin(axis=1)
        return tried.take(np.arange(n) * TRIED + best), costs.min(axis=1)

    def _lay_ups(
        self, lies: NDArray[np.float64], worth: NDArray[np.float64]
    ) -> tuple[NDArray[np.int64], NDArray[np.float64]]:
        """Rows of lies [n, 2] from which laying up could cost less than they are worth [n], and the
        best-valued lie to lay up to from each [k, 2]: in reach, on the same side of all that bars the way
        to the pin, and clear of it. Only longer holes are played so."""
        scene = self.situation.scene
        areas = barring(scene) if scene.par > 3 else ()
        if not areas or not len(self.lies):
            return np.zeros(0, np.int64), np.zeros((0, 2))
        away = np.hypot(*(self.lies - lies[:, None]).transpose(2, 0, 1))
        here, there = carried(areas, scene.pin.at, lies), carried(areas, scene.pin.at, self.lies)
        fit = (here[:, None] == there).all(axis=2) & here.any(axis=1, keepdims=True)
        fit &= (away > LEAST_LAY_UP_M) & (away < LAY_UP_REACH * self.situation.approach_arsenal.farthest_m())
        fit &= clearances(areas, self.lies) > room_m(self.situation.aim_deg, away)
        cost = np.where(fit, 1.0 + expected(self.outlooks), np.inf)
        rows = np.flatnonzero(cost.min(axis=1) < worth)
        return rows, self.lies[cost[rows].argmin(axis=1)]

    def _targets(self, lies: NDArray[np.float64], reach_m: float) -> NDArray[np.float64]:
        """The pin, or the best-valued ground within reach and nearer the pin when it is too far."""
        targets = np.repeat(self.pin[None], len(lies), axis=0)
        gap = np.hypot(*(lies - self.pin).T)
        for i in np.flatnonzero(gap > 0.95 * reach_m):
            if not len(self.lies):
                targets[i] = lies[i] + (self.pin - lies[i]) * 0.85 * reach_m / gap[i]
                continue
            away = np.hypot(*(self.lies - lies[i]).T)
            cost = expected(self.outlooks) + np.where(away < 0.9 * reach_m, 0.0, 50.0 + away)
            targets[i] = self.lies[cost.argmin()]
        return targets

    def _promising(self, solved: Solved, n: int, m: int) -> NDArray[np.int64]:
        """For each lie the TRIED throws whose mean flight ends nearest and touches least."""
        out = mean_flights(self.situation, self.situation.approach_arsenal, solved)
        stopped = 1.0 - np.exp(-out.exposure) * (1.0 - out.air_hit)
        cost = (solved.miss_m + 40.0 * stopped).reshape(n, m)
        best = np.argsort(cost, axis=1, kind="stable")[:, :TRIED]
        return (best + np.arange(n)[:, None] * m).ravel()
