"""The command line: fly, plan, check. Keys, signs, units and exit codes are in docs/formats.md."""

from __future__ import annotations

import argparse
import json
import math
import sys
from collections.abc import Sequence
from pathlib import Path
from typing import Any

from ypodrome.core import api
from ypodrome.core.ground.surfaces import SURFACE_NAMES
from ypodrome.core.units import m_s_from_mph
from ypodrome.interchange.bag_csv import read_bag
from ypodrome.interchange.course_geojson import read_course
from ypodrome.interchange.plan_json import plan_document
from ypodrome.interchange.problems import FileProblems
from ypodrome.interchange.thrower_json import read_thrower

OK, BAD_INPUT = 0, 2
EAST_FACING_DEG = 90.0
"""Compass direction of a throw made towards the east, the x axis of the flight."""


class BadInput(ValueError):
    """Input that cannot be used; the message names the place and the mend."""


class Parser(argparse.ArgumentParser):
    """Argument errors as one line and exit code 2."""

    def error(self, message: str) -> None:  # type: ignore[override]
        raise BadInput(message)


def main(arguments: Sequence[str] | None = None) -> int:
    """Run a command; returns the exit code."""
    try:
        options = _parser().parse_args(arguments)
        return options.run(options)
    except FileProblems as error:
        for problem in error.problems:
            print(f"{getattr(error, 'file', 'file')}: {problem}", file=sys.stderr)
    except (BadInput, LookupError, ValueError) as error:
        print(f"ypodrome: {error}", file=sys.stderr)
    return BAD_INPUT


def number(text: str) -> float:
    """A finite number from the command line."""
    try:
        value = float(text)
    except ValueError:
        raise argparse.ArgumentTypeError(f'"{text}" is not a number') from None
    if not math.isfinite(value):
        raise argparse.ArgumentTypeError(f'"{text}" is not a finite number')
    return value


def _parser() -> Parser:
    parser = Parser(prog="ypodrome", description="Game plans for disc golf, computed.")
    commands = parser.add_subparsers(required=True, metavar="COMMAND", parser_class=Parser)
    _add_fly(commands.add_parser("fly", help="fly one throw over level ground"))
    _add_plan(commands.add_parser("plan", help="plan one hole of a course"))
    check = commands.add_parser("check", help="validate a course file")
    check.add_argument("course", type=Path)
    check.set_defaults(run=run_check)
    return parser


def _add_fly(command: Parser) -> None:
    command.add_argument("--disc", required=True, help="speed/glide/turn/fade, as 9/5/-1/2")
    command.add_argument("--throw", required=True, help="RHBH RHFH RHOH RHTH, and LH for the left hand")
    speed = command.add_mutually_exclusive_group(required=True)
    speed.add_argument("--speed-mph", type=number)
    speed.add_argument("--speed-m-s", type=number)
    defaults = {
        "hyzer-deg": 0.0, "nose-deg": 0.0, "launch-deg": 9.0, "aim-deg": 0.0,
        "release-height-m": 1.2, "weight-g": 175.0, "wear": 0.0, "wind-m-s": 0.0,
        "wind-from-deg": 0.0, "temperature-c": 15.0, "altitude-m": 0.0, "land-height-m": 0.0,
    }  # fmt: skip
    meanings = {
        "hyzer-deg": "hyzer positive, anhyzer negative", "nose-deg": "nose up positive",
        "launch-deg": "climb of the release", "aim-deg": "left of straight ahead positive",
        "wind-from-deg": "0 head wind, 90 from the right, 180 tail wind",
        "wear": "0 new to 10 beaten in", "land-height-m": "height of the landing above the lie",
    }  # fmt: skip
    for name, default in defaults.items():
        meaning = f"{meanings.get(name, '')} (default {default:g})".strip()
        command.add_argument(f"--{name}", type=number, default=default, help=meaning)
    command.add_argument("--plastic", choices=[p.value for p in api.Plastic], default="premium")
    command.add_argument("--surface", choices=SURFACE_NAMES, default="cut_grass")
    command.add_argument("--path", action="store_true", help="add the path to the answer")
    command.set_defaults(run=run_fly)


