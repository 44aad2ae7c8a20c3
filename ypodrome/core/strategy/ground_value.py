"""The value of ground: the outlook from any lie on the hole, solved backward from the pin.

Near the pin the putting model speaks. Farther out a set of sampled lies is valued ring by ring:
each tries a small choice of approaches at the pin in the real scene, whose ends are valued by the
rings already done. Between sampled lies the outlook is averaged by nearness.
"""

from __future__ import annotations

import math

import numpy as np
import shapely
from numpy.typing import NDArray
from scipy.spatial import cKDTree

from ypodrome.core.flight import batch as b
from ypodrome.core.flight.clear_line import clear_shares
from ypodrome.core.hole.rules import Outcome
from ypodrome.core.strategy.cloud import draw_cloud, mean_flights
from ypodrome.core.strategy.outlook import THROWS, after, expected
from ypodrome.core.strategy.situation import Situation
from ypodrome.core.strategy.solve import Solved, heights, solve

PUTT_LIMIT_M = 28.0
"""Beyond this nobody putts (chosen: under 6 % go in even for the best)."""

INNER_M = 14.0
"""Sampled lies start here; nearer than this everybody putts (chosen)."""

MOST_LIES = 130
LEAST_SPACING_M = 7.0
RING_M = 14.0
TRIED = 3
DRAWS = 20
ROUNDS = 1
"""Size of the sample (chosen: the first-throw ranking moved by less than 0.02 throws at twice it)."""

NEIGHBOURS = 4
HOLED_NOW = np.eye(THROWS)[0]


class GroundValue:
    """Outlooks of lies on one scene for one thrower in one air.

    `lies` [n, 2] are the sampled lies, `outlooks` [n, THROWS] what they are worth, `combos` [n] and
    `targets` [n, 2] the approach of the approach arsenal that is best from each, and where it is meant
    to end.
    """

    def __init__(self, situation: Situation) -> None:
        self.situation = situation
        scene = situation.scene
        self.pin = np.array(scene.pin.at)
        self.pin_z = float(heights(scene.field, self.pin[None])[0]) + scene.pin.raised_m
        self.lies = np.zeros((0, 2))
        self.outlooks = np.zeros((0, THROWS))
        self.combos = np.zeros(0, np.int64)
        self.targets = np.zeros((0, 2))
        self._tree: cKDTree | None = None
        self._solve_rings()

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

    def putt(self, lies: NDArray, distance: NDArray) -> NDArray[np.float64]:
        """Outlooks [n, THROWS] of putting from lies [n, 2] at these distances [n, m]: slope, wind and
        branches in the way have their say."""
        field = self.situation.scene.field
        rise = self.pin_z - heights(field, lies)
        clear = clear_shares(field, np.ascontiguousarray(lies), self.pin[0], self.pin[1])
        putting = self.situation.thrower.putting
        return putting.throws_left(distance, rise, self.situation.wind_m_s, THROWS, clear)

    def _approach(self, lies: NDArray, distance: NDArray) -> NDArray[np.float64]:
        if self._tree is None:
            return self._guess(distance)
        k = min(NEIGHBOURS, len(self.lies))
        gap, index = self._tree.query(lies, k=k)
        gap, index = gap.reshape(len(lies), k), index.reshape(len(lies), k)
        weight = 1.0 / (gap + 1.0) ** 2
        weight /= weight.sum(axis=1, keepdims=True)
        return np.einsum("nk,nkt->nt", weight, self.outlooks[index])

    def _guess(self, distance: NDArray) -> NDArray[np.float64]:
        """Before any lie is valued: an approach, then one putt or two (chosen)."""
        return np.tile(np.array([0.0, 0.45, 0.55] + [0.0] * (THROWS - 3)), (len(distance), 1))

    def _solve_rings(self) -> None:
        lies = self._sample()
        distance = np.hypot(*(lies - self.pin).T)
        order = np.argsort(distance)
        lies, distance = lies[order], distance[order]
        ring = ((distance - INNER_M) // RING_M).astype(int)
        for r in np.unique(ring):
            here = lies[ring == r]
            values, combos, targets = self._value(here)
            self.lies = np.concatenate([self.lies, here])
            self.outlooks = np.concatenate([self.outlooks, values])
            self.combos = np.concatenate([self.combos, combos])
            self.targets = np.concatenate([self.targets, targets])
            self._tree = cKDTree(self.lies)

    def _sample(self) -> NDArray[np.float64]:
        """Lies on a triangular grid over the hole, in bounds, outside the putting area."""
        scene = self.situation.scene
        west, south, east, north = scene.bounds
        spacing = max(LEAST_SPACING_M, math.sqrt((east - west) * (north - south) / MOST_LIES))
        rows = []
        for i, y in enumerate(np.arange(south + spacing / 2, north, spacing * math.sqrt(3) / 2)):
            xs = np.arange(west + spacing * (0.25 + 0.5 * (i % 2)), east, spacing)
            rows.append(np.stack([xs, np.full(len(xs), y)], axis=1))
        lies = np.concatenate([*rows, np.array([scene.tee.at])])
        keep = ~shapely.contains_xy(scene.out_of_bounds, lies[:, 0], lies[:, 1])
        keep &= np.hypot(*(lies - self.pin).T) >= INNER_M
        return lies[keep]

    def _value(self, lies: NDArray[np.float64]) -> tuple[NDArray, NDArray, NDArray]:
        """Outlooks of a ring of lies, and the approach that is best from each: combination, target."""
        arsenal = self.situation.approach_arsenal
        m = len(arsenal.disc)
        n = len(lies)
        targets = self._targets(lies, arsenal.farthest_m())
        solved = solve(
            arsenal, np.tile(np.arange(m), n), np.repeat(lies, m, axis=0),
            np.repeat(targets, m, axis=0), self.situation.scene.bare_field, self.situation.air, ROUNDS,
        )  # fmt: skip
        tried = solved.take(self._promising(solved, n, m))
        cloud = draw_cloud(self.situation, arsenal, tried, DRAWS, self.situation.seed)
        outlooks = self.of_cloud(cloud.outcome).reshape(n, TRIED, DRAWS, THROWS).mean(axis=2)
        best = expected(outlooks).argmin(axis=1)
        rows = np.arange(n)
        return outlooks[rows, best], tried.combo.reshape(n, TRIED)[rows, best], targets

    def _targets(self, lies: NDArray, reach_m: float) -> NDArray[np.float64]:
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
        stopped = 1.0 - np.exp(-out[:, b.MET]) * (1.0 - out[:, b.AIR_HIT])
        cost = (solved.miss_m + 40.0 * stopped).reshape(n, m)
        best = np.argsort(cost, axis=1, kind="stable")[:, :TRIED]
        return (best + np.arange(n)[:, None] * m).ravel()
