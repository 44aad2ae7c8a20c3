"""Bags as CSV (RFC 4180, UTF-8, header row)."""

from __future__ import annotations

from collections import Counter

from ypodrome.core.disc import Disc, Plastic
from ypodrome.interchange.plain import rows_of, table
from ypodrome.interchange.problems import FileProblems, Problem, Problems, refuse

REQUIRED = ("name", "speed", "glide", "turn", "fade")
NUMBERS = ("speed", "glide", "turn", "fade", "weight_g", "wear")
MOST_DISCS, MOST_PROBLEMS = 200, 200
LONGEST_NAME = 60


Row = tuple[str, Disc, dict[str, str]]
"""Where a disc stands, the disc, and what its line holds."""


def read_bag(data: bytes) -> tuple[Disc, ...]:
    """Discs from the bytes of a bag file, or FileProblems with every line that is wrong."""
    discs = tuple(disc for _, disc, _ in read_rows(data))
    if problems := _doubles(discs):
        raise FileProblems(problems)
    return discs


def read_rows(data: bytes, empty: bool = False) -> list[Row]:
    """Lines of a bag file with whatever columns they have; one without discs is refused unless it may be
    `empty`."""
    found: list[Row] = []
    problems = Problems()
    for line, row in rows_of(table(data, REQUIRED)):
        if not any(row.values()):
            continue
        where = f"line {line}"
        if len(found) + problems.total >= MOST_DISCS + MOST_PROBLEMS:
            problems.append(Problem(where, "", "and more after it was not read"))
            break
        disc = _disc(where, row, problems)
        if disc is not None:
            found.append((where, disc, row))
    if problems:
        raise FileProblems(problems)
    if not found and not empty:
        raise refuse("file", "has a header but no discs: add a line for each")
    if len(found) > MOST_DISCS:
        raise refuse("file", f"has more than {MOST_DISCS} discs")
    return found


def _doubles(discs: tuple[Disc, ...]) -> list[Problem]:
    """A name tells a disc from the others of its bag."""
    count = Counter(d.name for d in discs)
    return [
        Problem("file", "name", f'"{name}" stands there {n} times: tell them apart, as "{name} (old)"')
        for name, n in count.items()
        if n > 1
    ]


def _disc(where: str, row: dict, problems: Problems) -> Disc | None:
    before = problems.total
    values: dict = {"name": (row.get("name") or "").strip()}
    if not 0 < len(values["name"]) <= LONGEST_NAME:
        wrong = f"is longer than {LONGEST_NAME} characters" if values["name"] else "is missing"
        problems.append(Problem(where, "name", wrong))
    for key in NUMBERS:
        text = (row.get(key) or "").strip()
        if not text:
            if key in REQUIRED:
                problems.append(Problem(where, key, "is missing"))
            continue
        try:
            values[key] = float(text)
        except ValueError:
            problems.append(Problem(where, key, f'"{text}" is not a number'))
    plastic = (row.get("plastic") or "premium").strip().lower()
    if plastic not in {p.value for p in Plastic}:
        problems.append(Problem(where, "plastic", f'"{plastic}" is not known; use base, grippy or premium'))
    water = (row.get("water_ok") or "yes").strip().lower()
    if water not in ("yes", "no"):
        problems.append(Problem(where, "water_ok", f'must be yes or no, got "{water}"'))
    if problems.total > before:
        return None
    try:
        return Disc(
            **values, plastic=Plastic(plastic), water_ok=water == "yes",
            colour=(row.get("colour") or "").strip(), notes=(row.get("notes") or "").strip(),
        )  # fmt: skip
    except ValueError as error:
        problems.append(Problem(where, str(error).split()[0], str(error).split(" ", 1)[1]))
        return None
