"""Writes and reads for the bag."""

from __future__ import annotations

from django.db import transaction

from ypodrome.accounts.models import Player
from ypodrome.bag.models import BagDisc
from ypodrome.core.api import Disc, StockLine, Throw
from ypodrome.interchange.bag_csv import read_bag

COLUMNS = ("speed", "glide", "turn", "fade", "weight_g", "wear", "water_ok", "colour", "notes")


@transaction.atomic
def import_bag(owner: Player, data: bytes) -> list[BagDisc]:
    """Make the player's bag the discs of a CSV file; nothing changes if it is wrong. A disc that keeps its
    name stays the same disc, with its lasting id and the lines kept with it."""
    discs = {d.name: d for d in read_bag(data)}
    owner.discs.exclude(name__in=discs).delete()
    had = {d.name: d for d in owner.discs.all()}
    for name, disc in discs.items():
        values = {field: getattr(disc, field) for field in COLUMNS} | {"plastic": disc.plastic.value}
        if name in had:
            BagDisc.objects.filter(pk=had[name].pk).update(**values)
        else:
            BagDisc.objects.create(owner=owner, name=name, **values)
    return list(owner.discs.all())


def bag_of(owner: Player) -> list[BagDisc]:
    """The discs that plans may throw. Prefetch `discs` where this is asked often."""
    return [d for d in owner.discs.all() if d.in_bag]


def core_bag(owner: Player) -> tuple[Disc, ...]:
    """The player's discs as the core knows them."""
    return tuple(d.to_core() for d in bag_of(owner))


def core_lines(owner: Player) -> tuple[StockLine, ...]:
    """The lines the player has kept on the bench, as the core plans with them. Prefetch
    `lines__disc` where this is asked often."""
    return tuple(
        StockLine(line.name, line.disc.to_core(), Throw(line.throw).kind, line.hyzer_deg, line.nose_deg,
                  line.launch_deg)
        for line in owner.lines.all() if line.disc.in_bag
    )  # fmt: skip
