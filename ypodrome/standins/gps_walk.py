"""A simulated walk with a satellite receiver: waypoints of a hole, each a few metres off.

It stands in for a real receiver's file, and says so.
"""

from __future__ import annotations

from collections.abc import Iterable

import gpxpy.gpx
import numpy as np

DEVICE = "Simulated GPS walk"

ERROR_SD_M, DRIFT = 1.6, 0.8
"""Error of a waypoint, one standard deviation each way, and how much of it the next one shares
(chosen: a hand-held receiver under open sky is good to three metres or so and wanders slowly)."""

Stop = tuple[str, float, float]
"""Name of a waypoint, metres east and north."""


def wander(stops: Iterable[Stop], seed: int) -> list[Stop]:
    """The stops as the receiver has them."""
    rng = np.random.default_rng(seed)
    error = ERROR_SD_M * rng.standard_normal(2)
    walked = []
    for name, x, y in stops:
        fresh = ERROR_SD_M * rng.standard_normal(2)
        error = DRIFT * error + (1.0 - DRIFT**2) ** 0.5 * fresh
        walked.append((name, x + float(error[0]), y + float(error[1])))
    return walked


def gpx_of(stops: Iterable[tuple[str, float, float]], title: str) -> str:
    """A GPX 1.1 file of waypoints: name, longitude, latitude [deg]."""
    document = gpxpy.gpx.GPX()
    document.creator = DEVICE
    document.name, document.description = title, f"{DEVICE}: no receiver was there."
    for name, lon, lat in stops:
        document.waypoints.append(gpxpy.gpx.GPXWaypoint(round(lat, 7), round(lon, 7), name=name))
    return str(document.to_xml(version="1.1"))
