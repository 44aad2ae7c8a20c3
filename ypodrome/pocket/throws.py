"""A throw as the phone's card has it: words, a few lines to draw, and what its events will say of it."""

from __future__ import annotations

import math
from typing import Any

import numpy as np
import shapely
from numpy.typing import NDArray

from ypodrome.core.api import Option, two_thirds
from ypodrome.drawing.frame import Frame, relative_path
from ypodrome.plan.presenters.sheet import card
from ypodrome.round.promised import promised_throw

Json = dict[str, Any]

FINEST_PX = 0.5
"""Corners of a flight and of a zone nearer than this to the line without them are left out (chosen)."""

AIM_PAST = 1.15
"""The aim is drawn so many times as far as the throw goes (chosen: to the mark, or a little past the end)."""


def throw_view(option: Option, frame: Frame, units: str) -> Json:
    """One throw, with the one planned after it."""
    words, forecast = card(option, units), option.forecast
    lie = np.array(option.throw.lie)
    heading = math.radians(option.throw.heading_deg)
    reach = AIM_PAST * float(np.hypot(*(np.array(forecast.landing) - lie)))
    aim = lie + reach * np.array([math.cos(heading), math.sin(heading)])
    follow = option.standing.next
    return promised_throw(option) | {
        "how": f"{words['throw']}, {words['power_words']} ({words['power_pct']}\u00a0%)",
        "angle": f"{words['angle_words']}, {words['height_words']}",
        "aim": words["aim_words"],
        "expected": round(forecast.expected, 2),
        "role": words["role_words"],
        "flight": _line(frame.pixels(forecast.path[:, 1:3])),
        "zone": _line(frame.pixels(two_thirds(forecast.rests)), closed=True),
        "aim_at": frame.one((float(aim[0]), float(aim[1]))),
        "end": frame.one(forecast.landing),
        "then": throw_view(follow, frame, units) if follow else None,
    }  # fmt: skip


def _line(pixels: NDArray[np.float64], closed: bool = False) -> str:
    """SVG path data through pixels, without corners too fine to be seen."""
    if len(pixels) < 2:
        return ""
    kept = shapely.LineString(pixels).simplify(FINEST_PX)
    return relative_path([(x, y) for x, y in kept.coords], closed)
