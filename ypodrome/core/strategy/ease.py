"""What makes one throw easier than another that costs as much: what sense goes by, and tells."""

from __future__ import annotations

from enum import StrEnum

import numpy as np
from numpy.typing import ArrayLike, NDArray

PER_SPEED, PER_EFFORT, PER_BEND_DEG, REHEARSED = 0.001, 0.0075, 0.000125, 0.0025
"""What is easier to throw is worth: throws for each speed number less, for leaving a tenth of the arm, for
each degree less of bend, and for a line the player has kept (chosen: it decides among what cannot be told
apart, and pays a few thousandths at most; with twice as much five seeds agreed less often)."""

MOST_BEND_DEG = 40.0


class Easier(StrEnum):
    """In what a throw is easier."""

    DISC = "slower disc"
    POWER = "less power"
    LINE = "straighter line"
    KEPT = "kept line"


def hardness(
    speed: ArrayLike, power: ArrayLike, bend_deg: ArrayLike, kept: ArrayLike
) -> dict[Easier, NDArray[np.float64]]:
    """What sense adds to the costs of throws [n], by what makes them hard: the disc's speed number, share of
    full power, bend, and that they are no line the player has kept."""
    effort = np.clip((np.asarray(power) - 0.9) / 0.1, 0.0, 1.0)
    return {
        Easier.DISC: PER_SPEED * np.asarray(speed),
        Easier.POWER: PER_EFFORT * effort,
        Easier.LINE: PER_BEND_DEG * np.minimum(np.abs(bend_deg), MOST_BEND_DEG),
        Easier.KEPT: np.where(kept, 0.0, REHEARSED),
    }
