"""Obstacles met by one step of a flight, tested inside the compiled loop.

A canopy or grove knocks a disc down with a hazard per metre flown inside: the throw carries an
exponentially distributed resistance, spent as it flies. A flight without scatter keeps flying and
only adds up what it met, so that 1 - exp(-exposure) is its chance of being stopped.

`luck` is 0 for such a flight; otherwise 1 or -1, the side of the throw, so that kicks of a mirrored
throw are mirrored.
"""

from __future__ import annotations

import math
from typing import NamedTuple

import numpy as np

from ypodrome.core.compiled import inlined, kernel
from ypodrome.core.ground.contact import next_random
from ypodrome.core.ground.field import BIN_M, Bins, Field, cell, ground_height

STEP = np.dtype([(name, "f8") for name in ("x0", "y0", "z0", "x", "y", "z", "vx", "vy", "vz")])
"""A step from (x0, y0, z0) to (x, y, z) [m], and the velocity at its end [m/s]; a hit moves its end."""

TALLY = np.dtype([
    ("hit", "f8"), ("mando_missed", "f8"), ("exposure", "f8"), ("resistance", "f8"), ("holed", "f8"),
    ("start_x", "f8"), ("start_y", "f8"), ("random", "u8"), ("contacts", "i8"),
])  # fmt: skip
"""What a flight has met: feature that stopped it (NOTHING, BASKET_HIT, or the number of its name), whether it
missed a mandatory, hazard met so far, the hazard it can bear, whether it is in the basket, where it was
thrown from [m], the state of its luck, and how often it has touched the ground."""

NOTHING, BASKET_HIT = -1.0, -2.0
FALLEN = 1.0e9
"""Resistance of a disc that a branch has knocked down: it falls through the rest."""

HALF_WIDTH_M = 0.09
"""Added to a trunk's radius: about the half width of a tilted disc (chosen)."""

OFF_M = 0.02
"""A disc that is thrown back starts again this far off what it met, so that it meets it once."""

LEAN_OUT_M = 1.0
"""A trunk this near the lie is not in the way: a player leans out past it (chosen: an arm's length
and a step to the side)."""

TRUNK_SHARE = 0.9
"""Share of a tree's height that its trunk stands solid (chosen: above it are twigs)."""

CAGE_LOW_M, CHAINS_LOW_M, CHAINS_HIGH_M = 0.60, 0.82, 1.34
CAGE_RADIUS_M, CHAINS_RADIUS_M = 0.33, 0.27
"""The target: rim 82 cm above the ground, 52 cm of chains above it, from the sport's technical
standards (from memory)."""

SURE_CATCH_M_S, CATCH_SLOW, CATCH_LOSS_S_M = 8.0, 0.75, 0.05
"""Chains hold three of four discs that come at putting speed, and 5 in 100 fewer for every m/s
more (chosen)."""


class Kick(NamedTuple):
    """What is left of the speed of a disc that strikes something: shares along its normal or way and along
    its face or height, and by how much luck changes each; the widest turn [rad]."""

    way: float
    along: float
    rise: float
    way_low: float
    way_range: float
    along_low: float
    along_range: float
    turn: float


SOLID = Kick(0.22, 0.45, 0.3, way_low=0.12, way_range=0.2, along_low=0.25, along_range=0.4, turn=1.2)
BRANCH = Kick(0.2, 0.2, 0.2, way_low=0.05, way_range=0.35, along_low=0.0, along_range=0.0, turn=1.6)
"""Trunks, walls and baskets give a disc back at a fifth of its speed and let it slip along their face; a
branch takes most of the speed and sends the rest anywhere ahead (chosen: kicks of a few metres, as seen)."""


@inlined
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


@inlined
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
def bounce_off(step: np.record, nx: float, ny: float, tally: np.record, luck: float) -> None:
    """Turn the velocity back from a surface with horizontal unit normal (nx, ny), with loss."""
    into = step.vx * nx + step.vy * ny
    keep_normal, keep_along, turn = SOLID.way, SOLID.along, 0.0
    if luck != 0.0:
        keep_normal = SOLID.way_low + SOLID.way_range * next_random(tally)
        keep_along = SOLID.along_low + SOLID.along_range * next_random(tally)
        turn = SOLID.turn * luck * (next_random(tally) - 0.5)
    vx = keep_along * (step.vx - into * nx) - keep_normal * into * nx
    vy = keep_along * (step.vy - into * ny) - keep_normal * into * ny
    step.vx, step.vy = vx - turn * vy, vy + turn * vx
    step.vz *= SOLID.rise


