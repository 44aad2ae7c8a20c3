"""What a hole's plan was worked out from, and what has changed since."""

from __future__ import annotations

import hashlib
import json
from dataclasses import replace
from functools import lru_cache
from typing import Any

from ypodrome.core.api import Disc, Scene, scene_document
from ypodrome.plan.kept import FORM
from ypodrome.plan.live import situation_of
from ypodrome.plan.models import PlannedHole

Json = dict[str, Any]

MOST_DIGESTS = 128
"""Digests of scenes and bags kept (chosen: some rounds; a few bytes each beside what they are of)."""

WORDS = {
    "scene": "the hole was changed at the desk",
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
    """Every input of a hole's plan, by subject; long ones as digests. Units are none: showing metres plans
    nothing."""
    plan, situation = hole.plan, situation_of(hole)
    return {
        "form": FORM,
        "scene": scene_digest(situation.scene),
        "hole": [hole.number, hole.tee, hole.pin, hole.par],
        "posture": plan.posture,
        "wet": plan.wet,
        "wind": [plan.wind_m_s, plan.wind_from_deg, plan.gust_m_s, plan.temperature_c],
        "without": sorted(plan.without),
        "thrower": digest(repr(replace(situation.thrower, units="metric", name=""))),
        "bag": _bag_digest(situation.bag),
        "lines": digest([repr(replace(line, disc=_thrown(line.disc))) for line in situation.lines]),
    }


@lru_cache(maxsize=MOST_DIGESTS)
def scene_digest(scene: Scene) -> str:
    """A digest of all of a scene that a plan depends on."""
    return digest(scene_document(scene))


@lru_cache(maxsize=MOST_DIGESTS)
def _bag_digest(bag: tuple[Disc, ...]) -> str:
    return digest([repr(_thrown(d)) for d in bag])


def _thrown(disc: Disc) -> Disc:
    """A disc without what no plan depends on."""
    return replace(disc, notes="")


def digest(value: Any) -> str:
    """A short fingerprint of plain values."""
    return hashlib.sha256(json.dumps(value, sort_keys=True).encode()).hexdigest()[:24]


def fingerprint_of(hole: PlannedHole) -> str:
    """A digest of every input of a hole's plan."""
    return digest(inputs_of(hole))


def staleness(hole: PlannedHole) -> tuple[bool, list[str]]:
    """Whether an input has changed since the hole was planned, and what has, in words; none for a hole that
    was never planned."""
    if not hole.computed:
        return True, []
    now = inputs_of(hole)
    if hole.kept is not None and hole.fingerprint == digest(now):
        return False, []
    keys = [key for key in WORDS if hole.inputs.get(key) != now[key]]
    if "hole" in keys and "scene" in keys:
        keys.remove("scene")  # another tee or pin is other ground
    changed = [WORDS[key] for key in keys]
    return True, changed or ["it was planned by an earlier version of the program"]


def is_stale(hole: PlannedHole) -> bool:
    """Whether an input has changed since the hole was planned."""
    return staleness(hole)[0]
