"""View data of the round with few different throws."""

from __future__ import annotations

from collections.abc import Sequence
from typing import Any

from ypodrome.bag.services import core_bag
from ypodrome.core.api import FewThrows, Sort, Tried, dearer, small_bags, tried, worth_of_discs
from ypodrome.plan.models import GamePlan, PlannedHole
from ypodrome.plan.table import few_throws, tried_on
from ypodrome.wording.throws import kind_words

Tables = list[tuple[Tried, ...]]


def _tables(plan: GamePlan) -> tuple[list[PlannedHole], Tables, dict[str, Any]]:
    """The plan's holes, every throw tried on each, and what a page says while some are missing."""
    holes = list(plan.holes.all())
    tables = [tried_on(h) for h in holes]
    missing = [h for h, table in zip(holes, tables, strict=True) if not table]
    return holes, tables, {"plan": plan, "missing": missing, "holes": holes, "units": plan.owner.units}


def few_context(plan: GamePlan) -> dict[str, Any]:
    """Rounds with few different throws beside the plan in force: what each costs, what is thrown where."""
    holes, tables, context = _tables(plan)
    if context["missing"]:
        return context
    in_force = [tried(h.planned.in_force) for h in holes]
    rounds = [_round(found, holes, in_force) for found in few_throws(holes, tables)]
    return context | {"rounds": rounds, "now": len({t.sort for t in in_force})}


def bag_context(plan: GamePlan) -> dict[str, Any]:
    """What each disc of the bag is worth on the tees of the round, and the bags that lose little."""
    holes, tables, context = _tables(plan)
    if context["missing"]:
        return context
    names = {t.throw.disc.key: t.throw.disc.name for table in tables for t in table}
    best = sum(min(t.expected for t in table) for table in tables)
    worth = sorted(worth_of_discs(tables).items(), key=lambda row: -row[1])
    first = [min(table, key=lambda t: t.expected).throw.disc.key for table in tables]
    rows = [
        {"disc": names[key], "worth": value, "needed": value > NEEDED,
         "first": [h for h, k in zip(holes, first, strict=True) if k == key]}
        for key, value in worth
    ]  # fmt: skip
    bags = [
        {"count": len(b.discs), "cost": b.expected - best, "discs": sorted(names[k] for k in b.discs)}
        for b in small_bags(tables)
    ]
    return context | {"rows": rows, "bags": bags, "unused": _unused(plan, names)}


NEEDED = 10.0
"""Throws a disc costs to be without from which nothing else gets round (a hole it alone was tried on)."""


def _unused(plan: GamePlan, names: dict[str, str]) -> list[str]:
    return [d.name for d in core_bag(plan.owner) if d.key not in names]


def _round(found: FewThrows, holes: list[PlannedHole], in_force: list[Tried]) -> dict[str, Any]:
    return {
        "different": len(found.sorts),
        "cost": found.expected - sum(t.expected for t in in_force),
        "throws": [_sort_row(sort, found.throws, holes, in_force) for sort in found.sorts],
    }


def _sort_row(
    sort: Sort, thrown: Sequence[Tried], holes: list[PlannedHole], in_force: list[Tried]
) -> dict[str, Any]:
    """One throw of the few: how hard it is thrown, and on which holes, at what price there."""
    mine = [i for i, t in enumerate(thrown) if t.sort == sort]
    power = [round(100.0 * thrown[i].throw.power) for i in mine]
    return {
        "disc": thrown[mine[0]].throw.disc.name,
        "kind": kind_words(sort.kind),
        "shape": sort.shape,
        "softest": min(power),
        "hardest": max(power),
        "holes": [
            {
                "number": holes[i].number,
                "position": holes[i].position,
                "cost": dearer(thrown[i].expected, in_force[i].expected),
            }
            for i in mine
        ],
    }
