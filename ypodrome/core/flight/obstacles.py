"""Obstacles met by one step of a flight, tested inside the compiled loop.

A canopy or grove knocks a disc down with a hazard per metre flown inside: the throw carries an
exponentially distributed resistance, spent as it flies. A flight without scatter keeps flying and
only adds up what it met, so that 1 - exp(-exposure) is its chance of being stopped.

`luck` is 0 for such a flight; otherwise 1 or -1, the side of the throw, so that kicks of a mirrored
throw are mirrored.
"""

from __future__ import annotations

import math

import numpy as np
from numpy.typing import NDArray

from ypodrome.core.compiled import kernel
from ypodrome.core.ground.contact import next_random
from ypodrome.core.ground.field import (
    BARRIER,
    BASKET,
    BIN_M,
    MANDO,
    TREE,
    Field,
    cell,
    ground_height,
)

HALF_WIDTH_M = 0.09
"""Added to a trunk's radius: about the half width of a tilted disc (chosen)."""

HIT_ID, MANDO_MISSED, EXPOSURE, RESISTANCE, HOLED, START_X, START_Y = range(7)
"""Columns of a flight's tally: feature that stopped it (-1 none, -2 the basket), mandatory missed
(0 or 1), hazard met so far, the hazard it can bear, whether it is in the basket, and where it was
thrown from [m]."""

OFF_M = 0.02
"""A disc that is thrown back starts again this far off what it met, so that it meets it once."""

LEAN_OUT_M = 1.0
"""A trunk this near the lie is not in the way: a player leans out past it (chosen: an arm's length
and a step to the side)."""

BASKET_HIT = -2.0
CAGE_LOW_M, CHAINS_LOW_M, CHAINS_HIGH_M = 0.60, 0.82, 1.34
CAGE_RADIUS_M, CHAINS_RADIUS_M = 0.33, 0.27
"""The target: rim 82 cm above the ground, 52 cm of chains above it, from the sport's technical
standards (from memory)."""

SURE_CATCH_M_S, CATCH_SLOW, CATCH_LOSS_S_M = 8.0, 0.75, 0.05
"""Chains hold three of four discs that come at putting speed, and 5 in 100 fewer for every m/s
more (chosen)."""


@kernel
def crossing(ax: float, ay: float, bx: float, by: float, cx: float, cy: float, dx: float, dy: float) -> float:
    """Share of the way from a to b at which it crosses the segment c-d, or -1."""
    rx, ry, sx, sy = bx - ax, by - ay, dx - cx, dy - cy
    det = rx * sy - ry * sx
    if abs(det) < 1e-12:
        return -1.0
    t = ((cx - ax) * sy - (cy - ay) * sx) / det
    u = ((cx - ax) * ry - (cy - ay) * rx) / det
    if 0.0 <= t <= 1.0 and 0.0 <= u <= 1.0:
        return t
    return -1.0


@kernel
def entry(ax: float, ay: float, dx: float, dy: float, radius: float) -> float:
    """Share of the step (dx, dy) from (ax, ay) at which it enters a circle around the origin, 0 when it
    starts inside, or -1."""
    square = dx * dx + dy * dy + 1e-12
    middle = -(ax * dx + ay * dy) / square
    nx, ny = ax + middle * dx, ay + middle * dy
    left = radius * radius - nx * nx - ny * ny
    if left < 0.0:
        return -1.0
    half = math.sqrt(left / square)
    if middle + half < 0.0 or middle - half > 1.0:
        return -1.0
    return max(0.0, middle - half)


@kernel
def bounce_off(
    y: NDArray[np.float64],
    nx: float,
    ny: float,
    random: NDArray[np.uint64],
    luck: float,
) -> None:
    """Turn the velocity back from a surface with horizontal unit normal (nx, ny), with loss."""
    into = y[3] * nx + y[4] * ny
    keep_normal, keep_along, turn = 0.22, 0.45, 0.0
    if luck != 0.0:
        keep_normal = 0.12 + 0.2 * next_random(random)
        keep_along = 0.25 + 0.4 * next_random(random)
        turn = 1.2 * luck * (next_random(random) - 0.5)
    vx = keep_along * (y[3] - into * nx) - keep_normal * into * nx
    vy = keep_along * (y[4] - into * ny) - keep_normal * into * ny
    y[3], y[4] = vx - turn * vy, vy + turn * vx
    y[5] *= 0.3


@kernel
def knock_down(y: NDArray[np.float64], random: NDArray[np.uint64], luck: float) -> None:
    """A branch takes most of the speed and sends the rest anywhere ahead."""
    keep, turn = 0.2, 0.0
    if luck != 0.0:
        keep = 0.05 + 0.35 * next_random(random)
        turn = 1.6 * luck * (next_random(random) - 0.5)
    vx, vy = keep * y[3], keep * y[4]
    y[3], y[4] = vx - turn * vy, vy + turn * vx
    y[5] *= 0.2


