"""Who may see what: everything private is asked for through its owner, and nothing deleted is shown."""

from __future__ import annotations

import secrets
from datetime import datetime, timedelta
from typing import TYPE_CHECKING, Any, TypeVar

from django.db import models
from django.shortcuts import get_object_or_404
from django.utils import timezone

if TYPE_CHECKING:
    from ypodrome.accounts.models import Player
    from ypodrome.accounts.requests import PlayerRequest


def new_token() -> str:
    """What a link is known by: long enough that nobody guesses it."""
    return secrets.token_urlsafe(24)


KEPT_DELETED = timedelta(days=30)
"""How long what was deleted can be put back."""

M = TypeVar("M", bound=models.Model)


class OwnedQuerySet(models.QuerySet[M]):
    """Rows asked for by owner."""

    def of(self, player: Player) -> OwnedQuerySet[M]:
        """A player's rows that are not deleted."""
        return self.filter(owner=player, deleted=None)

    def deleted_of(self, player: Player) -> OwnedQuerySet[M]:
        """A player's rows that can still be put back."""
        return self.filter(owner=player, deleted__gt=timezone.now() - KEPT_DELETED)

    def past_keeping(self) -> OwnedQuerySet[M]:
        """Rows that were deleted too long ago to be put back."""
        return self.filter(deleted__lte=timezone.now() - KEPT_DELETED)


class Deletable(models.Model):
    """A row that is deleted softly: hidden, put back by one click, and gone after thirty days."""

    deleted = models.DateTimeField(null=True, editable=False)

    objects = OwnedQuerySet.as_manager()

    class Meta:
        abstract = True

    def delete_softly(self) -> None:
        """Hide the row."""
        self._set_deleted(timezone.now())

    def put_back(self) -> None:
        """Show the row again."""
        self._set_deleted(None)

    def _set_deleted(self, when: datetime | None) -> None:
        self.deleted = when
        self.save(update_fields=["deleted"])


def own_or_404(rows: OwnedQuerySet[M], request: PlayerRequest, **which: Any) -> M:
    """The player's own row, or a 404, whether it is another's, deleted or not there."""
    return get_object_or_404(rows.of(request.player), **which)
