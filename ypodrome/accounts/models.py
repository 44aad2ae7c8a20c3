"""The player behind a user, and links that let one in."""

from __future__ import annotations

import uuid
from datetime import timedelta

from django.conf import settings
from django.db import models
from django.utils import timezone

from ypodrome.accounts.owned import new_token
from ypodrome.core.api import Thrower
from ypodrome.interchange.thrower_json import thrower_from_document


class Installation(models.Model):
    """Which version of the program made the database what it is: one row."""

    version = models.CharField(max_length=20)


UNITS = (("imperial", "feet and mph"), ("metric", "metres and m/s"))


class Role(models.TextChoices):
    """What a player may do in a club."""

    OWNER = "owner", "owner"
    KEEPER = "keeper", "course keeper"
    PLAYER = "player", "player"


class Player(models.Model):
    """A person who plans; owns bag, courses, plans and rounds. `sessions` counts up when they sign out
    everywhere; `settled` says whether the first questions are answered."""

    uuid = models.UUIDField(default=uuid.uuid4, unique=True, editable=False)
    user = models.OneToOneField(settings.AUTH_USER_MODEL, models.CASCADE, related_name="player")
    role = models.CharField(max_length=8, choices=Role, default=Role.PLAYER)
    name = models.CharField(max_length=80)
    units = models.CharField(max_length=8, choices=UNITS, default="imperial")
    thrower_document = models.JSONField(help_text="The thrower, as in docs/formats.md")
    thrower_before = models.JSONField(null=True)
    settled = models.BooleanField(default=True)
    sessions = models.PositiveIntegerField(default=0)

    def __str__(self) -> str:
        return self.name

    @property
    def thrower(self) -> Thrower:
        """The player as the core knows them, in their chosen units."""
        return thrower_from_document({**self.thrower_document, "units": self.units})

    @property
    def keeps_courses(self) -> bool:
        """Whether the player may change the club's courses."""
        return self.role in (Role.OWNER, Role.KEEPER)


LINK_DAYS = 14
"""How long a link that lets somebody in is good for (chosen)."""


class Invitation(models.Model):
    """A link that lets somebody in once: a new player in a role, or, where `resets` names one, that player to
    set a new password."""

    token = models.CharField(max_length=40, unique=True, default=new_token, editable=False)
    role = models.CharField(max_length=8, choices=Role, default=Role.PLAYER)
    resets = models.ForeignKey(Player, models.CASCADE, null=True, related_name="resets")
    made_by = models.ForeignKey(Player, models.CASCADE, related_name="invitations")
    made = models.DateTimeField(auto_now_add=True)
    used = models.DateTimeField(null=True)

    class Meta:
        ordering = ("-pk",)

    @property
    def good(self) -> bool:
        """Whether the link still lets somebody in."""
        return self.used is None and self.made > timezone.now() - timedelta(days=LINK_DAYS)
