"""ypodrome book: the printable book of a plan's file, or the round as one file for a phone."""

from __future__ import annotations

import argparse
import os
import sys
import uuid
from datetime import date
from pathlib import Path
from typing import TYPE_CHECKING, Any

from ypodrome.cli.arguments import OK, BadInput, read

if TYPE_CHECKING:
    from ypodrome.core.api import Course, Disc, Scene, Thrower

Json = dict[str, Any]

PAPERS = ("a6", "a4", "letter")


def add_arguments(command: argparse.ArgumentParser) -> None:
    """The plan's file and its course; bag and thrower to plan the winds of a phone's file."""
    command.add_argument("plan", type=Path, metavar="PLAN.json", help="what `ypodrome plan` printed")
    command.add_argument("--course", type=Path, required=True)
    command.add_argument("--bag", type=Path)
    command.add_argument("--thrower", type=Path)
    command.add_argument("--paper", choices=PAPERS, default=PAPERS[0])
    command.add_argument("--phone", action="store_true", help="the round as one file that a phone opens")
    command.set_defaults(run=run)


def run(options: argparse.Namespace) -> int:
    """Make the file and print it."""
    from ypodrome.interchange.course_geojson import read_course
    from ypodrome.interchange.plan_file import read_plan

    plan = read(options.plan, read_plan)
    course = read(options.course, read_course)
    if options.phone and not (options.bag and options.thrower):
        raise BadInput("--phone needs --bag and --thrower: it plans the winds")
    bag, thrower = _bag_and_thrower(options)
    os.environ.setdefault("DJANGO_SETTINGS_MODULE", "ypodrome.web.settings")
    import django

    django.setup()
    made = (
        _phone(plan, course, bag, thrower)
        if options.phone
        else _book(plan, course, bag, thrower, options.paper)
    )
    sys.stdout.write(made)
    return OK


def _bag_and_thrower(options: argparse.Namespace) -> tuple[tuple[Disc, ...] | None, Thrower | None]:
    from ypodrome.interchange.bag_csv import read_bag
    from ypodrome.interchange.thrower_json import read_thrower

    bag = tuple(read(options.bag, read_bag)) if options.bag else None
    return bag, read(options.thrower, read_thrower) if options.thrower else None


def _scene(course: Course, hole: Json) -> Scene:
    from ypodrome.core.api import scene_for

    return scene_for(course, hole["hole"], hole["tee"], hole["pin"], hole["par"], hole["conditions"]["wet"])


def _book(
    plan: list[Json], course: Course, bag: tuple[Disc, ...] | None, thrower: Thrower | None, paper: str
) -> str:
    from django.template.loader import render_to_string

    from ypodrome.plan.presenters.book import Cover, book_of
    from ypodrome.plan.presenters.planned_file import page_of
    from ypodrome.pocket.single_file import styles
    from ypodrome.wording.measures import wind_speed

    pages = [page_of(h, _scene(course, h), course.origin, bag, thrower) for h in plan]
    day = plan[0]["conditions"]
    wind = f"{wind_speed(day['wind_m_s'], day['units'])} from {day['wind_from_deg']:.0f}°"
    layout = f"{len(plan)} hole{'' if len(plan) == 1 else 's'}"
    whole = book_of(Cover(course.name, layout, wind, day["player"]), pages, paper)
    return str(render_to_string("plan/book/file.html", whole | {"styles": styles()}))


def _phone(plan: list[Json], course: Course, bag: Any, thrower: Any) -> str:
    from ypodrome.core import api
    from ypodrome.plan.kept import Kept
    from ypodrome.pocket.document import Day, document
    from ypodrome.pocket.hole import Carried, prepared_view
    from ypodrome.pocket.single_file import file_of

    day, today = plan[0]["conditions"], date.today().isoformat()
    carried, prepared = [], []
    for position, hole in enumerate(plan, start=1):
        conditions, scene = hole["conditions"], _scene(course, hole)
        air = api.Air(
            wind=api.Wind(conditions["wind_m_s"], conditions["wind_from_deg"], conditions["gust_m_s"])
        )
        situation = api.Situation(
            scene, thrower, bag, air, api.Posture(conditions["posture"]), tuple(conditions["without"]),
            conditions["seed"],
        )  # fmt: skip
        print(f"hole {hole['hole']} ({position} of {len(plan)})", file=sys.stderr)
        kept = Kept(api.plan_hole(situation))
        found = api.prepare(situation, kept.plan.worth, kept.in_force)
        carried.append(Carried(position, scene, kept, course.origin))
        prepared.append(prepared_view(carried[-1], found, thrower.units, today))
    which = {
        "uuid": str(uuid.uuid4()), "name": "", "course": course.name, "layout": f"{len(plan)} holes",
        "day": today,
    }  # fmt: skip
    the_day = Day(day["wind_m_s"], day["wind_from_deg"], "the plan", day["wet"])
    return file_of(document(which, "", the_day, carried, bag, thrower), prepared)
