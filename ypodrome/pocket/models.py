"""What was prepared of a plan's holes for a round without a network."""

from __future__ import annotations

from django.db import models

from ypodrome.plan.models import PlannedHole


class PreparedHole(models.Model):
    """A hole with one pin, worked out in every wind (`pocket.hole.prepared_view`), told in each of the units
    a player may choose; `key` is a digest of what it was worked out from."""

    hole = models.ForeignKey(PlannedHole, models.CASCADE, related_name="prepared_holes")
    pin = models.CharField(max_length=40)
    key = models.CharField(max_length=64)
    views = models.JSONField()

    class Meta:
        constraints = [models.UniqueConstraint(fields=("hole", "pin"), name="each_pin_prepared_once")]
