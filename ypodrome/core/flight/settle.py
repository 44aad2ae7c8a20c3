"""A disc that slides or rolls along the ground until it rests."""

from __future__ import annotations

import math

import numpy as np
from numpy.typing import NDArray

from ypodrome.core.compiled import kernel
from ypodrome.core.constants import GRAVITY_M_S2
from ypodrome.core.disc.aero import GRIP, RADIUS_OF_GYRATION
from ypodrome.core.flight.obstacles import meet_obstacles
from ypodrome.core.ground.field import Field, cell, ground_height
from ypodrome.core.ground.surfaces import ROLL, SLIDE, STOPS

GROUND_STEP_S = 0.04
LONGEST_ROLL_S = 12.0
"""A roll is followed no longer than this (chosen: longer ones are not seen)."""

ROLL_FALLS_M_S = 1.2
"""Speed at which a rolling disc falls over (chosen)."""

STANDS_UP = 0.6
"""Share of its lean from the vertical that a disc keeps as it starts to roll: rollers stand up as
they land [common practice], size chosen."""

LEAST_LEAN_SIN, FALLEN_LEAN_SIN = 0.05, 0.8
"""Sine of the lean: a roll is never quite upright, and is over when the disc lies this far (chosen)."""

TIPPING = GRAVITY_M_S2 / (1.0 + RADIUS_OF_GYRATION**2)
"""A leaning disc that rolls at speed v turns its path by g sin(lean) / ((1 + k²) v) radians a second,
k the radius of gyration over the radius: steady precession of a rolling wheel (Routh, Advanced
Rigid Dynamics, 1905, from memory). It turns to the side it leans to, which is away from its top."""

LOW_M = 0.1


@kernel
def settle(
    y: NDArray[np.float64],
    p: NDArray[np.float64],
    row: NDArray[np.float64],
    field: Field,
    rolling: bool,
    tally: NDArray[np.float64],
    inside: NDArray[np.float64],
    random: NDArray[np.uint64],
    luck: float,
) -> None:
    """Move `y` along the ground to rest; `inside` [2] keeps the last place in bounds.

    A rolling disc leans more as it slows: the sine of its lean goes as 1 / speed (chosen).
    """
    towards = -1.0 if y[3] * y[7] - y[4] * y[6] > 0.0 else 1.0
    lean_speed = max(LEAST_LEAN_SIN, STANDS_UP * abs(y[8])) * math.sqrt(y[3] * y[3] + y[4] * y[4])
    spent = 0.0
    while spent < LONGEST_ROLL_S:
        spent += GROUND_STEP_S
        i, j = cell(field, y[0], y[1])
        surface = field.surfaces[field.surface[i, j]]
        if surface[STOPS] > 0.5:
            return
        height, east, north = ground_height(field, y[0], y[1])
        speed = math.sqrt(y[3] * y[3] + y[4] * y[4])
        if rolling and (speed < ROLL_FALLS_M_S or lean_speed > FALLEN_LEAN_SIN * speed):
            rolling = False
        resist = surface[ROLL] if rolling else surface[SLIDE] * row[GRIP]
        loss = resist * GRAVITY_M_S2 * GROUND_STEP_S
        y[3] -= GRAVITY_M_S2 * east * GROUND_STEP_S
        y[4] -= GRAVITY_M_S2 * north * GROUND_STEP_S
        speed = math.sqrt(y[3] * y[3] + y[4] * y[4])
        if speed <= loss:
            return
        keep = (speed - loss) / speed
        turn = towards * TIPPING * lean_speed / (speed * speed) * GROUND_STEP_S if rolling else 0.0
        y[3], y[4] = keep * (y[3] - turn * y[4]), keep * (y[4] + turn * y[3])
        p[0], p[1], p[2] = y[0], y[1], height + LOW_M
        y[0] += y[3] * GROUND_STEP_S
        y[1] += y[4] * GROUND_STEP_S
        y[2] = ground_height(field, y[0], y[1])[0] + LOW_M
        y[5] = 0.0
        if meet_obstacles(field, p, y, height, tally, random, luck):
            rolling = False
        i, j = cell(field, y[0], y[1])
        if field.out[i, j] == 0:
            inside[0], inside[1] = y[0], y[1]
