"""A hole whose pin is not known: one throw for all, and what the wrong one costs."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import replace
from datetime import datetime
from functools import lru_cache

from ypodrome.core.api import Scene, UnsurePlan, plan_unsure, tried
from ypodrome.course.documents import scene_of
from ypodrome.plan.choices import play
from ypodrome.plan.inputs import fingerprint_of
from ypodrome.plan.live import situation_of
from ypodrome.plan.models import PlannedHole
from ypodrome.plan.planning import fresh

MOST_KEPT = 8
"""Plans over pins held at once (chosen: what one player asks in a minute)."""


def scene_with(hole: PlannedHole, pin: str) -> Scene:
    """The hole with another pin."""
    plan = hole.plan
    return scene_of(plan.layout.course, hole.number, hole.tee, pin, hole.par, plan.wet)


def plan_pins(hole: PlannedHole, weights: Mapping[str, float]) -> UnsurePlan:
    """The plan over the pins of a hole by weight; Refused when fewer than two have one."""
    weighed = tuple(weights.items())
    course = hole.plan.layout.course
    return _planned(hole.pk, fingerprint_of(hole), course.updated, weighed)


@lru_cache(maxsize=MOST_KEPT)
def _planned(
    pk: int, _fingerprint: str, _course_updated: datetime, weighed: tuple[tuple[str, float], ...]
) -> UnsurePlan:
    """The plan over pins, kept so that putting it in force need not find it again."""
    hole = PlannedHole.objects.select_related("plan__layout__course", "plan__owner").get(pk=pk)
    situation = situation_of(hole)
    situations = [replace(situation, scene=scene_with(hole, pin)) for pin, _ in weighed]
    return plan_unsure(situations, [weight for _, weight in weighed])


def keep_for_all(hole: PlannedHole, found: UnsurePlan) -> None:
    """Put the throw for all pins in force on the hole, judged with the pin it has."""
    play(fresh(hole), tried(found.cases[0].for_all))
