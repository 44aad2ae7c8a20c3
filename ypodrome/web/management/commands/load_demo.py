"""Load the demo player, bag, course and plan once; never over a player's changes."""

from __future__ import annotations

import uuid
from pathlib import Path

from django.core.management.base import BaseCommand
from django.db import transaction

import ypodrome.demo
from ypodrome.accounts.models import Player
from ypodrome.accounts.services import create_player
from ypodrome.bag.services import import_bag
from ypodrome.course.services import import_course
from ypodrome.plan.planning import start_plan

FOLDER = Path(ypodrome.demo.__file__).parent
HOUR = 10

DISCS = uuid.UUID("6a2f0b54-6c0e-4f0a-9d8b-2f1f5c1f7a10")
"""Names the demo's discs (made once, at random)."""


class Command(BaseCommand):
    help = __doc__

    def handle(self, *_args: object, **_options: object) -> None:
        if Player.objects.exists():
            self.stdout.write("Demo data: a player is here already; nothing is touched.")
            return
        with transaction.atomic():
            player = create_player("demo", (FOLDER / "thrower.json").read_bytes())
            import_bag(player, (FOLDER / "bag.csv").read_bytes())
            _name_discs(player)
            course = import_course(player, (FOLDER / "course.geojson").read_bytes())
            start_plan(player, course.layouts.order_by("pk")[0], HOUR)
        self.stdout.write(f"Demo data: {player.name} on {course.name}.")


def _name_discs(player: Player) -> None:
    """Give the demo's discs the same lasting ids everywhere, so that its plans are the same everywhere."""
    for disc in player.discs.all():
        disc.uuid = uuid.uuid5(DISCS, disc.name)
        disc.save(update_fields=["uuid"])
