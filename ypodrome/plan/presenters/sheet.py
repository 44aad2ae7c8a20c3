"""View data of the hole sheet."""

from __future__ import annotations

import math
from typing import Any

from ypodrome.core.api import Scene, power_words
from ypodrome.core.units import wrap_degrees
from ypodrome.drawing.hole_drawing import draw_hole
from ypodrome.plan.alike import in_force
from ypodrome.plan.models import PlannedHole
from ypodrome.plan.presenters.shot_drawing import draw_shot
from ypodrome.plan.presenters.side_drawing import draw_side
from ypodrome.plan.presenters.tee_drawing import draw_tee_view

ROLES = {
    "first": "First plan",
    "contingency": "Other hand",
    "safe": "Safe play",
    "other": "Another way",
    "next": "Then",
    "instead": "Instead",
}
SIDE_WORDS = ("left", "right", "short", "long")
SIGN_TOLERANCE = 0.03
"""A sign farther off the measured distance than this is said to disagree."""

STILL_M_S = 0.2
"""Air that moves less than this is still: Beaufort 0."""

CLOSE_CHOICE = 0.5
"""A carry or lay-up that costs no more than this is spelled out; of others the price is told (chosen)."""


def sheet_context(hole: PlannedHole, scene: Scene) -> dict[str, Any]:
    """Everything the fragments of a planned hole show."""
    units = hole.plan.owner.units
    drawing, frame = draw_hole(scene, units)
    context: dict[str, Any] = {
        "hole": hole, "plan": hole.plan, "units": units, "drawing": drawing,
        "wind": wind_view(hole.plan, frame.angle),
    }  # fmt: skip
    if hole.result and hole.chosen:
        context |= shot_context(hole.chosen, scene, frame, units)
        context["facts"] = _facts(hole, units)
        options = hole.result["options"]
        current = in_force(options, hole.chosen)
        context["options"] = [_row(o, hole, i == current) for i, o in enumerate(options)]
    return context


def shot_context(option: dict[str, Any], scene: Scene, frame: Any, units: str) -> dict[str, Any]:
    """The parts of the sheet that follow a throw: quill, side view, tee view, card."""
    return {
        "shot": draw_shot(option, scene, frame),
        "side": draw_side(option, scene, units),
        "tee_view": draw_tee_view(option, scene),
        "card": card(option),
        "units": units,
    }


def card(option: dict[str, Any]) -> dict[str, Any]:
    """The throw in words and figures, as carried to the tee."""
    misses = option.get("miss_costs", {})
    low = min(misses.values(), default=0.0)
    follow, instead = option.get("next"), option.get("instead")
    return {
        **option,
        "role_words": _role_words(option),
        "power_words": power_words(option["power_pct"] / 100),
        "angle_words": angle_words(option["hyzer_deg"]),
        "height_words": height_words(option["launch_deg"]),
        "aim_words": aim_words(option),
        "offset_m": abs(option.get("aim_offset_m") or 0.0),
        "misses": [
            {"side": s, "cost": misses.get(s), "dear": misses.get(s, low) - low > 0.15} for s in SIDE_WORDS
        ],
        "worse": option["chances"]["bogey_or_worse"],
        "follow": card(follow) if follow else None,
        "instead": card(instead) if instead else None,
        "choice": option["why"][0].rstrip(".") if instead else "",
        "close": bool(instead) and instead["expected_score"] < option["expected_score"] + CLOSE_CHOICE,
    }


def _role_words(option: dict[str, Any]) -> str:
    """What part the option has in the plan; one that is neither first, contingency nor safe is named for
    the way it takes where others take another."""
    name = (
        option["way"].capitalize()
        if option.get("way") and option["role"] == "other"
        else ROLES[option["role"]]
    )
    return name + (", as good" if option.get("as_good") else "")


def aim_words(option: dict[str, Any]) -> str:
    """The mark to throw at, with the angle when the mark is a landmark."""
    degrees = option["aim_left_deg"]
    words = option["aim_point"]
    if abs(degrees) < 0.5 or "°" in words or "basket" in words:
        return words
    side = "left" if degrees > 0 else "right"
    return f"{words}, {abs(degrees):.0f}° {side} of the basket"


def angle_words(hyzer_deg: float) -> str:
    """The release angle as players say it."""
    if abs(hyzer_deg) < 2:
        return "flat"
    return f"{abs(hyzer_deg):.0f}° {'hyzer' if hyzer_deg > 0 else 'anhyzer'}"


def height_words(launch_deg: float) -> str:
    """How high to send it."""
    steps = ((8, "low"), (13, "level height"), (18.5, "with height"), (27, "high"))
    return next((words for most, words in steps if launch_deg <= most), "very high")


def _row(option: dict[str, Any], hole: PlannedHole, current: bool) -> dict[str, Any]:
    c = option["chances"]
    trouble = [
        (label, c[key])
        for key, label in (("ob", "OB"), ("obstacle", "touch"), ("lost", "lost"), ("mando", "mando"))
        if c[key] >= 0.005
    ]
    return {
        **card(option),
        "bar_birdie": round(100 * c["birdie_or_better"], 1),
        "bar_worse": round(100 * c["bogey_or_worse"], 1),
        "bar_worse_from": round(100 * (1 - c["bogey_or_worse"]), 1),
        "aim_now": hole.chosen["aim_left_deg"] if current else option["aim_left_deg"],
        "in_force": current,
        "own_aim": current and hole.own_aim,
        "trouble": trouble,
        "first_reason": option["why"][0] if option["why"] else "",
    }


def _facts(hole: PlannedHole, units: str) -> dict[str, Any]:
    result = hole.result
    sign, measured = result["sign_distance_m"], result["distance_m"]
    wrong = sign is not None and abs(sign / measured - 1) > SIGN_TOLERANCE
    chances = result["score_chances"]
    return {
        **result,
        "sign_disagrees": wrong,
        "against_par": result["expected_score"] - hole.par,
        "scores": [
            {"score": k, "chance": v, "par": k == str(hole.par)} for k, v in chances.items() if v >= 0.005
        ],
    }


def wind_view(plan: Any, up_rad: float) -> dict[str, Any]:
    """The dial: the arrow's turn on the sheet, whose top is the line to the basket."""
    up_compass = 90.0 - math.degrees(up_rad)
    turn = plan.wind_from_deg - up_compass
    return {
        "from_deg": plan.wind_from_deg,
        "turn_deg": round(turn % 360.0, 1),
        "up_compass_deg": round(up_compass % 360.0, 1),
        "words": wind_words(wrap_degrees(turn)) if plan.wind_m_s >= STILL_M_S else "no wind",
    }


def wind_words(turn_deg: float) -> str:
    """Where the wind comes from as felt facing the basket."""
    sector = round((turn_deg % 360.0) / 45.0) % 8
    return (
        "head wind", "head, from the right", "from the right", "tail, from the right",
        "tail wind", "tail, from the left", "from the left", "head, from the left",
    )[sector]  # fmt: skip
