"""A computed plan as it is stored: its document, and what is needed to draw it again without computing."""

from __future__ import annotations

import math
from typing import Any

import numpy as np
from numpy.typing import NDArray

from ypodrome.core.api import HolePlan, Option, score_chances
from ypodrome.interchange.frame import LonLat
from ypodrome.interchange.plan_json import option_document, plan_document

DRAWN_RESTS = 300

Json = dict[str, Any]


def stored_plan(computed: HolePlan, origin: LonLat) -> Json:
    """The plan's document with its options as they are stored."""
    options = [{"rank": k, **stored_option(o, origin)} for k, o in enumerate(computed.options, start=1)]
    by_distance = [[d, round(throws, 3)] for d, throws in computed.value.by_distance()]
    return {**plan_document(computed, origin), "options": options, "by_distance": by_distance}


def scores_by_day(option: Json) -> NDArray[np.float64]:
    """Score chances of a stored option on each of the days; alike on all where that was not kept."""
    return np.array(option.get("by_day") or list(option["score_chances"].values()))


def stored_option(option: Option, origin: LonLat) -> Json:
    """An option with what is needed to draw it again without computing."""
    return {
        **option_document(option, origin),
        "kind": option.kind,
        "score_chances": {k: round(v, 4) for k, v in score_chances(option).items()},
        "by_day": [[round(v, 4) for v in row] for row in option.by_day],
        "heading_deg": round(option.heading_deg, 3),
        "power": round(option.power, 4),
        "bend_deg": round(math.degrees(option.bend_rad), 2),
        "numbers": option.disc.numbers,
        "lie": [round(c, 2) for c in option.lie],
        "ends": [round(c, 2) for c in option.landing],
        "path": [[round(float(v), 2) for v in row] for row in option.path],
        "rests": [[round(float(c), 1) for c in row] for row in option.rests[:DRAWN_RESTS]],
        "next": stored_option(option.next, origin) if option.next else None,
        "instead": stored_option(option.instead, origin) if option.instead else None,
    }
