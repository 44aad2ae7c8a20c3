"""The weather of a round in words, with what to mind."""

from __future__ import annotations

from datetime import datetime, timedelta

from ypodrome.core.api import Heat
from ypodrome.wording.measures import IMPERIAL

HEAT = {
    Heat.CAUTION: "Warm: drink before you are thirsty.",
    Heat.EXTREME_CAUTION: "Hot: drink, cover your head, rest in the shade.",
    Heat.DANGER: "Heat danger: shorten the round; cramps or dizziness mean stop, shade, water, help.",
    Heat.EXTREME_DANGER: "Extreme heat: do not play.",
}
"""What to do by class of the heat index (after the US National Weather Service's advice)."""

LIGHTNING = (
    "Lightning {away} away: stop, leave open ground and lone trees, wait thirty minutes after the last "
    "thunder."
)
"""After the US National Weather Service: whoever hears thunder is near enough to be struck."""

KM_A_MILE = 1.609344


def temperature(celsius: float, units: str) -> str:
    """As "61 °F"."""
    return f"{1.8 * celsius + 32.0:.0f} °F" if units == IMPERIAL else f"{celsius:.0f} °C"


def heat_words(heat: Heat) -> str:
    """What to do; nothing where it is fine."""
    return HEAT.get(heat, "")


def lightning_words(away_km: float | None, units: str) -> str:
    """What to do; nothing where there is none."""
    if away_km is None:
        return ""
    away = f"{away_km / KM_A_MILE:.0f} miles" if units == IMPERIAL else f"{away_km:.0f} km"
    return LIGHTNING.format(away=away)


def daylight_words(sunset: datetime | None, ends: datetime) -> str:
    """How much daylight a round that ends then leaves."""
    if sunset is None:
        return ""
    left = sunset - ends
    if left < timedelta():
        return f"Sunset {sunset:%H:%M}: a round that begins then does not end in daylight."
    hours, minutes = divmod(round(left.total_seconds() / 60), 60)
    spare = f"{hours} h {minutes:02d} min" if hours else f"{minutes} min"
    return f"Sunset {sunset:%H:%M}, {spare} after a round of that length."
