"""When the sun sets, so that a round ends in daylight."""

from __future__ import annotations

from datetime import date, datetime, tzinfo

from astral import Observer
from astral.sun import sunset


def sunset_at(lon_lat: tuple[float, float], day: date, zone: tzinfo) -> datetime | None:
    """Sunset at a place (longitude, latitude [deg]) on a day in a time zone; None where the sun does not set.
    By astral, after the equations of the US National Oceanic and Atmospheric Administration."""
    try:
        return sunset(Observer(lon_lat[1], lon_lat[0]), date=day, tzinfo=zone)
    except ValueError:
        return None
