"""Reads and writes for game plans. Planning itself is the core's work."""

from __future__ import annotations

from collections import OrderedDict
from threading import Lock
from typing import Any

from django.db import transaction

from ypodrome.accounts.models import Player
from ypodrome.bag.services import core_bag, core_lines
from ypodrome.core.api import (
    POSTURES,
    Air,
    HolePlan,
    Option,
    Scene,
    Situation,
    Wind,
    air_density_kg_m3,
    plan_hole,
    re_aimed,
    score_chances,
)
from ypodrome.course.models import Layout
from ypodrome.course.services import core_course, scene_of
from ypodrome.interchange.plan_json import option_document, plan_document
from ypodrome.plan.alike import nearest_alike
from ypodrome.plan.inputs import digest, fingerprint_of, inputs_of
from ypodrome.plan.models import GamePlan, PlannedHole
from ypodrome.standins.weather_station import reading

DRAWN_RESTS = 300
KEPT_PLANS = 24

_live: OrderedDict[str, HolePlan] = OrderedDict()
_lock = Lock()

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


def plan_one(hole: PlannedHole) -> PlannedHole:
    """Plan a hole and keep the result; the player's choice is kept when it is still offered."""
    computed = live_plan(hole)
    origin = core_course(hole.plan.layout.course).origin
    document = plan_document(computed, origin)
    document["options"] = [
        {"rank": k, **stored_option(o, origin)} for k, o in enumerate(computed.options, start=1)
    ]
    document["by_distance"] = [[d, round(throws, 3)] for d, throws in computed.value.by_distance()]
    hole.result = document
    hole.inputs = inputs_of(hole)
    hole.fingerprint = digest(hole.inputs)
    hole.chosen = _kept_choice(hole.chosen, document["options"], hole.own_aim)
    hole.own_aim = hole.own_aim and bool(hole.chosen.get("own_aim"))
    hole.save(update_fields=["result", "fingerprint", "inputs", "chosen", "own_aim"])
    return hole


def stored_option(option: Option, origin: tuple[float, float]) -> Json:
    """An option with what is needed to draw it again without computing."""
    return {
        **option_document(option, origin),
        "kind": option.kind,
        "score_chances": {k: round(v, 4) for k, v in score_chances(option).items()},
        "heading_deg": round(option.heading_deg, 3),
        "numbers": option.disc.numbers,
        "lie": [round(c, 2) for c in option.lie],
        "ends": [round(c, 2) for c in option.landing],
        "path": [[round(float(v), 2) for v in row] for row in option.path],
        "rests": [[round(float(c), 1) for c in row] for row in option.rests[:DRAWN_RESTS]],
        "next": stored_option(option.next, origin) if option.next else None,
        "instead": stored_option(option.instead, origin) if option.instead else None,
    }


def _kept_choice(chosen: Json | None, options: list[Json], own_aim: bool) -> Json:
    """The player's throw among the new options, or the first plan; an own aim stays as it is."""
    if chosen is None:
        return options[0]
    if own_aim:
        return chosen
    return options[nearest_alike(options, chosen) or 0]


def choose(hole: PlannedHole, rank: int) -> PlannedHole:
    """Put the option of this rank in force."""
    options = (hole.result or {}).get("options", [])
    if not 1 <= rank <= len(options):
        raise ValueError(f"there is no option {rank} on this hole")
    hole.chosen, hole.own_aim = options[rank - 1], False
    hole.save(update_fields=["chosen", "own_aim"])
    return hole


def aim(hole: PlannedHole, rank: int, aim_left_deg: float, keep: bool) -> Json:
    """Judge an option at another aim; with `keep` it becomes the choice in force."""
    computed = live_plan(hole)
    if not 1 <= rank <= len(computed.options):
        raise ValueError(f"there is no option {rank} on this hole")
    if not -90.0 <= aim_left_deg <= 90.0:
        raise ValueError("aim must be within 90° of the line to the basket")
    moved = re_aimed(computed, computed.options[rank - 1], aim_left_deg)
    origin = core_course(hole.plan.layout.course).origin
    document = {"rank": rank, **stored_option(moved, origin), "own_aim": True}
    if keep:
        hole.chosen, hole.own_aim = document, True
        hole.save(update_fields=["chosen", "own_aim"])
    return document


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
    hole.tee, hole.pin, hole.own_aim = tee, pin, False
    hole.save(update_fields=["tee", "pin", "own_aim"])


def _number(values: Json, key: str, default: float) -> float:
    value = values.get(key, default)
    if isinstance(value, bool) or not isinstance(value, int | float):
        raise ValueError(f"{key} must be a number")
    return float(value)
