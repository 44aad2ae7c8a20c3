"""Rounds as stored."""

from __future__ import annotations

from django.db import models

from ypodrome.accounts.models import Player
from ypodrome.core.api import PENALISED, HoleScore, gained_by_part
from ypodrome.plan.models import GamePlan


class Round(models.Model):
    """A round played to a plan."""

    owner = models.ForeignKey(Player, models.CASCADE, related_name="rounds")
    plan = models.ForeignKey(GamePlan, models.CASCADE, related_name="rounds")
    started = models.DateTimeField(auto_now_add=True)

    class Meta:
        ordering = ("-started", "-pk")


class HoleRecord(models.Model):
    """One hole as played. `expected` is what the plan in force promised when it was recorded."""

    round = models.ForeignKey(Round, models.CASCADE, related_name="holes")
    number = models.PositiveIntegerField()
    par = models.PositiveIntegerField()
    expected = models.FloatField()
    planned_disc = models.CharField(max_length=60, blank=True)
    putts = models.PositiveIntegerField(default=0)

    class Meta:
        ordering = ("number",)
        constraints = [models.UniqueConstraint(fields=("round", "number"), name="one_record_a_hole")]

    def to_core(self) -> HoleScore:
        """The hole as the core scores it."""
        throws = list(self.throws.all())
        penalties = [int(t.result in PENALISED) for t in throws]
        gained = gained_by_part(self.expected, [t.worth_after for t in throws], penalties, self.putts)
        return HoleScore(
            self.number, self.par, self.expected, len(throws), self.putts, sum(penalties), gained
        )


class ThrowRecord(models.Model):
    """One throw other than a putt. `left_m` is how far from the basket it ended, when that was noted,
    and `worth_after` the throws then expected to hole out."""

    hole = models.ForeignKey(HoleRecord, models.CASCADE, related_name="throws")
    position = models.PositiveIntegerField()
    disc = models.CharField(max_length=60)
    throw = models.CharField(max_length=4)
    result = models.CharField(max_length=20)
    left_m = models.FloatField(null=True)
    worth_after = models.FloatField(null=True)

    class Meta:
        ordering = ("position",)
