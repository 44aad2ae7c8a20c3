"""Discs in a player's bag."""

from __future__ import annotations

import uuid

from django.db import models

from ypodrome.accounts.models import Player
from ypodrome.core.api import Disc, Plastic


class BagDisc(models.Model):
    """One disc of a player, with a lasting id."""

    uuid = models.UUIDField(default=uuid.uuid4, unique=True, editable=False)
    owner = models.ForeignKey(Player, models.CASCADE, related_name="discs")
    name = models.CharField(max_length=60)
    speed = models.FloatField()
    glide = models.FloatField()
    turn = models.FloatField()
    fade = models.FloatField()
    weight_g = models.FloatField(default=175.0)
    plastic = models.CharField(max_length=8, default=Plastic.PREMIUM.value)
    wear = models.FloatField(default=0.0)
    water_ok = models.BooleanField(default=True)
    colour = models.CharField(max_length=30, blank=True)
    notes = models.CharField(max_length=200, blank=True)

    class Meta:
        ordering = ("speed", "-fade", "name")

    def __str__(self) -> str:
        return self.name

    def to_core(self) -> Disc:
        """The disc as the core knows it."""
        return Disc(
            self.name, self.speed, self.glide, self.turn, self.fade, self.weight_g,
            Plastic(self.plastic), self.wear, self.water_ok, self.colour, self.notes, str(self.uuid),
        )  # fmt: skip


class StockLine(models.Model):
    """A flight worth keeping: one release of one disc, in the wind it was tried in."""

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

    def __str__(self) -> str:
        return self.name
