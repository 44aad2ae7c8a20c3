"""Which sampled lies speak for a place: the nearest ones on foot, not across a wall or a creek, and first
those on its own side of a mandatory.

The hole is laid out in square cells. Cells that are out of bounds, or that a solid barrier runs
through, can be stepped into but not through; distances on foot come from Dijkstra's search.
"""

from __future__ import annotations

import math
from collections.abc import Iterable

import numpy as np
import shapely
from numpy.typing import NDArray
from scipy.sparse import csr_array
from scipy.sparse.csgraph import dijkstra
from scipy.spatial import cKDTree
from scipy.spatial.distance import cdist
from shapely.ops import unary_union

from ypodrome.core.compiled import batch_kernel
from ypodrome.core.hole.scene import LOW_M, SOLID, Scene
from ypodrome.core.hole.shapes import holds, meets

SIDE_M = 2.0
"""Side of a cell (chosen: narrower than what can be stood beside without throwing over it)."""

FARTHEST_M = 30.0
"""Lies farther than this on foot speak for a place only where no other does (chosen: two rings)."""

HIGH_M = 1.0
"""A solid barrier parts the ground when it ends above this (chosen: walls, hedges and buildings, not ropes
and wires)."""

DETOUR_M = 1.0e3
"""Added to the straight distance of a lie that is not near on foot, to rank it behind all that are."""

ASTRAY_M = 8.0
"""Added where only one of a lie and a place is on the wrong side of a mandatory (chosen: a few steps beyond
its edge a throw still bends round it; with thirty places beside the edge were out by .7 of a throw)."""

EQUALS_APART_M = 1e-9
"""What sets lies as far away apart, the first before others, so that which few are kept hangs on no luck of
sorting (chosen: far below what any distance is known to)."""

Spokesmen = NDArray[np.uint16]
"""Numbers of lies, few enough for two bytes each: a hole's tables are kept as long as it is."""

STEPS = [(i, j) for i in (-1, 0, 1) for j in (-1, 0, 1) if i or j]


class Neighbours:
    """The nearest `most` sampled lies on foot, by cell, where only the first so many lies speak, for each of
    some counts in order. `centres` [cells, 2], `shape` and the corner `origin` [2] are those of the cells."""

    def __init__(self, scene: Scene, lies: NDArray[np.float64], most: int, counts: Iterable[int]) -> None:
        west, south, east, north = scene.bounds
        self.origin = np.array([west, south])
        self.shape = (round((north - south) / SIDE_M), round((east - west) / SIDE_M))
        self.centres = centres = self._centres()
        blocked = _blocked(scene, centres)
        free = np.flatnonzero(~blocked)
        sources = free[cKDTree(centres[free]).query(lies)[1]]
        on_foot = dijkstra(_graph(blocked, self.shape), indices=sources, limit=FARTHEST_M).T
        cost = np.where(np.isfinite(on_foot), on_foot, DETOUR_M + cdist(centres, lies))
        if scene.mandos:
            cost += ASTRAY_M * (_astray(scene, centres)[:, None] != _astray(scene, lies))
        self._nearest = _by_count(np.ascontiguousarray(cost), most, counts)

    def cell(self, points: NDArray[np.float64]) -> NDArray[np.int64]:
        """Number of the cell [n] that holds each point [n, 2], clamped to the hole."""
        j, i = ((points - self.origin) / SIDE_M).astype(int).T
        rows, columns = self.shape
        return np.clip(i, 0, rows - 1) * columns + np.clip(j, 0, columns - 1)

    def of_first(self, count: int) -> Spokesmen:
        """For every cell the `most` nearest of the first `count` lies [cells, most]. Where only some are near
        on foot, the nearest stands in for the others."""
        return self._nearest[count]

    def _centres(self) -> NDArray[np.float64]:
        rows, columns = self.shape
        i, j = np.divmod(np.arange(rows * columns), columns)
        return self.origin + SIDE_M * (np.stack([j, i], axis=1) + 0.5)


def _by_count(cost: NDArray[np.float64], most: int, counts: Iterable[int]) -> dict[int, Spokesmen]:
    """Who speaks for cells that each lie costs so much [cells, lies], where the first so many do."""
    near = np.zeros((len(cost), most), np.uint16)
    away, let_in, found = np.full((len(cost), most), np.inf), 0, {}
    for count in counts:
        _put_in(cost, let_in, count, near, away)
        first, gap, let_in = near[:, :count], away[:, :count], count
        alike = (gap < DETOUR_M) | (gap[:, :1] >= DETOUR_M)
        found[count] = np.where(alike, first, first[:, :1])
    return found


@batch_kernel
def _put_in(
    cost: NDArray[np.float64], first: int, last: int, near: Spokesmen, away: NDArray[np.float64]
) -> None:
    """Put lies from `first` up to before `last`, which cost each cell so much [cells, lies], among the least
    of every cell [cells, most]: the least first, the first of equals before others."""
    most = near.shape[1]
    for c in range(cost.shape[0]):
        for lie in range(first, last):
            mine = cost[c, lie] + EQUALS_APART_M * lie
            place = most
            while place > 0 and mine < away[c, place - 1]:
                place -= 1
                if place + 1 < most:
                    near[c, place + 1], away[c, place + 1] = near[c, place], away[c, place]
            if place < most:
                near[c, place], away[c, place] = lie, mine


def _blocked(scene: Scene, centres: NDArray[np.float64]) -> NDArray[np.bool_]:
    """Whether each cell is out of bounds or has a solid barrier in it."""
    blocked = holds(scene.out_of_bounds, centres[:, 0], centres[:, 1])
    walls = unary_union(
        [
            barrier.shape
            for barrier in scene.barriers
            if barrier.base_m < LOW_M and barrier.top_m > HIGH_M and barrier.solid >= SOLID
        ]
    )
    if not walls.is_empty:
        near = np.flatnonzero(holds(walls.buffer(SIDE_M), *centres.T))
        low, high = (centres[near] - SIDE_M / 2).T, (centres[near] + SIDE_M / 2).T
        blocked[near] |= meets(walls, shapely.box(*low, *high))
    return np.asarray(blocked)


def _astray(scene: Scene, places: NDArray[np.float64]) -> NDArray[np.bool_]:
    """Whether the straight way to the basket from places [n, 2] misses a mandatory."""
    pin = np.broadcast_to(np.array(scene.pin.at), places.shape)
    return meets(
        unary_union([m.shape for m in scene.mandos]), shapely.linestrings(np.stack([places, pin], axis=1))
    )


def _graph(blocked: NDArray[np.bool_], shape: tuple[int, int]) -> csr_array:
    """Steps between neighbouring cells [m]; none leaves a blocked cell."""
    rows, columns = shape
    cells = np.arange(rows * columns).reshape(shape)
    start, end, length = [], [], []
    for di, dj in STEPS:
        here = cells[max(0, -di) : rows - max(0, di), max(0, -dj) : columns - max(0, dj)].ravel()
        free = here[~blocked[here]]
        start.append(free)
        end.append(free + di * columns + dj)
        length.append(np.full(len(free), SIDE_M * math.hypot(di, dj)))
    size = rows * columns
    return csr_array((np.concatenate(length), (np.concatenate(start), np.concatenate(end))), (size, size))
