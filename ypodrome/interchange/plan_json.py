"""A hole plan as JSON, keys as in docs/formats.md."""

from __future__ import annotations

import math
from collections.abc import Iterable
from typing import Any

import numpy as np
import shapely
from numpy.typing import NDArray

from ypodrome.core.api import (
    Forecast,
    HolePlan,
    Leave,
    LiePlan,
    Option,
    Side,
    Situation,
    UnsurePlan,
    Window,
    outlook_chances,
    round_chances,
    score_chances,
    two_thirds,
)
from ypodrome.interchange.frame import LonLat, to_lon_lat
from ypodrome.interchange.putt_json import putt_document
from ypodrome.wording.cautions import caution_words
from ypodrome.wording.reasons import reason_sentences
from ypodrome.wording.throws import aim_words, way_words

Json = dict[str, Any]

FINEST_M = 0.25
"""Corners of a flight nearer than this to the line without them are left out (chosen: not seen on a page)."""


def plan_document(plan: HolePlan, origin: LonLat, units: str) -> Json:
    """The plan as plain values; `origin` is the course origin [deg], sentences are in the player's units."""
    return {
        "hole": plan.hole,
        "par": plan.par,
        "tee": plan.tee,
        "pin": plan.pin,
        "distance_m": round(plan.distance_m, 1),
        "plays_like_m": round(plan.plays_like_m, 1),
        "sign_distance_m": plan.sign_distance_m,
        "expected_score": round(plan.expected_score, 3),
        "score_chances": rounded_chances(score_chances(plan.options[0])),
        "options": [
            {"rank": k, **option_document(o, origin, units)} for k, o in enumerate(plan.options, start=1)
        ],
        "cautions": [caution_words(c, units) for c in plan.cautions],
        "compute_s": round(plan.compute_s, 3),
    }


def conditions_document(situation: Situation) -> Json:
    """The day of a plan, and in whose units its words are."""
    wind = situation.air.wind
    return {
        "wind_m_s": wind.speed_m_s, "wind_from_deg": wind.from_deg, "gust_m_s": wind.gust_m_s,
        "wet": situation.scene.wet, "posture": situation.posture, "without": list(situation.without),
        "seed": situation.seed, "units": situation.thrower.units, "player": situation.thrower.name,
    }  # fmt: skip


def lie_document(plan: HolePlan, here: LiePlan, origin: LonLat, units: str) -> Json:
    """A plan from a lie as plain values: the hole's keys as in a plan from its tee, the scores with the
    throws made included, and the putt where it is near enough for one."""
    options = [{"rank": k, **option_document(o, origin, units)} for k, o in enumerate(here.options, start=1)]
    lon, lat = to_lon_lat(origin, here.lie)
    return {
        **plan_document(plan, origin, units),
        "lie": {"lon": round(lon, 7), "lat": round(lat, 7)},
        "thrown": here.thrown,
        "stance": here.stance,
        "distance_m": round(here.distance_m, 1),
        "expected_score": round(here.expected, 3),
        "score_chances": rounded_chances(outlook_chances(here.outlook, here.thrown)),
        "options": options,
        "putt": putt_document(here.putt, origin, units) if here.putt else None,
    }


def disc_rows(options: Iterable[Option]) -> list[Json]:
    """The best throw of every disc, best first."""
    return [
        {
            "disc": o.throw.disc.name,
            "throw": o.throw.code,
            "kind": o.throw.kind,
            "line": o.forecast.shape,
            "power_pct": round(100 * o.throw.power),
            "hyzer_deg": round(o.throw.hyzer_deg, 1),
            "aim_left_deg": round(o.aim.left_deg, 1),
            "expected_score": round(o.forecast.expected, 3),
            "chances": {k: round(v, 4) for k, v in vars(o.forecast.chances).items()},
        }
        for o in options
    ]


def unsure_document(plan: UnsurePlan, origin: LonLat, units: str) -> Json:
    """A plan that is not sure of the pin: the one throw, and pin by pin what it comes to, what one would
    throw knowing, and what the throws of the pins cost more there."""
    pins = [case.pin for case in plan.cases]
    return {
        "expected_score": round(plan.expected, 3),
        "known_score": round(plan.known, 3),
        "throw": option_document(plan.cases[0].for_all, origin, units),
        "cases": [
            {
                "pin": case.pin,
                "weight": round(case.weight, 4),
                "expected_score": round(case.for_all.forecast.expected, 3),
                "own": disc_rows([case.own])[0],
                "costs": {pin: round(cost, 3) for pin, cost in zip(pins, case.wrong, strict=True)},
            }
            for case in plan.cases
        ],
    }


