"""ypodrome fly: one throw, the reference throw of a disc, or many throws from a file, over level ground."""

from __future__ import annotations

import argparse
import csv
import json
import math
from collections.abc import Iterator
from pathlib import Path
from typing import TYPE_CHECKING, Any

from ypodrome.cli.arguments import OK, BadInput, number, read
from ypodrome.interchange.disc_text import flight_numbers
from ypodrome.interchange.plain import table
from ypodrome.interchange.problems import FileProblems, Problem, Problems, refuse

if TYPE_CHECKING:
    from ypodrome.core.flight.simulate import Flight

DEFAULTS = {
    "hyzer-deg": 0.0, "nose-deg": 0.0, "launch-deg": 9.0, "aim-deg": 0.0, "release-height-m": 1.2,
    "weight-g": 175.0, "wear": 0.0, "wind-m-s": 0.0, "wind-from-deg": 0.0, "temperature-c": 15.0,
    "altitude-m": 0.0, "land-height-m": 0.0,
}  # fmt: skip
MEANINGS = {
    "hyzer-deg": "hyzer positive, anhyzer negative", "nose-deg": "nose up positive",
    "launch-deg": "climb of the release", "aim-deg": "left of straight ahead positive",
    "wind-from-deg": "0 head wind, 90 from the right, 180 tail wind", "wear": "0 new to 10 beaten in",
    "land-height-m": "height of the landing above the lie",
}  # fmt: skip
TEXTS = {"disc": None, "throw": "RHBH", "plastic": "premium", "surface": "cut_grass"}
SPEEDS = ("speed-mph", "speed-m-s")
MOST_ROWS = 100_000
EAST_FACING_DEG = 90.0
"""Compass direction of a throw made towards the east, the x axis of the flight."""


def add_arguments(command: argparse.ArgumentParser) -> None:
    """Disc, release, air and ground of one throw, or a file of many."""
    command.add_argument("--releases", type=Path, metavar="FILE.csv",
                         help="fly many: a header of these names, one JSON line a row")  # fmt: skip
    command.add_argument("--reference", action="store_true",
                         help="the throw that flight numbers stand for")  # fmt: skip
    command.add_argument("--disc", help="speed/glide/turn/fade, as 9/5/-1/2")
    command.add_argument("--throw", help="RHBH RHFH RHOH RHTH, and LH for the left hand")
    speed = command.add_mutually_exclusive_group()
    for name in SPEEDS:
        speed.add_argument(f"--{name}", type=number)
    for name, default in DEFAULTS.items():
        meaning = f"{MEANINGS.get(name, '')} (default {default:g})".strip()
        command.add_argument(f"--{name}", type=number, default=default, help=meaning)
    command.add_argument("--plastic", default="premium", help="base, grippy or premium")
    command.add_argument("--surface", default="cut_grass")
    command.add_argument("--path", action="store_true", help="add the path to the answer")
    command.set_defaults(run=run)


def run(options: argparse.Namespace) -> int:
    """Fly what is asked for and print it."""
    if options.releases is not None:
        for document in read(options.releases, flown_rows):
            print(json.dumps(document))
        return OK
    values = vars(options)
    if options.reference:
        values |= _reference(values)
    _complete(values)
    from ypodrome.core.design import body_of

    print(json.dumps(flown(values, body_of(_disc(values))), indent=1))
    return OK


def _complete(values: dict[str, Any]) -> None:
    """BadInput unless disc, throw and a speed are told."""
    for name in ("disc", "throw"):
        if not values.get(name):
            raise BadInput(f"--{name} is missing")
    if values.get("speed_m_s") is None and values.get("speed_mph") is None:
        raise BadInput("--speed-mph or --speed-m-s is missing")


def _reference(values: dict[str, Any]) -> dict[str, Any]:
    """The reference throw of the disc asked for."""
    if not values.get("disc"):
        raise BadInput("--disc is missing")
    from ypodrome.core.design.reference import HEIGHT_M, LAUNCH_DEG, NOSE_DEG, reference_speed_m_s

    speed = float(reference_speed_m_s(_numbers(values["disc"])[0]))
    return {
        "speed_m_s": speed, "speed_mph": None, "throw": values.get("throw") or "RHBH", "hyzer_deg": 0.0,
        "nose_deg": round(NOSE_DEG, 6), "launch_deg": LAUNCH_DEG, "release_height_m": HEIGHT_M,
    }  # fmt: skip


def flown_rows(data: bytes) -> list[dict[str, Any]]:
    """The flights of a file of releases, or FileProblems that name its bad rows."""
    rows = table(data, ())
    known = {name.replace("-", "_") for name in (*DEFAULTS, *TEXTS, *SPEEDS)}
    header = [h.strip().replace("-", "_") for h in rows.fieldnames or []]
    rows.fieldnames = header
    wrong = [h for h in header if h not in known]
    if wrong:
        raise refuse("line 1", f"has no meaning; known: {', '.join(sorted(known))}", wrong[0] or "a column")
    asked: list[tuple[str, dict[str, Any]]] = []
    problems = Problems()
    try:
        for row in rows:
            if len(asked) + problems.total >= MOST_ROWS:
                raise refuse("file", f"has more than {MOST_ROWS} rows")
            where = f"line {rows.line_num}"
            try:
                asked.append((where, _row_values(row)))
            except (BadInput, argparse.ArgumentTypeError) as error:
                problems.append(Problem(where, "", str(error)))
    except csv.Error as error:
        raise refuse(f"line {rows.line_num}", f"is not proper CSV: {error}") from None
    found = _fly_all(asked, problems)
    if problems:
        raise FileProblems(problems)
    if not found:
        raise refuse("file", "has a header but no rows")
    return found


