"""A simulated laser rangefinder with compass and level. It stands in for a real one, and says so."""

from __future__ import annotations

import math
from dataclasses import dataclass

import numpy as np

from ypodrome.core.refused import Refused

DEVICE = "Simulated rangefinder"

DISTANCE_SD_M, BEARING_SD_DEG, RISE_SD_M = 0.2, 0.7, 0.15
"""Errors of a hand-held instrument, one standard deviation (chosen: half a yard, a good compass)."""

REACH_M = 600.0


@dataclass(frozen=True)
class LaserReading:
    """Horizontal distance [m], compass bearing [deg] and height above the station [m]."""

    device: str
    distance_m: float
    bearing_deg: float
    rise_m: float


def shoot(station: tuple[float, float, float], target: tuple[float, float, float], shot: int) -> LaserReading:
    """What the instrument reads from a station to a target (east, north, up [m]); `shot` seeds its error.

    Raises
    ------
    ValueError
        When the target is out of reach or is the station itself.
    """
    east, north, up = (b - a for a, b in zip(station, target, strict=True))
    distance = math.hypot(east, north)
    if not 1.0 <= distance <= REACH_M:
        raise Refused(f"the rangefinder reads from 1 to {REACH_M:.0f} m; this is {distance:.1f} m away")
    error = np.random.default_rng(shot).standard_normal(3)
    bearing = math.degrees(math.atan2(east, north)) + BEARING_SD_DEG * error[1]
    return LaserReading(
        DEVICE,
        round(distance + DISTANCE_SD_M * error[0], 1),
        round(bearing % 360.0, 1) % 360.0,
        round(up + RISE_SD_M * error[2], 1),
    )
