"""Discs in a player's bag."""

from __future__ import annotations

from django.db import models

from ypodrome.accounts.models import Player
from ypodrome.core.api import Disc, Plastic


class BagDisc(models.Model):
    """One disc of a player."""

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
            Plastic(self.plastic), self.wear, self.water_ok, self.colour, self.notes,
        )  # fmt: skip
