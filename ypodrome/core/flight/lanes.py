"""Eight discs side by side: what is done to all of them at once.

A NumPy record keeps every quantity of W discs together (`lanes.x[i]`). A loop over i calls the pure
functions of `forces` on what stands in lane i; since they are compiled into the loop and every place is known
at compile time, the compiler turns it into packed arithmetic. What happens to single discs, the ground and
obstacles, is in `meeting`, on the same record. A benchmark guards the gain: packing hangs on the compiler's
taste."""

from __future__ import annotations

import math

import numpy as np

from ypodrome.core.compiled import inlined, kernel
from ypodrome.core.constants import GRAVITY_M_S2
from ypodrome.core.disc.body import Body
from ypodrome.core.disc.shape import DISC_RADIUS_M, RADIUS_OF_GYRATION
from ypodrome.core.flight.forces import Motion, rates, rk4_step, step_length_s, wind_profile
from ypodrome.core.ground.field import Field, cell, ground_height

W = 8
"""Lanes (chosen: 4.3 µs a flight with eight, 4.9 with four; one vector register or two of doubles)."""

WAS = tuple(f"was_{name}" for name in Motion._fields)
NOTED = ["apex_m", "apex_left_m", "left_m", "right_m", "flattest", "steepest", "inside_x", "inside_y"]
AROUND = ["wind_x", "wind_y", "shelter", "ground", "east", "north", "out", "room"]
RUNNING = ["time_s", "dt", "gap", "clearance", "flying", "struck"]
STARTED = ["start_x", "start_y", "start_ground", "head_x", "head_y"]
GROUNDED = ["slide", "roll", "stops", "rolling", "towards", "lean_speed", "spent_s"]
LANES = np.dtype(
    [
        (name, "f8", W)
        for name in (*Motion._fields, *WAS, *Body._fields, *NOTED, *AROUND, *RUNNING, *STARTED, *GROUNDED)
    ]
    + [("who", "i8", W)],
    align=True,
)
"""Motion now and at the start of the step, body, what the flight is remembered by, what is around it, how it
runs, and what it needs on the ground; who is in the lane, -1 for nobody."""

STRIDE_M, SHORTEST_SLIDE_S, LONGEST_SLIDE_S = 0.5, 0.04, 0.25
"""A step of a slide is so far, within these bounds of time; one of a roll, which turns, takes the shortest
(chosen: a third of the steps of .04 s, and the ground is known to half a metre)."""

LONGEST_ROLL_S = 12.0
"""A roll is followed no longer than this (chosen: longer ones are not seen)."""

ROLL_FALLS_M_S = 1.2
"""Speed at which a rolling disc falls over (chosen)."""

LEAST_LEAN_SIN, FALLEN_LEAN_SIN = 0.05, 0.8
"""Sine of the lean: a roll is never quite upright, and is over when the disc lies this far (chosen)."""

TIPPING = GRAVITY_M_S2 / (1.0 + RADIUS_OF_GYRATION**2)
"""A leaning disc that rolls at speed v turns its path by g sin(lean) / ((1 + k²) v) radians a second,
k the radius of gyration over the radius: steady precession of a rolling wheel (Routh, Advanced
Rigid Dynamics, 1905, from memory). It turns to the side it leans to, which is away from its top."""

LOW_M = 0.1
"""Height of a disc that slides or rolls, for what it may meet (chosen: its own half width)."""


@inlined
def motion_in(lanes: np.record, i: int) -> Motion:
    """The motion in a lane."""
    return Motion(
        lanes.x[i], lanes.y[i], lanes.z[i], lanes.vx[i], lanes.vy[i], lanes.vz[i],
        lanes.nx[i], lanes.ny[i], lanes.nz[i], lanes.spin[i],
    )  # fmt: skip


@inlined
def earlier_in(lanes: np.record, i: int) -> Motion:
    """The motion in a lane before its last step."""
    return Motion(
        lanes.was_x[i], lanes.was_y[i], lanes.was_z[i], lanes.was_vx[i], lanes.was_vy[i], lanes.was_vz[i],
        lanes.was_nx[i], lanes.was_ny[i], lanes.was_nz[i], lanes.was_spin[i],
    )  # fmt: skip


@inlined
def body_in(lanes: np.record, i: int) -> Body:
    """The body in a lane."""
    return Body(
        lanes.mass_kg[i], lanes.area_m2[i], lanes.diameter_m[i], lanes.inertia_kg_m2[i], lanes.lift_0[i],
        lanes.lift_slope[i], lanes.drag_0[i], lanes.drag_k[i], lanes.drag_k4[i], lanes.drag_sin0[i],
        lanes.drag_cos0[i], lanes.moment_0[i], lanes.moment_slope[i], lanes.moment_rise[i],
        lanes.kink_sin[i], lanes.moment_top[i], lanes.moment_fall[i], lanes.spin_decay_1_s[i], lanes.grip[i],
    )  # fmt: skip


