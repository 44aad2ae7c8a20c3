"""The field a flight is computed over: height grid, surfaces, bounds, obstacles, as plain arrays.

Built by `hole.packing` from a scene; read by the compiled loop. World frame: x east, y north, z up
[m] from the origin of the scene.
"""

from __future__ import annotations

from typing import Any, NamedTuple

import numpy as np
from numpy.typing import NDArray

from ypodrome.core.compiled import array_kernel, inlined
from ypodrome.core.ground.surfaces import SURFACE_NAMES, surface_table

TREE = np.dtype([(name, "f8") for name in (
    "x", "y", "trunk_m", "ground_m", "height_m", "crown_m", "base_m", "hazard_per_m", "name")])  # fmt: skip
"""A tree: place, radius of the trunk, height of the ground under it, of its top and of the base of its crown
above that, radius of the crown, hazard per metre flown inside, and the number of its name."""

GROVE = np.dtype([(name, "f8") for name in ("height_m", "base_m", "hazard_per_m", "floor_per_m", "name")])
BARRIER = np.dtype([(name, "f8") for name in ("x1", "y1", "x2", "y2", "base_m", "top_m", "solid", "name")])
MANDO = np.dtype([(name, "f8") for name in ("x1", "y1", "x2", "y2")])
BASKET = np.dtype([(name, "f8") for name in ("x", "y", "foot_m")])

BIN_M = 8.0
"""Side of the bins obstacles are sorted into (chosen: a few obstacles a bin in dense woods)."""

FAR_M = 16.0
"""Room is told up to this far (chosen: more than any step is long)."""


class Bins(NamedTuple):
    """Numbers of things by bin: those of bin k are items[start[k]] to items[start[k + 1]]."""

    start: NDArray[np.int32]
    items: NDArray[np.int32]
    columns: int


NO_BINS = Bins(np.zeros(2, np.int32), np.zeros(0, np.int32), 1)


class Field(NamedTuple):
    """Arrays of one scene. Cells are indexed [row (north), column (east)] from (x0, y0). `room` is how far
    [m] anything a disc can touch is from anywhere in a cell, below 0 where it must be looked for."""

    x0: float
    y0: float
    cell_m: float
    height: NDArray[np.float64]
    surface: NDArray[np.uint8]
    out: NDArray[np.uint8]
    shelter: NDArray[np.float64]
    room: NDArray[np.float64]
    grove: NDArray[np.int16]
    groves: NDArray[Any]
    trees: NDArray[Any]
    tree_bins: Bins
    barriers: NDArray[Any]
    barrier_bins: Bins
    mandos: NDArray[Any]
    basket: NDArray[Any]
    surfaces: NDArray[Any]


def open_field(surface: str = "cut_grass", height_m: float = 0.0, wet: bool = False) -> Field:
    """Level ground of one surface, without bounds or obstacles."""
    one = (1, 1)
    return Field(
        0.0, 0.0, 1.0e6,
        np.full(one, float(height_m)),
        np.full(one, SURFACE_NAMES.index(surface), np.uint8),
        np.zeros(one, np.uint8),
        np.ones(one),
        np.full(one, FAR_M),
        np.full(one, -1, np.int16),
        np.zeros(0, GROVE), np.zeros(0, TREE), NO_BINS, np.zeros(0, BARRIER), NO_BINS, np.zeros(0, MANDO),
        np.zeros(0, BASKET), surface_table(wet),
    )  # fmt: skip


def cleared(field: Field) -> Field:
    """The same ground with nothing on it, and nothing in bounds told from what is out."""
    return field._replace(
        room=np.full_like(field.room, FAR_M), grove=np.full_like(field.grove, -1),
        groves=field.groves[:0], trees=field.trees[:0], barriers=field.barriers[:0],
        mandos=field.mandos[:0], basket=field.basket[:0],
    )  # fmt: skip


@inlined
def cell(field: Field, x: float, y: float) -> tuple[int, int]:
    """Row and column of the cell that holds (x, y), clamped to the grid."""
    rows, columns = field.height.shape
    j = min(columns - 1, max(0, int((x - field.x0) / field.cell_m)))
    i = min(rows - 1, max(0, int((y - field.y0) / field.cell_m)))
    return i, j


@inlined
def in_the_clear(field: Field, x0: float, y0: float, x: float, y: float, long_m: float) -> bool:
    """Whether nothing stands near enough to be touched on a step so long from one place to another."""
    i, j = cell(field, 0.5 * (x0 + x), 0.5 * (y0 + y))
    return field.room[i, j] >= 0.5 * long_m


@inlined
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


@array_kernel
def _heights(field: Field, points: NDArray[np.float64]) -> NDArray[np.float64]:
    out = np.empty(points.shape[0])
    for k in range(points.shape[0]):
        out[k] = ground_height(field, points[k, 0], points[k, 1])[0]
    return out


def heights(field: Field, points: NDArray[np.float64]) -> NDArray[np.float64]:
    """Ground height [n] at points [n, 2], as flights meet it."""
    return _heights(field, np.ascontiguousarray(points, float))


def height_at(field: Field, x: float, y: float) -> float:
    """Ground height at one place."""
    return float(heights(field, np.array([[x, y]]))[0])


def surfaces_at(field: Field, points: NDArray[np.float64]) -> NDArray[np.uint8]:
    """Index of the surface at each of the points [..., 2], in the order of SURFACE_NAMES."""
    return np.asarray(field.surface[_cells(field, points)])


def _cells(field: Field, points: NDArray[np.float64]) -> tuple[NDArray[np.int64], NDArray[np.int64]]:
    rows, columns = field.height.shape
    j = np.clip((points[..., 0] - field.x0) / field.cell_m, 0, columns - 1).astype(int)
    i = np.clip((points[..., 1] - field.y0) / field.cell_m, 0, rows - 1).astype(int)
    return i, j


def groves_at(field: Field, points: NDArray[np.float64]) -> NDArray[np.int16]:
    """Index of the grove that holds each of the points [..., 2], -1 where none does."""
    return np.asarray(field.grove[_cells(field, points)])
