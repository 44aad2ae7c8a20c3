"""Game plans as stored: conditions of the day, and one row a hole with result and choice."""

from __future__ import annotations

import uuid
from datetime import date
from functools import cached_property

from django.core.validators import MaxValueValidator, MinValueValidator
from django.db import models

from ypodrome.accounts.models import Player
from ypodrome.accounts.owned import Deletable, new_token
from ypodrome.core.api import POSTURES
from ypodrome.course.models import CourseVersion, Layout
from ypodrome.plan.kept import Kept, packed, unpacked


class GamePlan(Deletable):
    """A plan for one layout on one day. `version` is the course as it was when the plan was begun or last
    worked out; an `archived` plan is put away, not gone."""

    uuid = models.UUIDField(default=uuid.uuid4, editable=False)
    owner = models.ForeignKey(Player, models.CASCADE, related_name="plans")
    layout = models.ForeignKey(Layout, models.PROTECT, related_name="plans")
    version = models.ForeignKey(CourseVersion, models.PROTECT, null=True, related_name="plans")
    day = models.DateField(default=date.today)
    archived = models.DateTimeField(null=True, editable=False)
    posture = models.CharField(max_length=8, choices=[(p, p) for p in POSTURES], default="even")
    wind_m_s = models.FloatField(default=0.0, validators=[MinValueValidator(0.0)])
    wind_from_deg = models.FloatField(
        default=0.0, validators=[MinValueValidator(0.0), MaxValueValidator(360.0)]
    )
    gust_m_s = models.FloatField(default=0.0, validators=[MinValueValidator(0.0)])
    temperature_c = models.FloatField(default=15.0)
    wet = models.BooleanField(default=False)
    without = models.JSONField(default=list)
    target = models.PositiveIntegerField(null=True)
    name = models.CharField(max_length=60, blank=True)
    wind_source = models.CharField(max_length=80, blank=True)
    created = models.DateTimeField(auto_now_add=True)

    class Meta:
        ordering = ("-day", "-created", "-pk")
        constraints = [models.UniqueConstraint(fields=("owner", "uuid"), name="each_plan_once")]

    def __str__(self) -> str:
        return self.name or f"{self.layout}, {self.created:%d %b}"


class PlanLink(models.Model):
    """A link by which anybody may read a plan, until it is withdrawn."""

    plan = models.ForeignKey(GamePlan, models.CASCADE, related_name="links")
    token = models.CharField(max_length=40, unique=True, default=new_token, editable=False)
    made = models.DateTimeField(auto_now_add=True)

    class Meta:
        ordering = ("-pk",)


class PlannedHole(models.Model):
    """One hole of a plan: `position` is its place in the round, `number` what the course calls it. `computed`
    holds the plan and the throw in force (`plan.kept`), `inputs` what they were worked out from, `choice`
    what the player chose, by key; `winds` a wind table, `scratch` a scratch player's expected score and
    `tried` every throw (`plan.table`), each with the fingerprint it belongs to."""

    plan = models.ForeignKey(GamePlan, models.CASCADE, related_name="holes")
    position = models.PositiveIntegerField()
    number = models.PositiveIntegerField()
    tee = models.CharField(max_length=40)
    pin = models.CharField(max_length=40)
    par = models.PositiveIntegerField()
    fingerprint = models.CharField(max_length=64, blank=True)
    computed = models.BinaryField(null=True)
    choice = models.JSONField(null=True)
    inputs = models.JSONField(default=dict)
    notes = models.TextField(blank=True)
    winds = models.JSONField(null=True)
    scratch = models.JSONField(null=True)
    tried = models.BinaryField(null=True)

    class Meta:
        ordering = ("position",)
        constraints = [models.UniqueConstraint(fields=("plan", "position"), name="one_row_a_place")]

    @cached_property
    def kept(self) -> Kept | None:
        """The plan and the throw in force; None when it is not planned, or was by another version."""
        return unpacked(bytes(self.computed) if self.computed else None)

    @property
    def planned(self) -> Kept:
        """The plan of a hole that is planned."""
        if self.kept is None:
            raise RuntimeError(f"hole {self.number} is not planned")
        return self.kept

    def keep(self, kept: Kept, *also: str) -> None:
        """Store a plan and the throw in force, with other fields set before."""
        self.kept = kept
        self.computed = packed(kept)
        self.save(update_fields=["computed", *also])
