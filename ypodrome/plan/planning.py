"""A plan is begun, and its holes are planned; that itself is the core's work."""

from __future__ import annotations

import math
from typing import Any, NamedTuple

from django.db import transaction

from ypodrome.accounts.models import Player
from ypodrome.accounts.quota import room_for
from ypodrome.core.api import Air, Option, Wind, Worth, look_from_tee, plan_hole
from ypodrome.course.models import Layout
from ypodrome.course.versions import current_version
from ypodrome.interchange.fingerprint import digest
from ypodrome.jobs.asked import worked_out
from ypodrome.plan.choices import settled
from ypodrome.plan.inputs import inputs_of, is_stale
from ypodrome.plan.kept import Kept, choice_from
from ypodrome.plan.live import situation_of
from ypodrome.plan.models import GamePlan, PlannedHole
from ypodrome.standins.weather_station import reading


@transaction.atomic
def start_plan(owner: Player, layout: Layout, hour: int) -> GamePlan:
    """A new plan for a layout, with the wind the weather station reports at this hour."""
    room_for(owner, "plans")
    now = reading(hour)
    plan = GamePlan.objects.create(
        owner=owner, layout=layout, version=current_version(layout.course),
        wind_m_s=now.wind.speed_m_s, wind_from_deg=now.wind.from_deg,
        gust_m_s=now.wind.gust_m_s, temperature_c=now.temperature_c, wind_source=now.station,
    )  # fmt: skip
    PlannedHole.objects.bulk_create(
        PlannedHole(plan=plan, position=h.position, number=h.number, tee=h.tee, pin=h.pin, par=h.par)
        for h in layout.holes.all()
    )
    return plan


def plan_one(hole: PlannedHole) -> PlannedHole:
    """Plan a hole and keep the result, with the player's choice found again in it or judged anew. Waiting
    until it is worked out."""
    inputs = inputs_of(hole)
    hole.inputs, hole.fingerprint = inputs, digest(inputs)
    hole.keep(kept_of(hole), "fingerprint", "inputs")
    _keep_version(hole.plan)
    return hole


def kept_of(hole: PlannedHole) -> Kept:
    """The hole's plan as its inputs are, with the player's choice found again in it or judged anew; not
    stored by this. Waiting until it is worked out."""
    situation, key = situation_of(hole), digest(inputs_of(hole))
    plan = worked_out(f"plan {key}", hole.plan.owner_id, plan_hole, situation)
    return settled(situation, plan, choice_from(hole.choice))


def _keep_version(plan: GamePlan) -> None:
    """A plan worked out on the course as it stands is one of that version."""
    version = current_version(plan.layout.course)
    if plan.version_id != version.pk:
        plan.version = version
        plan.save(update_fields=["version"])


def fresh(hole: PlannedHole) -> PlannedHole:
    """The hole, planned again if something has changed."""
    return plan_one(hole) if is_stale(hole) else hole


LIKE_WIND_M_S = 4.0
"""Change of the wind within which what the ground was worth stands in for a first look (chosen: it moves an
expected score by less than a tenth)."""

SAME_GROUND = ("form", "scene", "hole", "wet", "thrower", "bag")


class Look(NamedTuple):
    """A throw named at once; `rough` where what it costs to end beside the line is not known yet."""

    option: Option
    rough: bool


def first_look(hole: PlannedHole) -> Look | None:
    """The best throw over what the ground was worth in like conditions, or else over usual ground: an answer
    at once, before the hole is planned. None where the player has chosen, and on longer holes, whose later
    throws decide."""
    if hole.choice is not None or hole.par > 3:
        return None
    now = inputs_of(hole)
    worth = _worth_before(hole, now)
    key = f"look {digest(now)} from {hole.fingerprint if worth else 'usual ground'}"
    option = worked_out(key, hole.plan.owner_id, look_from_tee, situation_of(hole), worth, urgent=True)
    return Look(option, worth is None)


def _worth_before(hole: PlannedHole, now: dict[str, Any]) -> Worth | None:
    """What the ground was worth when the hole was last planned, if nothing but the conditions is new and the
    wind is alike."""
    if hole.kept is None or any(hole.inputs.get(key) != now[key] for key in SAME_GROUND):
        return None
    old, new = (Air(wind=Wind(*inputs["wind"][:2])).wind_vector() for inputs in (hole.inputs, now))
    return hole.kept.plan.worth if math.dist(old, new) <= LIKE_WIND_M_S else None
