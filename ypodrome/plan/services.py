"""Reads and writes for game plans. Planning itself is the core's work."""

from __future__ import annotations

from typing import Any

from django.db import transaction

from ypodrome.accounts.models import Player
from ypodrome.core.api import POSTURES, GroundValue, Wind, plan_hole
from ypodrome.course.models import Layout
from ypodrome.course.services import scene_of
from ypodrome.plan.choosing import settled
from ypodrome.plan.inputs import digest, inputs_of
from ypodrome.plan.kept import choice_from
from ypodrome.plan.live import situation_of
from ypodrome.plan.models import GamePlan, PlannedHole
from ypodrome.standins.weather_station import reading

Json = dict[str, Any]


@transaction.atomic
def start_plan(owner: Player, layout: Layout, hour: int) -> GamePlan:
    """A new plan for a layout, with the wind the weather station reports at this hour."""
    now = reading(hour)
    plan = GamePlan.objects.create(
        owner=owner, layout=layout, wind_m_s=now.wind.speed_m_s, wind_from_deg=now.wind.from_deg,
        gust_m_s=now.wind.gust_m_s, temperature_c=now.temperature_c, wind_source=now.station,
    )  # fmt: skip
    PlannedHole.objects.bulk_create(
        PlannedHole(plan=plan, number=h.number, tee=h.tee, pin=h.pin, par=h.par) for h in layout.holes.all()
    )
    return plan


def plan_one(hole: PlannedHole) -> PlannedHole:
    """Plan a hole and keep the result, with the player's choice found again in it or judged anew."""
    situation = situation_of(hole)
    hole.inputs = inputs_of(hole)
    hole.fingerprint = digest(hole.inputs)
    plan = plan_hole(situation)
    ground = GroundValue(situation, plan.worth)
    hole.keep(settled(situation, ground, plan, choice_from(hole.choice)), "fingerprint", "inputs")
    return hole


LONGEST_NOTES = 2000


def set_notes(hole: PlannedHole, text: Any) -> None:
    """Keep the player's notes. ValueError when they are no text or too long."""
    if not isinstance(text, str) or len(text) > LONGEST_NOTES:
        raise ValueError(f"notes are text of at most {LONGEST_NOTES} characters")
    hole.notes = text
    hole.save(update_fields=["notes"])


SAME_WIND = 0.06
CONDITIONS = ("wind_m_s", "wind_from_deg", "gust_m_s")


@transaction.atomic
def set_conditions(hole: PlannedHole, values: Json) -> PlannedHole:
    """Change the day's conditions and this hole's tee and pin. ValueError names a bad field."""
    plan = hole.plan
    numbers = {k: _number(values, k, getattr(plan, k)) for k in CONDITIONS}
    Wind(numbers["wind_m_s"], numbers["wind_from_deg"], numbers["gust_m_s"])
    if any(abs(number - getattr(plan, key)) > SAME_WIND for key, number in numbers.items()):
        plan.wind_source = "felt on the course"
    for key, number in numbers.items():
        setattr(plan, key, number)
    plan.wet = bool(values.get("wet", plan.wet))
    posture = values.get("posture", plan.posture)
    if posture not in POSTURES:
        raise ValueError(f"posture must be one of {', '.join(POSTURES)}")
    plan.posture = posture
    without = values.get("without", plan.without)
    if not isinstance(without, list) or not set(without) <= {"backhand", "forehand"}:
        raise ValueError("without must list backhand or forehand")
    owned = set(plan.owner.thrower.max_distance_m)
    if owned & {"backhand", "forehand"} <= set(without):
        raise ValueError("at least one kind of throw must stay on")
    plan.without = without
    plan.save()
    _set_places(hole, values)
    return hole


def _set_places(hole: PlannedHole, values: Json) -> None:
    tee, pin = str(values.get("tee", hole.tee)), str(values.get("pin", hole.pin))
    if (tee, pin) == (hole.tee, hole.pin):
        return
    try:
        scene_of(hole.plan.layout.course, hole.number, tee, pin, hole.par, hole.plan.wet)
    except LookupError as error:
        raise ValueError(str(error)) from None
    hole.tee, hole.pin = tee, pin
    hole.save(update_fields=["tee", "pin"])


def _number(values: Json, key: str, default: float) -> float:
    value = values.get(key, default)
    if isinstance(value, bool) or not isinstance(value, int | float):
        raise ValueError(f"{key} must be a number")
    return float(value)
