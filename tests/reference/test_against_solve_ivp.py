"""The compiled batch against scipy's solve_ivp on the same equations, written again from the
vector form (Crowther & Potts 2007; Hummel 2003) and not from our scalar code."""

import math

import numpy as np
import pytest
from scipy.integrate import solve_ivp

from tests.throwing import DENSITY
from ypodrome.core.disc import Disc, aero_row
from ypodrome.core.disc import aero as a
from ypodrome.core.flight.release import Release, Throw
from ypodrome.core.flight.simulate import fly_row
from ypodrome.core.ground.field import open_field

G = np.array([0.0, 0.0, -9.80665])


def derivative(_t, y, row, wind):
    v, n, spin = y[3:6], y[6:9], y[9]
    height = max(y[2], 0.1)
    u = v - np.array([*wind, 0.0]) * math.log(height / 0.03 + 1) / math.log(2.0 / 0.03 + 1)
    speed = np.linalg.norm(u)
    along = u / speed
    alpha = math.asin(max(-1.0, min(1.0, -along @ n)))
    in_plane = along + math.sin(alpha) * n
    in_plane /= np.linalg.norm(in_plane)
    lift_way = n + math.sin(alpha) * along
    lift_way /= np.linalg.norm(lift_way)
    q_area = 0.5 * DENSITY * speed**2 * row[a.AREA]
    cl = (row[a.CL0] + row[a.CLA] * math.sin(alpha)) * math.cos(alpha)
    off = math.sin(alpha - a.DRAG_MINIMUM_RAD)
    cd = row[a.CD0] + row[a.DRAG_K] * off**2 + row[a.DRAG_K4] * off**4
    e = math.sin(alpha) - row[a.CM_S0]
    slope = row[a.CM_B] * e + row[a.CM_C] * e * e if e > 0 else row[a.CM_TOP] * e
    rim = abs(spin) * row[a.DIAMETER] / 2 / speed
    cm = (row[a.CM_LOW] + slope + row[a.CM_SPIN] * (rim - 0.5)) * math.cos(alpha)
    force = q_area * (cl * lift_way - cd * along)
    moment = cm * q_area * row[a.DIAMETER]
    turn = moment / (row[a.INERTIA] * spin) * np.cross(in_plane, n)
    return np.concatenate([v, force / row[a.MASS] + G, turn, [-row[a.SPIN_DECAY] * spin]])


CASES = [
    ((9, 5, -1, 2), Throw.RHBH, 24.0, 0, 9, (0.0, 0.0)),
    ((4, 1, 0, 3), Throw.LHBH, 18.0, 20, 15, (-4.0, 2.0)),
    ((12, 5, -3, 2), Throw.RHFH, 26.0, -10, 7, (3.0, -5.0)),
    ((2, 3, 0, 1), Throw.RHBH, 15.0, 5, 12, (0.0, 6.0)),
    ((9, 4, 0, 4), Throw.RHBH, 24.0, 60, 38, (-3.0, 0.0)),
]


@pytest.mark.parametrize(("numbers", "kind", "speed", "hyzer", "launch", "wind"), CASES)
def test_landing_and_bank_agree(numbers, kind, speed, hyzer, launch, wind):
    """Within 0.1 m and 0.2° at the same time, just before the ground (step 0.02 s)."""
    row = aero_row(Disc("x", *numbers))
    release = Release(speed, kind, math.radians(hyzer), 0.0, math.radians(launch)).row()
    path = fly_row(row, release, wind, DENSITY, open_field(), step_scale=0.2).path
    last = path[:-1][path[:-1, 3] > 0.3][-1]
    start = initial_state(speed, kind, math.radians(hyzer), math.radians(launch), release[8])
    exact = solve_ivp(derivative, (0.0, last[0]), start, args=(row, wind), rtol=1e-9, atol=1e-10)
    y = exact.y[:, -1]
    assert np.linalg.norm(y[:3] - last[1:4]) < 0.1
    v, n = y[3:6], y[6:9]
    left = np.array([-v[1], v[0], 0.0]) / math.hypot(v[0], v[1])
    assert math.degrees(math.atan2(n @ left, n[2])) == pytest.approx(math.degrees(last[4]), abs=0.2)


def initial_state(speed, kind, hyzer, launch, spin):
    """Release by rotations of a level disc: nose 0, tilted about the line of flight."""
    v = np.array([math.cos(launch), 0.0, math.sin(launch)])
    up = np.array([-math.sin(launch), 0.0, math.cos(launch)])
    left = np.array([0.0, 1.0, 0.0])
    side = 1 if kind in (Throw.RHBH, Throw.LHFH) else -1
    n = math.cos(hyzer) * up + side * math.sin(hyzer) * left
    return np.concatenate([[0.0, 0.0, 1.2], speed * v, n, [spin]])
