"""What one contact with the ground does to a disc.

The impulse is Coulomb-like: the normal speed is returned in part, the speed along the ground loses
a share (the rim bites) and turns towards the low edge (flare). An edge landing may stand up and
roll. Constants are chosen; see `surfaces`.
"""

from __future__ import annotations

import math
from typing import Any, NamedTuple

import numpy as np

from ypodrome.core.compiled import inlined, kernel

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


VARIES = 0.33
"""One standard deviation, as a share, of the speed given back and of the bite from one contact to the next:
a rim meets a root, a tuft, a bare patch [common practice: "by a third or so"]."""

INVERTED_ROLL, INVERTED_COS = 0.1, -0.25
"""A disc that comes down well past its edge (105°), top to the ground, hardly ever stands up: overhead throws
stay where they land [common practice], size chosen."""


class Contact(NamedTuple):
    """Velocity [m/s] and axis after a contact, and what follows."""

    vx: float
    vy: float
    vz: float
    nx: float
    ny: float
    nz: float
    follows: int


@inlined
def next_random(tally: np.record) -> float:
    """Uniform in [0, 1) from a SplitMix64 stream (Steele, Lea, Flood, OOPSLA 2014) kept in `tally.random`."""
    tally.random += np.uint64(0x9E3779B97F4A7C15)
    z: Any = tally.random
    z = (z ^ (z >> np.uint64(30))) * np.uint64(0xBF58476D1CE4E5B9)
    z = (z ^ (z >> np.uint64(27))) * np.uint64(0x94D049BB133111EB)
    z = z ^ (z >> np.uint64(31))
    return float(z >> np.uint64(11)) / 9007199254740992.0


@inlined
def luck_factor(tally: np.record) -> float:
    """A factor about 1 that varies by VARIES, nearly normal, held within 0.3 to 2."""
    three = next_random(tally) + next_random(tally) + next_random(tally)
    return min(2.0, max(0.3, 1.0 + VARIES * (2.0 * three - 3.0)))


@inlined
def rolling_chance(
    ground: float, tilt_sin: float, incidence_sin: float, slope: float, with_spin: bool, inverted: bool
) -> float:
    """Chance that an edge landing stands up and rolls, from the surface's own chance.

    More on edge, shallower and on steeper ground is likelier; see WITH_SPIN_TRIES for the spin.
    """
    on_edge = min(1.0, 0.4 + (tilt_sin - STAND_TILT_SIN) / (1.0 - STAND_TILT_SIN))
    shallow = max(0.0, 1.0 - 1.4 * incidence_sin * incidence_sin)
    if inverted:
        return INVERTED_ROLL * ground * on_edge * shallow
    if with_spin:
        return (1.0 - (1.0 - ground) ** WITH_SPIN_TRIES) * on_edge * shallow
    return ground * min(1.0, 0.6 + 4.0 * slope) * on_edge * shallow


@kernel
def touch_down(
    vx: float, vy: float, vz: float, nx: float, ny: float, nz: float, spin: float,
    grip: float, surface: np.record, east: float, north: float, tally: np.record, luck: float,
) -> Contact:  # fmt: skip
    """One contact with a slope (east, north): `luck` is 0 for the likeliest, else the side of the throw."""
    if surface.stops > 0.5:
        return Contact(vx, vy, vz, nx, ny, nz, REST)
    norm = 1.0 / math.sqrt(1.0 + east * east + north * north)
    gx, gy, gz = -east * norm, -north * norm, norm
    normal = vx * gx + vy * gy + vz * gz
    tx, ty, tz = vx - normal * gx, vy - normal * gy, vz - normal * gz
    along = math.sqrt(tx * tx + ty * ty + tz * tz) + 1e-9
    upright = nx * gx + ny * gy + nz * gz
    mx, my = nx - upright * gx, ny - upright * gy
    tilt_sin = math.sqrt(max(0.0, 1.0 - upright * upright))
    incidence_sin = -normal / math.sqrt(along * along + normal * normal)
    if tilt_sin > STAND_TILT_SIN and along > LEAST_ROLL_M_S:
        with_spin = spin * (tx * my - ty * mx) > 0.0
        chance = rolling_chance(
            surface.roll_chance,
            tilt_sin,
            incidence_sin,
            math.sqrt(east * east + north * north),
            with_spin,
            upright < INVERTED_COS,
        )
        if next_random(tally) < chance if luck != 0.0 else chance > 0.5:
            kept = KEPT_WITH_SPIN if with_spin else KEPT_AGAINST_SPIN
            return Contact(kept * tx, kept * ty, 0.0, nx, ny, nz, ROLLS)
    bite = surface.bite * grip * (1.0 + STEEP_BITE * incidence_sin)
    bite *= SLOW_BITE + along / FAST_BITE_M_S
    spring = surface.restitution
    if luck != 0.0:
        bite *= luck_factor(tally)
        spring *= luck_factor(tally)
    kept = math.exp(-bite)
    low = FLARE * kept * along * min(tilt_sin, 0.8) * (1.0 if upright >= 0.0 else -1.0)
    size = math.sqrt(mx * mx + my * my) + 1e-9
    wx, wy = kept * tx + low * mx / size, kept * ty + low * my / size
    rescale = kept * along / (math.sqrt(wx * wx + wy * wy) + 1e-9)
    wx, wy = wx * rescale, wy * rescale
    if luck != 0.0:
        kick = luck * surface.scatter_rad * 3.46 * (next_random(tally) - 0.5)
        wx, wy = wx - wy * kick, wy + wx * kick
    rebound = -spring * normal * (0.5 + 0.5 * abs(upright))
    up = 1.0 if upright >= 0.0 else -1.0
    nx += LEVELLING * (up * gx - nx)
    ny += LEVELLING * (up * gy - ny)
    nz += LEVELLING * (up * gz - nz)
    unit = 1.0 / (math.sqrt(nx * nx + ny * ny + nz * nz) + 1e-9)
    follows = SKIP if rebound > LEAST_SKIP_M_S else SETTLE
    return Contact(
        wx + rebound * gx, wy + rebound * gy, rebound * gz + wx * east + wy * north,
        nx * unit, ny * unit, nz * unit, follows,
    )  # fmt: skip
