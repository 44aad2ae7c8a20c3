"""The compiled batch: from releases to where every disc came to rest.

`fly_batch` keeps eight lanes full: a lane whose disc has landed takes the next of the queue. What a single
disc does, meet a tree, touch the ground, is done on its lane alone (`meeting`). Discs that slide or roll on
go through lanes of their own (`settle`). A disc's flight never depends on its neighbours.
"""

from __future__ import annotations

import math
from typing import Any

import numpy as np
from numpy.typing import NDArray

from ypodrome.core.compiled import batch_kernel, inlined, kernel
from ypodrome.core.flight.lanes import (
    LANES,
    W,
    bank_left,
    levelness,
    look_lanes,
    motion_in,
    note_lanes,
    put,
    room_lanes,
    step_lanes,
)
from ypodrome.core.flight.meeting import come_down, meets, record_landing, tumble
from ypodrome.core.flight.obstacles import NOTHING, STEP, TALLY
from ypodrome.core.flight.release import HEADING, SIDE, X, Y, release_motion
from ypodrome.core.flight.settle import LANDED, keep_landed, settle
from ypodrome.core.ground.contact import REST, SETTLE, SKIP, next_random
from ypodrome.core.ground.field import Field, cell, ground_height

RESULT = np.dtype([
    ("carry_x_m", "f8"), ("carry_y_m", "f8"), ("carry_z_m", "f8"), ("hang_s", "f8"),
    ("rest_x_m", "f8"), ("rest_y_m", "f8"),
    ("apex_m", "f8"), ("apex_left_m", "f8"), ("max_left_m", "f8"), ("max_right_m", "f8"),
    ("landing_speed_m_s", "f8"), ("descent_rad", "f8"), ("landing_left_rad", "f8"),
    ("landing_hyzer_rad", "f8"), ("least_bank_rad", "f8"), ("most_bank_rad", "f8"),
    ("hit", "f8"), ("inside_x_m", "f8"), ("inside_y_m", "f8"), ("exposure", "f8"),
    ("mando_missed", "?"), ("air_hit", "?"), ("in_basket", "?"),
], align=True)  # fmt: skip
"""What a flight shows: first contact, time to it, rest; highest point above the ground at the lie and how
far left of the aim that was, furthest left and right of the aim before contact; at contact: speed, descent,
travel to the left of the aim, tilt to the fade side; least and most bank in the air; feature that stopped it
(`obstacles.NOTHING`, BASKET_HIT or the number of its name); last place in bounds; hazard met in the air;
whether it missed a mandatory, was touched by anything but the basket before it first reached the ground, is
in the basket. A flight without scatter passes through the basket."""

LONGEST_FLIGHT_S = 25.0
MOST_CONTACTS = 6
PATH_SIZE = 5
"""Columns of a path: time [s], x, y, z [m], bank to the left [rad]."""


@kernel
def throw(
    lanes: np.record, i: int, release: NDArray[np.float64], body: np.record, wind: NDArray[np.float64],
    seed: int, field: Field, tally: np.record,
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
def _embody(lanes: np.record, i: int, body: np.record) -> None:
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


@inlined
def note_path(path: NDArray[np.float64], rows: int, lanes: np.record, i: int) -> int:
    """Add a row to the path while there is room. Returns the rows written."""
    if rows < path.shape[0]:
        m = motion_in(lanes, i)
        path[rows, 0], path[rows, 1], path[rows, 2], path[rows, 3] = lanes.time_s[i], m.x, m.y, m.z
        path[rows, 4] = bank_left(m)
        return rows + 1
    return rows


@batch_kernel
def flight_batch(
    one_lanes: NDArray[Any], one_step: NDArray[Any], releases: NDArray[np.float64],
    discs: NDArray[np.int64], bodies: NDArray[Any], winds: NDArray[np.float64], density: float,
    seeds: NDArray[np.int64], field: Field, step_scale: float, tally: NDArray[Any],
    landed: NDArray[Any], out: NDArray[Any], path: NDArray[np.float64],
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
    releases: NDArray[np.float64], discs: NDArray[np.int64], bodies: NDArray[Any],
    winds: NDArray[np.float64], density: float, seeds: NDArray[np.int64], field: Field, step_scale: float,
    path: NDArray[np.float64],
) -> tuple[NDArray[Any], int]:  # fmt: skip
    """`fly_into` for records of its own: RESULT [n] and the rows of path written."""
    out = np.zeros(len(releases), RESULT)
    return out, fly_into(out, releases, discs, bodies, winds, density, seeds, field, step_scale, path)


def fly_into(
    out: NDArray[Any], releases: NDArray[np.float64], discs: NDArray[np.int64], bodies: NDArray[Any],
    winds: NDArray[np.float64], density: float, seeds: NDArray[np.int64], field: Field, step_scale: float,
    path: NDArray[np.float64],
) -> int:  # fmt: skip
    """Fly n releases [n, RELEASE_SIZE] with bodies[discs], each in its own wind [n, 2].

    One seed a throw; 0 for a flight without scatter. `step_scale` is 1 for the usual steps. Results go to
    `out`, empty RESULT records [n], the path of the first throw to `path` [rows, PATH_SIZE]. Returns the rows
    of path written.
    """
    n = len(releases)
    tally, landed = np.zeros(n, TALLY), np.zeros(n, LANDED)
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
    return rows