def _add_plan(command: Parser) -> None:
    command.add_argument("course", type=Path)
    command.add_argument("--hole", type=int, required=True)
    command.add_argument("--tee")
    command.add_argument("--pin")
    command.add_argument("--bag", type=Path, required=True)
    command.add_argument("--thrower", type=Path, required=True)
    for name in ("wind-m-s", "wind-from-deg", "gust-m-s"):
        command.add_argument(f"--{name}", type=number, default=0.0)
    command.add_argument("--wet", action="store_true")
    command.add_argument("--posture", choices=api.POSTURES, default="even")
    command.add_argument("--without", action="append", default=[], metavar="KIND",
                         choices=api.KINDS)  # fmt: skip
    command.add_argument("--seed", type=int, default=1)
    command.set_defaults(run=run_plan)


def _disc(options: argparse.Namespace) -> api.Disc:
    parts = options.disc.split("/")
    if len(parts) != 4:
        raise BadInput(f'--disc takes four numbers as 9/5/-1/2, got "{options.disc}"')
    try:
        numbers = [float(p) for p in parts]
    except ValueError:
        raise BadInput(f'--disc takes four numbers as 9/5/-1/2, got "{options.disc}"') from None
    plastic = api.Plastic(options.plastic)
    return api.Disc("disc", *numbers, weight_g=options.weight_g, plastic=plastic, wear=options.wear)


def _throw(code: str) -> api.Throw:
    try:
        return api.Throw(code)
    except ValueError:
        known = " ".join(t.value for t in api.Throw)
        raise BadInput(f'--throw "{code}" is not known; use one of {known}') from None


def run_fly(options: argparse.Namespace) -> int:
    """Fly one throw and print what it does."""
    speed = options.speed_m_s if options.speed_mph is None else m_s_from_mph(options.speed_mph)
    release = api.Release(
        speed, _throw(options.throw), math.radians(options.hyzer_deg),
        math.radians(options.nose_deg), math.radians(options.launch_deg),
        math.radians(options.aim_deg), options.release_height_m,
    )  # fmt: skip
    if options.release_height_m <= 0.0:
        raise BadInput("--release-height-m must be above the ground at the lie")
    # 0 is a head wind, 90 from the right: a compass seen facing east, the x axis
    wind = api.Wind(options.wind_m_s, options.wind_from_deg + EAST_FACING_DEG)
    air = api.Air(api.air_density_kg_m3(options.temperature_c, options.altitude_m), wind)
    flight = api.fly_to_height(
        api.body_of(_disc(options)), release, air, options.surface, options.land_height_m
    )
    print(json.dumps(flight_document(flight, release.throw.hyzer_side, options.path), indent=1))
    return OK


def flight_document(flight: api.Flight, side: int, with_path: bool) -> dict[str, Any]:
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
        document["path"] = [
            [round(t, 3), round(x, 3), round(y, 3), round(z, 3),
             round(side * math.degrees(bank), 2)]
            for t, x, y, z, bank in flight.path.tolist()
        ]  # fmt: skip
    return document


def _read(path: Path, reader: Any) -> Any:
    try:
        data = path.read_bytes()
    except OSError as error:
        raise BadInput(f"{path}: cannot be read ({error.strerror})") from None
    try:
        return reader(data)
    except FileProblems as error:
        error.file = str(path)  # type: ignore[attr-defined]
        raise


def run_plan(options: argparse.Namespace) -> int:
    """Plan one hole and print the plan."""
    course = _read(options.course, read_course)
    situation = api.Situation(
        scene=api.scene_for(course, options.hole, options.tee, options.pin, wet=options.wet),
        thrower=_read(options.thrower, read_thrower),
        bag=_read(options.bag, read_bag),
        air=api.Air(wind=api.Wind(options.wind_m_s, options.wind_from_deg, options.gust_m_s)),
        posture=options.posture,
        without=tuple(options.without),
        seed=options.seed,
    )
    plan = api.plan_hole(situation)
    print(json.dumps(plan_document(plan, course.origin), indent=1, ensure_ascii=False))
    return OK


def run_check(options: argparse.Namespace) -> int:
    """Validate a course file: silence but for one line when it is sound."""
    course = _read(options.course, read_course)
    print(f"{options.course}: sound, {len(course.lines)} holes, {len(course.layouts)} layouts")
    return OK
