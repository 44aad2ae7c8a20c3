"""The compiled batch: from release rows to where every disc came to rest.

`fly_one` is longer than a function here should be: it is one loop over one flight, and splitting
it further passes a dozen scalars about for no gain in clarity.
"""

from __future__ import annotations

import math

import numpy as np
from numpy.typing import NDArray

from ypodrome.core.compiled import batch_kernel, kernel
from ypodrome.core.disc.aero import (
    CD0,
    CL0,
    CLA,
    CM_B,
    CM_C,
    CM_LOW,
    CM_SPIN,
    CM_TOP,
    DRAG_K,
    DRAG_K4,
    ROW_SIZE,
)
from ypodrome.core.flight.forces import rk4_step, step_length_s
from ypodrome.core.flight.obstacles import (
    EXPOSURE,
    HIT_ID,
    HOLED,
    MANDO_MISSED,
    RESISTANCE,
    START_X,
    START_Y,
    meet_obstacles,
)
from ypodrome.core.flight.release import HEADING, SIDE, X, Y, release_state
from ypodrome.core.flight.settle import settle
from ypodrome.core.ground.contact import REST, ROLLS, SKIP, next_random, touch_down
from ypodrome.core.ground.field import Field, cell, ground_height

(
    CARRY_X,
    CARRY_Y,
    CARRY_Z,
    HANG_S,
    REST_X,
    REST_Y,
    APEX_M,
    MAX_LEFT_M,
    MAX_RIGHT_M,
    LANDING_SPEED,
    DESCENT_RAD,
    LANDING_HYZER_RAD,
    LEAST_BANK_RAD,
    HIT,
    INSIDE_X,
    INSIDE_Y,
    MANDO_MISS,
    MET,
    AIR_HIT,
    IN_BASKET,
) = range(20)
OUT_SIZE = 20
"""Columns of a result: first contact, time, rest, apex above the ground at the lie, furthest left
and right of the aim before contact, landing speed, descent, tilt to the fade side, least bank,
feature that stopped it (-1 none, -2 the basket), last place in bounds, mandatory missed, hazard met
in the air, whether anything but the basket touched it before it first reached the ground, and
whether it is in the basket. A flight without scatter passes through the basket."""

LONGEST_FLIGHT_S = 25.0
MOST_CONTACTS = 6
DISC_RADIUS_M = 0.106
TUMBLING_DRAG = 0.55
"""Drag coefficient of a disc knocked out of its flight (chosen: between edge-on and broadside)."""

PATH_SIZE = 5
"""Columns of a path: time [s], x, y, z [m], bank to the left [rad]."""


@kernel
def bank_left(y: NDArray[np.float64]) -> float:
    """Tilt [rad] of the disc to the left of its travel; beyond a right angle when inverted."""
    flat = math.sqrt(y[3] * y[3] + y[4] * y[4]) + 1e-9
    return math.atan2((-y[4] * y[6] + y[3] * y[7]) / flat, y[8])


@kernel
def flatness(y: NDArray[np.float64]) -> float:
    """Cosine of the bank: how level the disc lies across its travel."""
    left = y[3] * y[7] - y[4] * y[6]
    across = left * left / (y[3] * y[3] + y[4] * y[4] + 1e-9)
    return y[8] / math.sqrt(y[8] * y[8] + across + 1e-12)


@kernel
def record_landing(y: NDArray[np.float64], time_s: float, side: float, out: NDArray[np.float64]) -> None:
    """Write what the first contact shows."""
    out[CARRY_X], out[CARRY_Y], out[CARRY_Z], out[HANG_S] = y[0], y[1], y[2], time_s
    flat = math.sqrt(y[3] * y[3] + y[4] * y[4])
    out[LANDING_SPEED] = math.sqrt(flat * flat + y[5] * y[5])
    out[DESCENT_RAD] = math.atan2(-y[5], flat)
    out[LANDING_HYZER_RAD] = side * bank_left(y)


@kernel
def note_path(path: NDArray[np.float64], rows: int, time_s: float, y: NDArray[np.float64]) -> int:
    """Add a row to the path while there is room. Returns the rows written."""
    if rows >= path.shape[0]:
        return rows
    path[rows, 0], path[rows, 1], path[rows, 2] = time_s, y[0], y[1]
    path[rows, 3], path[rows, 4] = y[2], bank_left(y)
    return rows + 1


