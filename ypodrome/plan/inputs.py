"""What a hole's plan was worked out from, and what has changed since."""

from __future__ import annotations

import hashlib
import json
from typing import Any

from ypodrome.bag.services import core_bag, core_lines
from ypodrome.plan.models import PlannedHole

Json = dict[str, Any]

KEPT_FORM = 3
"""Raised when what is kept of a plan changes, so that plans kept before are planned again."""

WORDS = {
    "course": "the course was changed at the desk",
    "hole": "tee, pin or par is another",
    "posture": "the posture is another",
    "wind": "the wind is another",
    "wet": "wet or dry has changed",
    "without": "a kind of throw was put off or on",
    "thrower": "the thrower has changed",
    "bag": "the bag has changed",
    "lines": "the kept lines have changed",
}


def inputs_of(hole: PlannedHole) -> Json:
    """Every input of a hole's plan, by subject; long ones as digests."""
    plan, course = hole.plan, hole.plan.layout.course
    return {
        "form": KEPT_FORM,
        "course": [course.pk, course.updated.isoformat()],
        "hole": [hole.number, hole.tee, hole.pin, hole.par],
        "posture": plan.posture,
        "wind": [plan.wind_m_s, plan.wind_from_deg, plan.gust_m_s, plan.temperature_c],
        "wet": plan.wet,
        "without": sorted(plan.without),
        "thrower": digest([plan.owner.thrower_document, plan.owner.units]),
        "bag": digest([str(d) for d in core_bag(plan.owner)]),
        "lines": digest([str(line) for line in core_lines(plan.owner)]),
    }


def digest(value: Any) -> str:
    """A short fingerprint of plain values."""
    return hashlib.sha256(json.dumps(value, sort_keys=True).encode()).hexdigest()[:24]


def fingerprint_of(hole: PlannedHole) -> str:
    """A digest of every input of a hole's plan."""
    return digest(inputs_of(hole))


def is_stale(hole: PlannedHole) -> bool:
    """Whether an input has changed since the hole was planned."""
    return hole.result is None or hole.fingerprint != fingerprint_of(hole)


def stale_reasons(hole: PlannedHole) -> list[str]:
    """What has changed since the hole was planned, in words; nothing when it is fresh or not planned."""
    if hole.result is None or not is_stale(hole):
        return []
    now = inputs_of(hole)
    changed = [words for key, words in WORDS.items() if hole.inputs.get(key) != now[key]]
    return changed or ["it was planned by an earlier version of the program"]
