"""Textbook limits of the flight: the parabola, terminal speed, gyroscopic precession."""

import math

import numpy as np
import pytest

from ypodrome.core.constants import GRAVITY_M_S2
from ypodrome.core.disc import Disc, aero_row
from ypodrome.core.disc import aero as a
from ypodrome.core.flight.forces import rates, rk4_step
from ypodrome.core.flight.release import Release
from ypodrome.core.flight.simulate import fly_row
from ypodrome.core.ground.field import open_field

DISC = Disc("any", 7, 5, -1, 2)


def test_parabola_in_vacuum():
    """x = v² sin 2θ / 2g (1 + sqrt(1 + 2 g h / (v sin θ)²)), any mechanics text."""
    v, angle, h = 20.0, math.radians(30.0), 1.5
    release = Release(v, launch_rad=angle, height_m=h).row()
    out = fly_row(aero_row(DISC), release, (0.0, 0.0), 1e-12, open_field()).out
    down = h - a.DIAMETER_M / 2 * math.sin(angle)  # the tilted rim touches first
    rise = v * math.sin(angle)
    expected = v * math.cos(angle) * (rise + math.sqrt(rise**2 + 2 * GRAVITY_M_S2 * down)) / GRAVITY_M_S2
    assert out.carry_x_m == pytest.approx(expected, abs=0.05)
    assert out.carry_y_m == pytest.approx(0.0, abs=1e-6)


def test_axis_is_fixed_without_air():
    row = aero_row(DISC)
    y = np.array([0, 0, 50.0, 20, 0, 5, 0.3, 0.2, math.sqrt(1 - 0.13), -100.0])
    before = y[6:9].copy()
    for _ in range(30):
        rk4_step(y, 0.05, row, 0.0, 0.0, 0.0, 0.0)
    assert np.allclose(y[6:9], before, atol=1e-12)


def test_terminal_speed_of_a_falling_plate():
    """Broadside and moment-free, m g = ½ ρ v² A C_D."""
    row = aero_row(DISC)
    row[[a.CL0, a.CLA, a.CM_LOW, a.CM_B, a.CM_C, a.CM_TOP, a.CM_SPIN, a.DRAG_K, a.DRAG_K4]] = 0.0
    row[a.CD0] = 0.9
    y = np.array([0, 0, 5000.0, 0, 0, -0.1, 0, 0, 1.0, -100.0])
    for _ in range(400):
        rk4_step(y, 0.05, row, 1.2, 0.0, 0.0, 0.0)
    expected = math.sqrt(2 * row[a.MASS] * GRAVITY_M_S2 / (1.2 * row[a.AREA] * 0.9))
    assert -y[5] == pytest.approx(expected, rel=1e-6)


def test_precession_of_a_fast_top():
    """Ω = M / (I ω): a nose-up moment on a clockwise disc tilts it to the left of its travel."""
    row = aero_row(DISC)
    row[[a.CM_LOW, a.CM_B, a.CM_C, a.CM_TOP, a.CM_SPIN]] = [0.02, 0.0, 0.0, 0.0, 0.0]
    v, spin, density = 20.0, -100.0, 1.2
    rate = rates(v, 0.0, 0.0, 0.0, 0.0, 1.0, spin, row, density, 0.0, 0.0)
    moment = 0.02 * 0.5 * density * v * v * row[a.AREA] * row[a.DIAMETER]
    assert rate[4] == pytest.approx(moment / (row[a.INERTIA] * abs(spin)), rel=1e-6)
    assert rate[3] == pytest.approx(0.0, abs=1e-9)


def test_steady_glide():
    """With lift and drag coefficients that do not change and no moment, a disc that falls long enough
    glides at tan γ = C_D / C_L, at the speed at which both together carry its weight."""
    row = aero_row(Disc("glider", 9, 5, -1, 2))
    row[[a.CLA, a.DRAG_K, a.DRAG_K4, a.CM_LOW, a.CM_B, a.CM_C, a.CM_TOP, a.CM_SPIN, a.SPIN_DECAY]] = 0.0
    row[a.CL0], row[a.CD0] = 0.5, 0.1
    y = np.array([0, 0, 5000.0, 15.0, 0, -3.0, 0, 0, 1.0, -100.0])
    for _ in range(2000):
        rk4_step(y, 0.05, row, 1.225, 0.0, 0.0, 0.0)
    glide = math.atan2(-y[5], y[3])
    assert math.tan(glide) == pytest.approx(0.1 / (0.5 * math.cos(glide)), rel=1e-3)
    pressure = 0.5 * 1.225 * (y[3] ** 2 + y[5] ** 2) * row[a.AREA]
    carried = pressure * math.hypot(0.1, 0.5 * math.cos(glide))
    assert carried == pytest.approx(row[a.MASS] * 9.80665, rel=1e-3)
