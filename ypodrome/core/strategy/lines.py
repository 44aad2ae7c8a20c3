"""Names of lines, told from the flight and not from the input [common practice]."""

from __future__ import annotations

import math

import numpy as np

from ypodrome.core.thrower import ROLLERS

NAMED_BY_KIND = {"tomahawk": "tomahawk", "thumber": "thumber"}
TUNNEL_APEX_M = 3.0
OVER_THE_TOP_M = 14.0
"""Highest point below which a straight line is a tunnel shot, and above which it goes over what
stands in the way (chosen)."""

STALL_LAUNCH_DEG = 20.0
"""Launch from which a hyzer hangs and stalls (chosen)."""


def line_name(kind: str, hyzer_deg: float, launch_deg: float, out: np.record) -> str:
    """What players would call a mean flight: kind, release angles and results by name."""
    if kind in NAMED_BY_KIND:
        return NAMED_BY_KIND[kind]
    if kind in ROLLERS:
        return "roller" if _ran_m(out) > 8 else "cut roller, held up"
    distance = _ran_m(out)
    landing = math.degrees(out.landing_hyzer_rad)
    least = math.degrees(out.least_bank_rad)
    descent = math.degrees(out.descent_rad)
    if hyzer_deg >= 40:
        return "spike hyzer" if descent > 40 else "deep hyzer"
    if hyzer_deg <= -5:
        return "flex" if landing > 5 else "anhyzer, held"
    if hyzer_deg >= 5 and least < 4:
        return "hyzer flip to turnover" if landing < -5 else "hyzer flip"
    if landing < -8:
        return "turnover"
    if hyzer_deg >= 5:
        if launch_deg >= STALL_LAUNCH_DEG:
            return "stall hyzer"
        return "skip hyzer" if distance > 8 and descent < 22 else "stock hyzer"
    if out.apex_m < TUNNEL_APEX_M:
        return "tunnel shot"
    if out.apex_m > OVER_THE_TOP_M:
        return "over the top"
    if landing > 25:
        return "straight, late fade"
    return "straight"


def _ran_m(out: np.record) -> float:
    """Ground play: from first contact to rest [m]."""
    return math.hypot(out.rest_x_m - out.carry_x_m, out.rest_y_m - out.carry_y_m)


def power_words(power: float) -> str:
    """Share of full power in plain words."""
    steps = (
        (0.97, "full power"), (0.87, "just under full"), (0.75, "smooth, three quarters"),
        (0.6, "easy"), (0.45, "half power"),
    )  # fmt: skip
    return next((words for least, words in steps if power >= least), "touch")
