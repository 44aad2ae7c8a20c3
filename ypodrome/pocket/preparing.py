"""A round is prepared hole by hole, while there is a server to ask."""

from __future__ import annotations

from typing import Any

from django.utils import timezone

from ypodrome.accounts.models import UNITS
from ypodrome.core.api import prepare
from ypodrome.core.refused import Refused
from ypodrome.course.documents import core_course
from ypodrome.interchange.fingerprint import digest
from ypodrome.jobs.asked import worked_out
from ypodrome.plan.inputs import inputs_of
from ypodrome.plan.live import labels_of, scene_for_hole, situation_of
from ypodrome.plan.models import PlannedHole
from ypodrome.plan.planning import fresh, kept_of
from ypodrome.plan.presenters.sheet import shown_of
from ypodrome.pocket.hole import Carried, prepared_view
from ypodrome.pocket.models import PreparedHole

Json = dict[str, Any]

FORM = 4
"""Raised when what is prepared changes."""


def prepared(hole: PlannedHole, pin: str, units: str) -> Json:
    """A hole with one of its pins as the phone takes it along. Waiting until it is worked out; Refused where
    the hole has no such pin."""
    if pin not in labels_of(hole, "pins"):
        raise Refused(f"hole {hole.number} has no pin {pin!r}")
    fresh(hole)
    at_pin = _with_pin(hole, pin)
    row: PreparedHole | None = PreparedHole.objects.filter(hole_id=hole.pk, pin=pin).first()
    key = key_of(hole, at_pin)
    if row is None or row.key != key:
        row = _work_out(at_pin, hole, key)
    return row.views[units] | {"stamp": shown_of(hole).key}


def prepared_already(hole: PlannedHole, units: str) -> list[Json]:
    """What is prepared of a hole and still true, the pin it is planned with first."""
    if hole.kept is None:
        return []
    rows = [
        r for r in PreparedHole.objects.filter(hole=hole) if r.key == key_of(hole, _with_pin(hole, r.pin))
    ]
    stamp = {"stamp": shown_of(hole).key}
    return [row.views[units] | stamp for row in sorted(rows, key=lambda r: r.pin != hole.pin)]


def key_of(hole: PlannedHole, at_pin: PlannedHole) -> str:
    """A digest of all that a prepared hole follows from: its inputs with that pin, and the throw in force."""
    throw = repr(hole.planned.in_force.throw) if at_pin.pin == hole.pin else ""
    return digest([FORM, inputs_of(at_pin), hole.choice, throw])


def _with_pin(hole: PlannedHole, pin: str) -> PlannedHole:
    """The hole as it would be with another pin; never stored."""
    return PlannedHole(
        plan=hole.plan, position=hole.position, number=hole.number, tee=hole.tee, pin=pin, par=hole.par,
        choice=hole.choice,
    )  # fmt: skip


def _work_out(at_pin: PlannedHole, hole: PlannedHole, key: str) -> PreparedHole:
    owner, situation = hole.plan.owner_id, situation_of(at_pin)
    kept = hole.planned if at_pin.pin == hole.pin else kept_of(at_pin)
    worth, option = kept.plan.worth, kept.in_force
    found = worked_out(f"pocket {key}", owner, prepare, situation, worth, option)
    origin = core_course(hole.plan.layout.course).origin
    carried = Carried(at_pin.position, scene_for_hole(at_pin), kept, origin)
    made = timezone.now().isoformat(timespec="seconds")
    views = {units: prepared_view(carried, found, units, made) for units, _ in UNITS}
    row, _ = PreparedHole.objects.update_or_create(
        hole_id=hole.pk, pin=at_pin.pin, defaults={"key": key, "views": views}
    )
    return row
