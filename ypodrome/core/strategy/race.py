"""The race at a lie: the throws that screening hopes most of are flown, and the best is kept."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from ypodrome.core.flight.release import HEADING, LAUNCH, X, Y, Z
from ypodrome.core.flight.simulate import Range
from ypodrome.core.ground.field import heights
from ypodrome.core.hole.rules import Outcome
from ypodrome.core.outlook import THROWS, expected
from ypodrome.core.strategy.arsenal import RELEASE_HEIGHT_M, at_power
from ypodrome.core.strategy.cloud import draw_cloud
from ypodrome.core.strategy.repertoire import reached
from ypodrome.core.strategy.screening import Found
from ypodrome.core.strategy.situation import Situation
from ypodrome.core.strategy.solve import LEAST_POWER, Solved, metres_a_power

LOOK_DRAWS, LED, LED_DRAWS = 16, 4, 64
"""Draws of all, leaders and theirs (chosen: .04 of a throw from a thorough search where things stand,
which is what the better of few draws costs; with 12, 3 and 32 it is .05, with twenty times as many draws
.02; aims tried beside the winner's gain nothing)."""

LOOK_SEED, LED_SEED = 77, 79
"""The draws of the look and of the leaders: others than those that value the winner, and the same whatever
the seed of the plan, whose luck is to choose no throw; every lie has its own of them, or one odd luck would
choose badly at all lies alike, which made a whole hole .1 too dear (chosen)."""

TRUST = 4
"""Draws that screening is trusted like (chosen)."""

ROLLING_M, STEEP_RAD = 0.5, 0.02
"""Relief of a hole from which releases are mended for slope, and the slope to where one ends from which
throws are also tried that leave as much higher or lower (chosen: from twice that slope on the worth
of lies on a hill into the wind is .04 of a throw too dear)."""

Points = NDArray[np.float64]


@dataclass(frozen=True)
class Race:
    """A situation, the ends of its repertoire in its wind (`repertoire.Flown`), and what outcomes are worth:
    outlooks [n, THROWS]."""

    situation: Situation
    ends: NDArray[np.float64]
    value: Callable[[Outcome], NDArray[np.float64]]

    def best(self, lies: Points, found: Found, luck: NDArray[np.int64]) -> Solved:
        """The best throw from each lie [n, 2] of those screened [n, most, 3], by a luck of its own [n]."""
        n = len(lies)
        owner, hope, solved = self._tried(lies, found)
        look = self._cost(solved, LOOK_DRAWS, LOOK_SEED, luck[owner])
        cost = (LOOK_DRAWS * look + TRUST * hope) / (LOOK_DRAWS + TRUST)
        keep = _best_of(owner, cost, n, LED)
        solved, owner, cost = solved.take(keep), owner[keep], cost[keep]
        more = self._cost(solved, LED_DRAWS, LED_SEED, luck[owner])
        cost = ((LOOK_DRAWS + TRUST) * cost + LED_DRAWS * more) / (LOOK_DRAWS + TRUST + LED_DRAWS)
        return solved.take(_best_of(owner, cost, n, 1))

    def _tried(self, lies: Points, found: Found) -> tuple[NDArray[np.int64], NDArray[np.float64], Solved]:
        """The throws screened, and again as much higher or lower as it is steep: whose lie each is thrown
        from, the expected throws that screening hopes for, and the throw."""
        entry, (aim, after) = found[..., 0].ravel().astype(int), found.reshape(-1, 3).T[1:]
        owner = np.repeat(np.arange(len(lies)), found.shape[1])
        slope = self._slopes(lies[owner], entry, aim)
        rows, steep = entry >= 0, (entry >= 0) & (np.abs(slope) > STEEP_RAD)
        lift = np.concatenate([np.zeros(rows.sum()), slope[steep]])
        tried = np.concatenate([np.flatnonzero(rows), np.flatnonzero(steep)])
        solved = self._meant(lies[owner[tried]], entry[tried], aim[tried], lift)
        return owner[tried], 1.0 + after[tried], solved

    def _cost(self, solved: Solved, draws: int, seed: int, luck: NDArray[np.int64]) -> NDArray[np.float64]:
        cloud = draw_cloud(self.situation, self.situation.arsenal, solved, draws, seed, luck)
        return expected(self.value(cloud.outcome).reshape(len(solved), draws, THROWS).mean(axis=1))

    def _slopes(
        self, start: Points, entry: NDArray[np.int64], aim: NDArray[np.float64]
    ) -> NDArray[np.float64]:
        """How steeply it goes up [k, rad] from lies [k, 2] to where entries end that are aimed so."""
        want, toward = reached(self.ends, entry, aim)
        field = self.situation.scene.field
        rise = heights(field, _spots(start, want, toward)) - heights(field, start)
        return np.asarray(np.arctan2(rise, np.maximum(want, 1.0)))

    def _meant(
        self, start: Points, entry: NDArray[np.int64], aim: NDArray[np.float64], lift: NDArray[np.float64]
    ) -> Solved:
        """Entries thrown from lies [k, 2] at these aims and so much higher [k, rad], mended by one flight
        over the real bare ground so that they end where they would on the level."""
        s = self.situation
        r, a = s.repertoire, s.arsenal
        want, toward = reached(self.ends, entry, aim)
        combo, power, bend = r.combo[entry], r.power[entry], aim - toward
        base = heights(s.scene.field, start)
        if len(self.ends) > 1 or np.ptp(s.scene.field.height) > ROLLING_M:
            release = self._released(combo, power, start, base, aim, lift)
            out = Range(s.air, s.scene.bare_field).fly(a.bodies, a.disc[combo], release)
            dx, dy = out.rest_x_m - start[:, 0], out.rest_y_m - start[:, 1]
            slope = metres_a_power(a, combo, power, want)
            power = np.clip(power + 0.9 * (want - np.hypot(dx, dy)) / slope, LEAST_POWER, a.most[combo])
            missed = np.arctan2(dy, dx) - toward
            bend = bend - np.arctan2(np.sin(missed), np.cos(missed))
        release = self._released(combo, power, start, base, toward + bend, lift)
        return Solved(combo, release, power, np.zeros(len(power)), bend)

    def _released(
        self, combo: NDArray[np.int64], power: NDArray[np.float64], start: Points, base: NDArray[np.float64],
        aim: NDArray[np.float64], lift: NDArray[np.float64],
    ) -> NDArray[np.float64]:  # fmt: skip
        release = at_power(self.situation.arsenal.mean[combo], power)
        release[:, X], release[:, Y], release[:, Z] = start[:, 0], start[:, 1], base + RELEASE_HEIGHT_M
        release[:, HEADING] = aim
        release[:, LAUNCH] += lift
        return release


def _spots(start: Points, away_m: NDArray[np.float64], toward_rad: NDArray[np.float64]) -> Points:
    return np.asarray(start + away_m[:, None] * np.stack([np.cos(toward_rad), np.sin(toward_rad)], axis=1))


def _best_of(owner: NDArray[np.int64], cost: NDArray[np.float64], n: int, most: int) -> NDArray[np.int64]:
    """Rows of the `most` least costly of every owner [n], owners in order, best first."""
    order = np.lexsort((cost, owner))
    first = np.searchsorted(owner[order], np.arange(n))
    return np.asarray(order[np.arange(len(order)) - first[owner[order]] < most])
