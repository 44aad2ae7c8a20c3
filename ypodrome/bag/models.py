"""Discs of a player, kept lines, and what the bag was before a change."""

from __future__ import annotations

import uuid
from typing import Any

from django.core.validators import MaxValueValidator, MinValueValidator
from django.db import models

from ypodrome.accounts.models import Player
from ypodrome.accounts.owned import Deletable
from ypodrome.core.api import DISC_RANGES, Disc, Plastic


def _ranged(field: str, **more: Any) -> models.FloatField:
    low, high = DISC_RANGES[field]
    return models.FloatField(validators=[MinValueValidator(low), MaxValueValidator(high)], **more)


class State(models.TextChoices):
    """Where a disc is."""

    BAG = "bag", "in the bag"
    RESTING = "resting", "at home"
    LOST = "lost", "lost"
    RETIRED = "retired", "retired"


ACTIVE = (State.BAG, State.RESTING)


class BagDisc(Deletable):
    """One disc of a player, with a lasting id. A name is unique among those the player has. `worn_from`:
    since when throws count towards more wear than `wear`."""

    uuid = models.UUIDField(default=uuid.uuid4, editable=False)
    owner = models.ForeignKey(Player, models.CASCADE, related_name="discs")
    name = models.CharField(max_length=60)
    speed = _ranged("speed")
    glide = _ranged("glide")
    turn = _ranged("turn")
    fade = _ranged("fade")
    weight_g = _ranged("weight_g", default=175.0)
    plastic = models.CharField(
        max_length=8, choices=[(p.value, p.value) for p in Plastic], default=Plastic.PREMIUM.value
    )
    wear = _ranged("wear", default=0.0)
    worn_from = models.DateTimeField(auto_now_add=True)
    water_ok = models.BooleanField(default=True)
    colour = models.CharField(max_length=30, blank=True)
    notes = models.CharField(max_length=200, blank=True)
    state = models.CharField(max_length=8, choices=State, default=State.BAG)
    lost_on = models.DateField(null=True, blank=True)
    lost_where = models.CharField(max_length=120, blank=True)

    class Meta:
        ordering = ("speed", "-fade", "name")
        constraints = [
            models.UniqueConstraint(fields=("owner", "uuid"), name="each_disc_once"),
            models.UniqueConstraint(
                fields=("owner", "name"), name="one_disc_a_name",
                condition=models.Q(state__in=ACTIVE, deleted=None),
                violation_error_message="You have a disc of this name already: tell them apart, as “(old)”.",
            )
        ]  # fmt: skip

    def __str__(self) -> str:
        return self.name

    @property
    def in_bag(self) -> bool:
        """Whether plans may throw it."""
        return self.state == State.BAG and self.deleted is None

    def to_core(self) -> Disc:
        """The disc as the core knows it."""
        return Disc(
            self.name, self.speed, self.glide, self.turn, self.fade, self.weight_g,
            Plastic(self.plastic), self.wear, self.water_ok, self.colour, self.notes, str(self.uuid),
        )  # fmt: skip


class StockLine(models.Model):
    """A flight worth keeping: one release of one disc, in the wind it was tried in."""

    uuid = models.UUIDField(default=uuid.uuid4, editable=False)
    owner = models.ForeignKey(Player, models.CASCADE, related_name="lines")
    name = models.CharField(max_length=60)
    disc = models.ForeignKey(BagDisc, models.CASCADE, related_name="lines")
    throw = models.CharField(max_length=4)
    hyzer_deg = models.FloatField()
    nose_deg = models.FloatField()
    launch_deg = models.FloatField()
    power_pct = models.FloatField()
    wind_m_s = models.FloatField(default=0.0)
    wind_from_deg = models.FloatField(default=0.0)

    class Meta:
        ordering = ("pk",)
        constraints = [models.UniqueConstraint(fields=("owner", "uuid"), name="each_line_once")]

    def __str__(self) -> str:
        return self.name


class BagChange(models.Model):
    """What a player's discs were before a change, so that it can be undone."""

    owner = models.ForeignKey(Player, models.CASCADE, related_name="bag_changes")
    made = models.DateTimeField(auto_now_add=True)
    what = models.CharField(max_length=120)
    before = models.JSONField()

    class Meta:
        ordering = ("-pk",)
