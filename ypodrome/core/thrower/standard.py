"""Standard players: the arm that usually goes with a rating."""

from __future__ import annotations

import numpy as np

from ypodrome.core.thrower.thrower import Thrower
from ypodrome.core.units import metres_from_feet

ARMS_FT = {
    "new": (775.0, 250.0),
    "club": (900.0, 330.0),
    "advanced": (950.0, 380.0),
    "elite": (1010.0, 450.0),
}
"""Presets by rating, and the backhand that usually goes with it [common practice]."""

FOREHAND = 0.85
"""Forehand over backhand distance [common practice]."""


def arm_of(rating: float) -> float:
    """The arm [ft] that goes with a rating between and beyond the presets'."""
    return float(np.interp(rating, *np.array(list(ARMS_FT.values())).T))


def player(rating: float, arm_ft: float, hand: str = "right") -> Thrower:
    """A player of a rating with an arm."""
    arm_m = metres_from_feet(arm_ft)
    distances = {"backhand": arm_m, "forehand": FOREHAND * arm_m}
    return Thrower("a standard player", hand, rating=rating, max_distance_m=distances)
