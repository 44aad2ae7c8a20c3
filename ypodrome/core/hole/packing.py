"""Scene → arrays for the compiled loop."""

from __future__ import annotations

import math
from typing import TYPE_CHECKING, Any

import numpy as np
from numpy.typing import NDArray
from scipy.interpolate import RegularGridInterpolator

from ypodrome.core.ground.field import (
    BARRIER,
    BASKET,
    BIN_M,
    GROVE,
    MANDO,
    TREE,
    Bins,
    Field,
)
from ypodrome.core.ground.room import room_around
from ypodrome.core.ground.surfaces import DEFAULT_SURFACE, SURFACE_NAMES, surface_table
from ypodrome.core.hole.edges import segments_of
from ypodrome.core.hole.features import Grove
from ypodrome.core.hole.relief import surface_through
from ypodrome.core.hole.shapes import holds

if TYPE_CHECKING:
    from ypodrome.core.hole.scene import Scene

CELL_M = 1.0
"""Side of a ground cell (chosen: a lie is judged out of bounds from the exact shape, not the cell)."""

HEIGHT_NODE_M = 4.0
HALF_STEP_M = 5.0
"""Obstacles are filed in every bin within this distance of them and looked up from the middle of a step,
so that none is skipped: no step is longer than 9 m (0.2 s at 45 m/s)."""

UNKNOWN_WOODS_M, UNKNOWN_WOODS_PER_M = 12.0, 0.08
"""Height and chance per metre of woods nobody has measured (chosen: between open and thick)."""


def hazard_per_m(chance_per_m: float) -> float:
    """Hazard rate [1/m] of a chance of being knocked down per metre flown."""
    return -math.log(1.0 - min(chance_per_m, 0.999))


def pack_field(scene: Scene) -> tuple[Field, tuple[str, ...]]:
    """Arrays of a scene, and the names of the features that can stop a disc by their number."""
    west, south, east, north = scene.bounds
    columns, rows = round((east - west) / CELL_M), round((north - south) / CELL_M)
    xs = west + (np.arange(columns, dtype=float) + 0.5) * CELL_M
    ys = south + (np.arange(rows, dtype=float) + 0.5) * CELL_M
    grid_x, grid_y = np.meshgrid(xs, ys)
    height = _heights(scene, xs, ys)
    surface, shelter = _surfaces(scene, grid_x, grid_y)
    out = holds(scene.out_of_bounds, grid_x, grid_y).astype(np.uint8)
    names: list[str] = []
    grove, groves = _groves(scene, grid_x, grid_y, names)
    trees = _trees(scene, height, (west, south), names)
    barriers = _barriers(scene, names)
    mandos = np.array([tuple(piece) for m in scene.mandos for piece in segments_of(m.shape)], MANDO)
    basket = _basket(scene, height, (west, south))
    bins = (west, south), round((north - south) / BIN_M), round((east - west) / BIN_M)
    field = Field(
        west, south, CELL_M, height, surface, out, shelter,
        room_around(west, south, CELL_M, grove, trees, barriers, mandos, basket), grove, groves,
        trees, _bins(_tree_boxes(trees), *bins), barriers, _bins(_wall_boxes(barriers), *bins), mandos,
        basket, surface_table(scene.wet),
    )  # fmt: skip
    return field, tuple(names)


def _heights(scene: Scene, xs: NDArray[np.float64], ys: NDArray[np.float64]) -> NDArray[np.float64]:
    """A thin-plate surface through the spot heights, held within a metre of their range."""
    spots = scene.spot_heights
    shape = (len(ys), len(xs))
    if not spots:
        return np.zeros(shape)
    z = np.array([s.z_m for s in spots])
    surface = surface_through(np.array([s.at for s in spots]), z)
    node_x = _nodes(xs)
    node_y = _nodes(ys)
    grid = np.stack(np.meshgrid(node_x, node_y), axis=-1).reshape(-1, 2)
    coarse = surface(grid).reshape(len(node_y), len(node_x))
    fine = RegularGridInterpolator((node_y, node_x), coarse)
    points = np.stack(np.meshgrid(ys, xs, indexing="ij"), axis=-1).reshape(-1, 2)
    return np.ascontiguousarray(fine(points).reshape(shape))


def _nodes(centres: NDArray[np.float64]) -> NDArray[np.float64]:
    """Places of the coarse heights over a row of cells, laid from the edge of the first."""
    edge = centres[0] - CELL_M / 2
    return np.arange(edge, centres[-1] + HEIGHT_NODE_M, HEIGHT_NODE_M)


