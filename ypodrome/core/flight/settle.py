"""From where a disc stays on the ground to where it rests: slides and rolls, eight side by side."""

from __future__ import annotations

import math
from typing import Any

import numpy as np
from numpy.typing import NDArray

from ypodrome.core.compiled import inlined, kernel
from ypodrome.core.flight.lanes import (
    LEAST_LEAN_SIN,
    LONGEST_ROLL_S,
    LOW_M,
    W,
    footing_lanes,
    room_lanes,
    slide_lanes,
)
from ypodrome.core.flight.meeting import meets
from ypodrome.core.flight.release import SIDE
from ypodrome.core.ground.contact import REST, ROLLS
from ypodrome.core.ground.field import Field, cell, ground_height

LANDED = np.dtype([
    ("x", "f8"), ("y", "f8"), ("vx", "f8"), ("vy", "f8"), ("nx", "f8"), ("ny", "f8"), ("nz", "f8"),
    ("inside_x", "f8"), ("inside_y", "f8"), ("follows", "i8"),
])  # fmt: skip
"""A disc on the ground: place, velocity, axis, last place in bounds, and what follows."""

STANDS_UP = 0.6
"""Share of its lean from the vertical that a disc keeps as it starts to roll: rollers stand up as
they land [common practice], size chosen."""


@inlined
def keep_landed(lanes: np.record, i: int, follows: int, landed: np.record) -> None:
    """Lay a lane's disc aside until all are down."""
    landed.x, landed.y, landed.vx, landed.vy = lanes.x[i], lanes.y[i], lanes.vx[i], lanes.vy[i]
    landed.nx, landed.ny, landed.nz = lanes.nx[i], lanes.ny[i], lanes.nz[i]
    landed.inside_x, landed.inside_y, landed.follows = lanes.inside_x[i], lanes.inside_y[i], follows


@inlined
def set_down(lanes: np.record, i: int, landed: np.record, grip: float) -> None:
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
    lanes: np.record, step: np.record, releases: NDArray[np.float64],
    discs: NDArray[np.int64], bodies: NDArray[Any], seeds: NDArray[np.int64], field: Field,
    tally: NDArray[Any], landed: NDArray[Any],
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
