"""View data of the thrower: clouds round the basket, the make curve, expected scores, before and after."""

from __future__ import annotations

from typing import Any

import numpy as np

from ypodrome.drawing.frame import path_of
from ypodrome.thrower.shows import PUTTS_M, Shows, Stock
from ypodrome.wording.measures import in_units, length

Json = dict[str, Any]
PX_PER_M, HALF_M = 3.6, 27.0
CURVE = (420.0, 190.0)
LEFT, BOTTOM, TOP = 34.0, 24.0, 8.0


def shows_view(now: Shows, before: Shows | None, units: str) -> Json:
    """What the thrower on the page comes to, beside what is kept."""
    rows = []
    for k, stock in enumerate(now.stock):
        old = before.stock[k] if before and before.stock else None
        rows.append({"now": _cloud(stock, units), "before": _cloud(old, units) if old else None})
    return {
        "clouds": rows, "curve": _curve(now, before, units), "fault_share": now.fault_share,
        "level": now.level, "old_fault_share": before.fault_share if before else None, "units": units,
    }  # fmt: skip


def _cloud(stock: Stock, units: str) -> Json:
    size = 2 * HALF_M * PX_PER_M
    at = np.stack([size / 2 + stock.rests[:, 0] * PX_PER_M, size / 2 - stock.rests[:, 1] * PX_PER_M], axis=1)
    inside = at[(at > 1).all(axis=1) & (at < size - 1).all(axis=1)]
    return {
        "distance": length(stock.distance_m, units), "disc": stock.disc, "shape": stock.shape,
        "expected": stock.expected, "half": length(stock.half_away_m, units), "size": size,
        "centre": size / 2, "circle": 10 * PX_PER_M, "beyond": len(at) - len(inside),
        "d": "".join(f"M{x:.1f} {y:.1f}h0" for x, y in inside),
    }  # fmt: skip


def _curve(now: Shows, before: Shows | None, units: str) -> Json:
    """The make curve in a frame: distances along, share made upward."""
    width, height = CURVE

    def d_of(makes: Any) -> str:
        x = LEFT + PUTTS_M / PUTTS_M[-1] * (width - LEFT - 8)
        y = height - BOTTOM - makes * (height - BOTTOM - TOP)
        return path_of(np.stack([x, y], axis=1))

    step = 15 if units == "imperial" else 5
    ticks = []
    for value in range(step, 100, step):
        x = LEFT + value / in_units(float(PUTTS_M[-1]), units) * (width - LEFT - 8)
        if x < width:
            ticks.append({"x": x, "text": value})
    shares = [
        {"y": height - BOTTOM - s / 100 * (height - BOTTOM - TOP), "text": s} for s in (0, 25, 50, 75, 100)
    ]
    return {
        "width": width, "height": height, "now": d_of(now.makes),
        "before": d_of(before.makes) if before else None, "ticks": ticks, "shares": shares, "left": LEFT,
        "base": height - BOTTOM, "unit": "ft" if units == "imperial" else "m",
    }  # fmt: skip
