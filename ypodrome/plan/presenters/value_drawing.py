"""What ground is worth: lines of equal expected throws over the drawing of a hole."""

from __future__ import annotations

from typing import Any

import numpy as np

from ypodrome.core.api import GroundValue, contour_levels, holds
from ypodrome.drawing.frame import Frame, path_of

GRID_M = 4.0
STEP = 0.2
"""Throws between two lines (chosen: what a player would call a difference)."""


def draw_value(ground: GroundValue, frame: Frame) -> list[dict[str, Any]]:
    """Lines with their throws to hole out, and where to write them; ground out of bounds is left out."""
    scene = ground.situation.scene
    west, south, east, north = scene.bounds
    x, y = np.arange(west, east, GRID_M), np.arange(south, north, GRID_M)
    points = np.stack(np.meshgrid(x, y), axis=-1).reshape(-1, 2)
    throws = ground.throws(points)
    out = holds(scene.out_of_bounds, points[:, 0], points[:, 1])
    grid = _smooth(throws.reshape(len(y), len(x)))
    grid[out.reshape(grid.shape)] = np.nan
    levels = np.arange(np.nanmin(grid) // STEP, np.nanmax(grid) // STEP + 1) * STEP
    lines = []
    for level, line in contour_levels(x, y, np.ma.masked_invalid(grid), levels):
        pixels = frame.pixels(line)
        middle = pixels[len(pixels) // 2]
        lines.append(
            {"d": path_of(pixels), "text": f"{level:.1f}" if len(line) > 8 else "",
             "x": round(float(middle[0]), 1), "y": round(float(middle[1]), 1)}
        )  # fmt: skip
    return lines


def _smooth(grid: np.ndarray) -> np.ndarray:
    """The mean of each cell and its neighbours, which takes the grain of the sampled lies away."""
    wide = np.pad(grid, 1, mode="edge")
    return (
        np.array(sum(wide[i : i + grid.shape[0], j : j + grid.shape[1]] for i in range(3) for j in range(3)))
        / 9.0
    )
