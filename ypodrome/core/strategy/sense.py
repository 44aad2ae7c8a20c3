"""Sense among equals: what cannot be told apart by its draws is decided as a player would.

The few throws that lead are judged again by other draws and in neighbouring winds, and what is easier to
throw is worth a little: preferences are smooth, and small beside what throws are told apart by, so that no
threshold flips a plan from seed to seed.
"""

from __future__ import annotations

from dataclasses import replace

import numpy as np
from numpy.typing import NDArray

from ypodrome.core.strategy.ground_value import GroundValue
from ypodrome.core.strategy.search import Judged, judge, objective
from ypodrome.core.strategy.situation import Situation

CLOSE, MOST_CLOSE = 0.08, 6
"""Throws behind the best within which a throw is judged again, and how many are (chosen: three times what
seeds move a difference by)."""

OTHER_SEEDS, OTHER_DRAWS = (101, 202), 400
TURNED_DEG, STRONGER, WIND_DRAWS = 15.0, 0.25, 200
"""Other draws, and the neighbouring winds: turned to either side, and stronger and weaker by a share, with
their draws (chosen: what a breeze does within minutes)."""

PER_SPEED, PER_EFFORT, PER_BEND_DEG, REHEARSED = 0.003, 0.03, 0.0005, 0.01
"""What is easier to throw is worth: throws for each speed number less, for leaving a tenth of the arm, for
each degree less of bend, and for a line the player has kept (chosen: together no more than some hundredths,
as players give up for a throw they trust)."""


def steadied(
    situation: Situation, value: GroundValue, judged: Judged, costs: NDArray[np.float64], thrown: int
) -> NDArray[np.float64]:
    """Costs [n] of judged throws by which they are ranked: of those that lead the mean over other draws and
    neighbouring winds too, and what sense adds to each."""
    close = np.argsort(costs, kind="stable")[:MOST_CLOSE]
    close = close[costs[close] < costs.min() + CLOSE]
    steady = costs.copy()
    if len(close) > 1:
        throws = judged.throws.take(close)
        draws = judged.cloud.draws
        total, weight = draws * costs[close], float(draws)
        for other, count in _others(situation, draws):
            again = judge(other, value, judged.arsenal, throws, count)
            outlooks = again.outlooks.mean(axis=1)
            total = total + count * objective(outlooks, situation.posture, situation.scene.par, thrown)
            weight += count
        steady[close] = total / weight
    return np.asarray(steady + ease(judged))


def _others(situation: Situation, draws: int) -> list[tuple[Situation, int]]:
    """The situation with other luck, and in the winds beside its own."""
    found = [(replace(situation, seed=situation.seed + s), min(OTHER_DRAWS, draws)) for s in OTHER_SEEDS]
    wind = situation.air.wind
    if wind.speed_m_s > 0.0:
        winds = [replace(wind, from_deg=(wind.from_deg + t) % 360.0) for t in (-TURNED_DEG, TURNED_DEG)]
        winds += [replace(wind, speed_m_s=wind.speed_m_s * (1.0 + s)) for s in (-STRONGER, STRONGER)]
        found += [
            (replace(situation, air=replace(situation.air, wind=w)), min(WIND_DRAWS, draws)) for w in winds
        ]
    return found


def ease(judged: Judged) -> NDArray[np.float64]:
    """What sense adds to the costs of throws [n]: fast discs, all-out power and bent lines, less for what the
    player has rehearsed."""
    arsenal, combo = judged.arsenal, judged.throws.combo
    speed = np.array([d.speed for d in arsenal.discs])[arsenal.disc[combo]]
    bend = np.abs(np.degrees(judged.throws.bend))
    kept = np.where(arsenal.line[combo] >= 0, REHEARSED, 0.0)
    effort = np.clip((judged.throws.power - 0.9) / 0.1, 0.0, 1.0)
    return np.asarray(PER_SPEED * speed + PER_EFFORT * effort + PER_BEND_DEG * np.minimum(bend, 40.0) - kept)
