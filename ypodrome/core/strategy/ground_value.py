"""The value of ground: the outlook from any lie on the hole, solved backward from the pin.

Near the pin the green speaks (`core.green`). Farther out sampled lies (`mesh`) are valued ring by ring, every
throw chosen from the whole bag: the repertoire is laid over the hole from each (`screening`), the best few
are flown, and the winner is valued by fresh draws. Lies far from play are only looked at, and corrected by
what playing out others showed. Between lies the difference from open ground is carried over, on foot, and by
what screening sees from a place, or by how hemmed in it is.
"""

from __future__ import annotations

import math
from dataclasses import dataclass, replace
from functools import cached_property

import numpy as np
from numpy.typing import NDArray

from ypodrome.core.flight.cores import dealt_to_cores
from ypodrome.core.green import Green
from ypodrome.core.ground.field import heights
from ypodrome.core.hole.rules import Outcome
from ypodrome.core.outlook import THROWS, after, expected, later
from ypodrome.core.strategy.between import HEM_M, Spoken, outlooks_at
from ypodrome.core.strategy.cloud import draw_cloud
from ypodrome.core.strategy.layout import layout
from ypodrome.core.strategy.looks import looks_of, seen_from
from ypodrome.core.strategy.mesh import INNER_M, Mesh, mesh
from ypodrome.core.strategy.race import Race
from ypodrome.core.strategy.repertoire import STEP_M, THROWN_M, Flown, open_at, reached
from ypodrome.core.strategy.screening import Found, Laid, screened
from ypodrome.core.strategy.situation import Situation
from ypodrome.core.strategy.way_out import HEMMED
from ypodrome.core.thrower.stance import Stance

FAN_RAD = np.radians(np.array([*range(-45, 46, 3), *range(60, 301, 10)], float))
NARROW_FAN_RAD = np.radians(np.arange(-30.0, 31.0, 3.0))
"""Directions laid over the hole from the line to the pin, and to a target (chosen)."""

LOOK_FAN_RAD, LOOK_HASTE = np.radians(np.array([*range(-40, 41, 5), *range(60, 301, 20)], float)), 16
"""Directions and haste of a look about (chosen: a fifth of the time; what is seen so tells
places apart as well)."""

LOOKED_AT_HASTE = 4
"""Haste of the look at lies that are not played out, or not yet (chosen: with half of it woods are told as
well)."""

LOOKED, FRESH, HOPES = 12, 1024, 4
"""Throws of a screening that are drawn, draws that value the winner, and the best of a screening that are
averaged (chosen: plans with other seeds name other throws for what the worth of lies owes to luck: on 10 in
100 of the demo's holes and winds with 512 draws, on 2 with these, which take a fifth of the time of a plan,
on 1 with twice as many)."""

LEARN_FROM, LUCK, USUAL_GAIN = 8, 0.3, 0.08
"""Lies learnt from, by how many throws their gains may differ by luck, and what playing out shows where
nothing is learnt yet (chosen)."""

ASIDE = 0.1
"""Throws that screening must hope to save by a throw meant for another place than the basket, for such places
to be tried (chosen)."""

BLOCKED = (1.2, 0.2)
"""Throws that being hemmed in forward, and all round, costs (chosen: a pitch-out, and that it goes back)."""

DISTANCES_M = (1.0, 3.0, 5.0, 7.5, 10.0, 13.0, 16.0, 20.0, 25.0, 30.0, 40.0, 50.0, 65.0, 80.0, 100.0, 130.0)
AROUND = 32
"""Distances at which, and the number of places around the basket from which, usual ground is valued."""

OUT_OF_REACH = 8.0
HOLED_NOW = np.eye(THROWS)[0]
Points = NDArray[np.float64]


@dataclass(frozen=True)
class Worth:
    """What is kept of the value of a hole's ground: sampled lies [n, 2] and their outlooks [n, THROWS], open
    ground by distance [m, THROWS], what being hemmed in costs [2], the outlooks of the green's nodes, the
    price of a putt that something stops, and what is seen from a lattice, in throws beyond open
    ground [k]."""

    lies: NDArray[np.float64]
    outlooks: NDArray[np.float64]
    open: NDArray[np.float64]
    blocked: NDArray[np.float64]
    green: NDArray[np.float64]
    blocked_putt: float
    seen: NDArray[np.float64]