@kernel
def knock_down(step: np.record, tally: np.record, luck: float) -> None:
    """A branch takes most of the speed and sends the rest anywhere ahead."""
    keep, turn = BRANCH.way, 0.0
    if luck != 0.0:
        keep = BRANCH.way_low + BRANCH.way_range * next_random(tally)
        turn = BRANCH.turn * luck * (next_random(tally) - 0.5)
    vx, vy = keep * step.vx, keep * step.vy
    step.vx, step.vy = vx - turn * vy, vy + turn * vx
    step.vz *= BRANCH.rise


@inlined
def inside_crown(tree: np.record, x: float, y: float, z: float) -> bool:
    """Whether a point is inside a tree's spheroid crown."""
    dx, dy = x - tree.x, y - tree.y
    flat = dx * dx + dy * dy
    half = 0.5 * (tree.height_m - tree.base_m)
    if flat >= tree.crown_m * tree.crown_m or half <= 0.0:
        return False
    dz = (z - tree.ground_m - tree.base_m - half) / half
    return flat / (tree.crown_m * tree.crown_m) + dz * dz < 1.0


@inlined
def note_hit(tally: np.record, feature: float) -> None:
    """Remember what touched the disc first; later knocks on its way down do not count."""
    if tally.hit == NOTHING:
        tally.hit = feature


@kernel
def expose(step: np.record, tally: np.record, hazard: float, feature: float, luck: float) -> bool:
    """Add a hazard to the tally; knock the disc down when its resistance is spent."""
    tally.exposure += hazard
    if luck != 0.0 and tally.exposure > tally.resistance:
        knock_down(step, tally, luck)
        tally.resistance = FALLEN
        note_hit(tally, feature)
        return True
    return False


@inlined
def meet_grove(
    field: Field, step: np.record, length: float, ground: float, tally: np.record, luck: float
) -> bool:
    """Woods drawn as an area: hazard above or below their canopy base."""
    i, j = cell(field, 0.5 * (step.x0 + step.x), 0.5 * (step.y0 + step.y))
    g = field.grove[i, j]
    if g < 0:
        return False
    height = 0.5 * (step.z0 + step.z) - ground
    if height > field.groves[g].height_m:
        return False
    hazard = field.groves[g].hazard_per_m if height > field.groves[g].base_m else field.groves[g].floor_per_m
    return expose(step, tally, hazard * length, field.groves[g].name, luck)


@inlined
def near_tree(tree: np.record, x: float, y: float, z: float, reach: float) -> bool:
    """Whether anything of a tree is within `reach` of a point: the cheap test before the real one."""
    dx, dy = tree.x - x, tree.y - y
    wide = max(tree.crown_m, tree.trunk_m + HALF_WIDTH_M) + reach
    return dx * dx + dy * dy < wide * wide and z - reach < tree.ground_m + tree.height_m


@kernel
def meet_tree(tree: np.record, step: np.record, length: float, tally: np.record, luck: float) -> bool:
    """Crown by hazard, trunk as a solid cylinder."""
    mx, my, mz = 0.5 * (step.x0 + step.x), 0.5 * (step.y0 + step.y), 0.5 * (step.z0 + step.z)
    if inside_crown(tree, mx, my, mz) and expose(step, tally, tree.hazard_per_m * length, tree.name, luck):
        return True
    leaning = math.sqrt((tree.x - tally.start_x) ** 2 + (tree.y - tally.start_y) ** 2)
    if leaning < LEAN_OUT_M + tree.trunk_m:
        return False
    dx, dy = step.x - step.x0, step.y - step.y0
    wide = tree.trunk_m + HALF_WIDTH_M
    t = entry(step.x0 - tree.x, step.y0 - tree.y, dx, dy, wide)
    if t < 0.0:
        return False
    z = step.z0 + t * (step.z - step.z0)
    if z > tree.ground_m + TRUNK_SHARE * tree.height_m:
        return False
    cx, cy = step.x0 + t * dx - tree.x, step.y0 + t * dy - tree.y
    gap = math.sqrt(cx * cx + cy * cy) + 1e-9
    clear = wide + OFF_M
    step.x, step.y, step.z = tree.x + clear * cx / gap, tree.y + clear * cy / gap, z
    bounce_off(step, cx / gap, cy / gap, tally, luck)
    note_hit(tally, tree.name)
    return True


@inlined
def meet_barrier(field: Field, wall: np.record, step: np.record, tally: np.record, luck: float) -> bool:
    """A wall, fence, hedge or wire between its base and top."""
    t = crossing(step.x0, step.y0, step.x, step.y, wall.x1, wall.y1, wall.x2, wall.y2)
    if t < 0.0:
        return False
    x, y = step.x0 + t * (step.x - step.x0), step.y0 + t * (step.y - step.y0)
    z = step.z0 + t * (step.z - step.z0)
    above = z - ground_height(field, x, y)[0]
    if above < wall.base_m - HALF_WIDTH_M or above > wall.top_m + OFF_M:
        return False
    if (next_random(tally) if luck != 0.0 else 0.5) > wall.solid:
        return False
    dx, dy = wall.x2 - wall.x1, wall.y2 - wall.y1
    size = math.sqrt(dx * dx + dy * dy) + 1e-9
    back = max(0.0, t - 0.05)
    step.x, step.y = step.x0 + back * (step.x - step.x0), step.y0 + back * (step.y - step.y0)
    step.z = z
    bounce_off(step, -dy / size, dx / size, tally, luck)
    note_hit(tally, wall.name)
    return True


