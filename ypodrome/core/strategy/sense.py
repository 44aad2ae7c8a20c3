"""Sense among equals: what hardly differs in what it costs is decided as a player would.

What is easier to throw is worth a little. Throws are told in the order of what they cost with that: of those
that their draws cannot tell apart the easiest goes first, and no line is drawn beyond which one that is
slightly dearer does not count.
"""

from __future__ import annotations

import numpy as np
from numpy.typing import NDArray

from ypodrome.core.ground.field import heights
from ypodrome.core.hole.rule_facts import CIRCLE_2_M
from ypodrome.core.strategy.arsenal import Arsenal
from ypodrome.core.strategy.contest import contest
from ypodrome.core.strategy.ease import hardness
from ypodrome.core.strategy.forecast import mean_shape
from ypodrome.core.strategy.ground_value import GroundValue
from ypodrome.core.strategy.search import THOROUGH, Case, Judged, candidates, costs_of, judge
from ypodrome.core.strategy.situation import Situation
from ypodrome.core.strategy.solve import Solved, joined
from ypodrome.core.thrower.preferences import PuttLiked

FAVOURITE, LIKED_PUTT = 0.02, 0.05
"""What a favoured line is worth, and a putt as liked rather than a neutral one (chosen: what players
give up for them)."""

CLEARLY_UP_M, CLEARLY_BLOWS_M_S, TAP_IN_M = 0.5, 3.0, 3.0
"""Rise of the basket and wind along the putt that are felt, and the distance below which nobody minds
(chosen)."""

LAST = 1.0
"""Throws that keep what the contest did not leave behind what it did."""


def settled(
    situation: Situation, value: GroundValue, lie: NDArray[np.float64], thrown: int
) -> tuple[Judged, NDArray[np.int64]]:
    """The best few throws from a lie [2], judged finely, and their order: those that a contest left by what
    they cost and how easy they are, then the rest."""
    found = candidates((Case(situation, value, 1.0),), lie, thrown, THOROUGH)
    left, out = contest(situation, value, found.throws, found.costs, lie, thrown)
    throws = joined([left.throws, out])
    judged = judge(situation, value, situation.arsenal, throws, THOROUGH.final_draws)
    costs = LAST + costs_of(situation, judged, thrown)
    costs[: len(left.costs)] = left.costs
    costs -= liked(situation, judged)
    return judged, np.argsort(costs + ease(situation.arsenal, throws), kind="stable")


def liked(situation: Situation, judged: Judged) -> NDArray[np.float64]:
    """What the player's likings take off the costs of throws [n]: lines they favour, putts they like."""
    prefers, worth = situation.thrower.preferences, np.zeros(len(judged.throws))
    if prefers.lines:
        shapes = (mean_shape(situation, judged.arsenal, judged.throws, i)[0] for i in range(len(worth)))
        worth += FAVOURITE * np.array([shape in prefers.lines for shape in shapes])
    if prefers.putt:
        worth += LIKED_PUTT * _putts_liked(situation, judged, prefers.putt)
    return worth


def _putts_liked(situation: Situation, judged: Judged, liking: PuttLiked) -> NDArray[np.float64]:
    """How much of what throws [n] leave are putts as liked, from -1 where all are the opposite to 1."""
    scene, wind = situation.scene, situation.air.wind
    lies = judged.cloud.outcome.lie
    way = np.array(scene.pin.at) - lies
    away = np.hypot(*way.T)
    if liking == PuttLiked.UPHILL:
        foot, *ground = heights(scene.field, np.vstack([scene.pin.at, lies]))
        good = np.tanh((foot - np.array(ground)) / CLEARLY_UP_M)
    else:
        towards = np.array(situation.air.wind_vector())
        along = (way @ towards) / np.maximum(away, 1e-9)
        good = np.tanh(along / CLEARLY_BLOWS_M_S) * (1.0 if liking == PuttLiked.DOWN_WIND else -1.0)
        good = good if wind.speed_m_s > 0.0 else np.zeros(len(lies))
    putted = (away > TAP_IN_M) & (away < CIRCLE_2_M)
    return np.asarray((good * putted).reshape(-1, judged.cloud.draws).mean(axis=1))


def ease(arsenal: Arsenal, throws: Solved) -> NDArray[np.float64]:
    """What sense adds to the costs of throws [n]: fast discs, all-out power and bent lines, and what the
    player has not rehearsed."""
    speed = np.array([d.speed for d in arsenal.discs])[arsenal.disc[throws.combo]]
    kept = arsenal.line[throws.combo] >= 0
    return np.sum(list(hardness(speed, throws.power, np.degrees(throws.bend), kept).values()), axis=0)
