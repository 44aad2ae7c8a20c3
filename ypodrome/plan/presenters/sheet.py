"""View data of the hole sheet."""

from __future__ import annotations

import hashlib
import math
from collections.abc import Hashable
from dataclasses import dataclass
from threading import Lock
from typing import Any

from cachetools import LRUCache, cached

from ypodrome.core.api import At, Option, Scene, Side, dearer, nearest_option, score_chances
from ypodrome.core.units import wrap_degrees
from ypodrome.drawing.frame import Frame
from ypodrome.drawing.hole_drawing import draw_hole
from ypodrome.interchange.fingerprint import scene_digest
from ypodrome.plan.kept import Kept, choice_from
from ypodrome.plan.models import PlannedHole
from ypodrome.plan.presenters.drawn import drawn
from ypodrome.plan.presenters.shot_drawing import draw_shot
from ypodrome.plan.presenters.side_drawing import draw_side
from ypodrome.plan.presenters.tee_drawing import draw_tee_view
from ypodrome.wording.cautions import caution_words
from ypodrome.wording.measures import LITTLE
from ypodrome.wording.reasons import reason_sentences
from ypodrome.wording.throws import (
    aim_words,
    angle_words,
    height_words,
    power_words,
    role_words,
)
from ypodrome.wording.winds import wind_words

SIGN_TOLERANCE = 0.03
"""A sign farther off the measured distance than this is said to disagree."""

STILL_M_S = 0.2
"""Air that moves less than this is still: Beaufort 0."""

DEAR = 0.15
"""Throws dearer than the cheapest side from which a side is marked (chosen)."""

CLOSE_CHOICE = 0.5
"""A carry or lay-up that costs no more than this is spelled out; of others the price is told (chosen)."""


MOST_SHOWN = 256
"""Throws whose drawings are kept (chosen: a dozen rounds, some 20 MB)."""


def sheet_context(hole: PlannedHole, scene: Scene) -> dict[str, Any]:
    """Everything the fragments of a planned hole show."""
    units = hole.plan.owner.units
    drawing, frame = draw_hole(scene, units)
    context: dict[str, Any] = {
        "hole": hole, "plan": hole.plan, "units": units, "drawing": drawing,
        "wind": wind_view(hole.plan, frame.angle),
    }  # fmt: skip
    kept = hole.kept
    if kept:
        context |= kept_context(shown_of(hole), scene, frame, units)
        context["facts"] = _facts(hole, units)
        context["options"] = [_row(o, hole, rank, units) for rank, o in enumerate(kept.options, start=1)]
        context["rank"], context["aim_now"] = kept.place + 1, round(kept.in_force.aim.left_deg, 1)
        context["gone"], context["by_hand"] = gone_words(hole), kept.own is not None
    return context


def gone_words(hole: PlannedHole) -> str:
    """What is said when the player's choice cannot be thrown any more."""
    choice = choice_from(hole.choice)
    if not hole.planned.gone or choice is None:
        return ""
    nearest = hole.planned.plan.options[nearest_option(hole.planned.plan.options, choice.key)]
    was = f"{choice.throw.disc.name}, {choice.key.shape}, {choice.throw.code}"
    now = f"{nearest.throw.disc.name}, {nearest.forecast.shape}, {nearest.throw.code}"
    return f"Your choice ({was}) cannot be thrown today: the first plan stands in. The nearest is {now}."


@dataclass(frozen=True)
class Shown:
    """A plan and its throw in force, with the key by which what was drawn of them is found again."""

    key: str
    kept: Kept

    @property
    def option(self) -> Option:
        """The throw in force."""
        return self.kept.in_force


def shown_of(hole: PlannedHole) -> Shown:
    """The throw in force on a planned hole; its key is all that is kept of the plan."""
    return Shown(hashlib.sha256(bytes(hole.computed or b"")).hexdigest(), hole.planned)


def by_key(shown: Shown | None, *others: Any) -> Hashable:
    """What a drawing is found again by: keys hold no plans and no scenes, which are large."""
    return (shown and shown.key, *(scene_digest(o) if isinstance(o, Scene) else o for o in others))


@cached(LRUCache(MOST_SHOWN), key=by_key, lock=Lock())
def kept_context(shown: Shown, scene: Scene, frame: Frame, units: str) -> dict[str, Any]:
    """`shot_context` of a throw in force, kept and not to be changed."""
    return shot_context(shown.option, scene, frame, units)


