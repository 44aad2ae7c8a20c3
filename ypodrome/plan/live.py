"""The core's view of a planned hole, and the worth of its ground, kept in memory."""

from __future__ import annotations

from ypodrome.bag.services import core_bag, core_lines
from ypodrome.core.api import Air, GroundValue, Posture, Scene, Situation, Wind, air_density_kg_m3, held
from ypodrome.course.documents import core_course, scene_of
from ypodrome.plan.models import PlannedHole


def scene_for_hole(hole: PlannedHole) -> Scene:
    """The scene this hole is planned on."""
    plan = hole.plan
    return scene_of(plan.layout.course, hole.number, hole.tee, hole.pin, hole.par, plan.wet)


def labels_of(hole: PlannedHole, what: str) -> list[str]:
    """Labels of the "tees" or "pins" that the hole may have."""
    points = getattr(core_course(hole.plan.layout.course), what)
    return [p.label for p in points if not p.holes or hole.number in p.holes]


def situation_of(hole: PlannedHole) -> Situation:
    """Everything the core needs to plan a hole."""
    plan = hole.plan
    return Situation(
        scene=scene_for_hole(hole),
        thrower=plan.owner.thrower,
        bag=core_bag(plan.owner),
        air=Air(
            air_density_kg_m3(plan.temperature_c, 0.0, 0.6),
            Wind(plan.wind_m_s, plan.wind_from_deg, plan.gust_m_s),
        ),
        posture=Posture(plan.posture),
        without=tuple(plan.without),
        lines=core_lines(plan.owner),
    )


def ground_of(hole: PlannedHole) -> GroundValue:
    """The worth of the ground of a planned hole, taken up from what was kept and held in memory, so that a
    drag need not take it up again."""
    return held(hole.fingerprint, lambda: GroundValue(situation_of(hole), hole.planned.plan.worth))
