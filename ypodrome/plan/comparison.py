"""A plan beside others: in other conditions and winds, by a scratch player, with what is not seen known."""

from __future__ import annotations

from dataclasses import dataclass, replace
from typing import Any
from uuid import uuid4

from django.db import transaction

from ypodrome.accounts.quota import room_for
from ypodrome.core.api import (
    SCRATCH,
    Look,
    Option,
    WindTable,
    saved_by_seeing,
    score_from_tee,
    scouting_list,
    standard_line,
    switches,
    wind_table,
)
from ypodrome.core.refused import Refused
from ypodrome.core.units import mph
from ypodrome.course.documents import core_course
from ypodrome.interchange.fingerprint import digest
from ypodrome.jobs.asked import all_worked_out, worked_out
from ypodrome.plan.inputs import inputs_of
from ypodrome.plan.live import situation_of
from ypodrome.plan.models import GamePlan, PlannedHole

Json = dict[str, Any]


@transaction.atomic
def copy_plan(plan: GamePlan, name: str, wet: bool, without: list[str], wind_times: float) -> GamePlan:
    """A second plan of the same layout in other conditions, to be compared with the first."""
    name = name.strip()[:60]
    if not name:
        raise Refused("name the other plan, as windy or wet")
    room_for(plan.owner, "plans")
    holes = list(plan.holes.all())
    other = GamePlan.objects.create(
        owner=plan.owner, layout=plan.layout, version=plan.version, day=plan.day,
        posture=plan.posture, name=name, wet=wet, without=without,
        wind_m_s=min(20.0, plan.wind_m_s * wind_times), wind_from_deg=plan.wind_from_deg,
        gust_m_s=min(30.0, plan.gust_m_s * wind_times), temperature_c=plan.temperature_c,
        wind_source=plan.wind_source if wind_times == 1.0 else "set for this plan",
    )  # fmt: skip
    PlannedHole.objects.bulk_create(
        PlannedHole(plan=other, position=h.position, number=h.number, tee=h.tee, pin=h.pin, par=h.par,
                    notes=h.notes)
        for h in holes
    )  # fmt: skip
    return other


@transaction.atomic
def copy_whole(plan: GamePlan) -> GamePlan:
    """A plan once more, with its choices, notes and what is worked out, under a name of its own."""
    room_for(plan.owner, "plans")
    holes = list(plan.holes.all())
    name = f"{plan.name[:52]} (copy)" if plan.name else "copy"
    plan.pk, plan.uuid, plan.name, plan.archived, plan._state.adding = None, uuid4(), name, None, True
    plan.save()
    for hole in holes:
        hole.pk, hole.plan, hole._state.adding = None, plan, True
    PlannedHole.objects.bulk_create(holes)
    return plan


def winds_kept(hole: PlannedHole) -> Json | None:
    """The wind table of a hole as plain values, if it is worked out and no input but the wind has changed."""
    return hole.winds if hole.winds is not None and hole.winds["key"] == winds_key(hole) else None


def work_out_winds(hole: PlannedHole) -> Json:
    """Work the wind table of a hole out, and keep it."""
    key = winds_key(hole)
    table = worked_out(f"winds {key}", hole.plan.owner_id, wind_table, situation_of(hole))
    kept = {"key": key, **wind_document(table)}
    hole.winds = kept
    hole.save(update_fields=["winds"])
    return kept


def winds_key(hole: PlannedHole) -> str:
    """A digest of every input but the wind."""
    return digest({k: v for k, v in inputs_of(hole).items() if k != "wind"})


def wind_document(table: WindTable) -> Json:
    """A wind table as plain values."""

    def short(option: Option) -> Json:
        return {"disc": option.throw.disc.name, "throw": option.throw.code, "line": option.forecast.shape,
                "expected": round(option.forecast.expected, 3)}  # fmt: skip

    return {
        "calm": short(table.calm),
        "cells": [
            {"turn_deg": c.turn_deg, "mph": round(mph(c.speed_m_s)), "speed_m_s": c.speed_m_s,
             "usual": None if c.usual is None else round(c.usual, 3), **short(c.best)}
            for c in table.cells
        ],
        "switches": [
            {"mph": round(mph(c.speed_m_s)), "speed_m_s": c.speed_m_s, "turns": list(turns), **short(c.best)}
            for c, turns in switches(table)
        ],
    }  # fmt: skip


def scratch_of(hole: PlannedHole) -> float:
    """Expected score of a scratch player on this hole in these conditions, kept until they change."""
    key = digest(inputs_of(hole))
    if hole.scratch is None or hole.scratch["key"] != key:
        player = replace(SCRATCH, hand=hole.plan.owner.thrower.hand)
        situation = replace(situation_of(hole), thrower=player, without=(), lines=())
        score = worked_out(f"scratch {key}", hole.plan.owner_id, score_from_tee, situation)
        hole.scratch = {"key": key, "expected": round(score, 3)}
        hole.save(update_fields=["scratch"])
    return float(hole.scratch["expected"])


def standard_of(hole: PlannedHole) -> Option:
    """What a standard player of the player's level would throw on the hole in these conditions."""
    key = f"standard {digest(inputs_of(hole))}"
    return worked_out(key, hole.plan.owner_id, standard_line, situation_of(hole))


@dataclass(frozen=True)
class Worth:
    """What it is worth to have looked at something: throws saved on its hole, and where to look from."""

    look: Look
    throws: float


def worth_looking(plan: GamePlan) -> list[Worth]:
    """Everything not yet seen on the plan's holes, what would save most first.

    A look is worth the difference between the hole as guessed and the hole if what is hidden turned
    out to be plain ground.
    """
    course = core_course(plan.layout.course)
    holes = {h.number: h for h in plan.holes.all()}
    looks = [look for look in scouting_list(course) if look.hole in holes]
    numbers = sorted({look.hole for look in looks})
    saved = all_worked_out(plan.owner_id, [_saved(holes[number]) for number in numbers])
    worth = dict(zip(numbers, saved, strict=True))
    return sorted((Worth(look, max(0.0, worth[look.hole])) for look in looks), key=lambda w: -w.throws)


def _saved(hole: PlannedHole) -> tuple[Any, ...]:
    return f"unseen {digest(inputs_of(hole))}", saved_by_seeing, situation_of(hole)
