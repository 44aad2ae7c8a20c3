"""The field a flight is computed over: height grid, surfaces, bounds, obstacles, as plain arrays.

Built by `hole.packing` from a scene; read by the compiled loop. World frame: x east, y north, z up
[m] from the origin of the scene.
"""

from __future__ import annotations

from typing import NamedTuple

import numpy as np
from numpy.typing import NDArray

from ypodrome.core.compiled import kernel
from ypodrome.core.ground.surfaces import SURFACE_NAMES, surface_table

TREE, BARRIER, MANDO, BASKET = 0, 1, 2, 3
"""Obstacle kinds, column 0 of `obstacles`.

TREE     x, y, trunk radius, ground z, top, canopy radius, canopy base, canopy hazard [1/m]
BARRIER  x1, y1, x2, y2, base, top, chance that it stops a disc, -
MANDO    x1, y1, x2, y2, -, -, -, -
BASKET   x, y, foot z, -, -, -, -, -
"""
OBSTACLE_SIZE = 10
"""Kind, eight values, and the number of the feature it belongs to."""

BIN_M = 8.0
"""Side of the bins obstacles are sorted into (chosen: a few obstacles a bin in dense woods)."""


class Field(NamedTuple):
    """Arrays of one scene. Cells are indexed [row (north), column (east)] from (x0, y0)."""

    x0: float
    y0: float
    cell_m: float
    height: NDArray[np.float64]
    surface: NDArray[np.uint8]
    out: NDArray[np.uint8]
    shelter: NDArray[np.float64]
    grove: NDArray[np.int16]
    groves: NDArray[np.float64]
    obstacles: NDArray[np.float64]
    bin_start: NDArray[np.int32]
    bin_items: NDArray[np.int32]
    bin_columns: int
    surfaces: NDArray[np.float64]


def open_field(surface: str = "cut_grass", height_m: float = 0.0, wet: bool = False) -> Field:
    """Level ground of one surface, without bounds or obstacles."""
    one = (1, 1)
    return Field(
        0.0,
        0.0,
        1.0e6,
        np.full(one, float(height_m)),
        np.full(one, SURFACE_NAMES.index(surface), np.uint8),
        np.zeros(one, np.uint8),
        np.ones(one),
        np.full(one, -1, np.int16),
        np.zeros((0, 5)),
        np.zeros((0, OBSTACLE_SIZE)),
        np.zeros(2, np.int32),
        np.zeros(0, np.int32),
        1,
        surface_table(wet),
    )


@kernel
def cell(field: Field, x: float, y: float) -> tuple[int, int]:
    """Row and column of the cell that holds (x, y), clamped to the grid."""
    rows, columns = field.height.shape
    j = min(columns - 1, max(0, int((x - field.x0) / field.cell_m)))
    i = min(rows - 1, max(0, int((y - field.y0) / field.cell_m)))
    return i, j


@kernel
def ground_height(field: Field, x: float, y: float) -> tuple[float, float, float]:
    """Height [m] and its slope to the east and north [-], bilinear between cell centres."""
    rows, columns = field.height.shape
    if rows < 2 or columns < 2:
        return field.height[0, 0], 0.0, 0.0
    fx = (x - field.x0) / field.cell_m - 0.5
    fy = (y - field.y0) / field.cell_m - 0.5
    fx = min(max(fx, 0.0), columns - 1.000001)
    fy = min(max(fy, 0.0), rows - 1.000001)
    j, i = int(fx), int(fy)
    fx -= j
    fy -= i
    a, b = field.height[i, j], field.height[i, j + 1]
    c, d = field.height[i + 1, j], field.height[i + 1, j + 1]
    low, high = a + (b - a) * fx, c + (d - c) * fx
    east = ((b - a) * (1.0 - fy) + (d - c) * fy) / field.cell_m
    return low + (high - low) * fy, east, (high - low) / field.cell_m


@kernel
def height_batch(field: Field, points: NDArray[np.float64], out: NDArray[np.float64]) -> None:
    """Write the height [n] at points [n, 2] into `out`."""
    for k in range(points.shape[0]):
        out[k] = ground_height(field, points[k, 0], points[k, 1])[0]
