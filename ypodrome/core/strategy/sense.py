"""Sense among equals: what cannot be told apart by its draws is decided as a player would.

The throws that lead are judged again by draws that are the same whatever the seed of the plan, and in
neighbouring winds; and what is easier to throw is worth a little. Preferences are smooth, and small beside
what throws are told apart by, so that no threshold flips a plan.
"""

from __future__ import annotations

from dataclasses import replace

import numpy as np
from numpy.typing import NDArray

from ypodrome.core.flight.release import X, Y
from ypodrome.core.ground.field import heights
from ypodrome.core.hole.rule_facts import CIRCLE_2_M
from ypodrome.core.strategy.forecast import mean_shape
from ypodrome.core.strategy.ground_value import GroundValue
from ypodrome.core.strategy.search import Judged, aim_variants, costs_of, judge, power_variants
from ypodrome.core.strategy.situation import Situation
from ypodrome.core.strategy.solve import Solved, joined
from ypodrome.core.thrower.preferences import PuttLiked

CLOSE, MOST_CLOSE = 0.08, 12
"""Throws behind the best within which a throw is judged again, and how many are (chosen: three times what
seeds move a difference by)."""

SEEDS, DRAWS = (101, 202), 300
"""The draws that decide (chosen: a plan's own luck names no throw)."""

HONED_M = (-4.0, -2.0, 2.0, 4.0)
"""How far aims are moved, at the pin, to where many draws find a throw best (chosen: half a step of the
search)."""

HONING_SEED, HONING_DRAWS = 303, 150
"""The draws by which they are moved: others than those that decide (chosen)."""

TURNED_DEG, STRONGER, WIND_DRAWS = 15.0, 0.25, 150
"""The neighbouring winds: turned to either side, and stronger and weaker by a share, with their draws
(chosen: what a breeze does within minutes)."""

PER_SPEED, PER_EFFORT, PER_BEND_DEG, REHEARSED = 0.004, 0.03, 0.0005, 0.01
"""What is easier to throw is worth: throws for each speed number less, for leaving a tenth of the arm, for
each degree less of bend, and for a line the player has kept (chosen: together no more than some hundredths,
as players give up for a throw they trust)."""

FAVOURITE, LIKED_PUTT = 0.02, 0.05
"""What a favoured line is worth, and a putt as liked rather than a neutral one (chosen: as above)."""

CLEARLY_UP_M, CLEARLY_BLOWS_M_S, TAP_IN_M = 0.5, 3.0, 3.0
"""Rise of the basket and wind along the putt that are felt, and the distance below which nobody minds
(chosen)."""

MOST_BEND_DEG = 40.0
LAST = 1.0
"""Throws that keep what was not judged again behind what was."""


def settled(
    situation: Situation, value: GroundValue, judged: Judged, thrown: int
) -> tuple[Judged, NDArray[np.float64]]:
    """Judged throws [n] with those that lead aimed anew, and the costs by which they are ranked: of the
    leaders the mean over the draws that decide and the neighbouring winds, and what sense adds to each."""
    judged = _honed(situation, value, judged, thrown)
    costs = costs_of(situation, judged, thrown)
    close = _leading(costs)
    steady = costs + LAST
    throws, total, weight = judged.throws.take(close), np.zeros(len(close)), 0.0
    for other, seed, most in _deciding(situation):
        draws = min(most, judged.cloud.draws)
        total += draws * costs_of(situation, judge(other, value, judged.arsenal, throws, draws, seed), thrown)
        weight += draws
    steady[close] = total / weight
    return judged, np.asarray(steady + ease(judged) - liked(situation, judged))


def _leading(costs: NDArray[np.float64]) -> NDArray[np.int64]:
    close = np.argsort(costs, kind="stable")[:MOST_CLOSE]
    return close[costs[close] < costs.min() + CLOSE]


def _honed(situation: Situation, value: GroundValue, judged: Judged, thrown: int) -> Judged:
    """The throws with aim and power of those that lead moved to where many draws find them best: what found
    them were few."""
    arsenal, draws = judged.arsenal, judged.cloud.draws

    def cost(throws: Solved) -> NDArray[np.float64]:
        again = judge(situation, value, arsenal, throws, min(HONING_DRAWS, draws), HONING_SEED)
        return costs_of(situation, again, thrown)

    close = _leading(costs_of(situation, judged, thrown))
    best = judged.throws.take(close)
    least = cost(best)
    lie = best.release[0, [X, Y]]
    for aimed in aim_variants(best, lie, value.pin, HONED_M):
        best, least = _cheaper(best, least, aimed, cost(aimed))
    for thrown_so in power_variants(arsenal, best):
        best, least = _cheaper(best, least, thrown_so, cost(thrown_so))
    rest = judged.throws.take(np.setdiff1d(np.arange(len(judged.throws)), close))
    return judge(situation, value, arsenal, joined([best, rest]), draws)


def _cheaper(
    best: Solved, least: NDArray[np.float64], moved: Solved, costs: NDArray[np.float64]
) -> tuple[Solved, NDArray[np.float64]]:
    """Of each throw [n] the way that costs less, and what it costs."""
    n = np.arange(len(least))
    return joined([best, moved]).take(np.where(costs < least, n + len(n), n)), np.minimum(costs, least)


def _deciding(situation: Situation) -> list[tuple[Situation, int, int]]:
    """The situation, and in the winds beside its own, each with the luck and the draws that decide."""
    found = [(situation, seed, DRAWS) for seed in SEEDS]
    wind = situation.air.wind
    if wind.speed_m_s > 0.0:
        winds = [replace(wind, from_deg=(wind.from_deg + t) % 360.0) for t in (-TURNED_DEG, TURNED_DEG)]
        winds += [replace(wind, speed_m_s=wind.speed_m_s * (1.0 + s)) for s in (-STRONGER, STRONGER)]
        for k, w in enumerate(winds):
            blown = replace(situation, air=replace(situation.air, wind=w))
            found.append((blown, SEEDS[k % len(SEEDS)], WIND_DRAWS))
    return found


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


def ease(judged: Judged) -> NDArray[np.float64]:
    """What sense adds to the costs of throws [n]: fast discs, all-out power and bent lines, less for what the
    player has rehearsed."""
    arsenal, combo = judged.arsenal, judged.throws.combo
    speed = np.array([d.speed for d in arsenal.discs])[arsenal.disc[combo]]
    bend = np.minimum(np.abs(np.degrees(judged.throws.bend)), MOST_BEND_DEG)
    kept = np.where(arsenal.line[combo] >= 0, REHEARSED, 0.0)
    effort = np.clip((judged.throws.power - 0.9) / 0.1, 0.0, 1.0)
    return np.asarray(PER_SPEED * speed + PER_EFFORT * effort + PER_BEND_DEG * bend - kept)
