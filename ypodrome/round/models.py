"""Rounds as stored, and the events they are folded from."""

from __future__ import annotations

import uuid
from datetime import UTC, date, datetime
from typing import Any

from django.db import models

from ypodrome.accounts.models import Player
from ypodrome.accounts.owned import Deletable
from ypodrome.core.api import Event as CoreEvent
from ypodrome.core.api import Fault, Penalty, What
from ypodrome.course.models import CourseVersion
from ypodrome.plan.models import GamePlan


def _choices(kinds: Any) -> list[tuple[str, str]]:
    return [(str(k), str(k)) for k in kinds]


class Round(Deletable):
    """A round played: what it was played on, by reference and by what was promised then (`holes`), so that a
    plan or a course changed or gone later changes no round."""

    uuid = models.UUIDField(default=uuid.uuid4, editable=False)
    owner = models.ForeignKey(Player, models.CASCADE, related_name="rounds")
    plan = models.ForeignKey(GamePlan, models.SET_NULL, null=True, related_name="rounds")
    version = models.ForeignKey(CourseVersion, models.PROTECT, null=True, related_name="rounds")
    course_name = models.CharField(max_length=120)
    layout_name = models.CharField(max_length=80)
    name = models.CharField(max_length=60, blank=True)
    day = models.DateField(default=date.today)
    started = models.DateTimeField(auto_now_add=True)
    joined = models.ForeignKey("self", models.CASCADE, null=True, blank=True, related_name="parts")
    """The round of which this is a part: the same one, begun on another device."""

    class Meta:
        ordering = ("-pk",)
        constraints = [models.UniqueConstraint(fields=("owner", "uuid"), name="each_round_once")]

    def __str__(self) -> str:
        return self.name or f"{self.course_name}, {self.layout_name}"

    def _set_deleted(self, when: datetime | None) -> None:
        super()._set_deleted(when)
        self.parts.update(deleted=when)


class RoundHole(models.Model):
    """A hole of a round as its layout had it, and what the plan in force promised when play on it began:
    `expected` throws, `by_distance`, and the planned throws in order (`round.promised`)."""

    round = models.ForeignKey(Round, models.CASCADE, related_name="holes")
    position = models.PositiveIntegerField()
    number = models.PositiveIntegerField()
    tee = models.CharField(max_length=40)
    pin = models.CharField(max_length=40)
    par = models.PositiveIntegerField()
    promised = models.JSONField(default=dict)

    class Meta:
        ordering = ("position",)
        constraints = [models.UniqueConstraint(fields=("round", "position"), name="one_record_a_place")]

    @property
    def expected(self) -> float:
        """Throws the plan expected; par where there was no plan."""
        return float(self.promised.get("expected", self.par))


class Event(models.Model):
    """One event, append-only: columns as `core.record.Event` tells them. It names its round by the round's
    uuid, for it may come before its round."""

    owner = models.ForeignKey(Player, models.CASCADE, related_name="events")
    uuid = models.UUIDField()
    round_uuid = models.UUIDField(null=True, blank=True)
    device = models.CharField(max_length=40)
    running = models.PositiveIntegerField()
    made_at = models.DateTimeField()
    received_at = models.DateTimeField(auto_now_add=True)
    what = models.CharField(max_length=16, choices=_choices(What))
    position = models.PositiveIntegerField(null=True, blank=True)
    hole = models.PositiveIntegerField(null=True, blank=True)
    tee = models.CharField(max_length=40, blank=True)
    pin = models.CharField(max_length=40, blank=True)
    throw_no = models.PositiveIntegerField(null=True, blank=True)
    corrects = models.UUIDField(null=True, blank=True)
    becomes = models.CharField(max_length=16, blank=True)
    disc_id = models.UUIDField(null=True, blank=True)
    disc = models.CharField(max_length=60, blank=True)
    disc_numbers = models.CharField(max_length=24, blank=True)
    throw = models.CharField(max_length=4, blank=True)
    kind = models.CharField(max_length=16, blank=True)
    power_pct = models.FloatField(null=True, blank=True)
    hyzer_deg = models.FloatField(null=True, blank=True)
    nose_deg = models.FloatField(null=True, blank=True)
    launch_deg = models.FloatField(null=True, blank=True)
    aim_bearing_deg = models.FloatField(null=True, blank=True)
    lie_lon = models.FloatField(null=True, blank=True)
    lie_lat = models.FloatField(null=True, blank=True)
    lie_to_go_m = models.FloatField(null=True, blank=True)
    rest_lon = models.FloatField(null=True, blank=True)
    rest_lat = models.FloatField(null=True, blank=True)
    intended_m = models.FloatField(null=True, blank=True)
    rest_m = models.FloatField(null=True, blank=True)
    rest_left_m = models.FloatField(null=True, blank=True)
    to_go_m = models.FloatField(null=True, blank=True)
    surface = models.CharField(max_length=16, blank=True)
    stance = models.CharField(max_length=8, blank=True)
    wind_m_s = models.FloatField(null=True, blank=True)
    wind_from_deg = models.FloatField(null=True, blank=True)
    wind_source = models.CharField(max_length=80, blank=True)
    fault = models.CharField(max_length=16, choices=_choices(Fault), blank=True)
    penalty = models.CharField(max_length=20, choices=_choices(Penalty), blank=True)
    penalties = models.PositiveIntegerField(default=0)
    putt = models.CharField(max_length=6, choices=(("made", "made"), ("missed", "missed")), blank=True)
    score = models.PositiveIntegerField(null=True, blank=True)
    planned = models.TextField(blank=True)
    promised = models.TextField(blank=True)
    note = models.CharField(max_length=500, blank=True)

    class Meta:
        ordering = ("pk",)
        indexes = [
            models.Index(fields=("owner", "round_uuid", "position"), name="events_of_a_hole"),
            models.Index(fields=("owner", "disc_id"), name="events_of_a_disc"),
        ]
        constraints = [models.UniqueConstraint(fields=("owner", "uuid"), name="each_event_once")]

    @classmethod
    def from_core(cls, owner: Player, event: CoreEvent) -> Event:
        """The row of an event. ValueError when an id or a date is none."""
        values = {column: getattr(event, name) for name, column in COLUMN_OF.items()}
        for column in IDS:
            values[column] = uuid.UUID(values[column]) if values[column] else None
        made_at = datetime.fromisoformat(event.made_at)
        values["made_at"] = made_at if made_at.tzinfo else made_at.replace(tzinfo=UTC)
        return cls(owner=owner, **values)

    def to_core(self) -> CoreEvent:
        """The event as the core knows it."""
        values = {name: getattr(self, column) for name, column in COLUMN_OF.items()}
        values |= {name: str(values[name] or "") for name in ("id", "round", "corrects", "disc_id")}
        return CoreEvent(**values | {"what": What(self.what), "made_at": self.made_at.isoformat()})


RENAMED = {"id": "uuid", "round": "round_uuid"}
COLUMN_OF = {name: RENAMED.get(name, name) for name in CoreEvent.__dataclass_fields__}
"""Where each field of the core's event is kept."""

IDS = ("uuid", "round_uuid", "corrects", "disc_id")
"""Columns that are null where the core's event has an empty text."""
