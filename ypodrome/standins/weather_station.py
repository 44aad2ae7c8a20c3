"""A simulated weather station: a breezy day on an invented island, by the hour.

It stands in for a real station's report. The same hour always gives the same reading.
"""

from __future__ import annotations

import math
from dataclasses import dataclass

from ypodrome.core.api import Wind
from ypodrome.core.refused import Refused

LIGHTNING_KM = {17: 14.0, 18: 9.0}
"""A thunderstorm passes every evening."""

STATION = "Simulated station, Quernby Rise"


@dataclass(frozen=True)
class Reading:
    """One report: wind as felt at two metres, temperature, humidity, and how near the last lightning was, if
    any was within the hour."""

    station: str
    hour: int
    wind: Wind
    temperature_c: float
    relative_humidity: float
    lightning_km: float | None = None


def reading(hour: int, place_m: tuple[float, float] = (0.0, 0.0)) -> Reading:
    """The report of an hour of the day (0 to 23): a south-westerly that rises until afternoon.

    `place_m` is where on the course the mast stands, metres east and north of the course's middle:
    towards the shore in the south and on the rise in the north-west it blows harder.
    """
    if not 0 <= hour <= 23:
        raise Refused(f"hour must be between 0 and 23, got {hour}")
    daylight = max(0.0, math.sin(math.pi * (hour - 5) / 16.0))
    east, north = place_m
    shore, rise = (
        math.exp(-(((north + 300.0) / 150.0) ** 2)),
        math.exp(-math.hypot(east + 60, north - 150) / 90.0),
    )
    speed = (1.5 + 4.2 * daylight) * (1.0 + 0.25 * shore + 0.3 * rise)
    direction = 205.0 + 2.5 * (hour - 9)
    wind = Wind(round(speed, 1), direction % 360.0, round(1.45 * speed, 1))
    temperature = 9.0 + 7.0 * daylight
    damp = round(0.85 - 0.25 * daylight, 2)
    return Reading(STATION, hour, wind, round(temperature, 1), damp, LIGHTNING_KM.get(hour))
