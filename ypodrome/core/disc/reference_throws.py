"""The reference throws that flight numbers stand for [common practice, no source].

A right-hand backhand in still air at 15 °C and sea level, level ground, released flat at 1.2 m,
nose 0°, launch 9°, at the nominal speed of the disc. Every target is a share of the distance
except the distance itself; bands are half widths.
"""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from ypodrome.core.disc.aero import nominal_speed_m_s
from ypodrome.core.units import metres_from_feet

LAUNCH_DEG = 9.0

NUMBERS = (
    (2, 3, 0, 1), (2, 4, -1, 1), (3, 3, 0, 2), (3, 4, -1, 0), (4, 1, 0, 3), (4, 4, -2, 1),
    (5, 5, -1, 1), (5, 4, 0, 3), (5, 5, -3, 1), (6, 5, -2, 1), (7, 5, 0, 2), (7, 5, -1, 1),
    (7, 6, -3, 1), (7, 4, 0, 3), (8, 5, -2, 2), (9, 5, -1, 2), (9, 4, 0, 3), (9, 5, -3, 1),
    (9, 4, 0, 4), (10, 5, -4, 1), (11, 5, -1, 2), (11, 5, -2, 2), (11, 4, 0, 3), (12, 5, -1, 3),
    (12, 5, -3, 2), (13, 5, -1, 3), (13, 5, -5, 2), (14, 4, 0, 4),
)  # fmt: skip
"""Flight numbers in common use, putter to distance driver (28)."""

RIGHT_SHARE = (0.0, 0.03, 0.08, 0.14, 0.20, 0.26)
FADE_SHARE = (0.02, 0.05, 0.08, 0.10, 0.13, 0.16)


@dataclass(frozen=True)
class Target:
    """What a reference throw should do: value and half width of its band."""

    value: float
    band: float

    def miss(self, measured: float) -> float:
        """Distance from the target in half bands; inside the band when at most one."""
        return (measured - self.value) / self.band


def targets(numbers: tuple[float, float, float, float]) -> dict[str, Target]:
    """Targets of one disc: distance [m], right, back, apex [shares], hang [share of nominal]."""
    speed, glide, turn, fade = numbers
    feet = (165 + 18.5 * speed) * (1 + 0.035 * (glide - 4.5)) * (1 - 0.025 * (fade - 2))
    distance_m = metres_from_feet(feet)
    nominal_hang_s = distance_m / (0.74 * nominal_speed_m_s(speed))
    right = float(np.interp(-turn, range(6), RIGHT_SHARE))
    back = float(np.interp(fade, range(6), FADE_SHARE))
    understable = turn <= -3
    return {
        "distance_m": Target(distance_m, 0.08 * distance_m),
        "right": Target(right, 0.05 if understable else 0.03),
        "back": _never_back(back) if understable else Target(back, 0.04),
        "apex": Target(0.08, 0.02),
        "hang_s": Target(1.1 * nominal_hang_s, 0.2 * nominal_hang_s),
    }


def _never_back(back: float) -> Target:
    """A very understable disc may never come back: anything from nothing to the usual upper edge."""
    middle = (back + 0.04) / 2
    return Target(middle, middle + 0.002)
