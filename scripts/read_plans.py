"""Print the plans of the demo course in five winds, as the table of docs/plan-readings.md.

Run: python -m scripts.read_plans [stranger]  (a stranger's bag: the standard one)
"""

from __future__ import annotations

import sys
from pathlib import Path

import ypodrome.demo
from ypodrome.core.air import Wind
from ypodrome.core.flight.simulate import Air
from ypodrome.core.hole.scene import scene_for
from ypodrome.core.strategy.aim import bearing_deg
from ypodrome.core.strategy.options import Option, Role
from ypodrome.core.strategy.plan import HolePlan, plan_hole
from ypodrome.core.strategy.situation import Situation
from ypodrome.core.strategy.standard import STANDARD_BAG
from ypodrome.core.units import m_s_from_mph
from ypodrome.interchange.bag_csv import read_bag
from ypodrome.interchange.course_geojson import read_course
from ypodrome.interchange.thrower_json import read_thrower

DEMO = Path(ypodrome.demo.__file__).parent
WINDS = (("still", None), ("head", 0), ("right", 90), ("tail", 180), ("left", 270))
STRENGTH_M_S = m_s_from_mph(15)


def words(option: Option) -> str:
    throw, left = option.throw, option.aim.left_deg
    aim = f"{abs(left):.0f}° {'left' if left > 0 else 'right'}"
    return f"{throw.disc.name}, {option.forecast.shape}, {throw.code} {100 * throw.power:.0f} %, {aim}"


def row(name: str, plan: HolePlan) -> str:
    first = plan.options[0]
    other = next((o for o in plan.options if o.standing.role == Role.CONTINGENCY), None)
    chances = vars(first.forecast.chances)
    trouble = ", ".join(
        f"{label} {100 * chances[key]:.0f}"
        for key, label in (("ob", "OB"), ("obstacle", "hit"), ("mando", "mandatory"))
        if chances[key] >= 0.05
    )
    follow = first.standing.next
    then = f"; then {follow.throw.disc.name}, {follow.forecast.shape}" if follow else ""
    hand = f"{other.throw.disc.name}, {other.forecast.shape}, {other.forecast.expected:.2f}" if other else ""
    return f"| {name} | {words(first)}{then} | {plan.expected_score:.2f} | {trouble} | {hand} |"


def main() -> None:
    course = read_course((DEMO / "course.geojson").read_bytes())
    stranger = "stranger" in sys.argv[1:]
    bag = STANDARD_BAG if stranger else read_bag((DEMO / "bag.csv").read_bytes())
    thrower = read_thrower((DEMO / "thrower.json").read_bytes())
    for hole in course.layouts[0].holes:
        scene = scene_for(course, hole.number, hole.tee, hole.pin, hole.par)
        ahead = 90.0 - bearing_deg(scene.tee.at, scene.pin.at)
        print(f"\n## {hole.number} {scene.line.name}, par {hole.par}, {scene.distance_m:.0f} m\n")
        print("| wind | first plan | expected | of 100 | other hand |")
        print("|---|---|---|---|---|")
        for name, turn in WINDS:
            wind = Wind() if turn is None else Wind(STRENGTH_M_S, (ahead + turn) % 360.0)
            print(row(name, plan_hole(Situation(scene, thrower, bag, Air(wind=wind)))), flush=True)


if __name__ == "__main__":
    main()
