"""The compiled batch: from releases to where every disc came to rest.

`fly_batch` keeps eight lanes full: a lane whose disc has landed takes the next of the queue. What a single
disc does, meet a tree, touch the ground, is done on its lane alone. Discs that slide or roll on go through
lanes of their own in `settle`. A disc's flight never depends on its neighbours.
"""

from __future__ import annotations

import math

import numpy as np
from numpy.typing import NDArray

from ypodrome.core.compiled import batch_kernel, inlined, kernel
from ypodrome.core.flight.forces import Motion
from ypodrome.core.flight.lanes import (
    LANES,
    LEAST_LEAN_SIN,
    LONGEST_ROLL_S,
    LOW_M,
    W,
    advanced,
    bank_left,
    clearance_m,
    earlier_in,
    footing_lanes,
    levelness,
    look_lanes,
    motion_in,
    note,
    note_lanes,
    put,
    room_lanes,
    slide_lanes,
    step_lanes,
)
from ypodrome.core.flight.obstacles import NOTHING, STEP, TALLY, meet_obstacles
from ypodrome.core.flight.release import HEADING, SIDE, X, Y, release_motion
from ypodrome.core.ground.contact import REST, ROLLS, SETTLE, SKIP, next_random, touch_down
from ypodrome.core.ground.field import Field, cell, ground_height

RESULT = np.dtype([
    ("carry_x_m", "f8"), ("carry_y_m", "f8"), ("carry_z_m", "f8"), ("hang_s", "f8"),
    ("rest_x_m", "f8"), ("rest_y_m", "f8"),
    ("apex_m", "f8"), ("apex_left_m", "f8"), ("max_left_m", "f8"), ("max_right_m", "f8"),
    ("landing_speed_m_s", "f8"), ("descent_rad", "f8"), ("landing_left_rad", "f8"),
    ("landing_hyzer_rad", "f8"), ("least_bank_rad", "f8"), ("most_bank_rad", "f8"),
    ("hit", "f8"), ("inside_x_m", "f8"), ("inside_y_m", "f8"), ("exposure", "f8"),
    ("mando_missed", "?"), ("air_hit", "?"), ("in_basket", "?"),
])  # fmt: skip
"""What a flight shows: first contact, time to it, rest; highest point above the ground at the lie and how
far left of the aim that was, furthest left and right of the aim before contact; at contact: speed, descent,
travel to the left of the aim, tilt to the fade side; least and most bank in the air; feature that stopped it
(`obstacles.NOTHING`, BASKET_HIT or the number of its name); last place in bounds; hazard met in the air;
whether it missed a mandatory, was touched by anything but the basket before it first reached the ground, is
in the basket. A flight without scatter passes through the basket."""

LANDED = np.dtype([
    ("x", "f8"), ("y", "f8"), ("vx", "f8"), ("vy", "f8"), ("nx", "f8"), ("ny", "f8"), ("nz", "f8"),
    ("inside_x", "f8"), ("inside_y", "f8"), ("follows", "i8"),
])  # fmt: skip
"""A disc on the ground: place, velocity, axis, last place in bounds, and what follows."""

LONGEST_FLIGHT_S = 25.0
MOST_CONTACTS = 6
TUMBLING_DRAG = 0.55
"""Drag coefficient of a disc knocked out of its flight (chosen: between edge-on and broadside)."""

NEWTONS, LEAST_FALL_M_S, SHORT_REST_S, LONGEST_REST_S = 3, 0.2, 3e-4, 0.01
"""Rounds of the search for the moment of contact, what of it is short enough to be gone straight, and bounds
on that (chosen: a disc that comes in along the ground must not be sent far)."""

OFF_GROUND_M = 0.01
STANDS_UP = 0.6
"""Share of its lean from the vertical that a disc keeps as it starts to roll: rollers stand up as
they land [common practice], size chosen."""

PATH_SIZE = 5
"""Columns of a path: time [s], x, y, z [m], bank to the left [rad]."""


