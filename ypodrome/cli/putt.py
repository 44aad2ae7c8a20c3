"""ypodrome putt: run a lie on the green or lay it up."""

from __future__ import annotations

import argparse
import json
from pathlib import Path

from ypodrome.cli.arguments import OK, lon_lat, number, read


def add_arguments(command: argparse.ArgumentParser) -> None:
    """Course, hole, pin, lie, thrower and the wind."""
    command.add_argument("course", type=Path)
    command.add_argument("--hole", type=int, required=True)
    command.add_argument("--pin")
    command.add_argument("--lie", type=lon_lat, required=True, metavar="LON,LAT")
    command.add_argument("--thrower", type=Path, required=True)
    for name in ("wind-m-s", "wind-from-deg", "gust-m-s"):
        command.add_argument(f"--{name}", type=number, default=0.0)
    command.set_defaults(run=run)


def run(options: argparse.Namespace) -> int:
    """Work out the green from the lie and print the advice."""
    from ypodrome.interchange.course_geojson import read_course
    from ypodrome.interchange.frame import to_local
    from ypodrome.interchange.thrower_json import read_thrower

    course = read(options.course, read_course)
    thrower = read(options.thrower, read_thrower)

    from ypodrome.core import api
    from ypodrome.interchange.putt_json import putt_document

    scene = api.scene_for(course, options.hole, None, options.pin)
    air = api.Air(wind=api.Wind(options.wind_m_s, options.wind_from_deg, options.gust_m_s))
    green = api.Green(scene, thrower.putting, air, thrower.hand == "left")
    putt = green.putt_from(green.checked(to_local(course.origin, options.lie)))
    print(json.dumps(putt_document(putt, course.origin, thrower.units), indent=1, ensure_ascii=False))
    return OK
