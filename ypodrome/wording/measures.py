"""Lengths, winds, chances and throws in words."""

from __future__ import annotations

from ypodrome.core.units import feet, metres_from_feet, mph

IMPERIAL = "imperial"
LITTLE = 0.005
"""Chances and throws below this round to nothing in the hundredth."""


def in_units(metres: float, units: str) -> float:
    """A length in the player's units."""
    return feet(metres) if units == IMPERIAL else metres


def in_metres(length: float, units: str) -> float:
    """A length of the player's units in metres."""
    return metres_from_feet(length) if units == IMPERIAL else length


def round_step(units: str) -> int:
    """The round length of the player's units that drawings are marked by."""
    return 50 if units == IMPERIAL else 20


def length(metres: float, units: str) -> str:
    """A length to the foot or the metre."""
    return f"{feet(metres):.0f} ft" if units == IMPERIAL else f"{metres:.0f} m"


def short_length(metres: float, units: str) -> str:
    """A length to the foot, or to the decimetre below ten metres."""
    return length(metres, units) if units == IMPERIAL or metres >= 10 else f"{metres:.1f} m"


def between(low_m: float, high_m: float, units: str) -> str:
    """Two lengths with the unit said once."""
    low, high = length(low_m, units), length(high_m, units)
    return f"{low.split()[0]} to {high}" if low != high else high


def wind_speed(speed_m_s: float, units: str) -> str:
    """A wind speed to the mile per hour or decimetre per second."""
    return f"{mph(speed_m_s):.0f} mph" if units == IMPERIAL else f"{speed_m_s:.1f} m/s"


def in_hundred(chance: float) -> str:
    """A chance as so many in a hundred, without false precision."""
    if chance < LITTLE:
        return "hardly ever"
    if chance > 1.0 - LITTLE:
        return "nearly always"
    return f"{100 * chance:.0f} in 100"


def of_a_throw(throws: float) -> str:
    """A price, as "0.12 of a throw"."""
    return f"{abs(throws):.2f} of a throw"


def price(dearer: float) -> str:
    """What deciding so costs or saves."""
    if abs(dearer) < LITTLE:
        return "costs the same"
    return f"{'costs' if dearer > 0 else 'saves'} {of_a_throw(dearer)}"


def at_cost(dearer: float) -> str:
    """What is had for what it costs more: "for 0.12 of a throw more"."""
    return "at the same cost" if dearer < 3 * LITTLE else f"for {of_a_throw(dearer)} more"
