"""Writes and reads for rounds."""

from __future__ import annotations

from typing import Any

from django.db import transaction

from ypodrome.core.api import RESULTS, RoundScore, Throw, throws_from
from ypodrome.core.units import feet
from ypodrome.plan.models import GamePlan, PlannedHole
from ypodrome.round.models import HoleRecord, Round, ThrowRecord

MOST_THROWS, MOST_PUTTS = 15, 10
FARTHEST_M = 400.0
ByDistance = tuple[tuple[float, float], ...]


def current_round(plan: GamePlan) -> Round:
    """The latest round played to this plan, begun if there is none."""
    return plan.rounds.first() or Round.objects.create(owner=plan.owner, plan=plan)


def new_round(plan: GamePlan) -> Round:
    """Begin another round to the same plan."""
    return Round.objects.create(owner=plan.owner, plan=plan)


@transaction.atomic
def record_hole(played: Round, planned: PlannedHole, throws: list[dict[str, Any]], putts: int) -> HoleRecord:
    """Keep a hole's throws and putts, in place of what was kept before.

    Raises ValueError naming the throw and field that cannot be taken; nothing is changed then.
    """
    if not 0 <= putts <= MOST_PUTTS:
        raise ValueError(f"putts must be between 0 and {MOST_PUTTS}, got {putts}")
    if not 1 <= len(throws) <= MOST_THROWS:
        raise ValueError(f"a hole takes 1 to {MOST_THROWS} throws, got {len(throws)}")
    kept = planned.kept
    by_distance = kept.plan.by_distance if kept else None
    rows = [_checked(k, throw, by_distance) for k, throw in enumerate(throws, start=1)]
    hole, _ = HoleRecord.objects.update_or_create(
        round=played,
        number=planned.number,
        defaults={
            "par": planned.par,
            "expected": kept.in_force.forecast.expected if kept else float(planned.par),
            "planned_disc": kept.in_force.throw.disc.name if kept else "",
            "putts": putts,
        },
    )
    hole.throws.all().delete()
    ThrowRecord.objects.bulk_create(
        ThrowRecord(hole=hole, position=k, **row) for k, row in enumerate(rows, start=1)
    )
    return hole


def _checked(number: int, throw: dict[str, Any], by_distance: ByDistance | None) -> dict[str, Any]:
    disc = str(throw.get("disc", "")).strip()[:60]
    if not disc:
        raise ValueError(f"throw {number}: name the disc")
    if throw.get("throw") not in {t.value for t in Throw}:
        raise ValueError(f"throw {number}: {throw.get('throw')!r} is not a kind of throw")
    if throw.get("result") not in RESULTS:
        raise ValueError(f"throw {number}: say what became of it")
    left_m = throw.get("left_m")
    if left_m is not None and not 0.0 <= left_m <= FARTHEST_M:
        most = f"{FARTHEST_M:.0f} m ({feet(FARTHEST_M):.0f} ft)"
        raise ValueError(f"throw {number}: the distance to go must be from 0 to {most}")
    known = left_m is not None and by_distance is not None
    return {
        "disc": disc, "throw": throw["throw"], "result": throw["result"], "left_m": left_m,
        "worth_after": throws_from(by_distance, left_m) if known else None,
    }  # fmt: skip


def round_score(played: Round) -> RoundScore:
    """The round as the core scores it."""
    holes = played.holes.prefetch_related("throws")
    return RoundScore(tuple(h.to_core() for h in holes))
