"""The contest among the throws that lead from a lie.

Each enters moved in aim and power together, as far as the search tries, whose few draws may have picked a
poor one; those that still lead are moved again, and the last few a little. What all the places tried together
say is best is tried as well: the best of few places hangs on which were tried. Aims and powers stand on a
grid. All meet the same draws, which are the same whatever the seed of the plan, in their own wind and in
those beside it; what falls behind drops out, and what is left meets more of them: ever fewer throws, and of
each ever fewer ways to throw it, so that no throw goes out because another can be thrown in many ways.
"""

from __future__ import annotations

import math
from dataclasses import dataclass, replace
from typing import NamedTuple

import numpy as np
from numpy.typing import NDArray

from ypodrome.core.flight.cores import dealt_to_cores
from ypodrome.core.flight.release import HEADING
from ypodrome.core.strategy.ground_value import GroundValue
from ypodrome.core.strategy.search import (
    THOROUGH,
    aim_variants,
    aimed_over_m,
    costs_of,
    judge,
    power_variants,
)
from ypodrome.core.strategy.situation import Situation
from ypodrome.core.strategy.solve import Solved, joined

MOVED_SEED = 303
"""The draws by which moved throws are compared: others than those that decide."""

GRID_M, GRID_POWER = 3.0, 0.02
"""How far apart the aims [m at the pin] and powers are that the contest tries, whatever brought a throw in.
What a way costs by some hundred draws is rough by thousandths from one step to the next: with aims and powers
as they came in, every plan had another luckiest way, and that, not the worth of the ground, parted plans with
other seeds (chosen: on a grid half as wide it parts them more often; what is named costs no more)."""

WHOLE_M = 80.0
"""How far from the pin throws are moved by whole steps; nearer by as much less, on a grid as much finer
(chosen: with whole steps what is named from 28 to 55 m is .003 dearer)."""


class Limit(NamedTuple):
    """Who stays in: by how much of a throw they may be behind the best, how many throws they may be, and how
    many ways of each."""

    behind: float
    most: int
    ways: int


class Round(NamedTuple):
    """Who meets how many draws in their own wind and in every one beside it, of which luck."""

    who: Limit
    draws: int
    wind_draws: int
    seed: int


class Stage(NamedTuple):
    """Who is moved how far in aim [m at the pin] and power, compared by how many draws, and the rounds that
    follow."""

    who: Limit
    draws: int
    aims_m: tuple[float, ...]
    powers: tuple[float, ...]
    rounds: tuple[Round, ...]


WIDE_M, WIDE_POWER = (-9.0, -3.0, 0.0, 3.0, 9.0), (-0.04, 0.04)
STAGES = (
    Stage(Limit(0.5, THOROUGH.finalists, 1), 64, WIDE_M, WIDE_POWER, ()),
    Stage(
        Limit(0.3, 14, 1), 128, WIDE_M, WIDE_POWER,
        (Round(Limit(0.1, 10, 3), 256, 8, 101), Round(Limit(0.08, 8, 2), 256, 8, 202)),
    ),
    Stage(
        Limit(0.05, 7, 1), 256, (-3.0, 0.0, 3.0), (-0.02, 0.02),
        (Round(Limit(0.045, 7, 3), 256, 8, 404), Round(Limit(0.03, 5, 2), 2048, 64, 505)),
    ),
)  # fmt: skip
"""Chosen: all that enter are moved by few draws before most of them go out (with twenty, moved once, what is
named was .005 dearer on fourteen holes and winds, and .03 where the best entered as the nineteenth; no
quicker. Told apart by sixteen draws, one that was .035 better than all others went out; by 32 what is named
was .002 dearer where it is hard, and seeds named throws up to .034 apart). The limits are about three errors
of what is told apart by, between throws that are not alike (at half of that a throw .03 cheaper went out now
and then). Moved in aim first and then in power what is named was .005 of a throw dearer, and its seeds agreed
half as often where that is hard. With two ways of a throw in the last but one round the better third changed
with the seed. Where what the rounds said was forgotten when the last seven were moved, by draws that tell
.02 apart, the best went out once, .01 better. The winds beside count an eighth: weighed nearly as much as its
own they named throws up to 0.05 dearer in the wind that blows, a quarter of it 0.02."""

FITTED = 19
"""Places along aims and powers at which a surface through costs is looked at (chosen: a metre
or less at the pin)."""

