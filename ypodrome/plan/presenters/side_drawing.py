"""The hole from the side, along the line actually flown."""

from __future__ import annotations

import math
from dataclasses import dataclass, field
from typing import Any

import numpy as np
import shapely
from numpy.typing import NDArray

from ypodrome.core.api import Scene, cell, heights
from ypodrome.core.units import feet
from ypodrome.drawing.frame import basket_of, path_of
from ypodrome.plan.presenters.shot_drawing import spaced

WIDTH, HEIGHT = 424.0, 176.0
LEFT, RIGHT, TOP, BOTTOM = 8.0, 10.0, 18.0, 20.0
EXAGGERATION = 2.0
BEYOND_M = 10.0
BARB_EVERY_M = 3.0
BASKET_TOP_M = 1.4
NEAR_TREE_M = 1.5


@dataclass
class SideDrawing:
    """Path data of the side view."""

    width: float = WIDTH
    height: float = HEIGHT
    ground: str = ""
    flight: str = ""
    barbs: str = ""
    canopies: list[str] = field(default_factory=list)
    trunks: str = ""
    walls: str = ""
    basket: str = ""
    ticks: list[tuple[float, str]] = field(default_factory=list)
    apex: tuple[float, float, str] = (0.0, 0.0, "")
    note: str = ""


def draw_side(option: dict[str, Any], scene: Scene, units: str) -> SideDrawing:
    """Ground, flight, canopies, walls and basket over the distance flown."""
    path = np.array(option["path"])
    at, rows = spaced(path, 1.0)
    at, points = _extended(at, rows[:, 1:3])
    ground = heights(scene.field, np.ascontiguousarray(points))
    top = max(float(path[:, 3].max()), float(ground.max()) + 8.0)
    low = float(ground.min()) - 1.0
    across = (WIDTH - LEFT - RIGHT) / at[-1]
    up = min(EXAGGERATION * across, (HEIGHT - TOP - BOTTOM) / (top - low))
    base = HEIGHT - BOTTOM

    def px(s: NDArray | float, z: NDArray | float) -> NDArray:
        return np.stack([LEFT + np.asarray(s) * across, base - (np.asarray(z) - low) * up], axis=-1)

    drawing = SideDrawing(note=f"heights × {up / across:.1f}")
    floor = px(np.array([at[-1], 0.0]), np.array([low, low])) + np.array([0.0, 6.0])
    drawing.ground = path_of(np.concatenate([px(at, ground), floor]), closed=True)
    flown = np.concatenate([[0.0], np.cumsum(np.hypot(*np.diff(path[:, 1:3], axis=0).T))])
    drawing.flight = path_of(px(flown, path[:, 3]))
    drawing.barbs = _barbs(path, scene, px)
    drawing.canopies = _groves(scene, at, points, ground, px) + _crowns(scene, at, points, px)
    drawing.trunks, drawing.walls = _trunks(scene, at, points, px), _walls(scene, at, points, px)
    drawing.basket = _basket(scene, at, points, px)
    k = int(path[:, 3].argmax())
    x, y = px(flown[k], path[k, 3])
    high_m = path[k, 3] - ground[min(int(flown[k]), len(ground) - 1)]
    high = f"{feet(high_m):.0f} ft" if units == "imperial" else f"{high_m:.1f} m"
    drawing.apex = (round(float(x), 1), round(float(max(y - 6, 10)), 1), high)
    drawing.ticks = _ticks(at[-1], across, units)
    return drawing


def _extended(at: NDArray, points: NDArray) -> tuple[NDArray, NDArray]:
    """The flown line carried on straight for a little, so that what lies behind is seen."""
    step = points[-1] - points[-min(6, len(points))]
    step = step / max(float(np.hypot(*step)), 1e-9)
    more = np.arange(1.0, BEYOND_M + 1.0)
    return (
        np.concatenate([at, at[-1] + more]),
        np.concatenate([points, points[-1] + more[:, None] * step]),
    )


def _barbs(path: NDArray, scene: Scene, px: Any) -> str:
    at, rows = spaced(path, BARB_EVERY_M)
    ground = heights(scene.field, np.ascontiguousarray(rows[:, 1:3]))
    high, low = px(at, rows[:, 3]), px(at, ground)
    return "".join(f"M{a[0]:.1f} {a[1]:.1f}V{b[1]:.1f}" for a, b in zip(high, low, strict=True))


