"""Time derivative of the reduced gyroscopic flight (docs/flight-model.md, equations 1 to 6).

State y (10): x, y, z [m]; vx, vy, vz [m/s]; nx, ny, nz (disc axis, out of the top); spin [rad/s]
signed about n. World frame: x east, y north, z up.
"""

from __future__ import annotations

import math

import numpy as np
from numpy.typing import NDArray

from ypodrome.core.air.wind import REFERENCE_HEIGHT_M, ROUGHNESS_M
from ypodrome.core.compiled import kernel
from ypodrome.core.constants import GRAVITY_M_S2
from ypodrome.core.disc.aero import (
    AREA,
    CD0,
    CL0,
    CLA,
    CM_B,
    CM_C,
    CM_LOW,
    CM_S0,
    CM_SPIN,
    CM_TOP,
    COS_A0,
    DIAMETER,
    DRAG_K,
    DRAG_K4,
    INERTIA,
    MASS,
    SIN_A0,
    SPIN_DECAY,
)

MOST_MOMENT = 0.4
"""Bound on C_M / cos α at attitudes far from any flight that was fitted (chosen: plates in a stream
stay below it; it keeps a disc thrown broadside from spinning up the step)."""

USUAL_ADVANCE = 0.5
"""Advance ratio at which the moment is what the disc's own curve says: a backhand as it leaves the hand
[common practice]."""

LOWEST_WIND_HEIGHT_M = 0.1
"""The wind profile is read no lower than this (chosen: about a disc's own half width)."""

STEP_SHARE = 0.55
"""A step is this share of the time in which lift bends the path into the disc's plane, 2 m / (ρ A CLa u),
the fastest thing in a flight: about 1.8 m of way (chosen: the coarsest that holds the landing to 0.3 m
when the step is halved, tests/core/test_flight.py)."""

LONGEST_STEP_S = 0.2
"""Chosen: the path sags by 5 cm from a straight line in this time."""

INVERSE_LOG = 1.0 / math.log((REFERENCE_HEIGHT_M + ROUGHNESS_M) / ROUGHNESS_M)


@kernel
def pitching_slope(s: float, advance: float, row: NDArray[np.float64]) -> float:
    """C_M / cos α [-] at s = sin α and an advance ratio: rim speed over speed through the air."""
    m = row[CM_LOW] + row[CM_SPIN] * (advance - USUAL_ADVANCE)
    e = s - row[CM_S0]
    if e > 0.0:
        m += e * (row[CM_B] + row[CM_C] * e)
    else:
        m += e * row[CM_TOP]
    return min(MOST_MOMENT, max(-MOST_MOMENT, m))


@kernel
def wind_profile(height_m: float) -> float:
    """Wind at a height above ground [m] as a share of the wind at the reference height."""
    return math.log(max(height_m, LOWEST_WIND_HEIGHT_M) / ROUGHNESS_M + 1.0) * INVERSE_LOG


@kernel
def rates(
    vx: float,
    vy: float,
    vz: float,
    nx: float,
    ny: float,
    nz: float,
    spin: float,
    row: NDArray[np.float64],
    density: float,
    wind_x: float,
    wind_y: float,
) -> tuple[float, float, float, float, float, float]:
    """Acceleration [m/s²] and rate of the axis [1/s] in air moving at the wind [m/s]."""
    ux = vx - wind_x
    uy = vy - wind_y
    airspeed = math.sqrt(ux * ux + uy * uy + vz * vz) + 1e-9
    inverse = 1.0 / airspeed
    ux *= inverse
    uy *= inverse
    uz = vz * inverse
    s = min(1.0, max(-1.0, -(ux * nx + uy * ny + uz * nz)))
    cos_a = math.sqrt(1.0 - s * s)
    lift = row[CL0] + row[CLA] * s
    off = s * row[COS_A0] - cos_a * row[SIN_A0]
    square = off * off
    drag = row[CD0] + square * (row[DRAG_K] + row[DRAG_K4] * square)
    pressure_area = 0.5 * density * airspeed * airspeed * row[AREA]
    force = pressure_area / row[MASS]
    along = lift * s - drag
    moment = pitching_slope(s, 0.5 * row[DIAMETER] * abs(spin) * inverse, row)
    turn = moment * pressure_area * row[DIAMETER] / (row[INERTIA] * spin)
    return (
        force * (lift * nx + along * ux),
        force * (lift * ny + along * uy),
        force * (lift * nz + along * uz) - GRAVITY_M_S2,
        turn * (uy * nz - uz * ny),
        turn * (uz * nx - ux * nz),
        turn * (ux * ny - uy * nx),
    )


