"""How clear the straight way from a lie to the basket is: branches, trunks and walls in a putt's line."""

from __future__ import annotations

import math
from typing import Any

import numpy as np
from numpy.typing import NDArray

from ypodrome.core.compiled import batch_kernel
from ypodrome.core.flight.cores import on_all_cores
from ypodrome.core.flight.obstacles import NOTHING, STEP, TALLY, meet_obstacles
from ypodrome.core.ground.field import Field, ground_height, in_the_clear

PUTT_HEIGHT_M = 1.15
"""Height of a putt over the ground: from the hand to the chains (chosen)."""

STEP_M = 0.5
ROUND_A_TRUNK = 0.25
"""Share of putts that still get there round a trunk or over a wall in the line: straddled, curved or
lofted (chosen)."""

BASKET_REACH_M = 0.5


def clear_shares(field: Field, lies: NDArray[np.float64], pin_x: float, pin_y: float) -> NDArray[np.float64]:
    """Share of putts [n] that are not stopped on the straight way from lies [n, 2] to the basket."""
    lies, shares = np.ascontiguousarray(lies), np.ones(len(lies))

    def work(s: slice) -> None:
        _clear_shares(field, lies[s], pin_x, pin_y, np.zeros(1, STEP), np.zeros(1, TALLY), shares[s])

    on_all_cores(work, len(lies))
    return shares


@batch_kernel
def _clear_shares(
    field: Field, lies: NDArray[np.float64], pin_x: float, pin_y: float, steps: NDArray[Any],
    tallies: NDArray[Any], shares: NDArray[np.float64],
) -> None:  # fmt: skip
    step, tally = steps[0], tallies[0]
    for k in range(lies.shape[0]):
        dx, dy = pin_x - lies[k, 0], pin_y - lies[k, 1]
        away = math.sqrt(dx * dx + dy * dy) - BASKET_REACH_M
        if away <= 0.0:
            continue
        dx, dy = dx / (away + BASKET_REACH_M), dy / (away + BASKET_REACH_M)
        tally.hit, tally.exposure, tally.resistance = NOTHING, 0.0, 1e9
        tally.start_x, tally.start_y = lies[k, 0], lies[k, 1]
        share = 1.0
        for part in range(int(away / STEP_M) + 1):
            near, far = min(away, part * STEP_M), min(away, (part + 1) * STEP_M)
            step.x0, step.y0 = lies[k, 0] + near * dx, lies[k, 1] + near * dy
            step.x, step.y = lies[k, 0] + far * dx, lies[k, 1] + far * dy
            if in_the_clear(field, step.x0, step.y0, step.x, step.y, STEP_M):
                continue
            ground = ground_height(field, step.x0, step.y0)[0]
            step.z0 = ground + PUTT_HEIGHT_M
            step.z = ground_height(field, step.x, step.y)[0] + PUTT_HEIGHT_M
            step.vx, step.vy, step.vz = dx, dy, 0.0
            if meet_obstacles(field, step, ground, tally, 0.0):
                share = ROUND_A_TRUNK
                break
        shares[k] = share * math.exp(-tally.exposure)