class GroundValue:
    """Outlooks of lies on one scene for one thrower in one air. `lies` [n, 2] are the sampled lies,
    `outlooks` [n, THROWS] what they are worth."""

    def __init__(self, situation: Situation, worth: Worth | None = None, played: bool = True) -> None:
        """Value the ground of a situation, or take up what was kept of doing so. What is not
        `played` is taken for usual ground around the green (a first look over it names throws .07 dearer than
        the plan's, seldom more than .15; with the next few rings only it could be far off)."""
        self.situation = situation = replace(situation, stance=Stance.LEVEL)
        scene = situation.scene
        self.pin = np.array(scene.pin.at, float)
        thrower = situation.thrower
        greens = (None, None) if worth is None else (worth.green, worth.blocked_putt)
        self.green = Green(scene, thrower.putting, situation.air, thrower.hand == "left", *greens)
        self._map: NDArray[np.float64] | None = None
        self._known, self._gained = np.zeros((0, 2)), np.zeros(0)
        self._seen = np.zeros(0) if worth is None else worth.seen
        if worth is None:
            self._open, self._blocked = situation.repertoire.open, np.array(BLOCKED)
            places = mesh(scene)
            self._layout = layout(scene, places.lies)
            self._let_speak(np.zeros((0, 2)), np.zeros((0, THROWS)))
            if played:
                self._solve_rings(places)
        else:
            self._open, self._blocked = np.array(worth.open, float), np.array(worth.blocked, float)
            self._layout = layout(scene, worth.lies)
            self._let_speak(worth.lies, worth.outlooks)

    def _let_speak(self, lies: Points, outlooks: NDArray[np.float64]) -> None:
        """From now on these sampled lies speak for the places about them."""
        self.lies, self.outlooks = lies, outlooks
        self._nearest = self._layout.neighbours.of_first(len(lies))
        self._spoken = self._said()

    def _said(self) -> Spoken:
        """What now speaks for places away from the green."""
        beyond = self.outlooks - open_at(self._open, np.hypot(*(self.lies - self.pin).T))
        laid, cells = self._layout, self._layout.neighbours
        (rows, columns), (x0, y0) = cells.shape, cells.origin
        lies = np.ascontiguousarray(self.lies, float)
        looks = looks_of(laid.lattice, self._seen)
        return Spoken(self._open, lies, laid.hem_at(lies), beyond, self._nearest, laid.hem,
                      rows, columns, float(x0), float(y0), self._blocked, looks,
                      seen_from(looks, lies))  # fmt: skip

    def kept(self) -> Worth:
        """What any process needs to judge a lie, a putt or an own throw without valuing the ground again."""
        return Worth(
            self.lies, self.outlooks, self._open, self._blocked, self.green.outlooks, self.green.blocked,
            self._seen,
        )  # fmt: skip

    @cached_property
    def _ways_of_play(self) -> NDArray[np.float64]:
        """Directions [n, rad] in which the hole is played: along its line, and from the tee to the pin."""
        scene = self.situation.scene
        points = np.array(scene.line_of_play)
        steps = np.concatenate([np.diff(points, axis=0), [points[-1] - points[0]]])
        return np.arctan2(steps[:, 1], steps[:, 0])

    @cached_property
    def _flown(self) -> Flown:
        """The repertoire in this air, for throws along the ways of play."""
        return self.situation.repertoire.flown(self.situation.air, self._ways_of_play)

    # ---- what a lie is worth

    def outlook(self, lies: Points) -> NDArray[np.float64]:
        """Outlooks [n, THROWS] from lies [n, 2], the better of putting and approaching."""
        more = np.zeros(len(lies))
        near = np.hypot(*(lies - self.pin).T) < THROWN_M
        more[near] = self.green.more_blocked(lies[near])
        return outlooks_at(self.green.nodes, self._spoken, lies, more)

    def throws(self, lies: Points) -> NDArray[np.float64]:
        """Expected throws to hole out [n] from lies [n, 2]."""
        return expected(self.outlook(lies))

    def by_distance(self) -> tuple[tuple[float, float], ...]:
        """Expected throws from usual ground at growing distances from the basket: rows of distance [m]
        and throws, the middle of the places in bounds around the basket no farther off than the tee."""
        rows = []
        farthest = max(self.situation.scene.distance_m, INNER_M)
        for d in (*(x for x in DISTANCES_M if x < farthest), farthest):
            angles = np.linspace(0.0, 2.0 * np.pi, AROUND, endpoint=False)
            places = self.pin + d * np.stack([np.cos(angles), np.sin(angles)], axis=1)
            inside = self.situation.scene.in_bounds(places)
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

    def approach_costs(self, lie: Points, targets: Points) -> NDArray[np.float64]:
        """Expected throws to hole out [n] with an approach from a lie meant for each target [n, 2], as
        screening sees it."""
        lies = np.repeat(lie[None], len(targets), axis=0)
        costs = self._screened(lies, targets, NARROW_FAN_RAD, 1)[:, 0, 2]
        return 1.0 + np.where(np.isfinite(costs), costs, OUT_OF_REACH)

    def ways_out(self, lie: Points) -> Points:
        """Where the throws end that screening hopes most of from a lie [2], best first [n, 2]; none where it
        hopes as much of one meant for the basket."""
        _, ends, after = self._hoped(lie, LOOKED)
        if not len(ends) or 1.0 + after[0] > self.approach_costs(lie, self.pin[None])[0] - ASIDE:
            return np.zeros((0, 2))
        return ends

    def hopes(self, lie: Points, most: int) -> tuple[NDArray[np.int64], Points]:
        """Combinations [n] that screening hopes most of from a lie [2], best first, and where they end."""
        entry, ends, _ = self._hoped(lie, most)
        return self.situation.repertoire.combo[entry], ends

    def _hoped(self, lie: Points, most: int) -> tuple[NDArray[np.int64], Points, NDArray[np.float64]]:
        """What screening hopes most of from a lie [2], best first: entries of the repertoire [n], where they
        end [n, 2], and expected throws after them [n]."""
        found = self._screened(lie[None], np.full((1, 2), np.nan), FAN_RAD, most)[0]
        entry, aim, after = found[found[:, 0] >= 0].T
        entry = entry.astype(int)
        away, toward = reached(self._flown.ends, entry, aim)
        return entry, lie + away[:, None] * np.stack([np.cos(toward), np.sin(toward)], axis=1), after

    # ---- between lies

    def _like(self, throws: NDArray[np.float64]) -> NDArray[np.float64]:
        """Outlooks [n, THROWS] of the open ground that costs as many throws [n]."""
        every = np.maximum.accumulate(expected(self._open)) + 1e-9 * np.arange(len(self._open))
        return open_at(self._open, np.interp(throws, every, STEP_M * np.arange(len(every))))

    def _worth_map(self) -> NDArray[np.float64]:
        """Expected throws by cell [rows, columns], out of bounds below zero, kept up ring by ring."""
        cells, sign, now = self._layout.cells, self._layout.sign, self._nearest
        if self._map is None:
            self._map = np.zeros(len(cells))
            self._told = np.full((len(cells), 1), -1)
        changed = self._told.shape != now.shape or (self._told != now).any(axis=1)
        rows = np.flatnonzero(np.broadcast_to(changed, len(now)))
        self._map[rows] = sign[rows] * self.throws(cells[rows])
        self._told = now
        return self._map.reshape(self._layout.neighbours.shape)

    # ---- ring by ring

    def _solve_rings(self, places: Mesh) -> None:
        """Value the lies from the basket outward; what is hemmed in is looked at first, and played out by all
        the ground, once it is known what is seen there."""
        hemmed = self._layout.hem_at(places.lies)[:, 0] >= HEMMED
        for r in np.unique(places.ring):
            rows = np.flatnonzero(places.ring == r)
            lies, luck, outlooks = places.lies[rows], places.luck[rows], np.empty((len(rows), THROWS))
            played = places.played[rows] & ~hemmed[rows]
            if played.any():
                outlooks[played] = self._played(lies[played], luck[played])
            if not played.all():
                outlooks[~played] = self._looked_at(lies[~played])
            self._let_speak(np.concatenate([self.lies, lies]), np.concatenate([self.outlooks, outlooks]))
        self._look_about()
        rows = np.flatnonzero(places.played & hemmed)
        self._known, self._gained = np.zeros((0, 2)), np.zeros(0)
        if len(rows):
            self.outlooks[rows] = self._played(places.lies[rows], places.luck[rows])
            self._spoken, self._map = self._said(), None

    def _look_about(self) -> None:
        """From now on it is known what is seen from the lattice."""
        spots = self._layout.lattice.places
        if len(spots):
            found = self._screened(spots, np.full(spots.shape, np.nan), LOOK_FAN_RAD, HOPES, LOOK_HASTE)
            self._seen = _hope(found) - expected(open_at(self._open, np.hypot(*(spots - self.pin).T)))
            self._spoken, self._map = self._said(), None

    def _played(self, lies: Points, luck: NDArray[np.int64]) -> NDArray[np.float64]:
        """Outlooks of lies whose best throws are flown; the winners are valued by other draws than they won
        by, with a luck of each lie's own, and noise is evened out among lies that gained alike."""
        found = self._screened(lies, np.full(lies.shape, np.nan), FAN_RAD, LOOKED)
        hope = _hope(found)
        s, outlooks = self.situation, np.empty((len(lies), THROWS))
        race = Race(s, self._flown.ends, self.of_cloud)

        def work(rows: NDArray[np.int64]) -> None:
            chosen = race.best(lies[rows], found[rows], luck[rows])
            cloud = draw_cloud(s, s.arsenal, chosen, FRESH, s.seed + 1, luck[rows])
            outlooks[rows] = self.of_cloud(cloud.outcome).reshape(len(rows), FRESH, THROWS).mean(axis=1)

        dealt_to_cores(work, len(lies))
        gain = expected(outlooks) - hope
        self._known, self._gained = np.concatenate([self._known, lies]), np.concatenate([self._gained, gain])
        return later(outlooks, self._evened(lies, gain) - gain)

    def _looked_at(self, lies: Points) -> NDArray[np.float64]:
        """Outlooks of lies that are only screened, corrected by what playing out others showed."""
        hope = _hope(self._screened(lies, np.full(lies.shape, np.nan), FAN_RAD, HOPES, LOOKED_AT_HASTE))
        learnt = np.full(len(lies), USUAL_GAIN)
        if len(self._known):
            learnt = np.median(self._gained[self._alike(lies)], axis=1)
        return self._like(hope + learnt)

    def _evened(self, lies: Points, gain: NDArray[np.float64]) -> NDArray[np.float64]:
        """Gains [n] of lies evened out with those of the nearest few that differ by no more than luck."""
        near = self._gained[self._alike(lies)]
        alike = np.abs(near - gain[:, None]) < LUCK
        return np.asarray((gain + (near * alike).sum(axis=1)) / (1 + alike.sum(axis=1)))

    def _alike(self, lies: Points) -> NDArray[np.int64]:
        """The nearest few of the lies played out, those as hemmed in first."""
        gap = np.hypot(*(lies[:, None] - self._known).transpose(2, 0, 1))
        hem_at = self._layout.hem_at
        hem = np.abs(hem_at(lies)[:, None] - hem_at(self._known)).sum(axis=2)
        return np.argsort(gap + HEM_M * hem, axis=1)[:, :LEARN_FROM]

    def _screened(
        self, lies: Points, targets: Points, fan: NDArray[np.float64], most: int, haste: int = 1
    ) -> Found:
        """The most hopeful throws from lies [n, 2]; see `screening.screened`."""
        s = self.situation
        toward = np.where(np.isnan(targets), self.pin, targets) - lies
        bearing = np.arctan2(toward[:, 1], toward[:, 0])
        flown = self._flown
        west, south = s.scene.bounds[:2]
        laid = Laid(flown.paths, flown.ends, flown.off, s.repertoire.combo, fan, self._worth_map(), west,
                    south, math.radians(s.aim_deg))  # fmt: skip
        lies = np.ascontiguousarray(lies, float)
        return screened(laid, s.scene.field, lies, heights(s.scene.field, lies), bearing, targets,
                        self._by_rule(lies), most, haste)  # fmt: skip

    def _by_rule(self, lies: Points) -> NDArray[np.float64]:
        """Expected throws [n, 2], the penalty counted, after going out of bounds from lies [n, 2] where the
        rule sends everybody to one place, -1 where the disc is played from where it went out; and after
        missing a mandatory."""
        scene, again = self.situation.scene, 1.0 + self.throws(lies)

        def dropped(what: str) -> NDArray[np.float64]:
            zone = scene.drop_zone(what)
            return again if zone is None else np.full(len(lies), 1.0 + self.throws(np.array([zone]))[0])

        relief = scene.line.ob_play not in ("previous_lie", "drop_zone")
        out = again if scene.line.ob_play == "previous_lie" else dropped("ob")
        return np.stack([np.full(len(lies), -1.0) if relief else out, dropped("mando")], axis=1)


def _hope(found: Found) -> NDArray[np.float64]:
    """Expected throws [n] as the best few of a screening see them: the best of many looks too good."""
    few = found[:, :HOPES, 2]
    few = np.where(np.isfinite(few), few, few[:, :1])
    return 1.0 + np.minimum(few, OUT_OF_REACH).mean(axis=1)
