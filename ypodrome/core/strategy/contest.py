"""The contest among the throws that lead from a lie.

Each enters moved in aim and power as far as the search tries, whose few draws may have picked a poor one; the
last few are moved again, a little. All meet the same draws, which are the same whatever the seed of the plan,
in their own wind and in those beside it; what falls behind drops out, and what is left meets more of them:
ever fewer throws, and of each ever fewer ways to throw it, so that no throw goes out because another can be
thrown in many ways.
"""

from __future__ import annotations

from dataclasses import dataclass, replace
from typing import NamedTuple

import numpy as np
from numpy.typing import NDArray

from ypodrome.core.strategy.ground_value import GroundValue
from ypodrome.core.strategy.search import POWER_STEPS, aim_variants, costs_of, judge, power_variants
from ypodrome.core.strategy.situation import Situation
from ypodrome.core.strategy.solve import Solved, joined

MOVED_SEED, MOVED_DRAWS = 303, 256
"""The draws by which moved throws are compared: others than those that decide (chosen: with half of them five
seeds named one throw in 9 of 12 holes and winds, with so many in 11)."""


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
    """Who is moved how far in aim [m at the pin] and power, and the rounds that follow."""

    who: Limit
    aims_m: tuple[float, ...]
    powers: tuple[float, ...]
    rounds: tuple[Round, ...]


STAGES = (
    Stage(
        Limit(0.08, 9, 1), (-9.0, -6.0, -3.0, 0.0, 3.0, 6.0, 9.0), POWER_STEPS,
        (Round(Limit(0.09, 9, 3), 128, 4, 101), Round(Limit(0.035, 7, 2), 512, 16, 202)),
    ),
    Stage(
        Limit(0.035, 6, 1), (-1.5, 0.0, 1.5), (-0.025, 0.025), (Round(Limit(0.025, 6, 1), 1024, 32, 404),),
    ),
)  # fmt: skip
"""Chosen: limits are three to four errors of what is told apart by, and twelve or eighteen that enter leave
no better ones. With half as wide an aim at first what is named was .005 of a throw dearer, without the second
stage .004. The winds beside count an eighth: weighed nearly as much as its own they named throws up to 0.05
dearer in the wind that blows, and a quarter of it still 0.02."""

TURNED_DEG, STRONGER = 15.0, 0.25
"""The winds beside: turned to either side, and stronger and weaker by a share (chosen: what a breeze does
within minutes)."""


@dataclass(frozen=True)
class Left:
    """What is left in a contest: throws [n], whose each is (row of those that entered), and what it costs,
    under the posture and for what the player fears. At the end the best way of each."""

    throws: Solved
    owner: NDArray[np.int64]
    costs: NDArray[np.float64]

    def within(self, who: Limit) -> NDArray[np.int64]:
        """Rows of those that stay in: the best ways of the best throws, best first."""
        order = np.argsort(self.costs, kind="stable")
        order = order[self.costs[order] < self.costs[order[0]] + who.behind]
        found: dict[int, list[int]] = {}
        for row in order:
            found.setdefault(int(self.owner[row]), []).append(int(row))
        return np.array([row for rows in [*found.values()][: who.most] for row in rows[: who.ways]])


def contest(
    situation: Situation, value: GroundValue, throws: Solved, costs: NDArray[np.float64],
    lie: NDArray[np.float64], thrown: int,
) -> Left:  # fmt: skip
    """The contest among throws [n] from a lie [2] that cost so much [n] by few draws."""
    left = Left(throws, np.arange(len(costs)), costs)
    for stage in STAGES:
        left = _moved(situation, value, left, stage, lie, thrown)
        left = _met(situation, value, left, stage.rounds, thrown)
    return left


def _moved(
    situation: Situation, value: GroundValue, left: Left, stage: Stage, lie: NDArray[np.float64], thrown: int
) -> Left:
    """What stays in, aimed aside, and of each the best of these softer and harder."""
    stay = left.within(stage.who)
    throws, n = left.throws.take(stay), len(stay)
    aimed = joined(aim_variants(throws, lie, value.pin, stage.aims_m))
    costs = _costs(situation, value, aimed, MOVED_DRAWS, MOVED_SEED, thrown)
    best = aimed.take(costs.reshape(-1, n).argmin(axis=0) * n + np.arange(n))
    powered = joined(power_variants(situation.arsenal, best, stage.powers))
    costs = np.concatenate([costs, _costs(situation, value, powered, MOVED_DRAWS, MOVED_SEED, thrown)])
    return Left(joined([aimed, powered]), np.tile(left.owner[stay], len(costs) // n), costs)


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
        left = Left(throws, left.owner[stay], total / met)
    return left


def _costs(
    situation: Situation, value: GroundValue, throws: Solved, draws: int, seed: int, thrown: int
) -> NDArray[np.float64]:
    return costs_of(situation, judge(situation, value, situation.arsenal, throws, draws, seed), thrown)


def _winds(situation: Situation, one: Round) -> list[tuple[Situation, int]]:
    """The situation and those in the winds beside its own, with the draws met in each."""
    wind = situation.air.wind
    winds = []
    if wind.speed_m_s > 0.0:
        winds = [replace(wind, from_deg=(wind.from_deg + t) % 360.0) for t in (-TURNED_DEG, TURNED_DEG)]
        winds += [replace(wind, speed_m_s=wind.speed_m_s * (1.0 + s)) for s in (-STRONGER, STRONGER)]
    blown = [(replace(situation, air=replace(situation.air, wind=w)), one.wind_draws) for w in winds]
    return [(situation, one.draws), *blown]
