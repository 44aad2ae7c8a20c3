"""Time derivative of the reduced gyroscopic flight (docs/flight-model.md, equations 1 to 6), and one step.

World frame: x east, y north, z up. All functions are pure: a motion goes in, a motion or its rates come out.
They are compiled into loops over eight discs side by side (`lanes`), so that nothing here branches.
"""

from __future__ import annotations

import math
from typing import NamedTuple

from ypodrome.core.air.wind import REFERENCE_HEIGHT_M, ROUGHNESS_M
from ypodrome.core.compiled import formula
from ypodrome.core.constants import GRAVITY_M_S2
from ypodrome.core.disc.body import Body

MOST_MOMENT, LEAST_MOMENT = 0.4, -0.12
"""Bounds on C_M / cos α at attitudes far from any ordinary flight (chosen: plates in a stream stay within;
they keep a disc thrown broadside from spinning up the step, and let an overhead throw that has turned onto
its back come down so)."""

RAMP_HALF_WIDTH = 0.065
"""Half width of the soft corners of the moment, as a sine (4°): chosen, so that turn passes into fade over
as wide a range of angles as the prior search found, in the cheapest form that can be packed."""

FALL_SIN = math.sin(math.radians(1.0))
"""Angle of attack, top to the wind, about which the moment begins to fall steeply (chosen: an overhead throw
flies there and turns over, an ordinary one hardly does)."""

TOP_SIN = math.sin(math.radians(9.0))
"""Angle of attack about which the moment of a slow, sinking disc stops rising (chosen: putts then come in no
flatter than a player would mind, and drivers land no steeper on edge than they are seen to)."""

LOWEST_WIND_HEIGHT_M = 0.1
"""The wind profile is read no lower than this (chosen: about a disc's own half width)."""

STEP_SHARE, TURN_WEIGHT = 0.95, 9.0
"""A step is this share of the time in which lift, acceleration and the turning axis change the flight
(chosen: 99 % of random throws land within 0.1 m of a tight solution and 98 % within 0.3° of its bank,
tests/reference/test_against_solve_ivp.py)."""

SHORTEST_STEP_S, LONGEST_STEP_S = 0.005, 0.2
"""Chosen: a disc that a branch has stopped in the air must get on; the path sags by 5 cm from a straight line
in the longest."""

INVERSE_LOG = 1.0 / math.log((REFERENCE_HEIGHT_M + ROUGHNESS_M) / ROUGHNESS_M)
LOG_MIDDLE = 3.2
LOG_OF_MIDDLE = math.log(LOG_MIDDLE)
"""Middle of the fourth roots the logarithm's series is taken about (chosen: 1e-6 off up to 90 m)."""


class Motion(NamedTuple):
    """Position [m], velocity [m/s], axis out of the top, and spin [rad/s], signed about the axis."""

    x: float
    y: float
    z: float
    vx: float
    vy: float
    vz: float
    nx: float
    ny: float
    nz: float
    spin: float


class Rates(NamedTuple):
    """Acceleration [m/s²] and rate of the axis [1/s]."""

    ax: float
    ay: float
    az: float
    tx: float
    ty: float
    tz: float


@formula
def ramp(x: float) -> float:
    """Zero below -w, x above w: a corner rounded over RAMP_HALF_WIDTH = w either way, its slope a smooth
    step."""
    t = min(max(x * (0.5 / RAMP_HALF_WIDTH) + 0.5, 0.0), 1.0)
    return 2.0 * RAMP_HALF_WIDTH * t * t * t * (1.0 - 0.5 * t) + max(x - RAMP_HALF_WIDTH, 0.0)


@formula
def pitching_slope(s: float, body: Body) -> float:
    """C_M / cos α [-] at s = sin α."""
    m = body.moment_0 + body.moment_slope * s
    m += body.moment_rise * ramp(s - body.kink_sin) - body.moment_top * ramp(s - TOP_SIN)
    m -= body.moment_fall * ramp(-s - FALL_SIN)
    return min(MOST_MOMENT, max(LEAST_MOMENT, m))


@formula
def wind_profile(height_m: float) -> float:
    """Wind at a height above ground [m] as a share of the wind at the reference height.

    The logarithm is 4 ln of the fourth root, and that a short series about LOG_MIDDLE: it can be packed.
    """
    root = math.sqrt(math.sqrt(max(height_m, LOWEST_WIND_HEIGHT_M) / ROUGHNESS_M + 1.0))
    t = (root - LOG_MIDDLE) / (root + LOG_MIDDLE)
    u = t * t
    series = t * (2.0 + u * (2.0 / 3.0 + u * (2.0 / 5.0 + u * (2.0 / 7.0 + u * (2.0 / 9.0)))))
    return 4.0 * (series + LOG_OF_MIDDLE) * INVERSE_LOG


