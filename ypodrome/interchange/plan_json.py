"""A hole plan as JSON, keys as in docs/formats.md."""

from __future__ import annotations

import math
from typing import Any

from ypodrome.core.strategy.exactness import Window
from ypodrome.core.strategy.options import Leave, Option
from ypodrome.core.strategy.plan import HolePlan
from ypodrome.interchange.frame import LonLat, to_lon_lat

Json = dict[str, Any]


def plan_document(plan: HolePlan, origin: LonLat) -> Json:
    """The plan as plain values; `origin` is the course origin [deg]."""
    scene = plan.situation.scene
    return {
        "hole": scene.line.number,
        "par": scene.par,
        "tee": scene.tee.label,
        "pin": scene.pin.label,
        "distance_m": round(scene.distance_m, 1),
        "plays_like_m": round(plan.plays_like_m, 1),
        "sign_distance_m": scene.line.sign_distance_m,
        "expected_score": round(plan.expected_score, 3),
        "score_chances": _chances(plan.score_chances),
        "options": [{"rank": k, **option_document(o, origin)} for k, o in enumerate(plan.options, start=1)],
        "cautions": list(plan.cautions),
        "compute_s": round(plan.compute_s, 3),
    }


def option_document(option: Option, origin: LonLat) -> Json:
    """One option as plain values."""
    lon, lat = to_lon_lat(origin, option.landing)
    misses = option.miss_costs
    return {
        "role": option.role,
        "disc": option.disc.name,
        "throw": option.throw,
        "line": option.line,
        "own_line": option.own_line,
        "hyzer_deg": round(option.hyzer_deg, 1),
        "nose_deg": round(option.nose_deg, 1),
        "launch_deg": round(option.launch_deg, 1),
        "power_pct": round(100 * option.power),
        "aim_left_deg": round(option.aim_left_deg, 1),
        "aim_point": option.aim_point,
        "aim_offset_m": None if option.aim_offset_m is None else round(option.aim_offset_m, 1),
        "landing": {
            "lon": round(lon, 7),
            "lat": round(lat, 7),
            "left_m": round(option.landing_left_m, 1),
            "long_m": round(option.landing_long_m, 1),
        },
        "spread_m": {"along": round(option.along_m, 1), "across": round(option.across_m, 1)},
        "expected_score": round(option.expected, 3),
        "chances": {k: round(v, 4) for k, v in option.chances.items()},
        "worst_miss": max(misses, key=lambda side: misses[side]) if misses else None,
        "best_miss": min(misses, key=lambda side: misses[side]) if misses else None,
        "miss_costs": {k: round(v, 3) for k, v in misses.items()},
        "stopped_by": {k: round(v, 4) for k, v in option.stopped_by.items()},
        "window": _window(option.window),
        "leaves": _leave(option.leaves),
        "over": {k: round(v, 4) for k, v in option.over.items()},
        "way": str(option.way) if option.way else None,
        "as_good": option.as_good,
        "next": option_document(option.next, origin) if option.next else None,
        "instead": option_document(option.instead, origin) if option.instead else None,
        "why": list(option.why),
    }


def _window(window: Window | None) -> Json | None:
    if window is None:
        return None
    free = not math.isfinite(window.width_m)
    return {
        "left_deg": window.left_deg,
        "right_deg": window.right_deg,
        "width_m": None if free else round(window.width_m, 1),
        "away_m": None if free else round(window.away_m, 1),
        "by": window.by,
    }


def _leave(leave: Leave | None) -> Json | None:
    if leave is None:
        return None
    return {
        "distance_m": round(leave.distance_m, 1),
        "rise_m": round(leave.rise_m, 1),
        "wind": leave.wind,
    }


def _chances(chances: dict[str, float]) -> dict[str, float]:
    """Rounded chances that still add up to one: the rounding falls on the likeliest score."""
    rounded = {k: round(v, 4) for k, v in chances.items()}
    likeliest = max(rounded, key=lambda k: rounded[k])
    rounded[likeliest] = round(rounded[likeliest] + 1.0 - sum(rounded.values()), 4)
    return rounded