def shot_context(option: Option, scene: Scene, frame: Frame, units: str) -> dict[str, Any]:
    """The parts of the sheet that follow a throw: quill, side view, tee view, card."""
    return {
        "shot": drawn(draw_shot, option, scene, frame),
        "side": drawn(draw_side, option, scene, units),
        "tee_view": drawn(draw_tee_view, option, scene),
        "card": card(option, units),
        "units": units,
    }


def card(option: Option, units: str) -> dict[str, Any]:
    """The throw in words and figures, as carried to the tee."""
    throw, aim, forecast, standing = option.throw, option.aim, option.forecast, option.standing
    costs = forecast.shift_costs
    low = min(costs.values(), default=0.0)
    follow, instead = standing.next, standing.instead
    why = reason_sentences(standing.reasons, units)
    close = instead is not None and instead.forecast.expected < forecast.expected + CLOSE_CHOICE
    return {
        "disc": throw.disc.name,
        "throw": throw.code,
        "line": forecast.shape,
        "own_line": throw.own_line,
        "power_pct": round(100 * throw.power),
        "launch_deg": throw.launch_deg,
        "expected_score": forecast.expected,
        "chances": forecast.chances,
        "why": why,
        "role_words": role_words(option),
        "power_words": power_words(throw.power),
        "angle_words": angle_words(throw.hyzer_deg),
        "height_words": height_words(throw.launch_deg),
        "aim_words": aim_words(aim, units),
        "offset_m": abs(aim.offset_m or 0.0) if aim.at != At.BASKET else 0.0,
        "misses": [{"side": s, "cost": costs.get(s), "dear": costs.get(s, low) - low > DEAR} for s in Side],
        "worse": forecast.chances.bogey_or_worse,
        "follow": card(follow, units) if follow else None,
        "instead": card(instead, units) if instead else None,
        "choice": why[0].rstrip(".") if instead else "",
        "close": close,
    }


def _row(option: Option, hole: PlannedHole, rank: int, units: str) -> dict[str, Any]:
    c = option.forecast.chances
    current = rank == hole.planned.place + 1
    troubles = (("OB", c.ob), ("touch", c.obstacle), ("lost", c.lost), ("mando", c.mando))
    row = card(option, units)
    return {
        **row,
        "rank": rank,
        "bar_birdie": round(100 * c.birdie_or_better, 1),
        "bar_worse": round(100 * c.bogey_or_worse, 1),
        "bar_worse_from": round(100 * (1 - c.bogey_or_worse), 1),
        "aim_now": round(option.aim.left_deg, 1),
        "in_force": current,
        "own_aim": current and hole.planned.own is not None,
        "trouble": [(label, share) for label, share in troubles if share >= LITTLE],
        "first_reason": row["why"][0] if row["why"] else "",
    }


def _facts(hole: PlannedHole, units: str) -> dict[str, Any]:
    plan = hole.planned.plan
    sign, first = plan.sign_distance_m, plan.options[0]
    chances = score_chances(first)
    return {
        "distance_m": plan.distance_m,
        "plays_like_m": plan.plays_like_m,
        "sign_distance_m": sign,
        "expected_score": first.forecast.expected,
        "sign_disagrees": sign is not None and abs(sign / plan.distance_m - 1) > SIGN_TOLERANCE,
        "cautions": [caution_words(c, units) for c in plan.cautions],
        "scores": [
            {"score": k, "chance": v, "par": k == str(hole.par)} for k, v in chances.items() if v >= LITTLE
        ],
    }


def standard_context(hole: PlannedHole, standard: Option) -> dict[str, Any]:
    """The line the hole asks a standard player of this level for, and whether this player's plan has it."""
    units, first = hole.plan.owner.units, hole.planned.options[0]

    def line(o: Option) -> tuple[str, str]:
        return o.throw.kind, o.forecast.shape

    own = next((o for o in hole.planned.options if line(o) == line(standard)), None)
    return {
        "standard": card(standard, units),
        "own": card(own, units) if own else None,
        "same": own is first,
        "gained": dearer(standard.forecast.expected, first.forecast.expected),
        "dearer": dearer(own.forecast.expected, first.forecast.expected) if own else 0.0,
        "units": units,
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
