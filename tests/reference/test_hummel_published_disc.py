"""Hummel's (2003) published disc (from memory): C_L = 0.33 + 1.91 α, C_D = 0.18 + 0.69 (α + 4°)²,
C_M = -0.08 + 0.43 α; 0.175 kg, 0.269 m, I_z 0.00235 kg m². Our bounded functions, given her numbers,
must say what hers say at the angles her disc flies at, and land where hers lands."""

import math

import numpy as np
import pytest
from scipy.integrate import solve_ivp

from ypodrome.core.disc import aero as a
from ypodrome.core.flight.forces import pitching_slope
from ypodrome.core.flight.release import Release
from ypodrome.core.flight.simulate import fly_row
from ypodrome.core.ground.field import open_field

DENSITY, MASS, DIAMETER, INERTIA = 1.225, 0.175, 0.269, 0.00235
AREA = math.pi * DIAMETER**2 / 4
SPEED, LAUNCH, SPIN = 14.0, math.radians(8), -50.0


def hummel_row():
    row = np.zeros(a.ROW_SIZE)
    row[[a.MASS, a.AREA, a.DIAMETER, a.INERTIA]] = MASS, AREA, DIAMETER, INERTIA
    row[[a.CD0, a.DRAG_K]] = 0.18, 0.69
    row[[a.SIN_A0, a.COS_A0]] = math.sin(math.radians(-4)), math.cos(math.radians(-4))
    row[[a.CL0, a.CLA]] = 0.33, 1.91
    row[[a.CM_LOW, a.CM_S0, a.CM_B]] = -0.08 - 0.43 * 0.5, -0.5, 0.43
    row[a.GRIP] = 1.0
    return row


@pytest.mark.parametrize("degrees", [-5, 0, 5, 10, 15])
def test_pitching_moment_at_small_angles(degrees):
    alpha = math.radians(degrees)
    ours = pitching_slope(math.sin(alpha), 0.5, hummel_row()) * math.cos(alpha)
    assert ours == pytest.approx(-0.08 + 0.43 * alpha, abs=0.004)


def published(_t, y):
    """Her coefficients, linear in α, on the reduced equations."""
    v, n = y[3:6], y[6:9]
    speed = np.linalg.norm(v)
    along = v / speed
    alpha = math.asin(-along @ n)
    q_area = 0.5 * DENSITY * speed**2 * AREA
    lift_way = (n - (n @ along) * along) / math.cos(alpha)
    drag = 0.18 + 0.69 * (alpha + math.radians(4)) ** 2
    force = q_area * ((0.33 + 1.91 * alpha) * lift_way - drag * along)
    forward = (along - (along @ n) * n) / math.cos(alpha)
    turn = (-0.08 + 0.43 * alpha) * q_area * DIAMETER / (INERTIA * SPIN) * np.cross(forward, n)
    return np.concatenate([v, force / MASS + [0, 0, -9.80665], turn])


def test_it_lands_where_the_published_coefficients_land_it():
    """Within 3 % of the distance: sin α for α is the only difference."""
    release = Release(SPEED, launch_rad=LAUNCH, height_m=1.0).row()
    release[8] = SPIN
    path = fly_row(hummel_row(), release, (0.0, 0.0), DENSITY, open_field(), step_scale=0.2).path
    last = path[:-1][path[:-1, 3] > 0.2][-1]
    start = [0, 0, 1.0, SPEED * math.cos(LAUNCH), 0, SPEED * math.sin(LAUNCH), -math.sin(LAUNCH), 0,
             math.cos(LAUNCH)]  # fmt: skip
    end = solve_ivp(published, (0.0, last[0]), start, rtol=1e-8).y[:, -1]
    assert math.dist(end[:3], last[1:4]) < 0.03 * math.hypot(*last[1:3])
