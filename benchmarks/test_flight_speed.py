"""Core time per flight: the compiled batch against scipy's solve_ivp on the same equations."""

import math

import numpy as np
import pytest
from scipy.integrate import solve_ivp

from tests.reference.test_against_solve_ivp import derivative
from ypodrome.core.design import bodies_of
from ypodrome.core.design.solver import solved
from ypodrome.core.disc import Disc
from ypodrome.core.flight.batch import fly_batch
from ypodrome.core.flight.release import USUAL_NOSE_RAD, Release, release_motion
from ypodrome.core.flight.simulate import NO_PATH, Air, Range
from ypodrome.core.ground.field import open_field
from ypodrome.core.ground.room import room_around
from ypodrome.core.hole.features import HoleLine, Pin, Tee, Tree
from ypodrome.core.hole.scene import Scene, scene_for
from ypodrome.core.thrower import PRESETS
from ypodrome.core.thrower.spread import scatter, standard_draws

FLIGHTS = 10_000
CLOUD = 300
BODIES = bodies_of([Disc("x", 9, 5, -1, 2)])
RELEASE = Release(25.0, nose_rad=USUAL_NOSE_RAD, launch_rad=math.radians(11.5)).row()


def arguments(field, n, scattered=False):
    """A batch of n throws: one mean release, or a club player's scatter of it."""
    zeros = np.zeros(n, np.int64)
    releases = np.repeat(RELEASE[None], n, 0)
    if scattered:
        sizes = PRESETS["club"].sizes[None]
        releases = scatter(RELEASE[None], sizes, np.ones(1), standard_draws(n, 1))[0]
    seeds = np.arange(1, n + 1) if scattered else zeros
    return (releases, zeros, BODIES, np.full((n, 2), 3.0), 1.225, seeds, field, 1.0, NO_PATH)


def sixty_trees() -> Scene:
    """A hole to the east with sixty trees on both sides of the line, which is left open, so that the
    flight meets their crowns but flies as far as on open ground."""
    rng = np.random.default_rng(4)
    beside = rng.choice([-1, 1], 60) * rng.uniform(5, 25, 60)
    places = np.stack([rng.uniform(15, 110, 60), beside + 4.0], axis=1)
    trees = tuple(Tree((1,), (float(x), float(y))) for x, y in places)
    line = HoleLine(1, ((0, 0), (100, 0)))
    return Scene(line, Tee((1,), "t", (0, 0)), Pin((1,), "A", (100, 0)), 3, trees=trees)


def test_batch_on_open_ground(benchmark):
    """Divide by 10,000 for one flight on one core."""
    benchmark(fly_batch, *arguments(open_field(), FLIGHTS))


def test_batch_among_sixty_obstacles(benchmark):
    benchmark(fly_batch, *arguments(sixty_trees().field, FLIGHTS))


def test_cloud_among_sixty_obstacles(benchmark):
    """A cloud of 300 scattered throws on all cores, as a drag of the aim asks for it."""
    releases, discs, bodies, winds, density, seeds, field, _, _ = arguments(sixty_trees().field, CLOUD, True)
    benchmark(Range(Air(density), field).fly, bodies, discs, releases, winds, seeds)


def test_fifteen_new_discs(benchmark):
    """A bag that was never solved before: under 0.6 s."""
    rng = np.random.default_rng(1)
    bag = np.column_stack([rng.uniform(2, 13, 15), rng.uniform(3, 6, 15), rng.uniform(-3, 0, 15),
                           rng.uniform(1, 3, 15), np.full(15, 175.0)])  # fmt: skip
    benchmark(solved, bag)


@pytest.mark.parametrize("hole", [1, 2, 3])
def test_map_of_a_scene(benchmark, demo_course, hole):
    """Room around every cell: at most 15 ms."""
    f = scene_for(demo_course, hole).field
    benchmark(room_around, f.x0, f.y0, f.cell_m, f.grove, f.trees, f.barriers, f.mandos, f.basket)


@pytest.mark.parametrize("hole", [1, 2, 3])
def test_batch_on_a_demo_hole(benchmark, demo_course, hole):
    scene = scene_for(demo_course, hole)
    rows = arguments(scene.field, FLIGHTS)
    rows[0][:, :2] = scene.tee.at
    rows[0][:, 2] += 35.0
    benchmark(fly_batch, *rows)


def test_solve_ivp_once(benchmark):
    """RK45 at rtol 1e-6, one flight of the same length."""
    start = np.array(release_motion(RELEASE))
    hang_s = fly_batch(*arguments(open_field(), 1))[0]["hang_s"][0]
    benchmark(solve_ivp, derivative, (0.0, hang_s), start, args=(BODIES[0], (3.0, 3.0)), rtol=1e-6)
