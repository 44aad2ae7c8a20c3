"""View data of the weather through a round."""

from __future__ import annotations

import math
from datetime import datetime, timedelta
from typing import Any

from django.utils import timezone

from ypodrome.core.api import heat_index_c, heat_of, sunset_at
from ypodrome.course.documents import core_course
from ypodrome.plan.models import GamePlan
from ypodrome.standins.weather_station import STATION, reading
from ypodrome.wording.measures import wind_speed
from ypodrome.wording.weather import daylight_words, heat_words, lightning_words, temperature

Json = dict[str, Any]

MINUTES_A_HOLE = 10
"""Pace of a round [common practice]: eighteen holes in three hours."""

LAST_HOUR = 23


def weather_context(plan: GamePlan, begins: int) -> Json:
    """What the station says of the hours of a round that begins then, and the daylight left after it."""
    units, holes = plan.owner.units, plan.holes.count()
    zone = timezone.get_current_timezone()
    start = datetime(plan.day.year, plan.day.month, plan.day.day, begins, tzinfo=zone)
    ends = start + timedelta(minutes=MINUTES_A_HOLE * holes)
    sunset = sunset_at(core_course(plan.layout.course).origin, plan.day, zone)
    last = min(LAST_HOUR, begins + math.ceil(MINUTES_A_HOLE * holes / 60))
    return {
        "begins": begins, "station": STATION, "daylight": daylight_words(sunset, ends),
        "hours": [hour_view(hour, units) for hour in range(begins, last + 1)],
    }  # fmt: skip


def hour_view(hour: int, units: str) -> Json:
    """One hour in words."""
    now = reading(hour)
    feels_c = heat_index_c(now.temperature_c, now.relative_humidity)
    cautions = [heat_words(heat_of(feels_c)), lightning_words(now.lightning_km, units)]
    return {
        "hour": hour,
        "wind": wind_speed(now.wind.speed_m_s, units), "gust": wind_speed(now.wind.gust_m_s, units),
        "from_deg": round(now.wind.from_deg),
        "temperature": temperature(now.temperature_c, units), "feels": temperature(feels_c, units),
        "cautions": [c for c in cautions if c],
    }  # fmt: skip
