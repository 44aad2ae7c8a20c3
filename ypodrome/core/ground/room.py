"""How far the nearest thing a disc can touch is, for every cell: most steps of a flight meet nothing."""

from __future__ import annotations

import math
from typing import Any

import numpy as np
from numpy.typing import NDArray

from ypodrome.core.compiled import array_kernel, kernel
from ypodrome.core.ground.field import FAR_M

BASKET_REACH_M = 0.5
TRUNK_MARGIN_M = 0.1
"""Reach of a basket and added to a trunk: a little more than the exact tests use (chosen)."""

HIDDEN = -1.0e9


@kernel
def _lower(
    room: NDArray[np.float64], x0: float, y0: float, cell_m: float,
    x1: float, y1: float, x2: float, y2: float, wide: float,
) -> None:  # fmt: skip
    """Lower the room of the cells near a segment (or a point: both ends alike) that is `wide` [m]."""
    rows, columns = room.shape
    reach = wide + FAR_M + cell_m
    low_j = max(0, int((min(x1, x2) - reach - x0) / cell_m))
    high_j = min(columns - 1, int((max(x1, x2) + reach - x0) / cell_m))
    low_i = max(0, int((min(y1, y2) - reach - y0) / cell_m))
    high_i = min(rows - 1, int((max(y1, y2) + reach - y0) / cell_m))
    dx, dy = x2 - x1, y2 - y1
    square = dx * dx + dy * dy + 1e-12
    for i in range(low_i, high_i + 1):
        y = y0 + (i + 0.5) * cell_m - y1
        for j in range(low_j, high_j + 1):
            x = x0 + (j + 0.5) * cell_m - x1
            t = min(1.0, max(0.0, (x * dx + y * dy) / square))
            gap = math.sqrt((x - t * dx) ** 2 + (y - t * dy) ** 2) - wide
            room[i, j] = min(room[i, j], gap)


@array_kernel
def room_around(
    x0: float, y0: float, cell_m: float, grove: NDArray[np.int16], trees: NDArray[Any],
    barriers: NDArray[Any], mandos: NDArray[Any], basket: NDArray[Any],
) -> NDArray[np.float64]:  # fmt: skip
    """Room [m, up to FAR_M] from anywhere in a cell to the nearest thing; in woods and at the field's edge,
    where cells stand for all beyond, always to be looked for."""
    rows, columns = grove.shape
    room = np.full((rows, columns), FAR_M)
    for k in range(trees.shape[0]):
        wide = max(trees[k].crown_m, trees[k].trunk_m + TRUNK_MARGIN_M)
        _lower(room, x0, y0, cell_m, trees[k].x, trees[k].y, trees[k].x, trees[k].y, wide)
    for k in range(barriers.shape[0]):
        wall = barriers[k]
        _lower(room, x0, y0, cell_m, wall.x1, wall.y1, wall.x2, wall.y2, 0.0)
    for k in range(mandos.shape[0]):
        gate = mandos[k]
        _lower(room, x0, y0, cell_m, gate.x1, gate.y1, gate.x2, gate.y2, 0.0)
    for k in range(basket.shape[0]):
        _lower(room, x0, y0, cell_m, basket[k].x, basket[k].y, basket[k].x, basket[k].y, BASKET_REACH_M)
    corner = math.sqrt(0.5) * cell_m
    for i in range(rows):
        for j in range(columns):
            edge = i == 0 or j == 0 or i == rows - 1 or j == columns - 1
            room[i, j] = HIDDEN if edge or grove[i, j] >= 0 else room[i, j] - corner
    return room
