"""The contest among the throws that lead from a lie.

Each enters as it is and moved a little in aim and power. All meet the same draws, which are the same whatever
the seed of the plan, in its own wind and in those beside it; what falls behind drops out, and what is left
meets more of them.
"""

from __future__ import annotations

from dataclasses import dataclass, replace

import numpy as np
from numpy.typing import NDArray

from ypodrome.core.strategy.ground_value import GroundValue
from ypodrome.core.strategy.search import aim_variants, costs_of, judge, power_variants
from ypodrome.core.strategy.situation import Situation
from ypodrome.core.strategy.solve import Solved, joined

CLOSE, MOST_CLOSE = 0.08, 12
"""Throws behind the best within which a throw enters, and how many do (chosen: four errors of the draws that
found them)."""

MOVED_M = (-4.0, -2.0, 0.0, 2.0, 4.0)
"""How far aims are moved, at the pin (chosen: half a step of the search)."""

ENTRY_SEED, ENTRY_DRAWS = 303, 128
"""The draws by which what is moved enters: others than those that decide (chosen)."""


@dataclass(frozen=True)
class Round:
    """Who stays in, by how many throws they may be behind the best and how many they may be; and the draws
    they meet then in their own wind and in every one beside it, of which luck."""

    behind: float
    most: int
    draws: int
    wind_draws: int
    seed: int


ROUNDS = (Round(0.09, 36, 128, 4, 101), Round(0.035, 14, 512, 16, 202), Round(0.025, 6, 1024, 32, 404))
"""Chosen: four, three and three errors of what they are told apart by. Without the last round what is named
costs .003 more than the best of what is shown, with it .001; more throws gain no more. The winds beside count
an eighth: weighed nearly as much as its own they named throws up to 0.05 dearer in the wind that blows, and a
quarter of it still 0.02."""

TURNED_DEG, STRONGER = 15.0, 0.25
"""The winds beside: turned to either side, and stronger and weaker by a share (chosen: what a breeze does
within minutes)."""


@dataclass(frozen=True)
class Left:
    """What a contest leaves: the best way of each throw, whose it is (row of those that entered), and what it
    costs, under the posture and for what the player fears."""

    throws: Solved
    owner: NDArray[np.int64]
    costs: NDArray[np.float64]


def contest(
    situation: Situation, value: GroundValue, throws: Solved, costs: NDArray[np.float64],
    lie: NDArray[np.float64], thrown: int,
) -> Left:  # fmt: skip
    """The contest among throws [n] from a lie [2] that cost so much [n] by few draws."""
    owner = _ahead(costs, CLOSE, MOST_CLOSE)
    entered, owner, costs = _moved(situation, value, throws.take(owner), owner, lie, thrown)
    total, met = np.zeros(len(entered)), 0
    for one in ROUNDS:
        stay = _ahead(costs, one.behind, one.most)
        entered, owner, total = entered.take(stay), owner[stay], total[stay]
        for blown, draws in _winds(situation, one):
            total += draws * _costs(blown, value, entered, draws, one.seed, thrown)
            met += draws
        costs = total / met
    best = [rows[costs[rows].argmin()] for rows in (np.flatnonzero(owner == o) for o in np.unique(owner))]
    return Left(entered.take(np.array(best)), owner[best], costs[best])


def _ahead(costs: NDArray[np.float64], behind: float, most: int) -> NDArray[np.int64]:
    order = np.argsort(costs, kind="stable")[:most]
    return order[costs[order] < costs.min() + behind]


def _moved(
    situation: Situation, value: GroundValue, throws: Solved, owner: NDArray[np.int64],
    lie: NDArray[np.float64], thrown: int,
) -> tuple[Solved, NDArray[np.int64], NDArray[np.float64]]:  # fmt: skip
    """Throws [n] aimed a little aside, and of each the best of these softer and harder; whose each is, and
    what it costs."""
    n = len(throws)
    aimed = joined(aim_variants(throws, lie, value.pin, MOVED_M))
    costs = _costs(situation, value, aimed, ENTRY_DRAWS, ENTRY_SEED, thrown)
    best = aimed.take(costs.reshape(-1, n).argmin(axis=0) * n + np.arange(n))
    powered = joined(power_variants(situation.arsenal, best))
    costs = np.concatenate([costs, _costs(situation, value, powered, ENTRY_DRAWS, ENTRY_SEED, thrown)])
    return joined([aimed, powered]), np.tile(owner, len(costs) // n), costs


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
