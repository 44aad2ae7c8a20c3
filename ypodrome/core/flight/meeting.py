"""What a single disc of a batch meets on its lane: something that stands in its way, and the ground."""

from __future__ import annotations

import math

import numpy as np
from numpy.typing import NDArray

from ypodrome.core.compiled import inlined, kernel
from ypodrome.core.flight.forces import Motion
from ypodrome.core.flight.lanes import advanced, bank_left, clearance_m, earlier_in, motion_in, note, put
from ypodrome.core.flight.obstacles import meet_obstacles
from ypodrome.core.flight.release import SIDE
from ypodrome.core.ground.contact import SKIP, touch_down
from ypodrome.core.ground.field import Field, cell, ground_height

TUMBLING_DRAG = 0.55
"""Drag coefficient of a disc knocked out of its flight (chosen: between edge-on and broadside)."""

NEWTONS, LEAST_FALL_M_S, SHORT_REST_S, LONGEST_REST_S = 3, 0.2, 4e-3, 0.01
"""Rounds of the search for the moment of contact, what of it is short enough to be gone straight (chosen: a
tenth of a millimetre off), and bounds on that (chosen: a disc that comes in along the ground must not be sent
far)."""

OFF_GROUND_M = 0.01


@kernel
def tumble(lanes: np.record, i: int) -> None:
    """A disc knocked out of its flight: drag alone."""
    lanes.lift_0[i] = lanes.lift_slope[i] = lanes.drag_k[i] = lanes.drag_k4[i] = 0.0
    lanes.moment_0[i] = lanes.moment_slope[i] = lanes.moment_rise[i] = lanes.moment_fall[i] = 0.0
    lanes.moment_top[i] = 0.0
    lanes.drag_0[i] = TUMBLING_DRAG


@inlined
def meets(lanes: np.record, i: int, field: Field, step: np.record, tally: np.record, luck: float) -> bool:
    """Test the last step of a lane against all that stands near it; a hit moves the disc."""
    step.x0, step.y0, step.z0 = lanes.was_x[i], lanes.was_y[i], lanes.was_z[i]
    step.x, step.y, step.z = lanes.x[i], lanes.y[i], lanes.z[i]
    step.vx, step.vy, step.vz = lanes.vx[i], lanes.vy[i], lanes.vz[i]
    if not meet_obstacles(field, step, lanes.ground[i], tally, luck):
        return False
    lanes.x[i], lanes.y[i], lanes.z[i] = step.x, step.y, step.z
    lanes.vx[i], lanes.vy[i], lanes.vz[i] = step.vx, step.vy, step.vz
    return True


@inlined
def falling(m: Motion, east: float, north: float) -> float:
    """Rate [m/s] at which a motion rises from a slope (east, north)."""
    return m.vz - east * m.vx - north * m.vy


@inlined
def share_to_zero(start: float, start_rate: float, end: float, end_rate: float) -> float:
    """Share of a step at which the cubic through a height and its rate per step at both ends is zero."""
    s = start / (start - end + 1e-12)
    for _ in range(NEWTONS):
        t = 1.0 - s
        h = start * (1.0 + 2.0 * s) * t * t + start_rate * s * t * t
        h += end * s * s * (3.0 - 2.0 * s) - end_rate * s * s * t
        slope = (
            6.0 * s * t * (end - start) + start_rate * t * (1.0 - 3.0 * s) - end_rate * s * (2.0 - 3.0 * s)
        )
        s = min(1.0, max(0.0, s - h / min(slope, -1e-9)))
    return s


@inlined
def still_to_fall_s(m: Motion, field: Field) -> float:
    """Time [s] until a motion's rim meets the ground, gone straight, within LONGEST_REST_S."""
    ground, east, north = ground_height(field, m.x, m.y)
    rest_s = (m.z - ground - clearance_m(m)) / max(-falling(m, east, north), LEAST_FALL_M_S)
    return min(LONGEST_REST_S, max(-LONGEST_REST_S, rest_s))


