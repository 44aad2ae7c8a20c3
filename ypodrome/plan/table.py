"""Every throw of a hole, tried once and kept: for the round with few throws, and for what a target asks."""

from __future__ import annotations

from dataclasses import dataclass

from django.db import transaction

from ypodrome.core.api import (
    FewThrows,
    Option,
    Tried,
    every_throw_from_tee,
    rounds_with_few_throws,
)
from ypodrome.core.refused import Refused
from ypodrome.interchange.codec import pack, unpack
from ypodrome.interchange.fingerprint import digest
from ypodrome.jobs.asked import worked_out
from ypodrome.plan.choices import play
from ypodrome.plan.inputs import is_stale
from ypodrome.plan.kept import FORM
from ypodrome.plan.live import situation_of
from ypodrome.plan.models import GamePlan, PlannedHole
from ypodrome.plan.planning import fresh


@dataclass(frozen=True)
class Table:
    """The throws tried on a hole, best first, and the fingerprint of the plan they belong to."""

    fingerprint: str
    rows: tuple[Tried, ...]


def try_every(hole: PlannedHole) -> tuple[Option, ...]:
    """Try every throw from the tee and keep what they come to; the best of every disc, best first."""
    kept = fresh(hole).planned
    own = digest(repr(kept.own.throw)) if kept.own else ""
    best, rows = worked_out(
        f"every {hole.fingerprint} {own}", hole.plan.owner_id, every_throw_from_tee,
        situation_of(hole), kept.plan.worth, kept.options,
    )  # fmt: skip
    hole.tried = pack(Table(hole.fingerprint, rows), FORM)
    hole.save(update_fields=["tried"])
    return best


def tried_on(hole: PlannedHole) -> tuple[Tried, ...]:
    """The throws tried on a hole as it is now; none if they were not, or something has changed."""
    table = unpack(bytes(hole.tried) if hole.tried else None, Table, FORM)
    if table is None or table.fingerprint != hole.fingerprint or is_stale(hole):
        return ()
    return table.rows


def few_throws(holes: list[PlannedHole], tables: list[tuple[Tried, ...]]) -> tuple[FewThrows, ...]:
    """Rounds with few different throws of those tried on the holes, up to one that costs no more than the
    plan in force; none while a hole's throws are not tried."""
    if not all(tables):
        return ()
    in_force = sum(h.planned.in_force.forecast.expected for h in holes)
    return rounds_with_few_throws(tables, in_force)


@transaction.atomic
def play_few(plan: GamePlan, different: int) -> None:
    """Put the round with so many different throws in force. ValueError when there is none."""
    holes = list(plan.holes.all())
    rounds = few_throws(holes, [tried_on(h) for h in holes])
    found = next((r for r in rounds if len(r.sorts) == different), None)
    if found is None:
        raise Refused(f"no round with {different} different throws was found: try every throw again")
    for hole, throw in zip(holes, found.throws, strict=True):
        play(hole, throw)
