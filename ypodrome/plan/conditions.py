"""The day's conditions of a plan, and what the player notes on a hole."""

from __future__ import annotations

from typing import Any

from django.db import transaction

from ypodrome.accounts.http import checked
from ypodrome.core.api import Wind
from ypodrome.core.refused import Refused
from ypodrome.course.documents import scene_of
from ypodrome.plan.forms import ConditionsForm
from ypodrome.plan.models import PlannedHole

Json = dict[str, Any]

LONGEST_NOTES = 2000


def set_notes(hole: PlannedHole, text: Any) -> None:
    """Keep the player's notes. ValueError when they are no text or too long."""
    if not isinstance(text, str) or len(text) > LONGEST_NOTES:
        raise Refused(f"notes are text of at most {LONGEST_NOTES} characters")
    hole.notes = text
    hole.save(update_fields=["notes"])


SAME_WIND = 0.06
CONDITIONS = ("wind_m_s", "wind_from_deg", "gust_m_s")


@transaction.atomic
def set_conditions(hole: PlannedHole, values: Json) -> PlannedHole:
    """Change the day's conditions and this hole's tee and pin. ValueError names a bad field."""
    plan, form = hole.plan, checked(ConditionsForm(values))
    numbers = {k: getattr(plan, k) if form[k] is None else form[k] for k in CONDITIONS}
    Wind(numbers["wind_m_s"], numbers["wind_from_deg"], numbers["gust_m_s"])
    if any(abs(number - getattr(plan, key)) > SAME_WIND for key, number in numbers.items()):
        plan.wind_source = "felt on the course"
    for key, number in numbers.items():
        setattr(plan, key, number)
    plan.wet = form["wet"] if "wet" in values else plan.wet
    plan.posture = form["posture"] or plan.posture
    without = form["without"] if "without" in values else plan.without
    owned = set(plan.owner.thrower.max_distance_m)
    if owned & {"backhand", "forehand"} <= set(without):
        raise Refused("at least one kind of throw must stay on")
    plan.without = without
    plan.save()
    _set_places(hole, form["tee"] or hole.tee, form["pin"] or hole.pin)
    return hole


def _set_places(hole: PlannedHole, tee: str, pin: str) -> None:
    if (tee, pin) == (hole.tee, hole.pin):
        return
    try:
        scene_of(hole.plan.layout.course, hole.number, tee, pin, hole.par, hole.plan.wet)
    except LookupError as error:
        raise Refused(str(error)) from None
    hole.tee, hole.pin = tee, pin
    hole.save(update_fields=["tee", "pin"])
