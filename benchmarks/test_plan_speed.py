"""Time of a hole's plan, of a re-plan in another wind, and of one step of an aim drag."""

import functools
import itertools
import multiprocessing

import pytest

from ypodrome.core.air import Wind
from ypodrome.core.flight.cores import with_cores
from ypodrome.core.flight.simulate import Air
from ypodrome.core.hole.scene import scene_for
from ypodrome.core.strategy.again import aimed, judged
from ypodrome.core.strategy.ground_value import GroundValue
from ypodrome.core.strategy.plan import plan_hole
from ypodrome.core.strategy.situation import Situation


@pytest.mark.parametrize("hole", [1, 2, 3, 11, 18])
def test_plan_in_a_new_wind(benchmark, demo_course, demo_bag, demo_thrower, hole):
    scene = scene_for(demo_course, hole)
    directions = itertools.cycle(range(0, 360, 7))

    def plan():
        wind = Wind(4.0, float(next(directions)))
        return plan_hole(Situation(scene, demo_thrower, demo_bag, Air(wind=wind)))

    benchmark.pedantic(plan, rounds=8, warmup_rounds=1)


@pytest.mark.parametrize("workers", [1, 2])
def test_plan_of_eighteen_holes(benchmark, demo_course, demo_bag, demo_thrower, workers):
    """From the course as read, scenes included, in 15 mph; by workers of one core each, as the server has
    them, the longest holes first."""
    holes = sorted(demo_course.layouts[0].holes, key=lambda hole: -hole.par)
    one = functools.partial(_planned, demo_course, demo_thrower, demo_bag)
    with multiprocessing.get_context("spawn").Pool(workers) as pool:
        benchmark.pedantic(lambda: pool.map(one, holes, chunksize=1), rounds=2, warmup_rounds=1)


def _planned(course, thrower, bag, hole):
    scene = scene_for(course, hole.number, hole.tee, hole.pin, hole.par)
    with_cores(1, plan_hole, Situation(scene, thrower, bag, Air(wind=Wind(6.7, 250.0))))


def test_one_step_of_an_aim_drag(benchmark, demo_course, demo_bag, demo_thrower):
    scene = scene_for(demo_course, 1)
    situation = Situation(scene, demo_thrower, demo_bag, Air(wind=Wind(4.0, 200.0)))
    plan = plan_hole(situation)
    ground, aims = GroundValue(situation, plan.worth), itertools.cycle([-8.0, -4.0, 0.0, 4.0])
    benchmark(lambda: judged(situation, ground, aimed(plan.options[0], next(aims))))
