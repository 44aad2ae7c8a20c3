"""What a player rules out and likes, as set on a page and kept with the thrower."""

from __future__ import annotations

from collections.abc import Iterable
from typing import Any

from django.db import transaction

from ypodrome.accounts.models import Player
from ypodrome.bag.services import bag_of, remember
from ypodrome.core.api import KINDS, Kind, Over, Preferences, PuttLiked
from ypodrome.core.refused import Refused
from ypodrome.interchange.preferences_json import preferences_document, preferences_from
from ypodrome.wording.throws import kind_words

Ruled = tuple[str, str, str]
"""A row of the page (`throw` or `disc`), which, and over what ("" at all)."""

PUTTS = (
    ("", "no matter"), (PuttLiked.UPHILL.value, "uphill"), (PuttLiked.INTO_WIND.value, "into the wind"),
    (PuttLiked.DOWN_WIND.value, "down the wind"),
)  # fmt: skip
COLUMNS = ((Over.WATER.value, "over water"), (Over.OB.value, "over out of bounds"), ("", "at all"))


@transaction.atomic
def set_preferences(
    player: Player, never: Iterable[Ruled], putt: str, lines: list[str], widest: float | None
) -> None:
    """Keep what the player rules out and likes. That a disc stays away from water is kept with the disc.
    ValueError names what cannot be."""
    never = set(never)
    wet = {which for row, which, over in never if (row, over) == ("disc", "water")}
    rules = [{row: which, "over": over or None} for row, which, over in sorted(never)
             if (row, over) != ("disc", "water")]  # fmt: skip
    prefers: dict[str, Any] = {"lines": lines, "putt": putt or None}
    if widest is not None:
        prefers["widest_aim_deg"] = widest
    found = preferences_from({"never": rules, "prefers": prefers})
    _leaves_something(player, found)
    changed = [d for d in bag_of(player) if d.water_ok == (d.name in wet)]
    if changed:
        remember(player, "what goes over water")
    for disc in changed:
        disc.water_ok = not disc.water_ok
        disc.save(update_fields=["water_ok"])
    player.thrower_document = {**player.thrower_document, **preferences_document(found)}
    player.save(update_fields=["thrower_document"])


def _leaves_something(player: Player, found: Preferences) -> None:
    at_all = [r for r in found.never if r.over is None]
    hands = {Kind.BACKHAND, Kind.FOREHAND} & set(player.thrower.max_distance_m)
    if hands and hands <= {r.kind for r in at_all}:
        raise Refused("a backhand or a forehand must be left")
    discs = {d.name for d in bag_of(player)}
    if discs and discs <= {r.disc for r in at_all}:
        raise Refused("at least one disc must be left")


def ticked(player: Player) -> set[Ruled]:
    """What the player rules out now."""
    never = player.thrower.preferences.never
    rules = {("throw" if r.kind else "disc", str(r.kind or r.disc), r.over or "") for r in never}
    return rules | {("disc", d.name, Over.WATER) for d in bag_of(player) if not d.water_ok}


def rows_of(player: Player, on: set[Ruled]) -> list[dict[str, Any]]:
    """Kinds of throw and discs that may be ruled out, and over what each is."""
    arms = player.thrower.max_distance_m
    rows = [("throw", str(k)) for k in KINDS if k in arms]
    rows += [("disc", d.name) for d in bag_of(player)]
    return [
        {
            "row": row, "which": which, "name": kind_words(which) if row == "throw" else which,
            "cells": [(over, words, (row, which, over) in on) for over, words in COLUMNS],
        }
        for row, which in rows
    ]  # fmt: skip