@kernel
def meet_basket(basket: np.record, step: np.record, tally: np.record, luck: float) -> bool:
    """Chains may hold the disc; cage and chains that do not hold it throw it back."""
    dx, dy = step.x - step.x0, step.y - step.y0
    ax, ay = step.x0 - basket.x, step.y0 - basket.y
    t = entry(ax, ay, dx, dy, CAGE_RADIUS_M)
    if t < 0.0:
        return False
    above = step.z0 + t * (step.z - step.z0) - basket.foot_m
    if above < CAGE_LOW_M or above > CHAINS_HIGH_M:
        return False
    off_centre = abs(ax * dy - ay * dx) / math.sqrt(dx * dx + dy * dy + 1e-12)
    cx, cy = ax + t * dx, ay + t * dy
    gap = math.sqrt(cx * cx + cy * cy) + 1e-9
    note_hit(tally, BASKET_HIT)
    step.z = above + basket.foot_m
    speed = math.sqrt(step.vx * step.vx + step.vy * step.vy + step.vz * step.vz)
    catch = CATCH_SLOW - CATCH_LOSS_S_M * max(0.0, speed - SURE_CATCH_M_S)
    if above > CHAINS_LOW_M and off_centre < CHAINS_RADIUS_M and next_random(tally) < catch:
        tally.holed = 1.0
        step.x, step.y = basket.x, basket.y
        return True
    clear = CAGE_RADIUS_M + OFF_M
    step.x, step.y = basket.x + clear * cx / gap, basket.y + clear * cy / gap
    bounce_off(step, cx / gap, cy / gap, tally, luck)
    return True


@inlined
def bin_of(bins: Bins, field: Field, x: float, y: float) -> int:
    """Number of the bin that holds a place, clamped to the field."""
    rows = (bins.start.shape[0] - 1) // bins.columns
    j = min(bins.columns - 1, max(0, int((x - field.x0) / BIN_M)))
    return min(rows - 1, max(0, int((y - field.y0) / BIN_M))) * bins.columns + j


@inlined
def meet_trees(field: Field, step: np.record, length: float, tally: np.record, luck: float) -> bool:
    """The trees filed near the middle of a step."""
    mx, my, mz = 0.5 * (step.x0 + step.x), 0.5 * (step.y0 + step.y), 0.5 * (step.z0 + step.z)
    b = bin_of(field.tree_bins, field, mx, my)
    for item in range(field.tree_bins.start[b], field.tree_bins.start[b + 1]):
        tree = field.trees[field.tree_bins.items[item]]
        if near_tree(tree, mx, my, mz, 0.5 * length) and meet_tree(tree, step, length, tally, luck):
            return True
    return False


@inlined
def meet_barriers(field: Field, step: np.record, tally: np.record, luck: float) -> bool:
    """The walls filed near the middle of a step."""
    b = bin_of(field.barrier_bins, field, 0.5 * (step.x0 + step.x), 0.5 * (step.y0 + step.y))
    for item in range(field.barrier_bins.start[b], field.barrier_bins.start[b + 1]):
        if meet_barrier(field, field.barriers[field.barrier_bins.items[item]], step, tally, luck):
            return True
    return False


@inlined
def meet_obstacles(field: Field, step: np.record, ground: float, tally: np.record, luck: float) -> bool:
    """Test a step; move its end and return True if the disc was stopped or turned."""
    dx, dy, dz = step.x - step.x0, step.y - step.y0, step.z - step.z0
    length = math.sqrt(dx * dx + dy * dy + dz * dz)
    if field.groves.shape[0] > 0 and meet_grove(field, step, length, ground, tally, luck):
        return True
    if field.trees.shape[0] > 0 and meet_trees(field, step, length, tally, luck):
        return True
    if field.barriers.shape[0] > 0 and meet_barriers(field, step, tally, luck):
        return True
    for k in range(field.mandos.shape[0]):
        gate = field.mandos[k]
        if crossing(step.x0, step.y0, step.x, step.y, gate.x1, gate.y1, gate.x2, gate.y2) >= 0.0:
            tally.mando_missed = 1.0
    return luck != 0.0 and field.basket.shape[0] > 0 and meet_basket(field.basket[0], step, tally, luck)
