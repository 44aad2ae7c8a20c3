"""The reduced gyroscopic flight against a full rigid body.

Here the disc is a symmetric top with all six degrees of freedom (Goldstein, Classical Mechanics, ch. 5):
position, velocity, axis n and angular momentum L, with dn/dt = L × n / I_x and dL/dt = M. Nothing is
assumed of the spin, and nutation is followed. Integrated by scipy's DOP853; the reduced flight must
agree within 1 % of the distance and 2° of bank.
"""

import math

import numpy as np
import pytest
from scipy.integrate import solve_ivp

from tests.reference.test_against_solve_ivp import initial_state, moment
from tests.throwing import DENSITY
from ypodrome.core.air import Wind
from ypodrome.core.design import body_of
from ypodrome.core.disc import Disc
from ypodrome.core.flight.release import Release, Throw
from ypodrome.core.flight.simulate import Air, Range

TRANSVERSE = 0.52
"""I_x / I_z: one half for a thin plate, a little more for a thick rim."""


def top_rates(y, b, wind, i_x):
    """d/dt of position, velocity, axis and angular momentum [12]."""
    log = math.log(max(y[2], 0.1) / 0.03 + 1.0) / math.log(2.0 / 0.03 + 1.0)
    u = np.array([y[3] - wind[0] * log, y[4] - wind[1] * log, y[5]])
    n, spun = y[6:9], y[9:12]
    speed = math.sqrt(u @ u)
    along = u / speed
    alpha = math.asin(max(-1.0, min(1.0, -along @ n)))
    lift_c = (b["lift_0"] + b["lift_slope"] * math.sin(alpha)) * math.cos(alpha)
    off = math.sin(alpha - math.asin(b["drag_sin0"]))
    drag_c = b["drag_0"] + b["drag_k"] * off**2 + b["drag_k4"] * off**4
    area_pressure = 0.5 * DENSITY * speed**2 * b["area_m2"]
    lift_way = n - (n @ along) * along
    lift_way = lift_way / max(math.sqrt(lift_way @ lift_way), 1e-12)
    force = area_pressure * (lift_c * lift_way - drag_c * along)
    pitch_axis = np.array([along[1] * n[2] - along[2] * n[1], along[2] * n[0] - along[0] * n[2],
                           along[0] * n[1] - along[1] * n[0]])  # fmt: skip
    pitch_axis = pitch_axis / max(math.sqrt(pitch_axis @ pitch_axis), 1e-12)
    turning = moment(alpha, b) * area_pressure * b["diameter_m"] * pitch_axis
    turning = turning - b["spin_decay_1_s"] * (spun @ n) * n
    axis = np.array([spun[1] * n[2] - spun[2] * n[1], spun[2] * n[0] - spun[0] * n[2],
                     spun[0] * n[1] - spun[1] * n[0]]) / i_x  # fmt: skip
    return np.concatenate([y[3:6], force / b["mass_kg"] - [0.0, 0.0, 9.80665], axis, turning])


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
    record = body_of(Disc("x", *numbers))
    release = Release(speed, kind, math.radians(hyzer), 0.0, math.radians(launch)).row()
    toward = math.degrees(math.atan2(wind[0], wind[1]))
    air = Air(DENSITY, Wind(math.hypot(*wind), (toward + 180.0) % 360.0))
    path = Range(air).follow(record, release).path
    last = path[:-1][path[:-1, 3] > 0.3][-1]
    start = initial_state(speed, kind, math.radians(hyzer), math.radians(launch), release[8])
    momentum = record["inertia_kg_m2"] * start[9] * start[6:9]
    b = {name: float(record[name]) for name in record.dtype.names}
    full = solve_ivp(
        lambda _t, y: top_rates(y, b, wind, TRANSVERSE * b["inertia_kg_m2"]), (0.0, last[0]),
        np.concatenate([start[:9], momentum]), method="DOP853", rtol=1e-6, atol=1e-8,
    ).y[:, -1]  # fmt: skip
    distance = math.hypot(*last[1:3])
    assert math.dist(full[:3], last[1:4]) < 0.01 * distance
    v, n = full[3:6], full[6:9]
    left = np.array([-v[1], v[0], 0.0]) / math.hypot(v[0], v[1])
    assert math.degrees(math.atan2(n @ left, n[2])) == pytest.approx(math.degrees(last[4]), abs=2.0)
