"""Sense among equals: what cannot be told apart by its draws is decided as a player would.

The throws that lead are judged again by draws that are the same whatever the seed of the plan, and in
neighbouring winds; and what is easier to throw is worth a little. Preferences are smooth, and small beside
what throws are told apart by, so that no threshold flips a plan.
"""

from __future__ import annotations

from dataclasses import replace

import numpy as np
from numpy.typing import NDArray

from ypodrome.core.strategy.ground_value import GroundValue
from ypodrome.core.strategy.search import Judged, judge, objective
from ypodrome.core.strategy.situation import Situation

CLOSE, MOST_CLOSE = 0.08, 12
"""Throws behind the best within which a throw is judged again, and how many are (chosen: three times what
seeds move a difference by)."""

SEEDS, DRAWS = (101, 202), 300
"""The draws that decide (chosen: a plan's own luck names no throw)."""

TURNED_DEG, STRONGER, WIND_DRAWS = 15.0, 0.25, 150
"""The neighbouring winds: turned to either side, and stronger and weaker by a share, with their draws
(chosen: what a breeze does within minutes)."""

PER_SPEED, PER_EFFORT, PER_BEND_DEG, REHEARSED = 0.004, 0.03, 0.0005, 0.01
"""What is easier to throw is worth: throws for each speed number less, for leaving a tenth of the arm, for
each degree less of bend, and for a line the player has kept (chosen: together no more than some hundredths,
as players give up for a throw they trust)."""

MOST_BEND_DEG = 40.0
LAST = 1.0
"""Throws that keep what was not judged again behind what was."""


def steadied(
    situation: Situation, value: GroundValue, judged: Judged, costs: NDArray[np.float64], thrown: int
) -> NDArray[np.float64]:
    """Costs [n] of judged throws by which they are ranked: of those that lead the mean over the draws that
    decide and the neighbouring winds, and what sense adds to each."""
    close = np.argsort(costs, kind="stable")[:MOST_CLOSE]
    close = close[costs[close] < costs.min() + CLOSE]
    steady = costs + LAST
    throws, total, weight = judged.throws.take(close), np.zeros(len(close)), 0.0
    for other, draws in _others(situation, judged.cloud.draws):
        again = judge(other, value, judged.arsenal, throws, draws).outlooks.mean(axis=1)
        total += draws * objective(again, situation.posture, situation.scene.par, thrown)
        weight += draws
    steady[close] = total / weight
    return np.asarray(steady + ease(judged))


def _others(situation: Situation, most: int) -> list[tuple[Situation, int]]:
    """The situation with the luck that decides, and in the winds beside its own."""
    found = [(replace(situation, seed=s), min(DRAWS, most)) for s in SEEDS]
    wind = situation.air.wind
    if wind.speed_m_s > 0.0:
        winds = [replace(wind, from_deg=(wind.from_deg + t) % 360.0) for t in (-TURNED_DEG, TURNED_DEG)]
        winds += [replace(wind, speed_m_s=wind.speed_m_s * (1.0 + s)) for s in (-STRONGER, STRONGER)]
        for k, w in enumerate(winds):
            blown = replace(situation, seed=SEEDS[k % len(SEEDS)], air=replace(situation.air, wind=w))
            found.append((blown, min(WIND_DRAWS, most)))
    return found


def ease(judged: Judged) -> NDArray[np.float64]:
    """What sense adds to the costs of throws [n]: fast discs, all-out power and bent lines, less for what the
    player has rehearsed."""
    arsenal, combo = judged.arsenal, judged.throws.combo
    speed = np.array([d.speed for d in arsenal.discs])[arsenal.disc[combo]]
    bend = np.minimum(np.abs(np.degrees(judged.throws.bend)), MOST_BEND_DEG)
    kept = np.where(arsenal.line[combo] >= 0, REHEARSED, 0.0)
    effort = np.clip((judged.throws.power - 0.9) / 0.1, 0.0, 1.0)
    return np.asarray(PER_SPEED * speed + PER_EFFORT * effort + PER_BEND_DEG * bend - kept)
