"""Textbook limits of the flight: the parabola, terminal speed, gyroscopic precession."""

import math

import numpy as np
import pytest

from ypodrome.core.compiled import plain
from ypodrome.core.constants import GRAVITY_M_S2
from ypodrome.core.design import body_of
from ypodrome.core.disc import BODY, Body, Disc
from ypodrome.core.disc.shape import DISC_RADIUS_M
from ypodrome.core.flight.forces import Motion, rates, rk4_step
from ypodrome.core.flight.lanes import FALLEN_LEAN_SIN, LANES, ROLL_FALLS_M_S, TIPPING, slide_lanes
from ypodrome.core.flight.release import Release
from ypodrome.core.flight.simulate import Air, Range

DISC = Disc("any", 7, 5, -1, 2)
AIRLESS = {name: 0.0 for name in Body._fields if name.startswith(("lift", "drag_k", "moment"))}


def body(**changes) -> Body:
    """A disc with some of its coefficients replaced."""
    return Body(*body_of(DISC).tolist())._replace(**changes)


def moved(m: Motion, b: Body, steps: int, density: float, dt: float = 0.05) -> Motion:
    for _ in range(steps):
        m = rk4_step(m, rates(m, b, density, 0.0, 0.0), dt, b, density, 0.0, 0.0, 0.0)
    return m


def test_parabola_in_vacuum():
    """x = v² sin 2θ / 2g (1 + sqrt(1 + 2 g h / (v sin θ)²)), any mechanics text."""
    v, angle, h = 20.0, math.radians(30.0), 1.5
    row = np.array([tuple(body(**AIRLESS, drag_0=0.0))], BODY)[0]
    out = Range(Air(1e-12)).follow(row, Release(v, launch_rad=angle, height_m=h).row()).out
    down = h - DISC_RADIUS_M * math.sin(angle)  # the tilted rim touches first
    rise = v * math.sin(angle)
    expected = v * math.cos(angle) * (rise + math.sqrt(rise**2 + 2 * GRAVITY_M_S2 * down)) / GRAVITY_M_S2
    assert out.carry_x_m == pytest.approx(expected, abs=1e-3)
    assert out.carry_y_m == pytest.approx(0.0, abs=1e-6)


def test_axis_is_fixed_without_air():
    m = Motion(0.0, 0.0, 50.0, 20.0, 0.0, 5.0, 0.3, 0.2, math.sqrt(1 - 0.13), -100.0)
    assert moved(m, body(), 30, 0.0)[6:9] == pytest.approx(m[6:9], abs=1e-12)


def test_terminal_speed_of_a_falling_plate():
    """Broadside and moment-free, m g = ½ ρ v² A C_D."""
    b = body(**AIRLESS, drag_0=0.9)
    m = moved(Motion(0.0, 0.0, 5000.0, 0.0, 0.0, -0.1, 0.0, 0.0, 1.0, -100.0), b, 400, 1.2)
    assert -m.vz == pytest.approx(math.sqrt(2 * b.mass_kg * GRAVITY_M_S2 / (1.2 * b.area_m2 * 0.9)), rel=1e-6)


def test_precession_of_a_fast_top():
    """Ω = M / (I ω): a nose-up moment on a clockwise disc tilts it to the left of its travel."""
    b = body(**{**AIRLESS, "moment_0": 0.02})
    v, spin, density = 20.0, -100.0, 1.2
    rate = rates(Motion(0.0, 0.0, 9.0, v, 0.0, 0.0, 0.0, 0.0, 1.0, spin), b, density, 0.0, 0.0)
    moment = 0.02 * 0.5 * density * v * v * b.area_m2 * b.diameter_m
    assert rate.ty == pytest.approx(moment / (b.inertia_kg_m2 * abs(spin)), rel=1e-6)
    assert rate.tx == pytest.approx(0.0, abs=1e-9)


def test_steady_glide():
    """With lift and drag coefficients that do not change and no moment, a disc that falls long enough
    glides at tan γ = C_D / C_L, at the speed at which both together carry its weight."""
    b = body(**{**AIRLESS, "lift_0": 0.5, "drag_0": 0.1, "spin_decay_1_s": 0.0})
    m = moved(Motion(0.0, 0.0, 5000.0, 15.0, 0.0, -3.0, 0.0, 0.0, 1.0, -100.0), b, 2000, 1.225)
    glide = math.atan2(-m.vz, m.vx)
    assert math.tan(glide) == pytest.approx(0.1 / (0.5 * math.cos(glide)), rel=1e-3)
    pressure = 0.5 * 1.225 * (m.vx**2 + m.vz**2) * b.area_m2
    carried = pressure * math.hypot(0.1, 0.5 * math.cos(glide))
    assert carried == pytest.approx(b.mass_kg * 9.80665, rel=1e-3)


def along_the_ground(vx: float, slide: float = 0.0, roll: float = 0.0, lean: float = 0.0, east=0.0):
    """The lane of a disc let go on a slope until it rests, with its heading as it went [rad]."""
    lanes = np.zeros(1, LANES).view(np.recarray)[0]
    lanes.vx[:], lanes.slide[:], lanes.roll[:], lanes.east[:] = vx, slide, roll, east
    lanes.rolling[:], lanes.towards[:], lanes.lean_speed[:] = roll > 0.0, 1.0, lean * vx
    headings = [0.0]
    while headings == [0.0] or (lanes.gap[0] > 0.0 and (roll == 0.0 or lanes.rolling[0] > 0.0)):
        plain(slide_lanes)(lanes)
        headings.append(math.atan2(lanes.vy[0], lanes.vx[0]))
    return lanes, np.unwrap(headings)


@pytest.mark.parametrize("speed", [0.3, 2.0, 9.0])
@pytest.mark.parametrize("east", [0.0, -0.1, 0.2])
def test_a_slide_is_as_long_as_friction_and_slope_say(speed, east):
    """v² / 2a, any mechanics text, with a the friction and the slope it goes up."""
    lanes, _ = along_the_ground(speed, slide=0.5, east=east)
    slows = GRAVITY_M_S2 * (0.5 + east) / (1.0 + east**2)
    assert lanes.x[0] == pytest.approx(speed**2 / (2.0 * slows), rel=0.01, abs=0.005)
    assert lanes.y[0] == 0.0


def test_a_roll_turns_as_its_lean_has_it():
    """Turning at TIPPING * lean * v0 / v² while v falls evenly from v0, added up over the time."""
    start, lean, resist = 8.0, 0.2, 0.1
    lanes, headings = along_the_ground(start, roll=resist, lean=lean)
    speed = math.hypot(lanes.vx[0], lanes.vy[0])
    turned = TIPPING * lean * start / (resist * GRAVITY_M_S2) * (1.0 / speed - 1.0 / start)
    assert abs(headings[-1]) == pytest.approx(turned, rel=0.03)
    assert speed == pytest.approx(max(ROLL_FALLS_M_S, lean * start / FALLEN_LEAN_SIN), rel=0.05)