@formula
def rates(m: Motion, body: Body, density: float, wind_x: float, wind_y: float) -> Rates:
    """Rates of a motion in air of a density [kg/m³] that moves at the wind [m/s]."""
    ux, uy = m.vx - wind_x, m.vy - wind_y
    airspeed = math.sqrt(ux * ux + uy * uy + m.vz * m.vz) + 1e-9
    inverse = 1.0 / airspeed
    ux, uy, uz = ux * inverse, uy * inverse, m.vz * inverse
    s = min(1.0, max(-1.0, -(ux * m.nx + uy * m.ny + uz * m.nz)))
    cos_a = math.sqrt(1.0 - s * s)
    lift = body.lift_0 + body.lift_slope * s
    off = s * body.drag_cos0 - cos_a * body.drag_sin0
    square = off * off
    drag = body.drag_0 + square * (body.drag_k + body.drag_k4 * square)
    pressure_area = 0.5 * density * airspeed * airspeed * body.area_m2
    force = pressure_area / body.mass_kg
    along = lift * s - drag
    turn = pitching_slope(s, body) * pressure_area * body.diameter_m / (body.inertia_kg_m2 * m.spin)
    return Rates(
        force * (lift * m.nx + along * ux),
        force * (lift * m.ny + along * uy),
        force * (lift * m.nz + along * uz) - GRAVITY_M_S2,
        turn * (uy * m.nz - uz * m.ny),
        turn * (uz * m.nx - ux * m.nz),
        turn * (ux * m.ny - uy * m.nx),
    )


@formula
def step_length_s(
    m: Motion, now: Rates, body: Body, density: float, wind_x: float, wind_y: float
) -> float:  # fmt: skip
    """Time [s] that one step may take: short while the flight changes fast."""
    ux, uy = m.vx - wind_x, m.vy - wind_y
    airspeed = math.sqrt(ux * ux + uy * uy + m.vz * m.vz) + 1e-9
    bend = 0.5 * density * body.area_m2 * body.lift_slope * airspeed / body.mass_kg
    pull = math.sqrt(now.ax * now.ax + now.ay * now.ay + now.az * now.az) / airspeed
    turn = math.sqrt(now.tx * now.tx + now.ty * now.ty + now.tz * now.tz)
    return max(SHORTEST_STEP_S, min(LONGEST_STEP_S, STEP_SHARE / (bend + pull + TURN_WEIGHT * turn + 1e-9)))


@formula
def spin_left(decay: float) -> float:
    """exp(-decay) for the small decay of one step, as a series."""
    return 1.0 - decay * (1.0 - 0.5 * decay * (1.0 - decay / 3.0))


@formula
def ahead(m: Motion, start: Motion, at: Rates, dt: float, spin: float) -> Motion:
    """Start moved by `dt` [s] at the velocity of `m` and the rates there, with a spin."""
    return Motion(
        start.x + dt * m.vx, start.y + dt * m.vy, start.z + dt * m.vz,
        start.vx + dt * at.ax, start.vy + dt * at.ay, start.vz + dt * at.az,
        start.nx + dt * at.tx, start.ny + dt * at.ty, start.nz + dt * at.tz, spin,
    )  # fmt: skip


@formula
def mean(a: float, b: float, c: float, d: float) -> float:
    """The four stages of a step, weighted after Runge and Kutta."""
    return (a + 2.0 * (b + c) + d) / 6.0


@formula
def rk4_step(
    m: Motion, now: Rates, dt: float, body: Body, density: float, wind_x: float, wind_y: float,
    ground_z: float,
) -> Motion:  # fmt: skip
    """The motion `dt` [s] later, `now` being its rates. The axis is kept a unit vector.

    `wind_x`, `wind_y` [m/s] are felt at the reference height above the ground at `ground_z` [m].
    """
    half = 0.5 * dt
    middle = wind_profile(m.z + half * m.vz - ground_z)
    end = wind_profile(m.z + dt * m.vz - ground_z)
    spin_mid, spin_end = (
        m.spin * spin_left(body.spin_decay_1_s * half),
        m.spin * spin_left(body.spin_decay_1_s * dt),
    )
    m2 = ahead(m, m, now, half, spin_mid)
    r2 = rates(m2, body, density, middle * wind_x, middle * wind_y)
    m3 = ahead(m2, m, r2, half, spin_mid)
    r3 = rates(m3, body, density, middle * wind_x, middle * wind_y)
    m4 = ahead(m3, m, r3, dt, spin_end)
    r4 = rates(m4, body, density, end * wind_x, end * wind_y)
    nx = m.nx + dt * mean(now.tx, r2.tx, r3.tx, r4.tx)
    ny = m.ny + dt * mean(now.ty, r2.ty, r3.ty, r4.ty)
    nz = m.nz + dt * mean(now.tz, r2.tz, r3.tz, r4.tz)
    unit = 1.0 / math.sqrt(nx * nx + ny * ny + nz * nz)
    return Motion(
        m.x + dt * mean(m.vx, m2.vx, m3.vx, m4.vx),
        m.y + dt * mean(m.vy, m2.vy, m3.vy, m4.vy),
        m.z + dt * mean(m.vz, m2.vz, m3.vz, m4.vz),
        m.vx + dt * mean(now.ax, r2.ax, r3.ax, r4.ax),
        m.vy + dt * mean(now.ay, r2.ay, r3.ay, r4.ay),
        m.vz + dt * mean(now.az, r2.az, r3.az, r4.az),
        nx * unit, ny * unit, nz * unit, spin_end,
    )  # fmt: skip