TURNED_DEG, STRONGER = 15.0, 0.25
"""The winds beside: turned to either side, and stronger and weaker by a share (chosen: what a breeze does
within minutes)."""


@dataclass(frozen=True)
class Left:
    """What is left in a contest: throws [n], whose way each is (row of the first that entered of the same
    disc, kind and angles), what it costs, under the posture and for what the player fears, and how many draws
    of rounds say so. At the end the best way of each."""

    throws: Solved
    owner: NDArray[np.int64]
    costs: NDArray[np.float64]
    met: int = 0

    def stay(self, who: Limit) -> Left:
        """Those that stay in."""
        rows = self.within(who)
        return Left(self.throws.take(rows), self.owner[rows], self.costs[rows], self.met)

    def within(self, who: Limit) -> NDArray[np.int64]:
        """Rows of those that stay in: the best ways of the best throws, best first; what entered for several
        places often ends as one throw, and counts once."""
        order = np.argsort(self.costs, kind="stable")
        order = order[self.costs[order] < self.costs[order[0]] + who.behind]
        cheapest = np.unique(_unlike(self.throws)[1][order], return_index=True)[1]
        found: dict[int, list[int]] = {}
        for row in order[np.sort(cheapest)]:
            found.setdefault(int(self.owner[row]), []).append(int(row))
        return np.array([row for rows in [*found.values()][: who.most] for row in rows[: who.ways]])

    def best_ways(self) -> Left:
        """Of every throw the best way."""
        return self.stay(Limit(math.inf, len(self.costs), 1))


def contest(
    situation: Situation, value: GroundValue, throws: Solved, costs: NDArray[np.float64],
    lie: NDArray[np.float64], thrown: int,
) -> tuple[Left, Solved]:  # fmt: skip
    """The contest among throws [n] from a lie [2] that cost so much [n] by few draws: what is left at the
    end, and all that went out, each the best way it was thrown by then."""
    first: dict[int, int] = {}
    owner = np.array([first.setdefault(int(c), i) for i, c in enumerate(throws.combo)])
    left, known = Left(_on_grid(situation, value, throws, lie), owner, costs), throws
    for stage in STAGES:
        left = _moved(situation, value, left, stage, lie, thrown)
        known = _in_place(known, left.best_ways())
        left = _met(situation, value, left, stage.rounds, thrown)
    left = left.best_ways()
    return left, known.take(np.setdiff1d(np.arange(len(known)), left.owner))


def _in_place(known: Solved, ways: Left) -> Solved:
    """Throws as they entered [n], these ways in place of those they are of; what entered once more for
    another place stays as it is."""
    rows = np.arange(len(known))
    rows[ways.owner] = len(known) + np.arange(len(ways.owner))
    return joined([known, ways.throws]).take(rows)


def _moved(
    situation: Situation, value: GroundValue, left: Left, stage: Stage, lie: NDArray[np.float64], thrown: int
) -> Left:
    """What stays in, at every aim and power of the stage, and at those that all of them together say are
    best, which count as good as the best of them. What rounds have told of the throws as they were counts
    on."""
    left = left.stay(stage.who)
    n = len(left.throws)
    fine = _fineness(lie, value.pin)
    aims_m, powers = (tuple(fine * x for x in steps) for steps in (stage.aims_m, stage.powers))
    powered = joined([left.throws, *power_variants(situation.arsenal, left.throws, powers)])
    every = joined(aim_variants(powered, lie, value.pin, aims_m))
    unlike, which = _unlike(every)
    costs = _costs(situation, value, every.take(unlike), stage.draws, MOVED_SEED, thrown)[which]
    as_they_were = aims_m.index(0.0) * (1 + len(powers))
    costs = _counted_on(costs.reshape(-1, n), as_they_were, stage.draws, left.costs, left.met)
    aim_m, power = _least_of_fit(aims_m, (0.0, *powers), costs)
    fitted = aim_variants(left.throws, lie, value.pin, (aim_m,))[0]
    fitted = power_variants(situation.arsenal, fitted, (power,))[0]
    fitted = _on_grid(situation, value, fitted, lie)
    owner = np.tile(left.owner, len(costs) + 1)
    return Left(joined([every, fitted]), owner, np.append(costs, costs.min(axis=0)))


def _counted_on(
    costs: NDArray[np.float64], row: int, draws: int, known: NDArray[np.float64], met: int
) -> NDArray[np.float64]:
    """Costs [ways, n] by so many draws, moved for each of n throws so that the way of a row, whose costs are
    `known` [n] by `met` other draws, costs what all of them say: how ways differ is left as it is."""
    return costs + met / (met + draws) * (known - costs[row])


