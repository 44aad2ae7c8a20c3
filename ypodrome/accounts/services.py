"""Writes for players."""

from __future__ import annotations

import json

from django.contrib.auth import get_user_model
from django.db import transaction

from ypodrome.accounts.models import UNITS, Player
from ypodrome.interchange.thrower_json import read_thrower


@transaction.atomic
def create_player(username: str, thrower_file: bytes) -> Player:
    """A user without a usable password, and its player from a thrower file."""
    thrower = read_thrower(thrower_file)
    user = get_user_model().objects.create_user(username)
    return Player.objects.create(
        user=user,
        name=thrower.name,
        units=thrower.units,
        thrower_document=json.loads(thrower_file),
    )


def set_units(player: Player, units: str) -> None:
    """Switch the player's units; unknown ones are refused with ValueError."""
    if units not in dict(UNITS):
        raise ValueError(f"units must be imperial or metric, got {units!r}")
    player.units = units
    player.save(update_fields=["units"])