@kernel
def throw(
    lanes: np.void, i: int, release: NDArray[np.float64], body: np.void, wind: NDArray[np.float64],
    seed: int, field: Field, tally: np.void,
) -> None:  # fmt: skip
    """Put a disc that leaves the hand into lane i."""
    tally.random = np.uint64(seed)
    tally.hit, tally.mando_missed, tally.exposure, tally.holed = NOTHING, 0.0, 0.0, 0.0
    tally.contacts = 0
    tally.start_x, tally.start_y = release[X], release[Y]
    tally.resistance = -math.log(1.0 - next_random(tally))
    m = release_motion(release)
    put(lanes, i, m)
    _embody(lanes, i, body)
    ground = ground_height(field, m.x, m.y)[0]
    r, c = cell(field, m.x, m.y)
    lanes.ground[i], lanes.start_ground[i], lanes.shelter[i] = ground, ground, field.shelter[r, c]
    lanes.start_x[i], lanes.inside_x[i], lanes.start_y[i], lanes.inside_y[i] = m.x, m.x, m.y, m.y
    lanes.head_x[i], lanes.head_y[i] = math.cos(release[HEADING]), math.sin(release[HEADING])
    lanes.wind_x[i], lanes.wind_y[i] = wind[0], wind[1]
    lanes.gap[i], lanes.time_s[i], lanes.flying[i] = 1.0, 0.0, 1.0
    lanes.left_m[i], lanes.right_m[i], lanes.apex_left_m[i] = 0.0, 0.0, 0.0
    lanes.apex_m[i], lanes.flattest[i], lanes.steepest[i] = m.z - ground, levelness(m), levelness(m)


@inlined
def _embody(lanes: np.void, i: int, body: np.void) -> None:
    """Set the body in a lane."""
    lanes.mass_kg[i], lanes.area_m2[i], lanes.diameter_m[i] = body.mass_kg, body.area_m2, body.diameter_m
    lanes.inertia_kg_m2[i], lanes.spin_decay_1_s[i], lanes.grip[i] = (
        body.inertia_kg_m2, body.spin_decay_1_s, body.grip,
    )  # fmt: skip
    lanes.lift_0[i], lanes.lift_slope[i], lanes.drag_0[i] = body.lift_0, body.lift_slope, body.drag_0
    lanes.drag_k[i], lanes.drag_k4[i] = body.drag_k, body.drag_k4
    lanes.drag_sin0[i], lanes.drag_cos0[i] = body.drag_sin0, body.drag_cos0
    lanes.moment_0[i], lanes.moment_slope[i] = body.moment_0, body.moment_slope
    lanes.moment_rise[i], lanes.kink_sin[i] = body.moment_rise, body.kink_sin
    lanes.moment_top[i], lanes.moment_fall[i] = body.moment_top, body.moment_fall


@kernel
def tumble(lanes: np.void, i: int) -> None:
    """A disc knocked out of its flight: drag alone."""
    lanes.lift_0[i] = lanes.lift_slope[i] = lanes.drag_k[i] = lanes.drag_k4[i] = 0.0
    lanes.moment_0[i] = lanes.moment_slope[i] = lanes.moment_rise[i] = lanes.moment_fall[i] = 0.0
    lanes.moment_top[i] = 0.0
    lanes.drag_0[i] = TUMBLING_DRAG


@inlined
def meets(lanes: np.void, i: int, field: Field, step: np.void, tally: np.void, luck: float) -> bool:
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
def land(lanes: np.void, i: int, field: Field, density: float) -> None:
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
def record_landing(lanes: np.void, i: int, side: float, exposure: float, out: np.void) -> None:
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
    lanes: np.void, i: int, field: Field, density: float, release: NDArray[np.float64], seed: int,
    tally: np.void, out: np.void,
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


@inlined
def note_path(path: NDArray[np.float64], rows: int, lanes: np.void, i: int) -> int:
    """Add a row to the path while there is room. Returns the rows written."""
    if rows < path.shape[0]:
        m = motion_in(lanes, i)
        path[rows, 0], path[rows, 1], path[rows, 2], path[rows, 3] = lanes.time_s[i], m.x, m.y, m.z
        path[rows, 4] = bank_left(m)
        return rows + 1
    return rows


