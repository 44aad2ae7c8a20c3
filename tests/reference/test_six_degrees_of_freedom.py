"""The reduced gyroscopic flight against a full rigid body.

Here the disc is a symmetric top with all six degrees of freedom (Goldstein, Classical Mechanics, ch. 5):
position, velocity, axis n and angular momentum L, with dn/dt = L × n / I_x and dL/dt = M. Nothing is
assumed of the spin, and nutation is followed. Integrated by scipy's DOP853; the reduced flight must
agree within 1 % of the distance and 2° of bank.
"""

import math

import numpy as np
import pytest
from numba import njit
from scipy.integrate import solve_ivp

from tests.reference.test_against_solve_ivp import initial_state
from tests.throwing import DENSITY
from ypodrome.core.disc import Disc, aero_row
from ypodrome.core.disc import aero as a
from ypodrome.core.flight.release import Release, Throw
from ypodrome.core.flight.simulate import fly_row
from ypodrome.core.ground.field import open_field

TRANSVERSE = 0.52
"""I_x / I_z: one half for a thin plate, a little more for a thick rim."""


@njit
def top_rates(y, row, wind_x, wind_y, i_x, a0):
    """d/dt of position, velocity, axis and angular momentum [12]."""
    out = np.empty(12)
    log = math.log(max(y[2], 0.1) / 0.03 + 1.0) / math.log(2.0 / 0.03 + 1.0)
    u = np.array([y[3] - wind_x * log, y[4] - wind_y * log, y[5]])
    n, spun = y[6:9], y[9:12]
    speed = math.sqrt((u * u).sum())
    along = u / speed
    alpha = math.asin(max(-1.0, min(1.0, -(along * n).sum())))
    e = math.sin(alpha) - row[10]
    curve = row[11] * e + row[12] * e * e if e > 0 else row[13] * e
    rim = abs((spun * n).sum()) / row[15] * row[3] / 2.0 / speed
    moment_c = (row[9] + curve + row[16] * (rim - 0.5)) * math.cos(alpha)
    lift_c = (row[7] + row[8] * math.sin(alpha)) * math.cos(alpha)
    off = math.sin(alpha - a0)
    drag_c = row[4] + row[5] * off**2 + row[6] * off**4
    area_pressure = 0.5 * row[2] * speed**2 * row[1]
    lift_way = n - (n * along).sum() * along
    lift_way = lift_way / max(math.sqrt((lift_way * lift_way).sum()), 1e-12)
    force = area_pressure * (lift_c * lift_way - drag_c * along)
    pitch_axis = np.cross(along, n)
    pitch_axis = pitch_axis / max(math.sqrt((pitch_axis * pitch_axis).sum()), 1e-12)
    moment = moment_c * area_pressure * row[3] * pitch_axis - row[14] * (spun * n).sum() * n
    out[0:3] = y[3:6]
    out[3:6] = force / row[0]
    out[5] -= 9.80665
    out[6:9] = np.cross(spun, n) / i_x
    out[9:12] = moment
    return out


def body(row):
    """Coefficients in the order of `top_rates`."""
    return np.array(
        [row[a.MASS], row[a.AREA], DENSITY, row[a.DIAMETER], row[a.CD0], row[a.DRAG_K], row[a.DRAG_K4],
         row[a.CL0], row[a.CLA], row[a.CM_LOW], row[a.CM_S0], row[a.CM_B], row[a.CM_C], row[a.CM_TOP],
         row[a.SPIN_DECAY], row[a.INERTIA], row[a.CM_SPIN]]
    )  # fmt: skip


CASES = [
    ((9, 5, -1, 2), Throw.RHBH, 23.7, 0, 9, (0.0, 0.0)),
    ((13, 5, -1, 3), Throw.RHBH, 27.0, 12, 10, (-4.0, 0.0)),
    ((2, 3, 0, 1), Throw.RHFH, 17.0, -5, 12, (0.0, 4.0)),
    ((9, 5, -3, 1), Throw.LHBH, 25.0, 8, 8, (3.0, -3.0)),
    ((9, 4, 0, 4), Throw.RHBH, 23.0, 45, 30, (0.0, 0.0)),
    ((9, 4, 0, 3), Throw.RHBH, 23.7, -10, 11, (0.0, 0.0)),
    ((4, 1, 0, 3), Throw.RHBH, 19.0, 20, 25, (0.0, -5.0)),
    ((5, 5, -3, 1), Throw.RHFH, 20.0, 0, 10, (4.0, 0.0)),
    ((7, 5, 0, 2), Throw.LHBH, 22.0, 5, 9, (-6.0, 0.0)),
    ((10, 5, -4, 1), Throw.RHBH, 24.5, 15, 8, (0.0, 0.0)),
    ((14, 4, 0, 4), Throw.RHBH, 30.0, 0, 8, (3.0, 3.0)),
    ((3, 4, -1, 0), Throw.RHBH, 14.0, 0, 10, (-2.0, 2.0)),
]


@pytest.mark.parametrize(("numbers", "kind", "speed", "hyzer", "launch", "wind"), CASES)
def test_reduced_flight_agrees_with_the_full_body(numbers, kind, speed, hyzer, launch, wind):
    row = aero_row(Disc("x", *numbers))
    release = Release(speed, kind, math.radians(hyzer), 0.0, math.radians(launch)).row()
    path = fly_row(row, release, wind, DENSITY, open_field()).path
    last = path[:-1][path[:-1, 3] > 0.3][-1]
    start = initial_state(speed, kind, math.radians(hyzer), math.radians(launch), release[8])
    momentum = row[a.INERTIA] * start[9] * start[6:9]
    rows, i_x = body(row), TRANSVERSE * row[a.INERTIA]
    full = solve_ivp(
        lambda _t, y: top_rates(y, rows, *wind, i_x, a.DRAG_MINIMUM_RAD), (0.0, last[0]),
        np.concatenate([start[:9], momentum]), method="DOP853", rtol=1e-6, atol=1e-8,
    ).y[:, -1]  # fmt: skip
    distance = math.hypot(*last[1:3])
    assert math.dist(full[:3], last[1:4]) < 0.01 * distance
    v, n = full[3:6], full[6:9]
    left = np.array([-v[1], v[0], 0.0]) / math.hypot(v[0], v[1])
    assert math.degrees(math.atan2(n @ left, n[2])) == pytest.approx(math.degrees(last[4]), abs=2.0)
