"""How clear the straight way from a lie to the basket is: branches, trunks and walls in a putt's line."""

from __future__ import annotations

import math

import numpy as np
from numpy.typing import NDArray

from ypodrome.core.compiled import batch_kernel
from ypodrome.core.flight.cores import on_all_cores
from ypodrome.core.flight.obstacles import EXPOSURE, HIT_ID, RESISTANCE, START_X, START_Y, meet_obstacles
from ypodrome.core.ground.field import Field, ground_height

PUTT_HEIGHT_M = 1.15
"""Height of a putt over the ground: from the hand to the chains (chosen)."""

STEP_M = 0.5
ROUND_A_TRUNK = 0.25
"""Share of putts that still get there round a trunk or over a wall in the line: straddled, curved or
lofted (chosen)."""

BASKET_REACH_M = 0.5


def clear_shares(field: Field, lies: NDArray[np.float64], pin_x: float, pin_y: float) -> NDArray[np.float64]:
    """Share of putts [n] that are not stopped on the straight way from lies [n, 2] to the basket."""
    lies = np.ascontiguousarray(lies)
    return on_all_cores(lambda rows: _clear_shares(field, lies[rows], pin_x, pin_y), len(lies))


@batch_kernel
def _clear_shares(field: Field, lies: NDArray[np.float64], pin_x: float, pin_y: float) -> NDArray[np.float64]:
    n = lies.shape[0]
    shares = np.ones(n)
    p, y, tally = np.zeros(10), np.zeros(10), np.zeros(10)
    random = np.zeros(1, np.uint64)
    for k in range(n):
        dx, dy = pin_x - lies[k, 0], pin_y - lies[k, 1]
        away = math.sqrt(dx * dx + dy * dy) - BASKET_REACH_M
        if away <= 0.0:
            continue
        steps = int(away / STEP_M) + 1
        dx, dy = dx / (away + BASKET_REACH_M), dy / (away + BASKET_REACH_M)
        tally[HIT_ID], tally[EXPOSURE], tally[RESISTANCE] = -1.0, 0.0, 1e9
        tally[START_X], tally[START_Y] = lies[k, 0], lies[k, 1]
        share = 1.0
        for step in range(steps):
            near, far = min(away, step * STEP_M), min(away, (step + 1) * STEP_M)
            p[0], p[1] = lies[k, 0] + near * dx, lies[k, 1] + near * dy
            y[0], y[1] = lies[k, 0] + far * dx, lies[k, 1] + far * dy
            ground = ground_height(field, p[0], p[1])[0]
            p[2] = ground + PUTT_HEIGHT_M
            y[2] = ground_height(field, y[0], y[1])[0] + PUTT_HEIGHT_M
            y[3], y[4], y[5] = dx, dy, 0.0
            if meet_obstacles(field, p, y, ground, tally, random, False):
                share = ROUND_A_TRUNK
                break
        shares[k] = share * math.exp(-tally[EXPOSURE])
    return shares
