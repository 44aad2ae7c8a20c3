"""What one contact with the ground does to a disc.

The impulse is Coulomb-like: the normal speed is returned in part, the speed along the ground loses
a share (the rim bites) and turns towards the low edge (flare). An edge landing may stand up and
roll. Constants are chosen; see `surfaces`.
"""

from __future__ import annotations

import math

import numpy as np
from numpy.typing import NDArray

from ypodrome.core.compiled import kernel
from ypodrome.core.disc.aero import GRIP
from ypodrome.core.ground.surfaces import BITE, RESTITUTION, ROLL_CHANCE, SCATTER, STOPS

SKIP, SETTLE, ROLLS, REST = 0, 1, 2, 3
"""What follows a contact: another flight, a slide, a roll, nothing."""

FLARE = 0.9
"""Sideways speed gained, as a share of speed times the sine of the tilt (chosen)."""

STEEP_BITE = 1.6
"""Extra bite of a steep landing: share lost rises with the sine of the incidence (chosen)."""

SLOW_BITE, FAST_BITE_M_S = 0.5, 15.0
"""Share of the bite that slow contacts have, and the speed along the ground that adds as much as the
whole of it: a fast rim digs in, a slow one slides (chosen, so that low drives and soft approaches both
run as players see them)."""

LEVELLING = 0.5
"""Share by which a skip lays the disc level with the ground (chosen)."""

STAND_TILT_SIN = 0.72
"""Sine of the tilt (about 46°) from which a disc can stand up and roll (chosen)."""

LEAST_ROLL_M_S = 2.0
WITH_SPIN_TRIES = 4.0
KEPT_WITH_SPIN, KEPT_AGAINST_SPIN = 0.92, 0.75
"""A disc that lands on the edge which its spin already turns the right way (a right-hand backhand on
anhyzer) rolls off far more surely, and loses less, than one whose edge meets the ground against its
travel; backhand rollers are thrown on anhyzer for that reason [common practice], sizes chosen."""

LEAST_SKIP_M_S = 0.55
"""Normal speed after contact below which the disc slides instead of leaving the ground (chosen)."""


@kernel
def next_random(state: NDArray[np.uint64]) -> float:
    """Uniform in [0, 1) from a SplitMix64 stream (Steele, Lea, Flood, OOPSLA 2014)."""
    state[0] += np.uint64(0x9E3779B97F4A7C15)
    z = state[0]
    z = (z ^ (z >> np.uint64(30))) * np.uint64(0xBF58476D1CE4E5B9)
    z = (z ^ (z >> np.uint64(27))) * np.uint64(0x94D049BB133111EB)
    z = z ^ (z >> np.uint64(31))
    return float(z >> np.uint64(11)) / 9007199254740992.0


@kernel
def rolling_chance(
    ground: float, tilt_sin: float, incidence_sin: float, slope: float, with_spin: bool
) -> float:
    """Chance that an edge landing stands up and rolls, from the surface's own chance.

    More on edge, shallower and on steeper ground is likelier; see WITH_SPIN_TRIES for the spin.
    """
    on_edge = min(1.0, 0.4 + (tilt_sin - STAND_TILT_SIN) / (1.0 - STAND_TILT_SIN))
    shallow = max(0.0, 1.0 - 1.4 * incidence_sin * incidence_sin)
    if with_spin:
        return (1.0 - (1.0 - ground) ** WITH_SPIN_TRIES) * on_edge * shallow
    return ground * min(1.0, 0.6 + 4.0 * slope) * on_edge * shallow


@kernel
def touch_down(
    y: NDArray[np.float64],
    row: NDArray[np.float64],
    surface: NDArray[np.float64],
    east: float,
    north: float,
    random: NDArray[np.uint64],
    luck: float,
) -> int:
    """Change velocity and axis of `y` for one contact on a slope (east, north); say what follows."""
    if surface[STOPS] > 0.5:
        return REST
    norm = 1.0 / math.sqrt(1.0 + east * east + north * north)
    gx, gy, gz = -east * norm, -north * norm, norm
    normal = y[3] * gx + y[4] * gy + y[5] * gz
    tx, ty, tz = y[3] - normal * gx, y[4] - normal * gy, y[5] - normal * gz
    along = math.sqrt(tx * tx + ty * ty + tz * tz) + 1e-9
    upright = y[6] * gx + y[7] * gy + y[8] * gz
    mx, my = y[6] - upright * gx, y[7] - upright * gy
    tilt_sin = math.sqrt(max(0.0, 1.0 - upright * upright))
    incidence_sin = -normal / math.sqrt(along * along + normal * normal)
    if tilt_sin > STAND_TILT_SIN and along > LEAST_ROLL_M_S:
        with_spin = y[9] * (tx * my - ty * mx) > 0.0
        chance = rolling_chance(
            surface[ROLL_CHANCE], tilt_sin, incidence_sin, math.hypot(east, north), with_spin
        )
        if next_random(random) < chance if luck != 0.0 else chance > 0.5:
            kept = KEPT_WITH_SPIN if with_spin else KEPT_AGAINST_SPIN
            y[3], y[4], y[5] = kept * tx, kept * ty, 0.0
            return ROLLS
    bite = surface[BITE] * row[GRIP] * (1.0 + STEEP_BITE * incidence_sin)
    bite *= SLOW_BITE + along / FAST_BITE_M_S
    kept = math.exp(-bite)
    low = FLARE * kept * along * min(tilt_sin, 0.8) * (1.0 if upright >= 0.0 else -1.0)
    size = math.sqrt(mx * mx + my * my) + 1e-9
    vx = kept * tx + low * mx / size
    vy = kept * ty + low * my / size
    rescale = kept * along / (math.sqrt(vx * vx + vy * vy) + 1e-9)
    vx, vy = vx * rescale, vy * rescale
    if luck != 0.0:
        kick = luck * surface[SCATTER] * 3.46 * (next_random(random) - 0.5)
        vx, vy = vx - vy * kick, vy + vx * kick
    rebound = -surface[RESTITUTION] * normal * (0.5 + 0.5 * abs(upright))
    y[3], y[4], y[5] = vx + rebound * gx, vy + rebound * gy, rebound * gz + vx * east + vy * north
    for i, g in enumerate((gx, gy, gz)):
        y[6 + i] += LEVELLING * ((g if upright >= 0.0 else -g) - y[6 + i])
    length = math.sqrt(y[6] * y[6] + y[7] * y[7] + y[8] * y[8]) + 1e-9
    y[6], y[7], y[8] = y[6] / length, y[7] / length, y[8] / length
    return SKIP if rebound > LEAST_SKIP_M_S else SETTLE
