"""ypodrome plan: plan a hole from its tee or from any lie, or all holes of a layout."""

from __future__ import annotations

import argparse
import json
from dataclasses import replace
from pathlib import Path
from typing import TYPE_CHECKING, Any

from ypodrome.cli.arguments import OK, BadInput, lon_lat, number, pin_weights, read

if TYPE_CHECKING:
    from ypodrome.core.api import Course, HolePlan, Layout, Situation

Json = dict[str, Any]

POSTURES = ("par", "even", "attack")
STANCES = ("level", "bank", "knee", "backed")


def add_arguments(command: argparse.ArgumentParser) -> None:
    """Course, hole or layout, bag, thrower, the day, and the lie."""
    command.add_argument("course", type=Path)
    what = command.add_mutually_exclusive_group(required=True)
    what.add_argument("--hole", type=int)
    what.add_argument("--round", metavar="LAYOUT", help="plan all holes of a layout")
    command.add_argument("--tee")
    command.add_argument("--pin")
    command.add_argument("--lie", type=lon_lat, metavar="LON,LAT", help="plan from here and not from the tee")
    command.add_argument("--thrown", type=int, default=0, help="throws made, penalties counted")
    command.add_argument("--stance", choices=STANCES, default="level")
    command.add_argument("--bag", type=Path, required=True)
    command.add_argument("--thrower", type=Path, required=True)
    for name in ("wind-m-s", "wind-from-deg", "gust-m-s"):
        command.add_argument(f"--{name}", type=number, default=0.0)
    command.add_argument("--wet", action="store_true")
    command.add_argument("--posture", choices=POSTURES, default="even")
    command.add_argument("--without", action="append", default=[], metavar="KIND",
                         help="a kind of throw that is off today; may repeat")  # fmt: skip
    command.add_argument("--pins", type=pin_weights, metavar="A=2,B=1",
                         help="not sure of the pin: weights over pins, one throw for all")  # fmt: skip
    command.add_argument("--discs", action="store_true", help="add the best throw of every disc")
    command.add_argument("--seed", type=int, default=1)
    command.set_defaults(run=run)


def run(options: argparse.Namespace) -> int:
    """Plan and print."""
    from ypodrome.interchange.bag_csv import read_bag
    from ypodrome.interchange.course_geojson import read_course
    from ypodrome.interchange.preferences_json import kind_named
    from ypodrome.interchange.thrower_json import read_thrower

    course = read(options.course, read_course)
    thrower = read(options.thrower, read_thrower)
    bag = read(options.bag, read_bag)
    if options.round and (options.lie or options.tee or options.pin or options.thrown):
        raise BadInput("--lie, --thrown, --tee and --pin go with --hole: a layout says its own tees and pins")
    if options.pins and (options.round or options.lie or options.pin):
        raise BadInput("--pins goes with --hole, from the tee, in place of --pin")
    if options.thrown and not options.lie:
        raise BadInput("--thrown goes with --lie: say where the disc lies")

    from ypodrome.core import api
    from ypodrome.interchange.plan_json import round_document, unsure_document

    without = tuple(kind_named(name) for name in options.without)
    unknown = [name for name in without if name not in api.KINDS]
    if unknown:
        raise BadInput(f"--without {unknown[0]} is not a kind of throw; known: {', '.join(api.KINDS)}")
    air = api.Air(wind=api.Wind(options.wind_m_s, options.wind_from_deg, options.gust_m_s))

    def situation(scene: api.Scene) -> api.Situation:
        posture = api.Posture(options.posture)
        return api.Situation(scene, thrower, bag, air, posture, without, options.seed)

    if options.round:
        holes = [
            api.scene_for(course, h.number, h.tee, h.pin, h.par, options.wet)
            for h in _layout(course, options.round).holes
        ]
        document = round_document([_planned(situation(s), course, options) for s in holes])
    else:
        scene = api.scene_for(course, options.hole, options.tee, options.pin, wet=options.wet)
        document = _planned(situation(scene), course, options)[1]
        if options.pins:
            scenes = [
                api.scene_for(course, options.hole, options.tee, pin, scene.par, options.wet)
                for pin in options.pins
            ]
            found = api.plan_unsure([situation(s) for s in scenes], list(options.pins.values()))
            document["pins"] = unsure_document(found, course.origin, thrower.units)
    print(json.dumps(document, indent=1, ensure_ascii=False))
    return OK


def _layout(course: Course, name: str) -> Layout:
    found = next((x for x in course.layouts if x.name == name), None)
    if found is None:
        known = ", ".join(x.name for x in course.layouts) or "none"
        raise BadInput(f'there is no layout "{name}" on this course (there is: {known})')
    return found


def _planned(situation: Situation, course: Course, options: argparse.Namespace) -> tuple[HolePlan, Json]:
    """A hole's plan and its document, from the tee or from a lie."""
    from ypodrome.core import api
    from ypodrome.interchange.fingerprint import fingerprint
    from ypodrome.interchange.frame import to_local
    from ypodrome.interchange.plan_json import conditions_document, disc_rows, lie_document, plan_document

    units = situation.thrower.units
    lie = to_local(course.origin, options.lie) if options.lie else None
    if lie:
        api.check_lie(situation.scene, lie, options.thrown)
    plan = api.plan_hole(situation)
    document = plan_document(plan, course.origin, units)
    ground = api.GroundValue(situation, plan.worth) if lie or options.discs else None
    offered = plan.options
    if lie and ground:
        here = api.plan_from(situation, ground, lie, options.thrown, api.Stance(options.stance))
        offered = here.options
        document = lie_document(plan, here, course.origin, units)
    document["conditions"] = conditions_document(situation)
    document["fingerprint"] = fingerprint(situation.scene, situation.thrower, situation.bag)
    if options.discs and ground:
        standing = replace(situation, stance=api.Stance(options.stance))
        lie = lie or situation.scene.tee.at
        found = api.every_throw(standing, ground, lie, options.thrown, offered)
        document["discs"] = disc_rows(api.best_of_every_disc(found))
    return plan, document