@inlined
def keep_landed(lanes: np.void, i: int, follows: int, landed: np.void) -> None:
    """Lay a lane's disc aside until all are down."""
    landed.x, landed.y, landed.vx, landed.vy = lanes.x[i], lanes.y[i], lanes.vx[i], lanes.vy[i]
    landed.nx, landed.ny, landed.nz = lanes.nx[i], lanes.ny[i], lanes.nz[i]
    landed.inside_x, landed.inside_y, landed.follows = lanes.inside_x[i], lanes.inside_y[i], follows


@inlined
def set_down(lanes: np.void, i: int, landed: np.void, grip: float) -> None:
    """Put a disc that slides or rolls into a lane."""
    lanes.x[i], lanes.y[i], lanes.vx[i], lanes.vy[i] = landed.x, landed.y, landed.vx, landed.vy
    lanes.grip[i] = grip
    lanes.towards[i] = -1.0 if landed.vx * landed.ny - landed.vy * landed.nx > 0.0 else 1.0
    lean = max(LEAST_LEAN_SIN, STANDS_UP * abs(landed.nz))
    lanes.lean_speed[i] = lean * math.sqrt(landed.vx * landed.vx + landed.vy * landed.vy)
    lanes.rolling[i], lanes.spent_s[i] = 1.0 if landed.follows == ROLLS else 0.0, 0.0
    lanes.inside_x[i], lanes.inside_y[i] = landed.inside_x, landed.inside_y
    lanes.gap[i] = 1.0


@kernel
def settle(
    lanes: np.void, step: np.void, releases: NDArray[np.float64],
    discs: NDArray[np.int64], bodies: NDArray[np.void], seeds: NDArray[np.int64], field: Field,
    tally: NDArray[np.void], landed: NDArray[np.void],
) -> None:  # fmt: skip
    """Slide or roll every disc that does not rest where it came down; `landed` becomes its rest."""
    n, queue, busy = landed.shape[0], 0, 0
    lanes.gap[:], lanes.who[:] = 0.0, -1
    while queue < n or busy > 0:
        for i in range(W):
            k = lanes.who[i]
            if k >= 0 and (lanes.gap[i] <= 0.0 or lanes.spent_s[i] >= LONGEST_ROLL_S):
                landed[k].x, landed[k].y = lanes.x[i], lanes.y[i]
                r, c = cell(field, lanes.x[i], lanes.y[i])
                if field.out[r, c] == 0:
                    lanes.inside_x[i], lanes.inside_y[i] = lanes.x[i], lanes.y[i]
                landed[k].inside_x, landed[k].inside_y = lanes.inside_x[i], lanes.inside_y[i]
                lanes.who[i], busy = -1, busy - 1
            while lanes.who[i] < 0 and queue < n:
                k, queue = queue, queue + 1
                if landed[k].follows != REST:
                    lanes.who[i], busy = k, busy + 1
                    set_down(lanes, i, landed[k], bodies[discs[k]].grip)
        footing_lanes(lanes, field)
        slide_lanes(lanes)
        room_lanes(lanes, field)
        for i in range(W):
            k = lanes.who[i]
            if k < 0 or lanes.room[i] > 0.0 or lanes.gap[i] <= 0.0:
                continue
            lanes.z[i] = ground_height(field, lanes.x[i], lanes.y[i])[0] + LOW_M
            luck = releases[k, SIDE] if seeds[k] != 0 else 0.0
            if meets(lanes, i, field, step, tally[k], luck):
                lanes.rolling[i] = 0.0