@kernel
def land(lanes: np.record, i: int, field: Field, density: float) -> None:
    """End the last step of a lane on the ground: the share of it that brings the rim there is read off a
    cubic, the step made anew with it, and the millimetres left are gone straight."""
    start, end, dt = earlier_in(lanes, i), motion_in(lanes, i), lanes.dt[i]
    ground, east, north = ground_height(field, start.x, start.y)
    before = max(start.z - ground - clearance_m(start), 0.0)
    rate = dt * falling(end, lanes.east[i], lanes.north[i])
    share = share_to_zero(before, dt * falling(start, east, north), lanes.gap[i], rate)
    m = advanced(lanes, i, start, share * dt, density)
    rest_s = still_to_fall_s(m, field)
    if abs(rest_s) > SHORT_REST_S:
        share = min(1.0, max(0.0, share + rest_s / dt))
        m = advanced(lanes, i, start, share * dt, density)
        rest_s = still_to_fall_s(m, field)
    lanes.time_s[i] += share * dt + rest_s - dt
    put(lanes, i, m)
    lanes.x[i] += rest_s * m.vx
    lanes.y[i] += rest_s * m.vy
    lanes.z[i] += rest_s * m.vz


@kernel
def record_landing(lanes: np.record, i: int, side: float, exposure: float, out: np.record) -> None:
    """Write what the first contact shows."""
    m = motion_in(lanes, i)
    flat = math.sqrt(m.vx * m.vx + m.vy * m.vy)
    out.carry_x_m, out.carry_y_m, out.carry_z_m, out.hang_s = m.x, m.y, m.z, lanes.time_s[i]
    out.landing_speed_m_s = math.sqrt(flat * flat + m.vz * m.vz)
    out.descent_rad = math.atan2(-m.vz, flat)
    aside = m.vy * lanes.head_x[i] - m.vx * lanes.head_y[i]
    out.landing_left_rad = math.atan2(aside, m.vx * lanes.head_x[i] + m.vy * lanes.head_y[i])
    out.landing_hyzer_rad = side * bank_left(m)
    out.exposure = exposure
    out.apex_m, out.apex_left_m = lanes.apex_m[i], lanes.apex_left_m[i]
    out.max_left_m, out.max_right_m = lanes.left_m[i], lanes.right_m[i]
    out.least_bank_rad = math.acos(min(1.0, max(-1.0, lanes.flattest[i])))
    out.most_bank_rad = math.acos(min(1.0, max(-1.0, lanes.steepest[i])))


@inlined
def come_down(
    lanes: np.record, i: int, field: Field, density: float, release: NDArray[np.float64], seed: int,
    tally: np.record, out: np.record,
) -> int:  # fmt: skip
    """The contact of a lane whose rim is below the ground. Returns what follows."""
    if lanes.struck[i] > 0.0:
        lanes.z[i] = lanes.ground[i] + lanes.clearance[i]
    else:
        land(lanes, i, field, density)
    m = motion_in(lanes, i)
    lanes.ground[i], lanes.east[i], lanes.north[i] = ground_height(field, m.x, m.y)
    note(lanes, i, m)
    r, c = cell(field, m.x, m.y)
    if field.out[r, c] == 0:
        lanes.inside_x[i], lanes.inside_y[i] = m.x, m.y
    if tally.contacts == 0:
        record_landing(lanes, i, release[SIDE], tally.exposure, out)
    tally.contacts += 1
    lanes.flying[i] = 0.0
    surface = field.surfaces[field.surface[r, c]]
    luck = release[SIDE] if seed != 0 else 0.0
    met = touch_down(
        m.vx, m.vy, m.vz, m.nx, m.ny, m.nz, m.spin, lanes.grip[i], surface, lanes.east[i], lanes.north[i],
        tally, luck,
    )  # fmt: skip
    lanes.vx[i], lanes.vy[i], lanes.vz[i] = met.vx, met.vy, met.vz
    lanes.nx[i], lanes.ny[i], lanes.nz[i] = met.nx, met.ny, met.nz
    lanes.gap[i], lanes.shelter[i] = OFF_GROUND_M, field.shelter[r, c]
    if met.follows == SKIP:
        after = motion_in(lanes, i)
        lanes.z[i] = lanes.ground[i] + clearance_m(after) + OFF_GROUND_M
    return met.follows
