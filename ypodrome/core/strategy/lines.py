"""Names of lines, told from the flight and not from the input [common practice]."""

from __future__ import annotations

import math

import numpy as np
from numpy.typing import NDArray

from ypodrome.core.flight import batch as b


def line_name(hyzer_deg: float, launch_deg: float, out: NDArray[np.float64]) -> str:
    """What players would call a mean flight: its release angles and result row [OUT_SIZE]."""
    distance = math.hypot(out[b.REST_X] - out[b.CARRY_X], out[b.REST_Y] - out[b.CARRY_Y])
    landing = math.degrees(out[b.LANDING_HYZER_RAD])
    least = math.degrees(out[b.LEAST_BANK_RAD])
    descent = math.degrees(out[b.DESCENT_RAD])
    if hyzer_deg >= 40:
        return "spike hyzer" if descent > 40 else "deep hyzer"
    if hyzer_deg <= -5:
        return "flex" if landing > 5 else "anhyzer, held"
    if hyzer_deg >= 5 and least < 4:
        return "hyzer flip to turnover" if landing < -5 else "hyzer flip"
    if landing < -8:
        return "turnover"
    if hyzer_deg >= 5:
        if launch_deg >= 18:
            return "stall hyzer"
        return "skip hyzer" if distance > 8 and descent < 22 else "stock hyzer"
    if launch_deg <= 5:
        return "low straight"
    if landing > 25:
        return "straight, late fade"
    return "straight"


def power_words(power: float) -> str:
    """Share of full power in plain words."""
    steps = (
        (0.97, "full power"), (0.87, "just under full"), (0.75, "smooth, three quarters"),
        (0.6, "easy"), (0.45, "half power"),
    )  # fmt: skip
    return next((words for least, words in steps if power >= least), "touch")
