"""Which stored option is the throw in force: told by disc, hand and line, then by how near the angles are."""

from __future__ import annotations

from collections.abc import Sequence
from typing import Any

Json = dict[str, Any]

RELEASED = ("hyzer_deg", "launch_deg", "power_pct")
"""What makes a release, but for its aim."""


def alike(one: Json, other: Json) -> bool:
    """Whether two stored options are the same disc thrown with the same hand on the same line."""
    return all(one[k] == other[k] for k in ("disc", "throw", "line"))


def nearest_alike(options: Sequence[Json], chosen: Json) -> int | None:
    """Index of the option that is most nearly the chosen throw; None where no option is alike."""
    rows = [i for i, option in enumerate(options) if alike(option, chosen)]
    return min(rows, key=lambda i: _apart(options[i], chosen), default=None)


def in_force(options: Sequence[Json], chosen: Json) -> int | None:
    """Index of the option that is released as the chosen throw, whatever its aim; None where none is."""
    nearest = nearest_alike(options, chosen)
    if nearest is None or any(options[nearest][k] != chosen[k] for k in RELEASED):
        return None
    return nearest


def _apart(one: Json, other: Json) -> tuple[float, float]:
    """Difference of release, then of aim: the aim is what a player changes by hand [degrees, percent]."""
    release = sum(abs(one[k] - other[k]) for k in RELEASED)
    return round(release, 1), abs(one["aim_left_deg"] - other["aim_left_deg"])