@kernel
def step_length_s(
    y: NDArray[np.float64], row: NDArray[np.float64], density: float, wind_x: float, wind_y: float
) -> float:
    """Time [s] that one step from `y` may take in a wind [m/s]: short while the disc is fast."""
    ux, uy = y[3] - wind_x, y[4] - wind_y
    airspeed = math.sqrt(ux * ux + uy * uy + y[5] * y[5])
    bending = 0.5 * density * row[AREA] * row[CLA] * airspeed / row[MASS]
    return min(LONGEST_STEP_S, STEP_SHARE / (bending + 1e-9))


@kernel
def rk4_step(
    y: NDArray[np.float64],
    dt: float,
    row: NDArray[np.float64],
    density: float,
    wind_x: float,
    wind_y: float,
    ground_z: float,
) -> None:
    """Advance `y` [10] in place by `dt` [s]. The axis is kept a unit vector.

    `wind_x`, `wind_y` [m/s] are felt at the reference height; the profile is read once, at the
    height of the middle of the step.
    The spin decays exponentially whatever else happens, so it is stepped in closed form.
    """
    vx, vy, vz = y[3], y[4], y[5]
    nx, ny, nz = y[6], y[7], y[8]
    half = 0.5 * dt
    profile = wind_profile(y[2] + half * vz - ground_z)
    wind_x *= profile
    wind_y *= profile
    spin = y[9]
    spin_mid = spin * (1.0 - row[SPIN_DECAY] * half)
    spin_end = spin * math.exp(-row[SPIN_DECAY] * dt)
    a1, b1, c1, d1, e1, f1 = rates(vx, vy, vz, nx, ny, nz, spin, row, density, wind_x, wind_y)
    vx2, vy2, vz2 = vx + half * a1, vy + half * b1, vz + half * c1
    a2, b2, c2, d2, e2, f2 = rates(
        vx2, vy2, vz2, nx + half * d1, ny + half * e1, nz + half * f1,
        spin_mid, row, density, wind_x, wind_y,
    )  # fmt: skip
    vx3, vy3, vz3 = vx + half * a2, vy + half * b2, vz + half * c2
    a3, b3, c3, d3, e3, f3 = rates(
        vx3, vy3, vz3, nx + half * d2, ny + half * e2, nz + half * f2,
        spin_mid, row, density, wind_x, wind_y,
    )  # fmt: skip
    vx4, vy4, vz4 = vx + dt * a3, vy + dt * b3, vz + dt * c3
    a4, b4, c4, d4, e4, f4 = rates(
        vx4, vy4, vz4, nx + dt * d3, ny + dt * e3, nz + dt * f3,
        spin_end, row, density, wind_x, wind_y,
    )  # fmt: skip
    sixth = dt / 6.0
    y[0] += sixth * (vx + 2.0 * (vx2 + vx3) + vx4)
    y[1] += sixth * (vy + 2.0 * (vy2 + vy3) + vy4)
    y[2] += sixth * (vz + 2.0 * (vz2 + vz3) + vz4)
    y[3] = vx + sixth * (a1 + 2.0 * (a2 + a3) + a4)
    y[4] = vy + sixth * (b1 + 2.0 * (b2 + b3) + b4)
    y[5] = vz + sixth * (c1 + 2.0 * (c2 + c3) + c4)
    nx += sixth * (d1 + 2.0 * (d2 + d3) + d4)
    ny += sixth * (e1 + 2.0 * (e2 + e3) + e4)
    nz += sixth * (f1 + 2.0 * (f2 + f3) + f4)
    norm = 1.0 / math.sqrt(nx * nx + ny * ny + nz * nz)
    y[6], y[7], y[8] = nx * norm, ny * norm, nz * norm
    y[9] = spin_end
