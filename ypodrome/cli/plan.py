"""ypodrome plan: plan one hole of a course."""

from __future__ import annotations

import argparse
import json
from pathlib import Path

from ypodrome.cli.arguments import OK, BadInput, number, read

POSTURES = ("par", "even", "attack")


def add_arguments(command: argparse.ArgumentParser) -> None:
    """Course, hole, bag, thrower and the day."""
    command.add_argument("course", type=Path)
    command.add_argument("--hole", type=int, required=True)
    command.add_argument("--tee")
    command.add_argument("--pin")
    command.add_argument("--bag", type=Path, required=True)
    command.add_argument("--thrower", type=Path, required=True)
    for name in ("wind-m-s", "wind-from-deg", "gust-m-s"):
        command.add_argument(f"--{name}", type=number, default=0.0)
    command.add_argument("--wet", action="store_true")
    command.add_argument("--posture", choices=POSTURES, default="even")
    command.add_argument("--without", action="append", default=[], metavar="KIND",
                         help="a kind of throw that is off today; may repeat")  # fmt: skip
    command.add_argument("--seed", type=int, default=1)
    command.set_defaults(run=run)


def run(options: argparse.Namespace) -> int:
    """Plan the hole and print the plan."""
    from ypodrome.interchange.bag_csv import read_bag
    from ypodrome.interchange.course_geojson import read_course
    from ypodrome.interchange.thrower_json import kind_named, read_thrower

    course = read(options.course, read_course)
    thrower = read(options.thrower, read_thrower)
    bag = read(options.bag, read_bag)

    from ypodrome.core import api
    from ypodrome.interchange.plan_json import plan_document

    without = tuple(kind_named(name) for name in options.without)
    unknown = [name for name in without if name not in api.KINDS]
    if unknown:
        raise BadInput(f"--without {unknown[0]} is not a kind of throw; known: {', '.join(api.KINDS)}")
    situation = api.Situation(
        scene=api.scene_for(course, options.hole, options.tee, options.pin, wet=options.wet),
        thrower=thrower,
        bag=bag,
        air=api.Air(wind=api.Wind(options.wind_m_s, options.wind_from_deg, options.gust_m_s)),
        posture=api.Posture(options.posture),
        without=without,
        seed=options.seed,
    )
    plan = api.plan_hole(situation)
    print(json.dumps(plan_document(plan, course.origin, thrower.units), indent=1, ensure_ascii=False))
    return OK
