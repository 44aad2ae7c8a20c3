"""The player behind a user."""

from __future__ import annotations

import uuid

from django.conf import settings
from django.db import models

from ypodrome.core.api import Thrower
from ypodrome.interchange.thrower_json import thrower_from_document


class Installation(models.Model):
    """Which version of the program made the database what it is: one row."""

    version = models.CharField(max_length=20)


UNITS = (("imperial", "feet and mph"), ("metric", "metres and m/s"))


class Player(models.Model):
    """A person who plans; owns bag, courses, plans and rounds."""

    uuid = models.UUIDField(default=uuid.uuid4, unique=True, editable=False)
    user = models.OneToOneField(settings.AUTH_USER_MODEL, models.CASCADE, related_name="player")
    name = models.CharField(max_length=80)
    units = models.CharField(max_length=8, choices=UNITS, default="imperial")
    thrower_document = models.JSONField(help_text="The thrower, as in docs/formats.md")

    def __str__(self) -> str:
        return self.name

    @property
    def thrower(self) -> Thrower:
        """The player as the core knows them, in their chosen units."""
        return thrower_from_document({**self.thrower_document, "units": self.units})