def _fineness(lie: NDArray[np.float64], pin: NDArray[np.float64]) -> float:
    """Share of a whole step by which throws from a lie are moved."""
    return min(1.0, aimed_over_m(lie, pin) / WHOLE_M)


def _on_grid(situation: Situation, value: GroundValue, throws: Solved, lie: NDArray[np.float64]) -> Solved:
    """Throws from a lie, each at the aim and power of the grid nearest to its own."""
    forward = value.pin - lie
    off = throws.release[:, HEADING] - math.atan2(forward[1], forward[0])
    aside_m = aimed_over_m(lie, value.pin) * np.angle(np.exp(1j * off))
    step_m, step = (_fineness(lie, value.pin) * x for x in (GRID_M, GRID_POWER))
    to_aim = step_m * np.round(aside_m / step_m) - aside_m
    to_power = step * np.round(throws.power / step) - throws.power
    turned = aim_variants(throws, lie, value.pin, (to_aim,))[0]
    return power_variants(situation.arsenal, turned, (to_power,))[0]


def _unlike(throws: Solved) -> tuple[NDArray[np.int64], NDArray[np.int64]]:
    """Rows of the throws that are not one over again, and for each throw [n] which of those it is; what they
    were meant for may differ."""
    aim = np.exp(1j * throws.release[:, HEADING])
    told = np.round(np.stack([throws.combo, throws.power, aim.real, aim.imag], axis=1), 6)
    _, first, which = np.unique(told, axis=0, return_index=True, return_inverse=True)
    return first, which.ravel()


def _least_of_fit(
    aims_m: tuple[float, ...], powers: tuple[float, ...], costs: NDArray[np.float64]
) -> tuple[NDArray[np.float64], NDArray[np.float64]]:
    """Aims [n] and powers [n] where quadratic surfaces through costs [aims * powers, n] are least."""
    tried = _quadratic(np.array(aims_m), np.array(powers))
    aims, strengths = (np.linspace(min(steps), max(steps), FITTED) for steps in (aims_m, powers))
    least = (_quadratic(aims, strengths) @ (np.linalg.pinv(tried) @ costs)).argmin(axis=0)
    return aims[least // FITTED], strengths[least % FITTED]


def _quadratic(aims_m: NDArray[np.float64], powers: NDArray[np.float64]) -> NDArray[np.float64]:
    """Terms [aims * powers, 6] of a quadratic in aim and power, powers within aims."""
    a, p = (x.ravel() for x in np.meshgrid(aims_m, powers, indexing="ij"))
    return np.stack([np.ones(a.shape), a, p, a * a, a * p, p * p], axis=1)


def _met(
    situation: Situation, value: GroundValue, left: Left, rounds: tuple[Round, ...], thrown: int
) -> Left:
    """What rounds leave."""
    total, met = np.zeros(len(left.costs)), 0
    for one in rounds:
        stay = left.within(one.who)
        throws, total = left.throws.take(stay), total[stay]
        for blown, draws in _winds(situation, one):
            total += draws * _costs(blown, value, throws, draws, one.seed, thrown)
            met += draws
        left = Left(throws, left.owner[stay], total / met, met)
    return left


def _costs(
    situation: Situation, value: GroundValue, throws: Solved, draws: int, seed: int, thrown: int
) -> NDArray[np.float64]:
    costs = np.empty(len(throws))

    def work(rows: NDArray[np.int64]) -> None:
        judged = judge(situation, value, situation.arsenal, throws.take(rows), draws, seed)
        costs[rows] = costs_of(situation, judged, thrown)

    dealt_to_cores(work, len(throws), draws)
    return costs


def _winds(situation: Situation, one: Round) -> list[tuple[Situation, int]]:
    """The situation and those in the winds beside its own, with the draws met in each."""
    wind = situation.air.wind
    winds = []
    if wind.speed_m_s > 0.0:
        winds = [replace(wind, from_deg=(wind.from_deg + t) % 360.0) for t in (-TURNED_DEG, TURNED_DEG)]
        winds += [replace(wind, speed_m_s=wind.speed_m_s * (1.0 + s)) for s in (-STRONGER, STRONGER)]
    blown = [(replace(situation, air=replace(situation.air, wind=w)), one.wind_draws) for w in winds]
    return [(situation, one.draws), *blown]
