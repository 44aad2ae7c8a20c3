"""The total a round needs, and what to play for it."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np
from django.db import transaction
from numpy.typing import NDArray

from ypodrome.core.api import Option, TargetPlan, Tried, dearer, plan_for_target, tried
from ypodrome.core.refused import Refused
from ypodrome.plan.choices import play
from ypodrome.plan.models import GamePlan, PlannedHole
from ypodrome.plan.table import tried_on


@dataclass(frozen=True)
class HoleChange:
    """A hole that a target wants played otherwise than now: the throw wanted, and what it costs in
    expected throws."""

    hole: PlannedHole
    throw: Tried
    cost: float


@dataclass(frozen=True)
class Target:
    """A target total, its chances, the holes to change for it, and those where it was chosen from the options
    only, as not every throw is tried there."""

    plan: TargetPlan
    changes: tuple[HoleChange, ...]
    offered_only: tuple[PlannedHole, ...]

    @property
    def cost(self) -> float:
        return sum(c.cost for c in self.changes)


def target_of(holes: list[PlannedHole], target: int) -> Target | None:
    """How the planned holes reach a total of at most `target`; None while one is not planned."""
    if not holes or any(h.kept is None for h in holes):
        return None
    tables = [tried_on(h) for h in holes]
    throws = [_throws_of(h, table) for h, table in zip(holes, tables, strict=True)]
    found = plan_for_target([[_scores(t) for t in row] for row in throws], target)
    changes = []
    for hole, row, k in zip(holes, throws, found.choices, strict=True):
        if k != hole.planned.place:
            cost = dearer(row[k].expected, hole.planned.in_force.forecast.expected)
            changes.append(HoleChange(hole, row[k], cost))
    return Target(found, tuple(changes), tuple(h for h, t in zip(holes, tables, strict=True) if not t))


def _throws_of(hole: PlannedHole, table: tuple[Tried, ...]) -> list[Tried]:
    """What may be thrown on a hole: the options, in their order, and every other sort that was tried."""
    offered = [tried(o) for o in hole.planned.options]
    sorts = {t.sort for t in offered}
    return offered + [t for t in table if t.sort not in sorts]


def scores_by_day(option: Option) -> NDArray[np.float64]:
    """Score chances of an option on each of the days; alike on all where that is not known."""
    return _scores(tried(option))


def _scores(throw: Tried) -> NDArray[np.float64]:
    return np.array(throw.by_day or throw.outlook)


@transaction.atomic
def set_target(plan: GamePlan, text: str) -> None:
    """Set or clear the total that the round needs. ValueError when it is not a likely one."""
    holes = plan.holes.count()
    if not text.strip():
        plan.target = None
    elif len(text) < 9 and text.strip().isdecimal() and holes <= int(text) <= 9 * holes:
        plan.target = int(text)
    else:
        raise Refused(f"a target for {holes} holes is a whole number from {holes} to {9 * holes}")
    plan.save(update_fields=["target"])


@transaction.atomic
def play_for_target(plan: GamePlan) -> int:
    """Put the options the target wants in force; says on how many holes. Own aims stay."""
    holes = list(plan.holes.all())
    found = target_of(holes, plan.target) if plan.target else None
    changes = [c for c in found.changes if c.hole.planned.own is None] if found else []
    for change in changes:
        play(change.hole, change.throw)
    return len(changes)