@inlined
def put(lanes: np.record, i: int, m: Motion) -> None:
    """Set the motion in a lane."""
    lanes.x[i], lanes.y[i], lanes.z[i] = m.x, m.y, m.z
    lanes.vx[i], lanes.vy[i], lanes.vz[i] = m.vx, m.vy, m.vz
    lanes.nx[i], lanes.ny[i], lanes.nz[i], lanes.spin[i] = m.nx, m.ny, m.nz, m.spin


@inlined
def put_earlier(lanes: np.record, i: int, m: Motion) -> None:
    """Keep a motion as the one before the step."""
    lanes.was_x[i], lanes.was_y[i], lanes.was_z[i] = m.x, m.y, m.z
    lanes.was_vx[i], lanes.was_vy[i], lanes.was_vz[i] = m.vx, m.vy, m.vz
    lanes.was_nx[i], lanes.was_ny[i], lanes.was_nz[i], lanes.was_spin[i] = m.nx, m.ny, m.nz, m.spin


@inlined
def bank_left(m: Motion) -> float:
    """Tilt [rad] of the disc to the left of its travel; beyond a right angle when inverted."""
    flat = math.sqrt(m.vx * m.vx + m.vy * m.vy) + 1e-9
    return math.atan2((m.vx * m.ny - m.vy * m.nx) / flat, m.nz)


@inlined
def levelness(m: Motion) -> float:
    """Cosine of the bank: 1 flat, 0 on edge, -1 on its back."""
    left = m.vx * m.ny - m.vy * m.nx
    across = left * left / (m.vx * m.vx + m.vy * m.vy + 1e-9)
    return m.nz / math.sqrt(m.nz * m.nz + across + 1e-12)


@inlined
def advanced(lanes: np.record, i: int, m: Motion, dt: float, density: float) -> Motion:
    """A motion in a lane's wind `dt` [s] later."""
    wind_x, wind_y = lanes.shelter[i] * lanes.wind_x[i], lanes.shelter[i] * lanes.wind_y[i]
    profile = wind_profile(m.z - lanes.ground[i])
    body = body_in(lanes, i)
    now = rates(m, body, density, profile * wind_x, profile * wind_y)
    return rk4_step(m, now, dt, body, density, wind_x, wind_y, lanes.ground[i])


@kernel
def step_lanes(lanes: np.record, density: float, step_scale: float) -> None:
    """One step of every lane, each of its own length."""
    for i in range(W):
        m, body = motion_in(lanes, i), body_in(lanes, i)
        put_earlier(lanes, i, m)
        wind_x, wind_y = lanes.shelter[i] * lanes.wind_x[i], lanes.shelter[i] * lanes.wind_y[i]
        profile = wind_profile(m.z - lanes.ground[i])
        now = rates(m, body, density, profile * wind_x, profile * wind_y)
        dt = step_scale * step_length_s(m, now, body, density, profile * wind_x, profile * wind_y)
        lanes.dt[i] = dt
        lanes.time_s[i] += dt
        put(lanes, i, rk4_step(m, now, dt, body, density, wind_x, wind_y, lanes.ground[i]))


@inlined
def clearance_m(m: Motion) -> float:
    """Height of the disc's middle over its lowest edge."""
    return DISC_RADIUS_M * math.sqrt(max(0.0, 1.0 - m.nz * m.nz))


@inlined
def left_of_aim(lanes: np.record, i: int, x: float, y: float) -> float:
    """How far left of its aim a place is [m]."""
    return (y - lanes.start_y[i]) * lanes.head_x[i] - (x - lanes.start_x[i]) * lanes.head_y[i]


@inlined
def note(lanes: np.record, i: int, m: Motion) -> None:
    """Remember how far left and right, how high, how flat and how steep the disc in a lane has been; once it
    has touched something, `flying` is 0 and nothing is added."""
    flying = lanes.flying[i]
    left = left_of_aim(lanes, i, m.x, m.y)
    before = left_of_aim(lanes, i, lanes.was_x[i], lanes.was_y[i])
    lanes.left_m[i] = max(lanes.left_m[i], flying * left)
    lanes.right_m[i] = max(lanes.right_m[i], -flying * left)
    lanes.apex_m[i] = max(lanes.apex_m[i], flying * (m.z - lanes.start_ground[i]))
    rise, fall = max(0.0, lanes.was_vz[i]), max(0.0, -m.vz)
    tops = flying * min(1.0, 1e9 * rise * fall)
    top_left = before + rise / (rise + fall + 1e-12) * (left - before)
    lanes.apex_left_m[i] += tops * (top_left - lanes.apex_left_m[i])
    level = levelness(m)
    lanes.flattest[i] = max(lanes.flattest[i], flying * (1.0 + level) - 1.0)
    lanes.steepest[i] = min(lanes.steepest[i], flying * (level - 1.0) + 1.0)