def _row_values(row: dict[str, Any]) -> dict[str, Any]:
    """The options a row stands for."""
    if None in row:
        raise BadInput("has more fields than the header")
    values: dict[str, Any] = {k.replace("-", "_"): d for k, d in (TEXTS | DEFAULTS).items()}
    for name, text in row.items():
        if text and text.strip():
            values[name] = text.strip() if name in TEXTS else number(text)
    _complete(values)
    return values


def _fly_all(asked: list[tuple[str, dict[str, Any]]], problems: Problems) -> list[dict[str, Any]]:
    """The flights of rows; their discs are solved together first."""
    from ypodrome.core.design import bodies_of

    sound, discs = [], []
    for where, values in asked:
        try:
            discs.append(_disc(values))
            sound.append((where, values))
        except ValueError as error:
            problems.append(Problem(where, "", str(error)))
    found = []
    for (where, values), body in zip(sound, bodies_of(discs) if discs else (), strict=True):
        try:
            found.append(flown(values, body))
        except ValueError as error:
            problems.append(Problem(where, "", str(error)))
    problems.sort(key=lambda p: int(p.where.split()[1]))
    return found


def flown(values: dict[str, Any], body: Any) -> dict[str, Any]:
    """One throw of a body by the names of its options, flown."""
    from ypodrome.core.air import Wind, air_density_kg_m3
    from ypodrome.core.flight.landing import fly_to_height
    from ypodrome.core.flight.release import Release, Throw
    from ypodrome.core.flight.simulate import Air
    from ypodrome.core.ground.surfaces import SURFACES
    from ypodrome.core.units import m_s_from_mph

    if values["surface"] not in SURFACES:
        raise BadInput(f'--surface "{values["surface"]}" is not known; use one of {", ".join(SURFACES)}')
    if values["release_height_m"] <= 0.0:
        raise BadInput("--release-height-m must be above the ground at the lie")
    try:
        throw = Throw(values["throw"])
    except ValueError:
        known = " ".join(t.value for t in Throw)
        raise BadInput(f'--throw "{values["throw"]}" is not known; use one of {known}') from None
    mph = values.get("speed_mph")
    hyzer, nose, launch, aim = (math.radians(values[f"{a}_deg"]) for a in ("hyzer", "nose", "launch", "aim"))
    release = Release(
        values["speed_m_s"] if mph is None else m_s_from_mph(mph), throw,
        hyzer, nose, launch, aim,
        values["release_height_m"],
    )  # fmt: skip
    # 0 is a head wind, 90 from the right: a compass seen facing east, the x axis
    wind = Wind(values["wind_m_s"], values["wind_from_deg"] + EAST_FACING_DEG)
    air = Air(air_density_kg_m3(values["temperature_c"], values["altitude_m"]), wind)
    flight = fly_to_height(body, release, air, values["surface"], values["land_height_m"])
    return flight_document(flight, throw.hyzer_side, bool(values.get("path")))


def _numbers(text: str) -> list[float]:
    try:
        return flight_numbers(text)
    except ValueError as error:
        raise BadInput(f"--disc {error}") from None


def _disc(values: dict[str, Any]) -> Any:
    from ypodrome.core.disc import Disc, Plastic

    if values["plastic"] not in {p.value for p in Plastic}:
        raise BadInput(f'--plastic "{values["plastic"]}" is not known; use base, grippy or premium')
    speed, glide, turn, fade = _numbers(values["disc"])
    return Disc("disc", speed, glide, turn, fade, weight_g=values["weight_g"],
                plastic=Plastic(values["plastic"]), wear=values["wear"])  # fmt: skip


def flight_document(flight: Flight, side: int, with_path: bool) -> dict[str, Any]:
    """A flight as plain values; heights above the ground at the lie, left positive."""
    out = flight.out
    document: dict[str, Any] = {
        "carry_m": out.carry_x_m,
        "carry_left_m": out.carry_y_m,
        "rest_m": out.rest_x_m,
        "rest_left_m": out.rest_y_m,
        "apex_m": out.apex_m,
        "hang_s": out.hang_s,
        "max_left_m": out.max_left_m,
        "max_right_m": out.max_right_m,
        "landing_speed_m_s": out.landing_speed_m_s,
        "descent_deg": math.degrees(out.descent_rad),
        "landing_hyzer_deg": math.degrees(out.landing_hyzer_rad),
        "least_bank_deg": math.degrees(out.least_bank_rad),
    }
    document = {k: round(float(v), 3) for k, v in document.items()}
    if with_path:
        document["path"] = list(_path(flight, side))
    return document


def _path(flight: Flight, side: int) -> Iterator[list[float]]:
    for t, x, y, z, bank in flight.path.tolist():
        yield [round(t, 3), round(x, 3), round(y, 3), round(z, 3), round(side * math.degrees(bank), 2)]
