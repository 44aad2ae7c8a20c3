"""Writes and reads for the bag."""

from __future__ import annotations

from django.db import transaction

from ypodrome.accounts.models import Player
from ypodrome.bag.models import BagDisc
from ypodrome.core.api import Disc, StockLine, Throw
from ypodrome.interchange.bag_csv import read_bag


@transaction.atomic
def import_bag(owner: Player, data: bytes) -> list[BagDisc]:
    """Replace the player's bag by the discs of a CSV file; nothing changes if it is wrong. Lines kept
    on the bench stay with the disc of their disc's name, and go only where there is none."""
    discs = read_bag(data)
    gone = list(owner.discs.values_list("pk", flat=True))
    bag = BagDisc.objects.bulk_create(
        BagDisc(
            owner=owner, name=d.name, speed=d.speed, glide=d.glide, turn=d.turn, fade=d.fade,
            weight_g=d.weight_g, plastic=d.plastic.value, wear=d.wear, water_ok=d.water_ok,
            colour=d.colour, notes=d.notes,
        )
        for d in discs
    )  # fmt: skip
    for disc in bag:
        owner.lines.filter(disc__in=gone, disc__name=disc.name).update(disc=disc)
    owner.discs.filter(pk__in=gone).delete()
    return bag


def core_bag(owner: Player) -> tuple[Disc, ...]:
    """The player's discs as the core knows them."""
    return tuple(d.to_core() for d in owner.discs.all())


def core_lines(owner: Player) -> tuple[StockLine, ...]:
    """The lines the player has kept on the bench, as the core plans with them. Prefetch
    `lines__disc` where this is asked often."""
    return tuple(
        StockLine(line.name, line.disc.to_core(), Throw(line.throw).kind, line.hyzer_deg, line.nose_deg,
                  line.launch_deg)
        for line in owner.lines.all()
    )  # fmt: skip