def _surfaces(
    scene: Scene, x: NDArray[np.float64], y: NDArray[np.float64]
) -> tuple[NDArray[np.uint8], NDArray[np.float64]]:
    """Surface codes and wind factors; a later area lies over an earlier one."""
    surface = np.full(x.shape, SURFACE_NAMES.index(DEFAULT_SURFACE), np.uint8)
    shelter = np.ones(x.shape)
    for area in scene.areas:
        inside = holds(area.shape, x, y)
        surface[inside] = SURFACE_NAMES.index(area.surface)
        shelter[inside] = area.wind_factor
    return surface, shelter


def _groves(
    scene: Scene, x: NDArray[np.float64], y: NDArray[np.float64], names: list[str]
) -> tuple[NDArray[np.int16], NDArray[Any]]:
    index = np.full(x.shape, -1, np.int16)
    groves = [*scene.groves, *_guessed_woods(scene)]
    table = np.zeros(len(groves), GROVE)
    for k, grove in enumerate(groves):
        index[holds(grove.shape, x, y)] = k
        table[k] = (
            grove.height_m, grove.canopy_base_m, hazard_per_m(grove.density_per_m),
            hazard_per_m(grove.floor_density_per_m), len(names),
        )  # fmt: skip
        names.append(grove.name or "the woods")
    return index, table


def _guessed_woods(scene: Scene) -> list[Grove]:
    """Woods nobody has measured, taken as middling from the floor up."""
    density = UNKNOWN_WOODS_PER_M
    return [
        Grove(u.holes, u.shape, UNKNOWN_WOODS_M, 0.0, density, density, "woods not yet seen")
        for u in scene.unknowns
        if u.what == "woods"
    ]


def _trees(
    scene: Scene, height: NDArray[np.float64], origin: tuple[float, float], names: list[str]
) -> NDArray[Any]:
    rows = []
    for tree in scene.trees:
        rows.append(
            (*tree.at, tree.trunk_radius_m, _height_at(height, origin, tree.at), tree.height_m,
             tree.canopy_radius_m, tree.canopy_base_m, hazard_per_m(tree.density_per_m), len(names))
        )  # fmt: skip
        names.append(tree.name or "a tree")
    return np.array(rows, TREE)


def _barriers(scene: Scene, names: list[str]) -> NDArray[Any]:
    rows = []
    for barrier in scene.barriers:
        ring = barrier.shape.exterior if barrier.shape.geom_type == "Polygon" else barrier.shape
        size = (barrier.base_m, barrier.top_m, barrier.solid, len(names))
        rows += [(*piece, *size) for piece in segments_of(ring)]
        names.append(barrier.name or f"the {barrier.what}")
    return np.array(rows, BARRIER)


def _basket(scene: Scene, height: NDArray[np.float64], origin: tuple[float, float]) -> NDArray[Any]:
    foot = _height_at(height, origin, scene.pin.at) + scene.pin.raised_m
    return np.array([(*scene.pin.at, foot)], BASKET)


def _height_at(height: NDArray[np.float64], origin: tuple[float, float], at: tuple[float, float]) -> float:
    i = min(max(int((at[1] - origin[1]) / CELL_M), 0), height.shape[0] - 1)
    j = min(max(int((at[0] - origin[0]) / CELL_M), 0), height.shape[1] - 1)
    return float(height[i, j])


def _tree_boxes(trees: NDArray[Any]) -> NDArray[np.float64]:
    """West, south, east, north [n, 4] of what each tree covers."""
    reach = np.maximum(trees["trunk_m"], trees["crown_m"])
    x, y = trees["x"], trees["y"]
    return np.stack([x - reach, y - reach, x + reach, y + reach], axis=1)


def _wall_boxes(walls: NDArray[Any]) -> NDArray[np.float64]:
    """West, south, east, north [n, 4] of what each piece of wall covers."""
    x, y = np.sort([walls["x1"], walls["x2"]], axis=0), np.sort([walls["y1"], walls["y2"]], axis=0)
    return np.stack([x[0], y[0], x[1], y[1]], axis=1)


def _bins(boxes: NDArray[np.float64], origin: tuple[float, float], rows: int, columns: int) -> Bins:
    """Numbers of the boxes [n, 4] by bin."""
    filed: list[list[int]] = [[] for _ in range(rows * columns)]
    low = (boxes[:, :2] - HALF_STEP_M - origin) // BIN_M
    high = (boxes[:, 2:] + HALF_STEP_M - origin) // BIN_M
    for number, (j0, i0, j1, i1) in enumerate(np.hstack([low, high]).astype(int)):
        for i in range(max(0, i0), min(rows - 1, i1) + 1):
            for j in range(max(0, j0), min(columns - 1, j1) + 1):
                filed[i * columns + j].append(number)
    start = np.cumsum([0, *map(len, filed)]).astype(np.int32)
    items = np.array([n for cell in filed for n in cell], np.int32)
    return Bins(start, items, columns)