def _groves(scene: Scene, at: NDArray, points: NDArray, ground: NDArray, px: Any) -> list[str]:
    """Canopy bands wherever the line runs through woods."""
    index = np.array([scene.field.grove[cell(scene.field, x, y)] for x, y in points])
    bands = []
    for run in np.split(np.arange(len(index)), np.flatnonzero(np.diff(index)) + 1):
        g = index[run[0]]
        if g < 0 or len(run) < 2:
            continue
        grove = scene.groves[g]
        wave = 0.5 * np.sin(at[run] * 1.3)
        upper = px(at[run], ground[run] + grove.height_m + wave)
        lower = px(at[run], ground[run] + grove.canopy_base_m + 0.2 * np.sin(at[run] * 2.1))
        bands.append(path_of(np.concatenate([upper, lower[::-1]]), closed=True))
    return bands


def _near_trees(scene: Scene, at: NDArray, points: NDArray) -> list[tuple[Any, float]]:
    near = []
    for tree in scene.trees:
        gap = np.hypot(*(points - np.array(tree.at)).T)
        k = int(gap.argmin())
        if gap[k] < tree.canopy_radius_m + NEAR_TREE_M:
            near.append((tree, float(at[k])))
    return near


def _crowns(scene: Scene, at: NDArray, points: NDArray, px: Any) -> list[str]:
    shapes = []
    angles = np.linspace(0.0, 2.0 * math.pi, 28, endpoint=False)
    for tree, s in _near_trees(scene, at, points):
        base = heights(scene.field, np.array([tree.at]))[0] + tree.canopy_base_m
        half = max(0.3, (tree.height_m - tree.canopy_base_m) / 2)
        r = 1.0 + 0.06 * np.sin(5 * angles + s)
        ring = px(s + tree.canopy_radius_m * r * np.cos(angles), base + half * (1 + r * np.sin(angles)))
        shapes.append(path_of(ring, closed=True))
    return shapes


def _trunks(scene: Scene, at: NDArray, points: NDArray, px: Any) -> str:
    parts = []
    for tree, s in _near_trees(scene, at, points):
        base = heights(scene.field, np.array([tree.at]))[0]
        foot, head = px(s, base), px(s, base + max(tree.canopy_base_m, 0.6 * tree.height_m))
        parts.append(f"M{foot[0]:.1f} {foot[1]:.1f}V{head[1]:.1f}")
    return "".join(parts)


def _walls(scene: Scene, at: NDArray, points: NDArray, px: Any) -> str:
    """Walls, fences and wires where the line crosses them."""
    flown = shapely.LineString(points)
    parts = []
    for barrier in scene.barriers:
        polygon = barrier.shape.geom_type == "Polygon"
        wall = barrier.shape.exterior if polygon else barrier.shape
        for point in shapely.get_coordinates(flown.intersection(wall)):
            z = heights(scene.field, point[None])[0]
            s = float(flown.project(shapely.Point(point)))
            foot, head = px(s, z + barrier.base_m), px(s, z + barrier.top_m)
            parts.append(f"M{foot[0]:.1f} {foot[1]:.1f}V{head[1]:.1f}")
    return "".join(parts)


def _basket(scene: Scene, at: NDArray, points: NDArray, px: Any) -> str:
    """The basket where the line passes it closest; nothing when it stays far away."""
    gap = np.hypot(*(points - np.array(scene.pin.at)).T)
    k = int(gap.argmin())
    if gap[k] > 25.0:
        return ""
    z = heights(scene.field, np.array([scene.pin.at]))[0] + scene.pin.raised_m
    foot, head = px(at[k], z), px(at[k], z + BASKET_TOP_M)
    return basket_of(float(foot[0]), float(foot[1]), float(head[1]), 4.0)


def _ticks(length_m: float, across: float, units: str) -> list[tuple[float, str]]:
    step_m = 15.24 if units == "imperial" else 20.0
    count = int(length_m // step_m)
    every = 1 if count <= 7 else 2
    return [
        (
            round(LEFT + k * step_m * across, 1),
            f"{50 * k}" if units == "imperial" else f"{20 * k}",
        )
        for k in range(every, count + 1, every)
    ]
