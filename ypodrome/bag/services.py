"""The discs a player has: read for plans, changed one by one or by a file, every change undone by a click."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import date
from typing import Any
from uuid import UUID

from django.db import transaction
from django.db.models import Count, OuterRef, Subquery
from django.utils import timezone

from ypodrome.accounts.models import Player
from ypodrome.accounts.quota import room_for
from ypodrome.bag.models import ACTIVE, BagChange, BagDisc, State
from ypodrome.core.api import Disc, Kind, StockLine, Throw
from ypodrome.core.refused import Refused
from ypodrome.interchange.bag_csv import read_bag

Json = dict[str, Any]
COLUMNS = ("speed", "glide", "turn", "fade", "weight_g", "wear", "water_ok", "colour", "notes")
KEPT = ("name", *COLUMNS, "plastic", "state", "lost_where")
MOST_CHANGES = 50
"""Changes of the bag that can be undone (chosen: more than a season's)."""


def bag_of(owner: Player) -> list[BagDisc]:
    """The discs that plans may throw. Prefetch `discs` where this is asked often."""
    return [d for d in owner.discs.all() if d.in_bag]


def core_bag(owner: Player) -> tuple[Disc, ...]:
    """The player's discs as the core knows them."""
    return tuple(d.to_core() for d in bag_of(owner))


def core_lines(owner: Player) -> tuple[StockLine, ...]:
    """The lines the player has kept on the bench with discs of the bag, as the core plans with them. Prefetch
    `lines__disc` where this is asked often."""
    return tuple(
        StockLine(line.name, line.disc.to_core(), Kind(Throw(line.throw).kind), line.hyzer_deg, line.nose_deg,
                  line.launch_deg)
        for line in owner.lines.all() if line.disc.in_bag
    )  # fmt: skip


def values_of(disc: Disc) -> Json:
    """A disc's values as its row has them."""
    return {name: getattr(disc, name) for name in ("name", *COLUMNS)} | {"plastic": disc.plastic.value}


def remember(owner: Player, what: str) -> None:
    """Keep what the player's discs are, before `what` is done to them; the first bag is not undone."""
    if not owner.discs.exists():
        return
    before = [
        {"id": str(d.uuid), "lost_on": d.lost_on and d.lost_on.isoformat(),
         "deleted": d.deleted and d.deleted.isoformat(), "worn_from": d.worn_from.isoformat()}
        | {name: getattr(d, name) for name in KEPT}
        for d in owner.discs.all()
    ]  # fmt: skip
    BagChange.objects.create(owner=owner, what=what[:120], before=before)
    kept = list(owner.bag_changes.values_list("pk", flat=True)[:MOST_CHANGES])
    owner.bag_changes.exclude(pk__in=kept).delete()


@transaction.atomic
def undo(owner: Player) -> str:
    """Make the discs what they were before the last change; what that was. ValueError when there is none."""
    last = owner.bag_changes.first()
    if last is None:
        raise Refused("there is nothing to undo in the bag")
    ids = {UUID(row["id"]) for row in last.before}
    owner.discs.exclude(uuid__in=ids).filter(deleted=None).update(deleted=timezone.now())
    owner.discs.filter(uuid__in=ids).update(deleted=timezone.now())  # names are free while rows are put back
    for row in last.before:
        values = {name: value for name, value in row.items() if name != "id"}
        owner.discs.filter(uuid=UUID(row["id"])).update(**values)
    last.delete()
    return last.what


def throws_of(owner: Player) -> dict[str, int]:
    """How many throws are logged with each disc since its wear was set, by its lasting id."""
    thrown = owner.events.filter(what="throw", disc_id=OuterRef("uuid"), made_at__gte=OuterRef("worn_from"))
    counted = thrown.order_by().values("disc_id").annotate(n=Count("pk")).values("n")
    rows = owner.discs.annotate(thrown=Subquery(counted)).values_list("uuid", "thrown")
    return {str(key): n or 0 for key, n in rows}


@dataclass(frozen=True)
class Merge:
    """What a bag file would change: discs new, discs changed (old, new), and discs of the bag it does not
    name."""

    added: tuple[Disc, ...]
    changed: tuple[tuple[Disc, Disc], ...]
    same: tuple[Disc, ...]
    gone: tuple[Disc, ...]


def differences(old: Disc, new: Disc) -> list[tuple[str, Any, Any]]:
    """What differs between two states of a disc: column, before, after."""
    before, after = values_of(old), values_of(new)
    return [(name, before[name], after[name]) for name in before if before[name] != after[name]]


def merge_of(owner: Player, data: bytes) -> Merge:
    """What a bag file would change, by name among the discs the player has; FileProblems if it is wrong."""
    had = {d.name: d for d in owner.discs.all() if d.state in ACTIVE and d.deleted is None}
    discs = read_bag(data)
    pairs = [(had[d.name], d) for d in discs if d.name in had]
    named = {d.name for d in discs}
    return Merge(
        added=tuple(d for d in discs if d.name not in had),
        changed=tuple((row.to_core(), d) for row, d in pairs if differences(row.to_core(), d)),
        same=tuple(d for row, d in pairs if not differences(row.to_core(), d)),
        gone=tuple(row.to_core() for name, row in had.items() if name not in named and row.in_bag),
    )


@transaction.atomic
def import_bag(owner: Player, data: bytes, put_away: bool = True) -> Merge:
    """Merge a bag file by name: a disc that keeps its name stays the same disc, with its lasting id and the
    lines kept with it; those in the file are in the bag; those not named are put away, or left as they are.
    Nothing changes if the file is wrong (FileProblems)."""
    merge = merge_of(owner, data)
    room_for(owner, "discs", len(merge.added))
    remember(owner, f"a file of {len(merge.added) + len(merge.changed) + len(merge.same)} discs")
    for disc in merge.added:
        BagDisc.objects.create(owner=owner, **values_of(disc))
    named = [*merge.same, *(after for _, after in merge.changed)]
    for disc in named:
        rows = owner.discs.filter(name=disc.name, state__in=ACTIVE, deleted=None)
        rows.update(state=State.BAG, **values_of(disc))
    if put_away:
        owner.discs.filter(uuid__in=[UUID(d.id) for d in merge.gone]).update(state=State.RESTING)
    return merge


@transaction.atomic
def set_state(disc: BagDisc, state: str, lost_on: date | None = None, lost_where: str = "") -> None:
    """Put a disc into the bag, away, among the lost or the retired. ValueError when its name is taken by
    another that the player has."""
    state = State(state)
    others = disc.owner.discs.filter(name=disc.name, state__in=ACTIVE, deleted=None).exclude(pk=disc.pk)
    if state in ACTIVE and others.exists():
        raise Refused(f"you have another disc called {disc.name}: rename one of them first")
    remember(disc.owner, f"{disc.name}: {state.label}")
    disc.state = state
    disc.lost_on, disc.lost_where = (lost_on, lost_where) if state == State.LOST else (None, "")
    disc.save(update_fields=["state", "lost_on", "lost_where"])


@transaction.atomic
def save_disc(owner: Player, disc: BagDisc) -> None:
    """Keep a disc that is new or edited; what it was can be had back."""
    known = owner.discs.filter(pk=disc.pk).first() if disc.pk else None
    if known is None:
        room_for(owner, "discs")
    remember(owner, f"{disc.name}: {'edited' if known else 'added'}")
    if known and known.wear != disc.wear:
        disc.worn_from = timezone.now()
    disc.owner = owner
    disc.save()


@transaction.atomic
def copy_disc(disc: BagDisc) -> BagDisc:
    """Another copy of a disc, as bought again: its numbers, new, under a name of its own."""
    taken = set(disc.owner.discs.filter(deleted=None).values_list("name", flat=True))
    number = 2
    while f"{disc.name[:54]} {number}" in taken:
        number += 1
    name = f"{disc.name[:54]} {number}"
    room_for(disc.owner, "discs")
    remember(disc.owner, f"{name}: added")
    return BagDisc.objects.create(owner=disc.owner, **values_of(disc.to_core()) | {"name": name, "wear": 0.0})


@transaction.atomic
def delete_disc(disc: BagDisc) -> None:
    """Take a disc off the list; undone like any change of the bag."""
    remember(disc.owner, f"{disc.name}: deleted")
    disc.delete_softly()
