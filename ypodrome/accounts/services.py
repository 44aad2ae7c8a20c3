"""Writes for players: made, let in, given roles, signed out, gone."""

from __future__ import annotations

import json

from django.contrib.auth import get_user_model
from django.db import transaction
from django.utils import timezone

from ypodrome.accounts.models import UNITS, Invitation, Player, Role
from ypodrome.core.refused import Refused
from ypodrome.interchange.thrower_json import read_thrower

USUAL = {"format": "thrower", "version": 1, "name": "Player", "rating": 900,
         "throws": {"backhand": {"max_distance_m": 90}}}  # fmt: skip
"""A thrower to stand in until the first questions are answered: a club player's level (chosen)."""


@transaction.atomic
def create_player(username: str, thrower_file: bytes) -> Player:
    """A user without a usable password, and its player from a thrower file."""
    thrower = read_thrower(thrower_file)
    user = get_user_model().objects.create_user(username)
    return Player.objects.create(
        user=user, name=thrower.name, units=thrower.units, role=Role.OWNER,
        thrower_document=json.loads(thrower_file),
    )  # fmt: skip


@transaction.atomic
def new_player(username: str, password: str | None, role: str) -> Player:
    """A player who has still to say how they throw. Refused when the name is taken."""
    users = get_user_model().objects
    if users.filter(username__iexact=username).exists():
        raise Refused(f"somebody is called {username} already")
    user = users.create_user(username, password=password)
    return Player.objects.create(user=user, name=username, role=role, settled=False, thrower_document=USUAL)


def set_units(player: Player, units: str) -> None:
    """Switch the player's units; unknown ones are refused."""
    if units not in dict(UNITS):
        raise Refused(f"units must be imperial or metric, got {units!r}")
    player.units = units
    player.save(update_fields=["units"])


@transaction.atomic
def join(invitation: Invitation, username: str, password: str) -> Player:
    """Let a new player in by a link, once."""
    _use(invitation)
    return new_player(username, password, invitation.role)


@transaction.atomic
def reset_password(invitation: Invitation, password: str) -> Player:
    """Set a player's password by a link, once; they are signed out everywhere."""
    _use(invitation)
    player = invitation.resets
    if player is None:
        raise Refused("this link sets no password")
    player.user.set_password(password)
    player.user.save(update_fields=["password"])
    sign_out_everywhere(player)
    return player


def _use(invitation: Invitation) -> None:
    found = Invitation.objects.select_for_update().get(pk=invitation.pk)
    if not found.good:
        raise Refused("this link was used already, or is too old: ask for another")
    found.used = timezone.now()
    found.save(update_fields=["used"])


def sign_out_everywhere(player: Player) -> None:
    """End every session of a player."""
    player.sessions += 1
    player.save(update_fields=["sessions"])


def set_role(player: Player, role: str) -> None:
    """Give a player a role. Refused for the last owner."""
    owners = Player.objects.filter(role=Role.OWNER).exclude(pk=player.pk)
    if role != Role.OWNER and player.role == Role.OWNER and not owners.exists():
        raise Refused("a club needs an owner: make another one first")
    player.role = role
    player.save(update_fields=["role"])
