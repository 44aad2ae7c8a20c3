"""What a hole's plan was worked out from, and what has changed since."""

from __future__ import annotations

from dataclasses import replace
from typing import Any

from ypodrome.interchange.fingerprint import bag_digest, digest, scene_digest, thrower_digest, thrown
from ypodrome.plan.kept import FORM
from ypodrome.plan.live import situation_of
from ypodrome.plan.models import PlannedHole

Json = dict[str, Any]

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
        "thrower": thrower_digest(situation.thrower),
        "bag": bag_digest(situation.bag),
        "lines": digest([repr(replace(line, disc=thrown(line.disc))) for line in situation.lines]),
    }


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
