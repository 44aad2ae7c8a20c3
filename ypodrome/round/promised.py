"""What a plan promised for a hole, kept with the round: a plan changed or gone later changes no round."""

from __future__ import annotations

from typing import Any

from ypodrome.core.api import Option
from ypodrome.plan.models import PlannedHole

Json = dict[str, Any]


def promised_of(hole: PlannedHole) -> Json:
    """Expected throws, what usual ground was worth by distance, and the planned throws in order, of the throw
    in force; nothing where the hole is not planned."""
    kept = hole.kept
    if kept is None:
        return {}
    throws: list[Json] = []
    option: Option | None = kept.in_force
    while option is not None:
        throws.append(promised_throw(option))
        option = option.standing.next
    return {
        "expected": round(kept.in_force.forecast.expected, 4),
        "by_distance": [[round(d, 2), round(j, 4)] for d, j in kept.plan.by_distance],
        "wind": [hole.plan.wind_m_s, hole.plan.wind_from_deg],
        "throws": throws,
    }


def promised_throw(option: Option) -> Json:
    """A planned throw: its key, and the values it has now."""
    throw, disc = option.throw, option.throw.disc
    return {
        "key": "|".join(str(part) for part in option.key),
        "disc_id": disc.id, "disc": disc.name, "disc_numbers": disc.numbers,
        "throw": throw.code, "kind": str(throw.kind), "line": str(option.forecast.shape),
        "power_pct": round(100 * throw.power), "hyzer_deg": round(throw.hyzer_deg, 1),
        "nose_deg": round(throw.nose_deg, 1), "launch_deg": round(throw.launch_deg, 1),
        "aim_left_deg": round(option.aim.left_deg, 1), "aim_bearing_deg": round(throw.heading_deg % 360, 1),
        "expected": round(option.forecast.expected, 4),
    }  # fmt: skip
