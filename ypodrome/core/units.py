"""Unit conversions. SI stays inside; other units exist only at the edges.

The factors are exact by definition (international yard and pound agreement, 1959).
"""

from __future__ import annotations

M_PER_FT = 0.3048
M_S_PER_MPH = 0.44704
KG_PER_G = 1e-3


def feet(length_m: float) -> float:
    """Length in feet from metres."""
    return length_m / M_PER_FT


def metres_from_feet(length_ft: float) -> float:
    """Length in metres from feet."""
    return length_ft * M_PER_FT


def mph(speed_m_s: float) -> float:
    """Speed in miles per hour from metres per second."""
    return speed_m_s / M_S_PER_MPH


def m_s_from_mph(speed_mph: float) -> float:
    """Speed in metres per second from miles per hour."""
    return speed_mph * M_S_PER_MPH


def wrap_degrees(angle_deg: float) -> float:
    """The same direction in [-180, 180) degrees."""
    return (angle_deg + 180.0) % 360.0 - 180.0
