"""Keeping how a player throws, and the way in for a new one."""

from __future__ import annotations

from pathlib import Path
from typing import Any

from django.db import transaction

import ypodrome.demo
from ypodrome.accounts.models import Player, Role
from ypodrome.accounts.services import new_player
from ypodrome.bag.models import BagDisc
from ypodrome.bag.services import values_of
from ypodrome.core.refused import Refused
from ypodrome.course.models import Course, Layout
from ypodrome.course.services import import_course
from ypodrome.interchange.bag_csv import read_bag
from ypodrome.interchange.plain import plain_json
from ypodrome.interchange.thrower_json import read_thrower, thrower_from_document

Json = dict[str, Any]
SHIPPED = Path(ypodrome.demo.__file__).parent


@transaction.atomic
def keep_thrower(player: Player, document: Json, entered: bool = True) -> None:
    """Keep how a player throws, `entered` now or had before; what it was can be had back. FileProblems if it
    is not sound."""
    thrower = thrower_from_document(document, entered)
    player.thrower_before = player.thrower_document
    player.thrower_document, player.name = document, thrower.name
    player.save(update_fields=["thrower_document", "thrower_before", "name"])


def import_thrower(player: Player, data: bytes) -> None:
    """Keep the thrower of a file. FileProblems if it is not sound."""
    thrower = read_thrower(data)
    keep_thrower(player, {"name": thrower.name, **plain_json(data)})


def take_back(player: Player) -> None:
    """Make the thrower what it was before the last change; asked again, the change is there again."""
    if player.thrower_before is None:
        raise Refused("the thrower has not been changed yet")
    keep_thrower(player, player.thrower_before, entered=False)


def starter_bag() -> tuple[Any, ...]:
    """Discs to begin with: one of each sort a first bag has."""
    return read_bag((SHIPPED / "starter-bag.csv").read_bytes())


@transaction.atomic
def settle_in(player: Player | None, document: Json, discs: list[str]) -> tuple[Player, Layout]:
    """A new player's thrower, first discs and a course to plan: the player, made where there is none yet, and
    the layout to begin with."""
    thrower_from_document(document, entered=True)
    player = player or new_player("player", None, Role.OWNER)
    keep_thrower(player, document)
    player.units, player.settled, player.thrower_before = document["units"], True, None
    player.save(update_fields=["units", "settled", "thrower_before"])
    had = set(player.discs.values_list("name", flat=True))
    for disc in starter_bag():
        if disc.name in discs and disc.name not in had:
            BagDisc.objects.create(owner=player, **values_of(disc))
    return player, shipped_layout(player)


def shipped_layout(player: Player) -> Layout:
    """The first layout of a course the player sees, the shipped one if there is none."""
    layout = Layout.objects.filter(course__in=Course.objects.seen_by(player)).order_by("pk").first()
    if layout is None:
        course = import_course(player, (SHIPPED / "course.geojson").read_bytes())
        layout = course.layouts.order_by("pk")[0]
    return layout