@kernel
def note_lanes(lanes: np.record) -> None:
    """How far the rim of every disc is above the ground, and, of those still above it, what they are
    remembered by."""
    for i in range(W):
        m = motion_in(lanes, i)
        clearance = clearance_m(m)
        gap = m.z - lanes.ground[i] - clearance
        above = 1.0 if gap > 0.0 else 0.0
        lanes.clearance[i], lanes.gap[i] = clearance, gap
        flying = lanes.flying[i]
        lanes.flying[i] = flying * above
        note(lanes, i, m)
        lanes.flying[i] = flying
        inside = (1.0 - lanes.out[i]) * above
        lanes.inside_x[i] += inside * (m.x - lanes.inside_x[i])
        lanes.inside_y[i] += inside * (m.y - lanes.inside_y[i])


@kernel
def slide_lanes(lanes: np.record) -> None:
    """One step along the ground for every lane; gap 0 for a disc that rests.

    Slope and friction change the speed evenly through a step, and the disc goes at the mean of it, for as
    much of the step as it moves. A rolling disc leans more as it slows: the sine of its lean goes as
    1 / speed (chosen).
    """
    for i in range(W):
        began = math.sqrt(lanes.vx[i] * lanes.vx[i] + lanes.vy[i] * lanes.vy[i])
        stands = began >= ROLL_FALLS_M_S and lanes.lean_speed[i] <= FALLEN_LEAN_SIN * began
        rolling = lanes.rolling[i] * (1.0 if stands else 0.0)
        slid_s = min(LONGEST_SLIDE_S, max(SHORTEST_SLIDE_S, STRIDE_M / (began + 1e-12)))
        dt = slid_s + rolling * (SHORTEST_SLIDE_S - slid_s)
        resist = rolling * lanes.roll[i] + (1.0 - rolling) * lanes.slide[i]
        level = 1.0 / (1.0 + lanes.east[i] * lanes.east[i] + lanes.north[i] * lanes.north[i])
        loss = resist * level * GRAVITY_M_S2 * dt
        vx = lanes.vx[i] - GRAVITY_M_S2 * level * lanes.east[i] * dt
        vy = lanes.vy[i] - GRAVITY_M_S2 * level * lanes.north[i] * dt
        speed = math.sqrt(vx * vx + vy * vy) + 1e-12
        keep = max(0.0, speed - loss) / speed
        half_turn = 0.5 * rolling * lanes.towards[i] * TIPPING * lanes.lean_speed[i] / (speed * speed) * dt
        ahead = keep * (1.0 - half_turn * half_turn) / (1.0 + half_turn * half_turn)
        aside = keep * 2.0 * half_turn / (1.0 + half_turn * half_turn)
        then_x, then_y = ahead * vx - aside * vy, ahead * vy + aside * vx
        moves = 1.0 - lanes.stops[i]
        half = 0.5 * moves * min(1.0, began / max(began - speed + loss, 1e-12)) * dt
        lanes.was_x[i], lanes.was_y[i], lanes.was_z[i] = lanes.x[i], lanes.y[i], lanes.ground[i] + LOW_M
        lanes.x[i] += half * (lanes.vx[i] + then_x)
        lanes.y[i] += half * (lanes.vy[i] + then_y)
        lanes.vx[i], lanes.vy[i], lanes.vz[i] = then_x, then_y, 0.0
        lanes.rolling[i], lanes.gap[i] = rolling, moves * (1.0 if speed > loss else 0.0)
        lanes.spent_s[i] += dt


@inlined
def look_lanes(lanes: np.record, field: Field) -> None:
    """Ground, shelter and bounds where every lane is now."""
    for i in range(W):
        x, y = lanes.x[i], lanes.y[i]
        lanes.ground[i], lanes.east[i], lanes.north[i] = ground_height(field, x, y)
        r, c = cell(field, x, y)
        lanes.shelter[i], lanes.out[i] = field.shelter[r, c], field.out[r, c]


@inlined
def footing_lanes(lanes: np.record, field: Field) -> None:
    """`look_lanes` and the surface, for discs on the ground; keeps the last place in bounds."""
    for i in range(W):
        x, y = lanes.x[i], lanes.y[i]
        lanes.ground[i], lanes.east[i], lanes.north[i] = ground_height(field, x, y)
        r, c = cell(field, x, y)
        surface = field.surfaces[field.surface[r, c]]
        lanes.slide[i] = surface.slide * lanes.grip[i]
        lanes.roll[i], lanes.stops[i] = surface.roll, surface.stops
        if field.out[r, c] == 0:
            lanes.inside_x[i], lanes.inside_y[i] = x, y


@inlined
def room_lanes(lanes: np.record, field: Field) -> None:
    """Room [m] between the last step of every lane and anything it could have touched."""
    for i in range(W):
        dx, dy = lanes.x[i] - lanes.was_x[i], lanes.y[i] - lanes.was_y[i]
        r, c = cell(field, lanes.was_x[i] + 0.5 * dx, lanes.was_y[i] + 0.5 * dy)
        lanes.room[i] = field.room[r, c] - 0.5 * math.sqrt(dx * dx + dy * dy)
