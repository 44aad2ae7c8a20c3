"""Template filters for figures in the player's units."""

from __future__ import annotations

from django import template

from ypodrome.wording import measures

register = template.Library()


@register.filter
def distance(length_m: float | None, units: str) -> str:
    """A length to the foot or metre."""
    if length_m is None:
        return "—"
    return measures.length(length_m, units)


@register.filter
def wind_speed(speed_m_s: float, units: str) -> str:
    """A wind speed to the mile per hour or half metre per second."""
    return measures.wind_speed(speed_m_s, units)


@register.filter
def chance(value: float) -> str:
    """A chance to the percent."""
    return f"{100 * value:.0f}"


@register.filter
def throws(value: float) -> str:
    """Expected throws to the hundredth."""
    return f"{value:.2f}"


@register.filter
def signed(value: float) -> str:
    """A difference with its sign, to the tenth; one that rounds away has no sign."""
    return _signed(f"{value:+.1f}")


@register.filter
def signed_fine(value: float) -> str:
    """A difference with its sign, to the hundredth."""
    return _signed(f"{value:+.2f}")


def _signed(text: str) -> str:
    return text[1:] if float(text) == 0 else text.replace("-", "−")


@register.filter
def against_par(value: float) -> str:
    """A score against par: E, +1, −2; tenths when it is an expectation."""
    if abs(value) < 0.05:
        return "E"
    text = f"{value:+.0f}" if float(value).is_integer() else f"{value:+.1f}"
    return text.replace("-", "−")


@register.filter
def equals(one: object, other: object) -> bool:
    """Whether two values are the same."""
    return one == other


@register.filter
def wind_unit(units: str) -> str:
    """The unit of wind speeds."""
    return "mph" if units == "imperial" else "m/s"
