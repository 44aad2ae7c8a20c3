"""The ground along a line, from the side: profile, canopies, trunks, walls, basket.

Whoever draws on it adds what is theirs: the plan its flight, the survey its line of sight.
"""

from __future__ import annotations

import math
from dataclasses import dataclass, field
from typing import Any

import numpy as np
import shapely
from numpy.typing import NDArray

from ypodrome.core.api import Scene, groves_at, heights
from ypodrome.drawing.frame import basket_of, path_of
from ypodrome.wording.measures import in_metres, round_step

LEFT, RIGHT, TOP, BOTTOM = 8.0, 10.0, 18.0, 20.0
EXAGGERATION = 2.0
BASKET_TOP_M = 1.4
NEAR_TREE_M = 1.5
HEADROOM_M = 8.0


@dataclass
class Profile:
    """Path data of the ground along a line, and the scales to draw more on it."""

    width: float
    height: float
    across: float
    up: float
    low: float
    ground: str = ""
    canopies: list[str] = field(default_factory=list)
    trunks: str = ""
    walls: str = ""
    basket: str = ""
    ticks: list[tuple[float, str]] = field(default_factory=list)

    @property
    def note(self) -> str:
        return f"heights × {self.up / self.across:.1f}"

    def px(self, s: NDArray | float, z: NDArray | float) -> NDArray:
        """Pixels [..., 2] of distances along the line and heights [m]."""
        base = self.height - BOTTOM
        x = LEFT + np.asarray(s) * self.across
        return np.stack(np.broadcast_arrays(x, base - (np.asarray(z) - self.low) * self.up), axis=-1)


def draw_profile(
    scene: Scene, at: NDArray, points: NDArray, width: float, height: float, units: str,
    highest_m: float = -math.inf,
) -> Profile:  # fmt: skip
    """The profile along points [n, 2], `at` [n] metres from the start, with room up to `highest_m`."""
    ground = heights(scene.field, np.ascontiguousarray(points))
    top = max(highest_m, float(ground.max()) + HEADROOM_M)
    low = float(ground.min()) - 1.0
    across = (width - LEFT - RIGHT) / at[-1]
    up = min(EXAGGERATION * across, (height - TOP - BOTTOM) / (top - low))
    p = Profile(width, height, across, up, low)
    floor = p.px(np.array([at[-1], 0.0]), low) + np.array([0.0, 6.0])
    p.ground = path_of(np.concatenate([p.px(at, ground), floor]), closed=True)
    p.canopies = _groves(scene, at, points, ground, p.px) + _crowns(scene, at, points, p.px)
    p.trunks, p.walls = _trunks(scene, at, points, p.px), _walls(scene, points, p.px)
    p.basket = _basket(scene, at, points, p.px)
    p.ticks = _ticks(at[-1], across, units)
    return p


def _groves(scene: Scene, at: NDArray, points: NDArray, ground: NDArray, px: Any) -> list[str]:
    """Canopy bands wherever the line runs through woods."""
    index = groves_at(scene.field, np.array(points))
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


def _walls(scene: Scene, points: NDArray, px: Any) -> str:
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
    step = round_step(units)
    step_m = in_metres(step, units)
    count = int(length_m // step_m)
    every = 1 if count <= 7 else 2
    return [
        (
            round(LEFT + k * step_m * across, 1),
            f"{step * k}",
        )
        for k in range(every, count + 1, every)
    ]