@batch_kernel
def flight_batch(
    one_lanes: NDArray[np.void], one_step: NDArray[np.void], releases: NDArray[np.float64],
    discs: NDArray[np.int64], bodies: NDArray[np.void], winds: NDArray[np.float64], density: float,
    seeds: NDArray[np.int64], field: Field, step_scale: float, tally: NDArray[np.void],
    landed: NDArray[np.void], out: NDArray[np.void], path: NDArray[np.float64],
) -> int:  # fmt: skip
    """Fly every throw until it does not leave the ground any more; `landed` is where, and what follows."""
    n = releases.shape[0]
    lanes, step = one_lanes[0], one_step[0]
    lanes.gap[:], lanes.who[:] = 1.0, -1
    queue, busy, rows = 0, 0, 0
    for i in range(W):
        k = min(i, n - 1)
        throw(lanes, i, releases[k], bodies[discs[k]], winds[k], seeds[k], field, tally[k])
        if i < n:
            lanes.who[i], queue, busy = i, queue + 1, busy + 1
    rows = note_path(path, rows, lanes, 0)
    while busy > 0:
        step_lanes(lanes, density, step_scale)
        room_lanes(lanes, field)
        for i in range(W):
            lanes.struck[i] = 0.0
            k = lanes.who[i]
            if k < 0 or lanes.room[i] > 0.0:
                continue
            luck = releases[k, SIDE] if seeds[k] != 0 else 0.0
            if meets(lanes, i, field, step, tally[k], luck):
                tumble(lanes, i)
                lanes.struck[i] = 1.0
                if tally[k].contacts == 0 and tally[k].hit >= 0.0:
                    out[k].air_hit = True
        look_lanes(lanes, field)
        note_lanes(lanes)
        for i in range(W):
            k = lanes.who[i]
            if k < 0:
                continue
            holed, late = tally[k].holed > 0.5, lanes.time_s[i] >= LONGEST_FLIGHT_S
            down = lanes.gap[i] <= 0.0 and not holed
            follows = REST if holed or late else SKIP
            if down:
                follows = come_down(lanes, i, field, density, releases[k], seeds[k], tally[k], out[k])
                if follows == SKIP and (tally[k].contacts >= MOST_CONTACTS or late):
                    follows = SETTLE
            if k == 0:
                rows = note_path(path, rows, lanes, i)
            if follows == SKIP:
                continue
            if tally[k].contacts == 0:
                record_landing(lanes, i, releases[k, SIDE], tally[k].exposure, out[k])
            keep_landed(lanes, i, follows, landed[k])
            if queue < n:
                k = queue
                throw(lanes, i, releases[k], bodies[discs[k]], winds[k], seeds[k], field, tally[k])
                lanes.who[i], queue = k, queue + 1
            else:
                lanes.who[i], busy = -1, busy - 1
    settle(lanes, step, releases, discs, bodies, seeds, field, tally, landed)
    return rows


def fly_batch(
    releases: NDArray[np.float64], discs: NDArray[np.int64], bodies: NDArray[np.void],
    winds: NDArray[np.float64], density: float, seeds: NDArray[np.int64], field: Field, step_scale: float,
    path: NDArray[np.float64],
) -> tuple[NDArray[np.void], int]:  # fmt: skip
    """Fly n releases [n, RELEASE_SIZE] with bodies[discs], each in its own wind [n, 2].

    One seed a throw; 0 for a flight without scatter. `step_scale` is 1 for the usual steps. The path of the
    first throw goes to `path` [rows, PATH_SIZE]. Returns RESULT records [n] and the rows of path written.
    """
    n = len(releases)
    out, tally, landed = np.zeros(n, RESULT), np.zeros(n, TALLY), np.zeros(n, LANDED)
    lanes, step = np.zeros(1, LANES), np.zeros(1, STEP)
    rows = flight_batch(
        lanes, step, releases, discs, bodies, winds, density, seeds, field, step_scale, tally, landed, out,
        path,
    )  # fmt: skip
    out["rest_x_m"], out["rest_y_m"] = landed["x"], landed["y"]
    out["inside_x_m"], out["inside_y_m"] = landed["inside_x"], landed["inside_y"]
    out["mando_missed"], out["in_basket"] = tally["mando_missed"] > 0.5, tally["holed"] > 0.5
    out["hit"] = tally["hit"]
    if 0 < rows < len(path):
        path[rows] = path[rows - 1]
        path[rows, 1:3] = landed[0]["x"], landed[0]["y"]
        rows += 1
    return out, rows
