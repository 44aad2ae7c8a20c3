"""What the plan says a place is worth, against the plan made from there: a table for docs/design.md.

From lies drawn afresh, about the line of play and where the plan's own first throw ends, a full plan's
search is run; its winner is valued by other draws than it won by.
Run: python -m scripts.worth_table [demo hole numbers or names of HOLES ...]  (a quarter of an hour for all)
"""

from __future__ import annotations

import sys
from dataclasses import replace
from pathlib import Path

import numpy as np
import shapely
from numpy.typing import NDArray
from shapely.geometry import Polygon, box

import ypodrome.demo
from ypodrome.core.air import Wind
from ypodrome.core.flight.simulate import Air
from ypodrome.core.hole.features import Area, Grove, HoleLine, Pin, Tee, Tree
from ypodrome.core.hole.scene import Scene, scene_for
from ypodrome.core.hole.shapes import holds
from ypodrome.core.strategy.again import arsenal_of, released
from ypodrome.core.strategy.cloud import draw_cloud
from ypodrome.core.strategy.ground_value import GroundValue
from ypodrome.core.strategy.options import PlannedThrow
from ypodrome.core.strategy.plan import plan_hole
from ypodrome.core.strategy.search import THOROUGH, judge, search
from ypodrome.core.strategy.situation import Situation
from ypodrome.interchange.bag_csv import read_bag
from ypodrome.interchange.course_geojson import read_course
from ypodrome.interchange.thrower_json import read_thrower

DEMO = Path(ypodrome.demo.__file__).parent
LIES, FROM_M, BESIDE_M = 24, 28.0, 25.0
FRESH_DRAWS, FRESH_SEED, FEWEST = 512, 900, 6


def _scene(length: float, par: int, points: tuple = (), **features) -> Scene:
    line = HoleLine(1, ((0.0, 0.0), *points, (0.0, length)))
    return Scene(line, Tee((1,), "t", (0.0, 0.0)), Pin((1,), "A", (0.0, length)), par, **features)


def _woods() -> Scene:
    """A dogleg cut through thick woods, with a few trunks in the way."""
    lane = Polygon([(-9, -30), (9, -30), (9, 80), (60, 150), (48, 166), (-9, 96)])
    green = shapely.Point(60.0, 160.0).buffer(18.0)
    wood = box(-60, -30, 110, 230).difference(shapely.union_all([lane, green]))
    groves = tuple(Grove((1,), part, 14.0, 2.0, 0.3, 0.12) for part in shapely.get_parts(wood))
    trees = tuple(Tree((1,), at) for at in ((-3.0, 45.0), (4.0, 70.0), (30.0, 120.0)))
    line = HoleLine(1, ((0.0, 0.0), (2.0, 85.0), (60.0, 160.0)))
    return Scene(
        line, Tee((1,), "t", (0.0, 0.0)), Pin((1,), "A", (60.0, 160.0)), 4, groves=groves, trees=trees
    )


BECK = Area((1,), box(-90, 96, 90, 104), play="ob", surface="water", name="the beck")
HOLES = {
    "open par 4": lambda: _scene(170.0, 4),
    "open par 5": lambda: _scene(270.0, 5),
    "beck par 4": lambda: _scene(175.0, 4, areas=(BECK,)),
    "woods par 4": _woods,
}


def lies_of(scene: Scene, seed: int = 5) -> NDArray[np.float64]:
    """Lies drawn afresh within BESIDE_M of the line of play, away from the green, in bounds."""
    rng = np.random.default_rng(seed)
    line = shapely.LineString(scene.line_of_play)
    found: list[NDArray[np.float64]] = []
    while len(found) < LIES:
        at = line.interpolate(rng.uniform(0.0, line.length))
        lie = np.array([at.x, at.y]) + rng.uniform(-BESIDE_M, BESIDE_M, 2)
        real = scene.in_bounds(lie[None])[0] and not holds(scene.buildings, *lie)
        if np.hypot(*(lie - scene.pin.at)) > FROM_M and real:
            found.append(lie)
    return np.array(found)


def ends_of(situation: Situation, value: GroundValue, first: PlannedThrow) -> NDArray[np.float64]:
    """Lies that draws of a first throw, other than the plan's, leave away from the green."""
    arsenal = arsenal_of(situation, first)
    throw = released(situation, arsenal, first)
    lies = draw_cloud(situation, arsenal, throw, FRESH_DRAWS, FRESH_SEED).outcome.lie
    lies = lies[(np.hypot(*(lies - value.pin).T) > FROM_M) & situation.scene.in_bounds(lies)]
    return np.random.default_rng(5).permutation(lies)[:LIES]


def residuals(situation: Situation, value: GroundValue, lies: NDArray[np.float64]) -> NDArray[np.float64]:
    """Worth less what the plan from there comes to [n]."""
    off = []
    for lie in lies:
        found = search(situation, value, lie, 1, THOROUGH)
        best = found.throws.take(np.array([int(found.score.argmin())]))
        fresh = judge(replace(situation, seed=FRESH_SEED), value, situation.arsenal, best, FRESH_DRAWS)
        off.append(float(value.throws(lie[None])[0]) - float(fresh.score[0]))
    return np.array(off)


def row(name: str, off: NDArray[np.float64]) -> str:
    """A name and what residuals come to; nothing of fewer than FEWEST."""
    if len(off) < FEWEST:
        return f"{name} | | | |"
    worst = off[np.abs(off).argmax()]
    within = 100 * (np.abs(off) < 0.1).mean()
    return f"{name} | {off.mean():+.2f} | {np.sqrt((off**2).mean()):.2f} | {worst:+.2f} | {within:.0f} %"


def main() -> None:
    course = read_course((DEMO / "course.geojson").read_bytes())
    bag = read_bag((DEMO / "bag.csv").read_bytes())
    thrower = read_thrower((DEMO / "thrower.json").read_bytes())
    names = sys.argv[1:] or [*HOLES, *(str(n) for n in course.hole_numbers())]
    print(
        "| hole | about the line: bias | rms | worst | within 0.1 | own ends: bias | rms | worst | within |"
    )
    print("|---|---|---|---|---|---|---|---|---|")
    about, ends = [], []
    for name in names:
        scene = HOLES[name]() if name in HOLES else scene_for(course, int(name))
        air = Air() if name in HOLES else Air(wind=Wind(3.0, 200.0, 5.0))
        situation = Situation(scene, thrower, bag, air)
        plan = plan_hole(situation)
        value = GroundValue(situation, plan.worth)
        about.append(residuals(situation, value, lies_of(scene)))
        ends.append(residuals(situation, value, ends_of(situation, value, plan.options[0].throw)))
        print(f"| {row(name, about[-1])} {row('', ends[-1])} |", flush=True)
    print(f"| {row('all', np.concatenate(about))} {row('', np.concatenate(ends))} |")


if __name__ == "__main__":
    main()