@kernel
def inside_crown(tree: NDArray[np.float64], x: float, y: float, z: float) -> bool:
    """Whether a point is inside the spheroid crown of a TREE row."""
    radius = tree[6]
    dx, dy = x - tree[1], y - tree[2]
    flat = dx * dx + dy * dy
    if flat >= radius * radius:
        return False
    half = 0.5 * (tree[5] - tree[7])
    if half <= 0.0:
        return False
    dz = (z - tree[4] - tree[7] - half) / half
    return flat / (radius * radius) + dz * dz < 1.0


@kernel
def note_hit(tally: NDArray[np.float64], feature: float) -> None:
    """Remember what touched the disc first; later knocks on its way down do not count."""
    if tally[HIT_ID] == -1.0:
        tally[HIT_ID] = feature


@kernel
def expose(
    y: NDArray[np.float64],
    tally: NDArray[np.float64],
    hazard: float,
    feature: float,
    random: NDArray[np.uint64],
    luck: float,
) -> bool:
    """Add a hazard to the tally; knock the disc down when its resistance is spent."""
    tally[EXPOSURE] += hazard
    if luck != 0.0 and tally[EXPOSURE] > tally[RESISTANCE]:
        knock_down(y, random, luck)
        note_hit(tally, feature)
        return True
    return False


@kernel
def meet_grove(
    field: Field,
    p: NDArray[np.float64],
    y: NDArray[np.float64],
    length: float,
    ground: float,
    tally: NDArray[np.float64],
    random: NDArray[np.uint64],
    luck: float,
) -> bool:
    """Woods drawn as an area: hazard above or below their canopy base."""
    mx, my = 0.5 * (p[0] + y[0]), 0.5 * (p[1] + y[1])
    i, j = cell(field, mx, my)
    g = field.grove[i, j]
    if g < 0:
        return False
    height = 0.5 * (p[2] + y[2]) - ground
    grove = field.groves[g]
    if height > grove[0]:
        return False
    hazard = grove[2] if height > grove[1] else grove[3]
    return expose(y, tally, hazard * length, grove[4], random, luck)


@kernel
def near_tree(trees: NDArray[np.float64], k: int, x: float, y: float, z: float, reach: float) -> bool:
    """Whether anything of tree row k is within `reach` of a point: the cheap test before the real one."""
    dx, dy = trees[k, 1] - x, trees[k, 2] - y
    wide = max(trees[k, 6], trees[k, 3] + HALF_WIDTH_M) + reach
    return dx * dx + dy * dy < wide * wide and z - reach < trees[k, 4] + trees[k, 5]


@kernel
def meet_tree(
    tree: NDArray[np.float64],
    p: NDArray[np.float64],
    y: NDArray[np.float64],
    length: float,
    tally: NDArray[np.float64],
    random: NDArray[np.uint64],
    luck: float,
) -> bool:
    """Crown by hazard, trunk as a solid cylinder."""
    mx, my, mz = 0.5 * (p[0] + y[0]), 0.5 * (p[1] + y[1]), 0.5 * (p[2] + y[2])
    if inside_crown(tree, mx, my, mz) and expose(y, tally, tree[8] * length, tree[9], random, luck):
        return True
    leaning = math.hypot(tree[1] - tally[START_X], tree[2] - tally[START_Y])
    if leaning < LEAN_OUT_M + tree[3]:
        return False
    dx, dy = y[0] - p[0], y[1] - p[1]
    wide = tree[3] + HALF_WIDTH_M
    t = entry(p[0] - tree[1], p[1] - tree[2], dx, dy, wide)
    if t < 0.0:
        return False
    z = p[2] + t * (y[2] - p[2])
    if z > tree[4] + 0.9 * tree[5]:
        return False
    cx, cy = p[0] + t * dx - tree[1], p[1] + t * dy - tree[2]
    gap = math.sqrt(cx * cx + cy * cy) + 1e-9
    clear = wide + OFF_M
    y[0], y[1], y[2] = tree[1] + clear * cx / gap, tree[2] + clear * cy / gap, z
    bounce_off(y, cx / gap, cy / gap, random, luck)
    note_hit(tally, tree[9])
    return True