def round_document(holes: list[tuple[HolePlan, Json]]) -> Json:
    """A layout's plans with the round's score and its chances, the day shared by all holes."""
    first = [plan.options[0].forecast for plan, _ in holes]
    total = round_chances([np.array(f.by_day or f.outlook) for f in first])
    chances = {str(len(holes) + k): float(p) for k, p in enumerate(total) if p >= LEAST_CHANCE}
    rest = max(0.0, 1.0 - sum(chances.values()))
    if rest > 0.0:
        last = list(chances)[-1]
        chances[f"{last}+"] = chances.pop(last) + rest
    return {
        "holes": [document for _, document in holes],
        "expected_score": round(sum(f.expected for f in first), 3),
        "score_chances": rounded_chances(chances),
    }


LEAST_CHANCE = 1e-4
"""Totals less likely than this go with the tail."""


def option_document(option: Option, origin: LonLat, units: str) -> Json:
    """One option as plain values."""
    throw, aim, forecast, standing = option.throw, option.aim, option.forecast, option.standing
    misses = forecast.shift_costs
    follow, instead = standing.next, standing.instead
    return {
        "role": standing.role,
        "disc": throw.disc.name,
        "throw": throw.code,
        "kind": throw.kind,
        "line": forecast.shape,
        "own_line": throw.own_line,
        "hyzer_deg": round(throw.hyzer_deg, 1),
        "nose_deg": round(throw.nose_deg, 1),
        "launch_deg": round(throw.launch_deg, 1),
        "power_pct": round(100 * throw.power),
        "aim_left_deg": round(aim.left_deg, 1),
        "aim_point": aim_words(aim, units),
        "aim_offset_m": None if aim.offset_m is None else round(aim.offset_m, 1),
        "landing": _landing(forecast, origin),
        "flight": _flight(forecast, origin),
        "zone": [_lon_lat(at, origin) for at in two_thirds(forecast.rests)[::2]],
        "spread_m": {"along": round(forecast.along_m, 1), "across": round(forecast.across_m, 1)},
        "apex_m": round(forecast.apex_m, 1),
        "expected_score": round(forecast.expected, 3),
        "chances": {k: round(v, 4) for k, v in vars(forecast.chances).items()},
        "worst_miss": max(misses, key=lambda side: misses[side]) if misses else None,
        "best_miss": min(misses, key=lambda side: misses[side]) if misses else None,
        "aim_shift_costs": {s: round(misses[s], 3) if s in misses else None for s in Side},
        "stopped_by": {k: round(v, 4) for k, v in forecast.stopped_by.items()},
        "window": _window(forecast.window),
        "heights": [
            {"over": h.over, "what": h.what, "away_m": round(h.away_m, 1), "height_m": round(h.flies_m, 1),
             "room_m": round(h.room_m, 1)}
            for h in forecast.heights
        ],
        "leaves": _leave(forecast.leaves),
        "seen": round(forecast.seen, 2),
        "over": {k: round(v, 4) for k, v in forecast.over.items()},
        "way": way_words(standing.way) or None,
        "as_good": standing.as_good,
        "next": option_document(follow, origin, units) if follow else None,
        "instead": option_document(instead, origin, units) if instead else None,
        "why": reason_sentences(standing.reasons, units),
    }  # fmt: skip


def _lon_lat(at: NDArray[np.float64], origin: LonLat) -> list[float]:
    lon, lat = to_lon_lat(origin, (float(at[0]), float(at[1])))
    return [round(lon, 7), round(lat, 7)]


def _flight(forecast: Forecast, origin: LonLat) -> list[list[float]]:
    """The mean flight: longitude, latitude and height above the course datum [m] of a few places along it."""
    path = forecast.path[:, 1:4]
    if len(path) < 2:
        return []
    kept = shapely.LineString(path[:, :2]).simplify(FINEST_M)
    corners = [int(np.hypot(*(path[:, :2] - at).T).argmin()) for at in np.array(kept.coords)]
    return [[*_lon_lat(path[i], origin), round(float(path[i, 2]), 1)] for i in corners]


def _landing(forecast: Forecast, origin: LonLat) -> Json:
    lon, lat = to_lon_lat(origin, forecast.landing)
    return {
        "lon": round(lon, 7), "lat": round(lat, 7),
        "left_m": round(forecast.left_m, 1), "long_m": round(forecast.long_m, 1),
    }  # fmt: skip


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


def _leave(leave: Leave) -> Json:
    return {
        "distance_m": round(leave.distance_m, 1),
        "quarter_m": round(leave.quarter_m, 1),
        "three_quarter_m": round(leave.three_quarter_m, 1),
        "rise_m": round(leave.rise_m, 1),
        "wind": leave.wind,
    }


def rounded_chances(chances: dict[str, float]) -> dict[str, float]:
    """Rounded chances that still add up to one: the rounding falls on the likeliest score."""
    rounded = {k: round(v, 4) for k, v in chances.items()}
    likeliest = max(rounded, key=lambda k: rounded[k])
    rounded[likeliest] = round(rounded[likeliest] + 1.0 - sum(rounded.values()), 4)
    return rounded
