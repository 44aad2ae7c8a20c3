"""The day: a bias of aim and height that a player's throws of one round share.

Some days everything leaves the hand a little early or high. The spread of a throw holds it already; what
it does is to tie the holes of a round together, so that good and bad rounds are likelier than independent
holes say. A cloud's draws are weighed anew for each of a few days: what they came to if the day's bias were
known. Only the throw in hand is weighed; what follows it is taken as on any day.
"""

from __future__ import annotations

import functools
import itertools
import math
from collections.abc import Sequence

import numpy as np
from numpy.typing import NDArray

from ypodrome.core.thrower.spread import AIM, LAUNCH_DRAW

DAY_SHARE = 0.35
"""The day's bias over a throw's whole error, one standard deviation each [common practice: players speak of
good and bad days], size chosen: at an eighth of the variance it is felt over a round, not seen in a throw."""

NODES = (-math.sqrt(3.0), 0.0, math.sqrt(3.0))
NODE_WEIGHTS = (1 / 6, 2 / 3, 1 / 6)
DAYS = tuple(itertools.product(NODES, NODES))
DAY_WEIGHTS = np.array([a * b for a, b in itertools.product(NODE_WEIGHTS, NODE_WEIGHTS)])
"""Nine days, biases of aim and of height in their standard deviations, and how likely each is (Gauss and
Hermite's three points)."""


def day_weights(draws: NDArray[np.float64]) -> NDArray[np.float64]:
    """Weights [len(DAYS), k] by which the mean over a throw's draws [k, dimensions] is what it would be on
    each of the days."""
    z = draws[:, [AIM, LAUNCH_DRAW]]
    off = z - DAY_SHARE * np.array(DAYS)[:, None]
    weight = np.exp((0.5 * z**2 - 0.5 * off**2 / (1.0 - DAY_SHARE**2)).sum(axis=2))
    return np.asarray(weight / weight.sum(axis=1, keepdims=True))


def days_of(scores: NDArray[np.float64]) -> NDArray[np.float64]:
    """Score chances [len(DAYS), n] of scores by day, or of scores [n] that are alike on all days."""
    rows = np.atleast_2d(scores)
    return rows if len(rows) == len(DAYS) else np.repeat(rows[:1], len(DAYS), axis=0)


def round_chances(holes: Sequence[NDArray[np.float64]]) -> NDArray[np.float64]:
    """Chances of a round's total, from one throw a hole upward, of holes' scores by day."""
    by_hole = [days_of(hole) for hole in holes]
    days = [
        functools.reduce(np.convolve, (hole[day] for hole in by_hole), np.ones(1)) for day in range(len(DAYS))
    ]
    return np.asarray(DAY_WEIGHTS @ np.array(days))
