"""The kernel and the plans of an older commit against those of the present one, in one run.

Run: python -m benchmarks.against 2446a86  (makes and removes a work tree of that commit; four minutes)

Old and new take turns, each in a process of its own, and the least time of each counts.
"""

from __future__ import annotations

import subprocess
import sys
import tempfile
from pathlib import Path

ROUNDS = 4
OLD_FLIGHTS = """
import time, sys
import numpy as np
from benchmarks.test_flight_speed import arguments, sixty_trees
from ypodrome.core.flight.batch import fly_batch
from ypodrome.core.ground.field import open_field
def least(rows):
    fly_batch(*rows)
    best = 9.0
    for _ in range(80):
        start = time.perf_counter(); fly_batch(*rows); best = min(best, time.perf_counter() - start)
    return best / 320 * 1e6
print(least(arguments(open_field(), 320, True)), least(arguments(sixty_trees().field, 320, True)))
"""
PLANS = """
import time
from tests.conftest import DEMO
from ypodrome.core.air import Wind
from ypodrome.core.flight.simulate import Air
from ypodrome.core.hole.scene import scene_for
from ypodrome.core.strategy.plan import plan_hole
from ypodrome.core.strategy.situation import Situation
from ypodrome.interchange.bag_csv import read_bag
from ypodrome.interchange.course_geojson import read_course
from ypodrome.interchange.thrower_json import read_thrower
read = lambda name: (DEMO / name).read_bytes()
course, bag = read_course(read("course.geojson")), read_bag(read("bag.csv"))
thrower = read_thrower(read("thrower.json"))
for hole in (1, 2, 3, 11):
    scene = scene_for(course, hole); scene.field
    situations = [Situation(scene, thrower, bag, Air(wind=Wind(4.0, 70.0 * k))) for k in range(4)]
    plan_hole(situations[0])
    best = 99.0
    for situation in situations[1:]:
        start = time.process_time(); plan_hole(situation); best = min(best, time.process_time() - start)
    print(best, end=" ")
"""


def measured(folder: Path, work: str) -> list[float]:
    """Figures a piece of work prints when run in a folder."""
    run = subprocess.run([sys.executable, "-c", work], cwd=folder, check=True, capture_output=True, text=True)
    return [float(x) for x in run.stdout.split()]


def main() -> None:
    here = Path.cwd()
    with tempfile.TemporaryDirectory() as folder:
        old = Path(folder) / "old"
        subprocess.run(["git", "worktree", "add", "-q", str(old), sys.argv[1]], check=True)
        try:
            compare(old, here)
        finally:
            subprocess.run(["git", "worktree", "remove", "--force", str(old)], check=True)


def compare(old: Path, new: Path) -> None:
    """Print the least times and their ratios."""
    names = (
        "open ground, µs a flight",
        "sixty trees, µs a flight",
        *(f"plan of hole {h}, s" for h in (1, 2, 3, 11)),
    )
    before, after = [], []
    for _ in range(ROUNDS):
        before.append(measured(old, OLD_FLIGHTS) + measured(old, PLANS))
        after.append(measured(new, OLD_FLIGHTS) + measured(new, PLANS))
    for name, a, b in zip(
        names, map(min, zip(*before, strict=True)), map(min, zip(*after, strict=True)), strict=True
    ):
        print(f"{name:28s} before {a:6.2f}, now {b:6.2f}: {a / b:.2f} times")


if __name__ == "__main__":
    main()
