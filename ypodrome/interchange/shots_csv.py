"""Laser shots as CSV: from, distance, bearing, height, what.

`from` names a tee, pin, landmark or an earlier shot of the same file ("last" is the one before);
`distance_m` or `distance_ft`; `bearing_deg` of the compass; `height_m` or `height_ft` above the
station (optional); `what` in a surveyor's words; `hole` (optional).
"""

from __future__ import annotations

import math
from dataclasses import dataclass

from ypodrome.core.units import metres_from_feet
from ypodrome.interchange.plain import rows_of, table
from ypodrome.interchange.problems import FileProblems, Problem, Problems, refuse

MOST_SHOTS = 5_000
FARTHEST_M = 1_000.0
NEEDED = ("from", "bearing_deg", "what")


@dataclass(frozen=True)
class Shot:
    """One reading: horizontal distance [m], bearing [deg], height of the target above the station [m]."""

    line: int
    station: str
    distance_m: float
    bearing_deg: float
    rise_m: float | None
    what: str
    hole: int | None


def read_shots(data: bytes) -> list[Shot]:
    """The shots of a file; FileProblems lists every line that is wrong."""
    rows = table(data, NEEDED)
    if not {"distance_m", "distance_ft"} & set(rows.fieldnames or ()):
        raise refuse("line 1", "the header lacks the column distance_m or distance_ft", "distance_m")
    problems = Problems()
    shots: list[Shot] = []
    for line, row in rows_of(rows):
        if len(shots) >= MOST_SHOTS:
            raise refuse("file", f"has more than {MOST_SHOTS} shots")
        shot = _shot(line, row, problems)
        if shot is not None:
            shots.append(shot)
    if problems:
        raise FileProblems(problems)
    if not shots:
        raise refuse("file", "has a header but no shots")
    return shots


def _shot(line: int, row: dict[str, str], problems: Problems) -> Shot | None:
    before = problems.total
    distance = _length(line, row, "distance", problems)
    bearing = _number(line, row, "bearing_deg", problems)
    rise = _length(line, row, "height", problems) if row.get("height_m") or row.get("height_ft") else None
    hole = row.get("hole") or None
    if hole is not None and not (hole.isdigit() and 1 <= int(hole) <= 99):
        problems.append(Problem(f"line {line}", "hole", f"must be a whole number from 1 to 99, got {hole!r}"))
    if distance is not None and not 0.0 < distance <= FARTHEST_M:
        problems.append(Problem(f"line {line}", "distance", f"must be up to {FARTHEST_M:.0f} m"))
    if problems.total > before or distance is None or bearing is None:
        return None
    number = int(hole) if hole else None
    return Shot(line, row["from"] or "last", distance, bearing % 360.0, rise, row["what"], number)


def _length(line: int, row: dict[str, str], name: str, problems: Problems) -> float | None:
    if row.get(f"{name}_m"):
        return _number(line, row, f"{name}_m", problems)
    value = _number(line, row, f"{name}_ft", problems)
    return None if value is None else metres_from_feet(value)


def _number(line: int, row: dict[str, str], name: str, problems: Problems) -> float | None:
    text = row.get(name, "")
    try:
        value = float(text)
    except ValueError:
        problems.append(Problem(f"line {line}", name, f"must be a number, got {text!r}"))
        return None
    if not math.isfinite(value):
        problems.append(Problem(f"line {line}", name, "must be a finite number"))
        return None
    return value
