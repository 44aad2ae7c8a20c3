"""Many threads on one scene: a fault here takes the whole process down, so it is tried in one of its own."""

import subprocess
import sys

import pytest

HAMMER = """
from concurrent.futures import ThreadPoolExecutor
import numpy as np
from tests.conftest import DEMO
from ypodrome.core.hole.rules import relief
from ypodrome.core.hole.scene import scene_for
from ypodrome.core.hole.shapes import holds, meets
from ypodrome.core.strategy.crossing import barring, carried, clearances, in_the_way
from ypodrome.interchange.course_geojson import read_course
import shapely

course = read_course((DEMO / "course.geojson").read_bytes())
places = np.random.default_rng(1).uniform(-50, 250, (200, 2))
lines = shapely.linestrings(np.stack([places, places[::-1]], axis=1))

def ask(k):
    # a fresh scene every few rounds: what is built lazily is built while others ask
    scene = scenes[k // 40]
    areas = barring(scene)
    for shape in (scene.out_of_bounds, *(a.shape for a in areas[:2])):
        holds(shape, *places.T), meets(shape, lines)
    carried(areas, scene.tee.at, places), in_the_way(scene, scene.tee.at)
    if areas:
        clearances(areas, places)
    if not scene.out_of_bounds.is_empty:
        relief(scene, places)
    return k

scenes = [scene_for(course, 1 + k % 18) for k in range(60)]
with ThreadPoolExecutor(4) as pool:
    assert sum(pool.map(ask, range(2400))) == sum(range(2400))
"""

PLANS = """
from concurrent.futures import ThreadPoolExecutor
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
scene = scene_for(read_course(read("course.geojson")), 3)
bag, thrower = read_bag(read("bag.csv")), read_thrower(read("thrower.json"))

def plan(k):
    return plan_hole(Situation(scene, thrower, bag, Air(wind=Wind(4.0, 36.0 * (k % 5))))).expected_score

with ThreadPoolExecutor(4) as pool:
    scores = list(pool.map(plan, range(10)))
assert scores[:5] == scores[5:]
"""


@pytest.mark.parametrize("work", [HAMMER, PLANS], ids=["geometry", "plans"])
def test_four_threads_on_one_scene(work):
    """Exit 0, and the same answers whoever asks at the same time."""
    run = subprocess.run([sys.executable, "-c", work], capture_output=True, text=True, timeout=300)
    assert run.returncode == 0, run.stderr[-2000:]