@kernel
def meet_barrier(
    field: Field,
    wall: NDArray[np.float64],
    p: NDArray[np.float64],
    y: NDArray[np.float64],
    tally: NDArray[np.float64],
    random: NDArray[np.uint64],
    luck: float,
) -> bool:
    """A wall, fence, hedge or wire between its base and top."""
    t = crossing(p[0], p[1], y[0], y[1], wall[1], wall[2], wall[3], wall[4])
    if t < 0.0:
        return False
    x, north, z = p[0] + t * (y[0] - p[0]), p[1] + t * (y[1] - p[1]), p[2] + t * (y[2] - p[2])
    above = z - ground_height(field, x, north)[0]
    if above < wall[5] - HALF_WIDTH_M or above > wall[6] + 0.02:
        return False
    if (next_random(random) if luck != 0.0 else 0.5) > wall[7]:
        return False
    dx, dy = wall[3] - wall[1], wall[4] - wall[2]
    size = math.sqrt(dx * dx + dy * dy) + 1e-9
    back = max(0.0, t - 0.05)
    y[0], y[1], y[2] = p[0] + back * (y[0] - p[0]), p[1] + back * (y[1] - p[1]), z
    bounce_off(y, -dy / size, dx / size, random, luck)
    note_hit(tally, wall[9])
    return True


@kernel
def meet_basket(
    basket: NDArray[np.float64],
    p: NDArray[np.float64],
    y: NDArray[np.float64],
    tally: NDArray[np.float64],
    random: NDArray[np.uint64],
    luck: float,
) -> bool:
    """Chains may hold the disc; cage and chains that do not hold it throw it back."""
    dx, dy = y[0] - p[0], y[1] - p[1]
    ax, ay = p[0] - basket[1], p[1] - basket[2]
    t = entry(ax, ay, dx, dy, CAGE_RADIUS_M)
    if t < 0.0:
        return False
    above = p[2] + t * (y[2] - p[2]) - basket[3]
    if above < CAGE_LOW_M or above > CHAINS_HIGH_M:
        return False
    off_centre = abs(ax * dy - ay * dx) / math.sqrt(dx * dx + dy * dy + 1e-12)
    cx, cy = ax + t * dx, ay + t * dy
    gap = math.sqrt(cx * cx + cy * cy) + 1e-9
    note_hit(tally, BASKET_HIT)
    y[2] = above + basket[3]
    speed = math.sqrt(y[3] * y[3] + y[4] * y[4] + y[5] * y[5])
    catch = CATCH_SLOW - CATCH_LOSS_S_M * max(0.0, speed - SURE_CATCH_M_S)
    if above > CHAINS_LOW_M and off_centre < CHAINS_RADIUS_M and next_random(random) < catch:
        tally[HOLED] = 1.0
        y[0], y[1] = basket[1], basket[2]
        return True
    clear = CAGE_RADIUS_M + OFF_M
    y[0], y[1] = basket[1] + clear * cx / gap, basket[2] + clear * cy / gap
    bounce_off(y, cx / gap, cy / gap, random, luck)
    return True


@kernel
def meet_obstacles(
    field: Field,
    p: NDArray[np.float64],
    y: NDArray[np.float64],
    ground: float,
    tally: NDArray[np.float64],
    random: NDArray[np.uint64],
    luck: float,
) -> bool:
    """Test the step from `p` [3] to `y`; change `y` and return True if the disc was stopped."""
    dx, dy, dz = y[0] - p[0], y[1] - p[1], y[2] - p[2]
    length = math.sqrt(dx * dx + dy * dy + dz * dz)
    if field.groves.shape[0] and meet_grove(field, p, y, length, ground, tally, random, luck):
        return True
    if not field.bin_items.shape[0]:
        return False
    rows = (field.bin_start.shape[0] - 1) // field.bin_columns
    j = min(field.bin_columns - 1, max(0, int((p[0] + 0.5 * dx - field.x0) / BIN_M)))
    i = min(rows - 1, max(0, int((p[1] + 0.5 * dy - field.y0) / BIN_M)))
    b = i * field.bin_columns + j
    mx, my, mz = p[0] + 0.5 * dx, p[1] + 0.5 * dy, p[2] + 0.5 * dz
    for item in range(field.bin_start[b], field.bin_start[b + 1]):
        k = field.bin_items[item]
        if field.obstacles[k, 0] == TREE and not near_tree(field.obstacles, k, mx, my, mz, 0.5 * length):
            continue
        row = field.obstacles[k]
        if row[0] == TREE:
            if meet_tree(row, p, y, length, tally, random, luck):
                return True
        elif row[0] == BARRIER:
            if meet_barrier(field, row, p, y, tally, random, luck):
                return True
        elif row[0] == MANDO and crossing(p[0], p[1], y[0], y[1], row[1], row[2], row[3], row[4]) >= 0.0:
            tally[MANDO_MISSED] = 1.0
        elif row[0] == BASKET and luck != 0.0 and meet_basket(row, p, y, tally, random, luck):
            return True
    return False
