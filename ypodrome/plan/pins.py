"""A hole whose pin is not known: one throw for all, and what the wrong one costs."""

from __future__ import annotations

import math
from collections.abc import Mapping
from dataclasses import replace
from typing import Any

from ypodrome.core.api import Scene, UnsurePlan, plan_unsure, tried
from ypodrome.course.services import core_course, scene_of
from ypodrome.plan.choices import play
from ypodrome.plan.live import situation_of
from ypodrome.plan.models import PlannedHole
from ypodrome.plan.planning import fresh


def pins_of(hole: PlannedHole) -> list[str]:
    """Labels of the pins that the hole may have."""
    course = core_course(hole.plan.layout.course)
    return [p.label for p in course.pins if not p.holes or hole.number in p.holes]


def scene_with(hole: PlannedHole, pin: str) -> Scene:
    """The hole with another pin."""
    plan = hole.plan
    return scene_of(plan.layout.course, hole.number, hole.tee, pin, hole.par, plan.wet)


def plan_pins(hole: PlannedHole, weights: Mapping[str, Any]) -> UnsurePlan:
    """The plan over the pins of a hole by weight. ValueError names a bad one."""
    known = pins_of(hole)
    for pin, weight in weights.items():
        if pin not in known:
            raise ValueError(f"there is no pin {pin} on this hole")
        if isinstance(weight, bool) or not isinstance(weight, int | float) or not math.isfinite(weight):
            raise ValueError(f"the weight of pin {pin} must be a number")
    weighed = {pin: float(weights[pin]) for pin in known if weights.get(pin)}
    situation = situation_of(hole)
    situations = [replace(situation, scene=scene_with(hole, pin)) for pin in weighed]
    return plan_unsure(situations, list(weighed.values()))


def keep_for_all(hole: PlannedHole, found: UnsurePlan) -> None:
    """Put the throw for all pins in force on the hole, judged with the pin it has."""
    play(fresh(hole), tried(found.cases[0].for_all))
