"""A hole whose pin is not known: one throw for all, and what the wrong one costs."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import replace

from ypodrome.core.api import Scene, UnsurePlan, plan_unsure, tried
from ypodrome.course.documents import scene_of
from ypodrome.interchange.fingerprint import digest, scene_digest
from ypodrome.jobs.asked import worked_out
from ypodrome.plan.choices import play
from ypodrome.plan.inputs import fingerprint_of
from ypodrome.plan.live import situation_of
from ypodrome.plan.models import PlannedHole
from ypodrome.plan.planning import fresh


def scene_with(hole: PlannedHole, pin: str) -> Scene:
    """The hole with another pin."""
    plan = hole.plan
    return scene_of(plan.layout.course, hole.number, hole.tee, pin, hole.par, plan.wet)


def plan_pins(hole: PlannedHole, weights: Mapping[str, float]) -> UnsurePlan:
    """The plan over the pins of a hole by weight; Refused when fewer than two have one."""
    situation = situation_of(hole)
    situations = [replace(situation, scene=scene_with(hole, pin)) for pin in weights]
    key = f"pins {fingerprint_of(hole)} {digest([scene_digest(s.scene) for s in situations])} {weights}"
    return worked_out(key, hole.plan.owner_id, plan_unsure, situations, list(weights.values()))


def keep_for_all(hole: PlannedHole, found: UnsurePlan) -> None:
    """Put the throw for all pins in force on the hole, judged with the pin it has."""
    play(fresh(hole), tried(found.cases[0].for_all))
