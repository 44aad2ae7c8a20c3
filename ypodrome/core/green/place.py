"""The green as its kernels see it: the ground on half-metre cells, with bounds, hazards and lost discs."""

from __future__ import annotations

from typing import NamedTuple

import numpy as np
from numpy.typing import NDArray
from scipy.ndimage import distance_transform_edt

from ypodrome.core.compiled import inlined
from ypodrome.core.ground.field import Field
from ypodrome.core.hole.scene import Scene
from ypodrome.core.hole.shapes import holds

FINE_M, AROUND_M = 0.5, 60.0
"""Cells that a line is known by, and how far around the basket they lie (chosen: a quarter of a metre either
way, and farther than any miss rolls)."""

RELIEF, PREVIOUS_LIE, ZONE = 0, 1, 2
"""How out of bounds is played."""


class Place(NamedTuple):
    """Field, corner of the fine cells [m], distance to the out-of-bounds line [rows, columns, m] (positive in
    bounds), penalty for resting in bounds there (hazards), chance that a disc is found, how out of bounds
    and a missed mandatory are played (RELIEF, PREVIOUS_LIE, ZONE) with their zones [2], the basket's place
    and foot [m], the side a putt fades to (+1 left),
    and whether anything is out of bounds."""

    field: Field
    x0: float
    y0: float
    gap: NDArray[np.float64]
    penalty: NDArray[np.float64]
    found: NDArray[np.float64]
    ob_play: int
    ob_zone: NDArray[np.float64]
    mando_play: int
    mando_zone: NDArray[np.float64]
    pin_x: float
    pin_y: float
    pin_z: float
    side: float
    lines: bool


def place_of(scene: Scene, pin_z: float, left_handed: bool) -> Place:
    """A scene's green, with what stands on it."""
    px, py = map(float, scene.pin.at)
    n = int(2 * AROUND_M / FINE_M)
    x0, y0 = px - AROUND_M, py - AROUND_M
    x, y = np.meshgrid(x0 + (np.arange(n) + 0.5) * FINE_M, y0 + (np.arange(n) + 0.5) * FINE_M)
    out = holds(scene.out_of_bounds, x, y)
    gap = np.full(x.shape, 2 * AROUND_M)
    if out.any():
        gap = FINE_M * (distance_transform_edt(~out) - distance_transform_edt(out))
    penalty, found = np.zeros(x.shape), np.ones(x.shape)
    for area in scene.areas:
        inside = holds(area.shape, x, y)
        if area.play == "hazard":
            penalty[inside] = 1.0
        if area.find_chance < 1.0:
            found[inside] = area.find_chance
    ob, mando = scene.drop_zone("ob"), scene.drop_zone("mando")
    play = {"previous_lie": PREVIOUS_LIE, "drop_zone": ZONE if ob else PREVIOUS_LIE}
    return Place(
        scene.field, x0, y0, gap, penalty, found,
        play.get(scene.line.ob_play, RELIEF), np.array(ob or scene.pin.at, float),
        ZONE if mando else PREVIOUS_LIE, np.array(mando or scene.pin.at, float),
        px, py, pin_z, -1.0 if left_handed else 1.0, bool(out.any()),
    )  # fmt: skip


@inlined
def fine_cell(g: Place, x: float, y: float) -> tuple[int, int]:
    """Row and column of the fine cell at a place, clamped."""
    rows, columns = g.gap.shape
    j = min(columns - 1, max(0, int((x - g.x0) / FINE_M)))
    i = min(rows - 1, max(0, int((y - g.y0) / FINE_M)))
    return i, j


@inlined
def line_gap(g: Place, x: float, y: float) -> tuple[float, float, float]:
    """Distance to the out-of-bounds line [m], positive in bounds, and its slope towards the inside."""
    rows, columns = g.gap.shape
    fx = min(max((x - g.x0) / FINE_M - 0.5, 0.0), columns - 1.001)
    fy = min(max((y - g.y0) / FINE_M - 0.5, 0.0), rows - 1.001)
    j, i = int(fx), int(fy)
    fx, fy = fx - j, fy - i
    a, b, c, d = g.gap[i, j], g.gap[i, j + 1], g.gap[i + 1, j], g.gap[i + 1, j + 1]
    low, high = a + (b - a) * fx, c + (d - c) * fx
    return low + (high - low) * fy, ((b - a) * (1.0 - fy) + (d - c) * fy) / FINE_M, (high - low) / FINE_M
