"""The core's view of a planned hole, and the plans computed for it, kept in memory."""

from __future__ import annotations

from collections import OrderedDict
from threading import Lock

from ypodrome.bag.services import core_bag, core_lines
from ypodrome.core.api import Air, HolePlan, Scene, Situation, Wind, air_density_kg_m3, plan_hole
from ypodrome.course.services import scene_of
from ypodrome.plan.inputs import fingerprint_of
from ypodrome.plan.models import PlannedHole

KEPT_PLANS = 24

_live: OrderedDict[str, HolePlan] = OrderedDict()
_lock = Lock()


def scene_for_hole(hole: PlannedHole) -> Scene:
    """The scene this hole is planned on."""
    plan = hole.plan
    return scene_of(plan.layout.course, hole.number, hole.tee, hole.pin, hole.par, plan.wet)


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
        posture=plan.posture,
        without=tuple(plan.without),
        lines=core_lines(plan.owner),
    )


def live_plan(hole: PlannedHole) -> HolePlan:
    """The computed plan, kept in memory so that a drag need not solve the hole again."""
    key = fingerprint_of(hole)
    with _lock:
        if key in _live:
            _live.move_to_end(key)
            return _live[key]
    computed = plan_hole(situation_of(hole))
    with _lock:
        _live[key] = computed
        while len(_live) > KEPT_PLANS:
            _live.popitem(last=False)
    return computed
