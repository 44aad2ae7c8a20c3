"""Core time per flight: the compiled batch against scipy's solve_ivp on the same equations."""

import math

import numpy as np
import pytest
from scipy.integrate import solve_ivp

from tests.reference.test_against_solve_ivp import derivative, initial_state
from ypodrome.core.disc import Disc, aero_row
from ypodrome.core.flight.batch import STEP_S, fly_batch
from ypodrome.core.flight.release import Release, Throw
from ypodrome.core.ground.field import open_field
from ypodrome.core.hole.scene import scene_for

FLIGHTS = 2000
ROW = aero_row(Disc("x", 9, 5, -1, 2))
RELEASE = Release(24.0, launch_rad=math.radians(9)).row()


def arguments(field, n):
    zeros = np.zeros(n, np.int64)
    return (np.repeat(RELEASE[None], n, 0), zeros, ROW[None], np.full((n, 2), 3.0), 1.225, zeros, field,
            STEP_S)  # fmt: skip


def test_batch_on_open_ground(benchmark):
    """Divide by 2000 for one flight on one core."""
    benchmark(fly_batch, *arguments(open_field(), FLIGHTS))


@pytest.mark.parametrize("hole", [1, 2, 3])
def test_batch_on_a_demo_hole(benchmark, demo_course, hole):
    scene = scene_for(demo_course, hole)
    rows = arguments(scene.field, FLIGHTS)
    rows[0][:, :2] = scene.tee.at
    rows[0][:, 2] += 35.0
    benchmark(fly_batch, *rows)


def test_solve_ivp_once(benchmark):
    """RK45 at rtol 1e-6, one flight of the same length."""
    start = initial_state(24.0, Throw.RHBH, 0.0, math.radians(9), RELEASE[8])
    benchmark(solve_ivp, derivative, (0.0, 6.8), start, args=(ROW, (3.0, 3.0)), rtol=1e-6)