@kernel
def fly_one(
    release: NDArray[np.float64],
    aero: NDArray[np.float64],
    wind_x: float,
    wind_y: float,
    density: float,
    seed: int,
    field: Field,
    step_scale: float,
    out: NDArray[np.float64],
    path: NDArray[np.float64],
    work: NDArray[np.float64],
    random: NDArray[np.uint64],
) -> int:
    """Fly one release to rest. Seed 0 flies without scatter. Returns the rows written to `path`.

    `step_scale` is 1 for the usual steps, 0.5 for steps half as long.
    """
    y, p, tally, inside, tumbling = work[0], work[1], work[2], work[3], work[4]
    luck = release[SIDE] if seed != 0 else 0.0
    random[0] = np.uint64(seed)
    tally[HIT_ID], tally[MANDO_MISSED], tally[EXPOSURE], tally[HOLED] = -1.0, 0.0, 0.0, 0.0
    tally[START_X], tally[START_Y] = release[X], release[Y]
    tally[RESISTANCE] = -math.log(1.0 - next_random(random))
    release_state(release, y)
    inside[0], inside[1] = y[0], y[1]
    start_ground = ground_height(field, y[0], y[1])[0]
    head_x, head_y = math.cos(release[HEADING]), math.sin(release[HEADING])
    out[APEX_M], out[MAX_LEFT_M], out[MAX_RIGHT_M] = y[2] - start_ground, 0.0, 0.0
    out[AIR_HIT], out[MET] = 0.0, 0.0
    flattest = flatness(y)
    row = aero
    ground, east, north = start_ground, 0.0, 0.0
    i, j = cell(field, y[0], y[1])
    time_s, contacts, rows, follows = 0.0, 0, 0, SKIP
    while time_s < LONGEST_FLIGHT_S:
        rows = note_path(path, rows, time_s, y)
        shelter = field.shelter[i, j]
        for axis in range(6):
            p[axis] = y[axis]
        gap_before = y[2] - ground
        local_x, local_y = shelter * wind_x, shelter * wind_y
        step_s = step_scale * step_length_s(y, row, density, local_x, local_y)
        rk4_step(y, step_s, row, density, local_x, local_y, ground)
        time_s += step_s
        if meet_obstacles(field, p, y, ground, tally, random, luck):
            p[3], p[4], p[5] = y[3], y[4], y[5]
            row = tumbling
            for column in range(ROW_SIZE):
                row[column] = aero[column]
            row[CL0] = row[CLA] = row[DRAG_K] = row[DRAG_K4] = 0.0
            row[CM_LOW] = row[CM_B] = row[CM_C] = row[CM_TOP] = row[CM_SPIN] = 0.0
            row[CD0] = TUMBLING_DRAG
            if contacts == 0 and tally[HIT_ID] >= 0.0:
                out[AIR_HIT] = 1.0
            if tally[HOLED] > 0.5:
                follows = REST
                break
        ground, east, north = ground_height(field, y[0], y[1])
        i, j = cell(field, y[0], y[1])
        if contacts == 0:
            left = -(p[0] - release[0]) * head_y + (p[1] - release[1]) * head_x
            out[MAX_LEFT_M] = max(out[MAX_LEFT_M], left)
            out[MAX_RIGHT_M] = max(out[MAX_RIGHT_M], -left)
            out[APEX_M] = max(out[APEX_M], y[2] - start_ground)
            flattest = max(flattest, flatness(y))
            out[MET] = tally[EXPOSURE]
        clearance = DISC_RADIUS_M * math.sqrt(max(0.0, 1.0 - y[8] * y[8]))
        gap = y[2] - ground - clearance
        if gap > 0.0:
            if field.out[i, j] == 0:
                inside[0], inside[1] = y[0], y[1]
            continue
        gap_before = max(gap_before - clearance, 0.0)
        share = gap_before / (gap_before - gap + 1e-12)
        for axis in range(6):
            y[axis] = p[axis] + share * (y[axis] - p[axis])
        i, j = cell(field, y[0], y[1])
        if field.out[i, j] == 0:
            inside[0], inside[1] = y[0], y[1]
        time_s -= (1.0 - share) * step_s
        rows = note_path(path, rows, time_s, y)
        if contacts == 0:
            record_landing(y, time_s, release[SIDE], out)
        contacts += 1
        follows = touch_down(y, row, field.surfaces[field.surface[i, j]], east, north, random, luck)
        if follows != SKIP or contacts >= MOST_CONTACTS:
            break
        ground = ground_height(field, y[0], y[1])[0]
        y[2] = ground + clearance + 0.01
    if contacts == 0:
        record_landing(y, time_s, release[SIDE], out)
    if follows != REST and contacts > 0:
        settle(y, p, row, field, follows == ROLLS, tally, inside, random, luck)
    rows = note_path(path, rows, time_s, y)
    out[REST_X], out[REST_Y], out[HIT] = y[0], y[1], tally[HIT_ID]
    out[INSIDE_X], out[INSIDE_Y] = inside[0], inside[1]
    out[LEAST_BANK_RAD] = math.acos(min(1.0, flattest))
    out[MANDO_MISS], out[IN_BASKET] = tally[MANDO_MISSED], tally[HOLED]
    return rows


@batch_kernel
def fly_batch(
    releases: NDArray[np.float64],
    discs: NDArray[np.int64],
    aero: NDArray[np.float64],
    winds: NDArray[np.float64],
    density: float,
    seeds: NDArray[np.int64],
    field: Field,
    step_scale: float,
) -> NDArray[np.float64]:
    """Fly n releases [n, RELEASE_SIZE] with the disc rows aero[discs], each in its own wind [n, 2].

    Returns [n, OUT_SIZE]. One seed a throw; 0 for a flight without scatter.
    """
    n = releases.shape[0]
    out = np.empty((n, OUT_SIZE))
    work = np.empty((5, ROW_SIZE))
    path = np.empty((0, PATH_SIZE))
    random = np.zeros(1, np.uint64)
    for k in range(n):
        fly_one(
            releases[k], aero[discs[k]], winds[k, 0], winds[k, 1], density, seeds[k], field,
            step_scale, out[k], path, work, random,
        )  # fmt: skip
    return out
