"""From course metres to the pixels of a drawing, tee below and pin above."""

from __future__ import annotations

import math
from collections.abc import Iterable
from dataclasses import dataclass
from itertools import pairwise

import numpy as np
import shapely
from numpy.typing import NDArray

from ypodrome.core.api import Scene

MARGIN_M = 10.0
BEHIND_M = 16.0
"""Ground shown behind the basket besides the margin (chosen: long misses stay in view)."""

FINEST_PX, PAST_EDGE_PX = 0.3, 20.0
"""A corner nearer than this to the line without it is left out (chosen: a third of a pixel is not seen), and
how far past a drawing's edge shapes are cut off (chosen: their line there stays out of sight)."""


@dataclass(frozen=True)
class Frame:
    """A rotation, a scale and a shift; `angle` [rad] is the direction that points up."""

    width: float
    height: float
    scale: float
    angle: float
    middle: tuple[float, float]

    @classmethod
    def around(
        cls, points: NDArray[np.float64], angle: float, width: float, height: float,
        scale: float | None = None, margin_m: float = MARGIN_M,
    ) -> Frame:  # fmt: skip
        """The frame that shows all points with a margin, at the largest scale or a given one."""
        turned = _turned(points, angle)
        low, high = turned.min(axis=0) - margin_m, turned.max(axis=0) + margin_m
        fit = min(width / (high[0] - low[0]), height / (high[1] - low[1]))
        middle = (float(low[0] + high[0]) / 2, float(low[1] + high[1]) / 2)
        return cls(width, height, scale or fit, angle, middle)

    def pixels(self, points: NDArray[np.float64]) -> NDArray[np.float64]:
        """Points [n, 2] in metres → pixels, y down."""
        turned = _turned(np.asarray(points, float).reshape(-1, 2), self.angle)
        x = self.width / 2 + (turned[:, 0] - self.middle[0]) * self.scale
        y = self.height / 2 - (turned[:, 1] - self.middle[1]) * self.scale
        return np.stack([x, y], axis=1)

    def sees(self, pixels: NDArray[np.float64], reach_px: NDArray[np.float64]) -> NDArray[np.bool_]:
        """Which of pixels [n, 2] the drawing shows, or what reaches so far [n, 1] around them."""
        inside = (pixels > -reach_px) & (pixels < np.array([self.width, self.height]) + reach_px)
        return np.asarray(inside.all(axis=1))

    def outline(self, ring: NDArray[np.float64]) -> str:
        """SVG path data of the part of a closed ring [n, 2, m] that the drawing shows, without corners too
        fine to be seen."""
        shape = shapely.Polygon(self.pixels(ring)).simplify(FINEST_PX)
        edge = PAST_EDGE_PX
        seen = shapely.clip_by_rect(shape, -edge, -edge, self.width + edge, self.height + edge)
        parts = [p for p in getattr(seen, "geoms", [seen]) if p.geom_type == "Polygon" and not p.is_empty]
        return "".join(relative_path(list(p.exterior.coords)[:-1]) for p in parts)

    def one(self, point: tuple[float, float]) -> tuple[float, float]:
        """One point in pixels."""
        x, y = self.pixels(np.array([point]))[0]
        return round(float(x), 1), round(float(y), 1)

    def place(self, x: float, y: float) -> tuple[float, float]:
        """The point [m] that pixels show."""
        turned = np.array([[
            (x - self.width / 2) / self.scale + self.middle[0],
            (self.height / 2 - y) / self.scale + self.middle[1],
        ]])  # fmt: skip
        point = _turned(turned, math.pi - self.angle)[0]
        return float(point[0]), float(point[1])


def _turned(points: NDArray, angle: float) -> NDArray:
    """Coordinates with `angle` pointing up."""
    turn = math.pi / 2 - angle
    c, s = math.cos(turn), math.sin(turn)
    return points @ np.array([[c, s], [-s, c]])


def hole_frame(
    scene: Scene, width: float, height: float, scale: float | None = None,
    also: tuple[tuple[float, float], ...] = (),
) -> Frame:  # fmt: skip
    """The frame of a hole, and of places that are to be seen besides: the straight line from tee to pin
    points up."""
    points, angle = _points_of(scene)
    return Frame.around(np.array([*points, *also]), angle, width, height, scale)


def _points_of(scene: Scene) -> tuple[NDArray[np.float64], float]:
    """What a drawing of a hole must show, and the direction that points up."""
    (x0, y0), (x1, y1) = scene.tee.at, scene.pin.at
    angle = math.atan2(y1 - y0, x1 - x0)
    behind = (x1 + BEHIND_M * math.cos(angle), y1 + BEHIND_M * math.sin(angle))
    return np.array([*scene.line.points, scene.tee.at, scene.pin.at, behind]), angle


def natural_size(scene: Scene, scale: float) -> tuple[float, float]:
    """Width and height [px] that hold a hole, tee below and pin above, at a scale [px/m]."""
    points, angle = _points_of(scene)
    turned = _turned(points, angle)
    wide, high = turned.max(axis=0) - turned.min(axis=0) + 2 * MARGIN_M
    return float(wide) * scale, float(high) * scale


def relative_path(points: Iterable[tuple[float, float]], closed: bool = True) -> str:
    """SVG path data of a shape, each corner told from the one before: exact as `path_of`, shorter."""
    tenths = [(round(10 * x), round(10 * y)) for x, y in points]
    steps = (f"{(x - a) / 10:g} {(y - b) / 10:g}" for (a, b), (x, y) in pairwise(tenths))
    x, y = tenths[0]
    return f"M{x / 10:g} {y / 10:g}l{' '.join(steps)}{'Z' if closed else ''}"


def path_of(pixels: NDArray[np.float64], closed: bool = False) -> str:
    """SVG path data through pixels [n, 2]."""
    body = "L".join(f"{x:.1f} {y:.1f}" for x, y in pixels)
    return f"M{body}{'Z' if closed else ''}"


def dots_of(pixels: NDArray[np.float64]) -> str:
    """SVG path data of round dots, drawn by a round line cap."""
    return "".join(f"M{x:.1f} {y:.1f}h0" for x, y in pixels)


def basket_of(x: float, foot: float, top: float, half: float) -> str:
    """SVG path data of a basket: a pole with a band above and a tray half way."""
    tray = (foot + top) / 2
    left, wide = x - half, 2 * half
    return f"M{x:.1f} {foot:.1f}V{top:.1f}M{left:.1f} {top:.1f}h{wide:.1f}M{left:.1f} {tray:.1f}h{wide:.1f}"


def barbs_of(pixels: NDArray[np.float64], lengths: NDArray[np.float64]) -> str:
    """SVG path data of a quill's barbs: from each of the pixels [n, 2] along a flight, as long as
    `lengths` [n, px], to its right and leaning back like those of a feather."""
    if len(pixels) < 2:
        return ""
    dx, dy = np.gradient(pixels[:, 0]), np.gradient(pixels[:, 1])
    size = np.hypot(dx, dy) + 1e-9
    ux, uy = (-dy - 0.5 * dx) / size * lengths, (dx - 0.5 * dy) / size * lengths
    rows = zip(pixels[:, 0], pixels[:, 1], ux, uy, strict=True)
    return "".join(f"M{x:.1f} {y:.1f}l{a:.1f} {b:.1f}" for x, y, a, b in rows)
