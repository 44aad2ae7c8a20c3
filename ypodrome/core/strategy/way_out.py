"""How hemmed in places are: the chance that something stops a low throw on the first metres of its way.

In woods the worth of the ground changes by a throw within a step. What changes it is whether there is a way
out; so places are compared by that, and not by their distance alone.
"""

from __future__ import annotations

import math
from typing import Any

import numpy as np
from numpy.typing import NDArray

from ypodrome.core.compiled import batch_kernel, kernel
from ypodrome.core.flight.cores import on_all_cores
from ypodrome.core.flight.obstacles import NOTHING, STEP, TALLY, meet_obstacles
from ypodrome.core.ground.field import Field, cell, ground_height

OUT_M, STEP_M = 30.0, 2.0
"""Length of the way that is looked along, and its steps (chosen: two rings of lies)."""

HAND_M, CLIMB = 1.2, 0.12
"""Height a throw starts at and how it climbs: about seven degrees, low under branches (chosen)."""

FORWARD = np.radians(np.arange(-60.0, 61.0, 12.0))
ASIDE = np.radians(np.array([84.0, -84.0, 120.0, -120.0, 156.0, -156.0, 180.0]))
"""Directions from the line to the basket that count as forward, and the others (chosen)."""

HEMMED = 0.3
"""Chance of being stopped in the best forward direction from which a place is hemmed in (chosen). There a lie
is only played out when all others are valued: what stops short, or goes back, ends on ground that is not
valued before. About it what is seen is looked up (`looks`)."""


def hemmed_in(field: Field, places: NDArray[np.float64], pin: NDArray[np.float64]) -> NDArray[np.float64]:
    """For places [n, 2] the chance of being stopped in the best forward direction, and in the best of all
    [n, 2]."""
    places, out = np.ascontiguousarray(places), np.zeros((len(places), 2))
    fan = np.concatenate([FORWARD, ASIDE])

    def work(s: slice) -> None:
        _hemmed_in(field, places[s], pin[0], pin[1], fan, np.zeros(1, TALLY), np.zeros(1, STEP), out[s])

    on_all_cores(work, len(places))
    return out


@batch_kernel
def _hemmed_in(
    field: Field, places: NDArray[np.float64], pin_x: float, pin_y: float, fan: NDArray[np.float64],
    tallies: NDArray[Any], steps: NDArray[Any], out: NDArray[np.float64],
) -> None:  # fmt: skip
    for k in range(len(places)):
        x, y = places[k, 0], places[k, 1]
        ahead = math.atan2(pin_y - y, pin_x - x)
        ground = ground_height(field, x, y)[0]
        forward, every = 0.0, 0.0
        for g in range(len(fan)):
            if every > 0.999 and g >= len(FORWARD):
                break
            clear = _clear(field, x, y, ground, ahead + fan[g], tallies, steps)
            every = max(every, clear)
            if g < len(FORWARD):
                forward = every
                if forward > 0.999:
                    break
        out[k, 0], out[k, 1] = 1.0 - forward, 1.0 - every


@kernel
def _clear(
    field: Field, x: float, y: float, ground: float, aim: float, tallies: NDArray[Any], steps: NDArray[Any],
) -> float:  # fmt: skip
    """Chance that nothing stops a low throw in this direction."""
    tally, step = tallies[0], steps[0]
    cos, sin = math.cos(aim), math.sin(aim)
    tally.hit, tally.exposure, tally.resistance = NOTHING, 0.0, 1e9
    tally.start_x, tally.start_y = x, y
    for s in range(int(OUT_M / STEP_M)):
        near, far = s * STEP_M, (s + 1) * STEP_M
        i, j = cell(field, x + 0.5 * (near + far) * cos, y + 0.5 * (near + far) * sin)
        if field.room[i, j] > STEP_M:
            continue
        step.x0, step.y0, step.z0 = x + near * cos, y + near * sin, ground + HAND_M + CLIMB * near
        step.x, step.y, step.z = x + far * cos, y + far * sin, ground + HAND_M + CLIMB * far
        step.vx, step.vy, step.vz = cos, sin, CLIMB
        if meet_obstacles(field, step, ground, tally, 0.0):
            return 0.0
    return math.exp(-tally.exposure)
