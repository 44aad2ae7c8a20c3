"""The hole from above, to scale: ground, obstacles, contours."""

from __future__ import annotations

import math
from dataclasses import dataclass, field
from typing import Any

import numpy as np
import shapely

from ypodrome.core.api import Scene, contour_lines, holds
from ypodrome.drawing.frame import Frame, hole_frame, path_of
from ypodrome.wording.measures import in_metres, length, round_step

WIDTH, HEIGHT = 424.0, 736.0
CANOPY_STEP_M = 5.2
HATCHED = {"long_grass", "rough", "leaves", "pine_straw", "hardpack", "gravel", "mud", "sand",
           "pavement", "water"}  # fmt: skip


@dataclass(frozen=True)
class Mark:
    """A drawn thing: class of its look, path data, and words for a label or title."""

    look: str
    d: str
    title: str = ""


@dataclass(frozen=True)
class Label:
    x: float
    y: float
    text: str
    look: str = "label"
    anchor: str = "start"


@dataclass
class HoleDrawing:
    """Everything in the plan view that does not depend on the chosen throw."""

    width: float
    height: float
    areas: list[Mark] = field(default_factory=list)
    contours: list[Mark] = field(default_factory=list)
    crowns: list[dict[str, Any]] = field(default_factory=list)
    lines: list[Mark] = field(default_factory=list)
    labels: list[Label] = field(default_factory=list)
    line_of_play: str = ""
    tee: tuple[float, float] = (0.0, 0.0)
    pin: tuple[float, float] = (0.0, 0.0)
    circle_1: float = 0.0
    circle_2: float = 0.0
    north_deg: float = 0.0
    scale_px: float = 0.0
    scale_text: str = ""


def draw_hole(
    scene: Scene, units: str, width: float = WIDTH, height: float = HEIGHT,
    scale: float | None = None, detail: bool = True,
) -> tuple[HoleDrawing, Frame]:  # fmt: skip
    """The drawing of a scene, and the frame that later marks are drawn in."""
    frame = hole_frame(scene, width, height, scale)
    drawing = HoleDrawing(width, height)
    draw_in(drawing, scene, frame)
    drawing.line_of_play = path_of(frame.pixels(np.array(scene.line.points)))
    drawing.tee, drawing.pin = frame.one(scene.tee.at), frame.one(scene.pin.at)
    drawing.circle_1, drawing.circle_2 = 10.0 * frame.scale, 20.0 * frame.scale
    drawing.north_deg = math.degrees(frame.angle) - 90.0
    if detail:
        drawing.contours = _contours(scene, frame)
        drawing.labels = _labels(scene, frame)
        step_m = in_metres(round_step(units), units)
        drawing.scale_px = step_m * frame.scale
        drawing.scale_text = length(step_m, units)
    return drawing, frame


def draw_in(drawing: HoleDrawing, scene: Scene, frame: Frame) -> None:
    """Areas, woods, trees, walls and mandatories of a scene in a frame."""
    drawing.areas = [mark for area in scene.areas for mark in _area(area, frame)]
    drawing.areas += [_unknown(unknown, frame) for unknown in scene.unknowns]
    drawing.crowns = _crowns(scene, frame)
    drawing.lines = _lines(scene, frame)


def _unknown(unknown: Any, frame: Frame) -> Mark:
    d = path_of(frame.pixels(_rings(unknown.shape)[0])[:-1], closed=True)
    return Mark("unknown", d, f"{unknown.what} not yet seen")


def _rings(shape: Any) -> list[np.ndarray]:
    polygons = shape.geoms if shape.geom_type == "MultiPolygon" else [shape]
    return [np.array(p.exterior.coords)[:, :2] for p in polygons]


def _area(area: Any, frame: Frame) -> list[Mark]:
    d = "".join(path_of(frame.pixels(ring)[:-1], closed=True) for ring in _rings(area.shape))
    title = area.name or area.surface.replace("_", " ")
    marks = []
    if area.surface in HATCHED:
        marks.append(Mark(f"ground-{area.surface}", d, title))
    if area.play == "ob":
        marks.append(Mark("out", d, f"{title}: out of bounds"))
    elif area.play == "island":
        marks.append(Mark("island", d, f"{title}: island, out of bounds all round"))
    elif area.play in ("hazard", "casual"):
        marks.append(Mark(area.play, d, f"{title}: {area.play}"))
    return marks


def _crowns(scene: Scene, frame: Frame) -> list[dict[str, Any]]:
    """Tree crowns, and groves filled with crowns set out on a jittered grid inside them."""
    crowns = []
    for grove in scene.groves:
        ring = path_of(frame.pixels(_rings(grove.shape)[0])[:-1], closed=True)
        low = grove.floor_density_per_m < 0.05
        crowns.append({"look": "ceiling" if low else "grove", "d": ring, "title": grove.name or "woods"})
        if not low:
            crowns += [_crown(p, 2.6, "crown wood", frame, "") for p in _scattered(grove.shape)]
    for tree in scene.trees:
        crowns.append(_crown(tree.at, tree.canopy_radius_m, "crown", frame, tree.name))
    return crowns


def _crown(at: Any, radius_m: float, look: str, frame: Frame, title: str) -> dict[str, Any]:
    """A crown as a lobed outline, its lobes turned by its place so that no two look stamped."""
    x, y = frame.one((float(at[0]), float(at[1])))
    turn = math.sin(12.9898 * at[0] + 78.233 * at[1]) * math.pi
    angles = np.linspace(0.0, 2.0 * math.pi, 22, endpoint=False)
    lobes = 1.0 + 0.09 * np.sin(5.0 * angles + turn) + 0.05 * np.sin(3.0 * angles - turn)
    r = max(radius_m, 0.4) * frame.scale * lobes
    ring = np.stack([x + r * np.cos(angles), y + r * np.sin(angles)], axis=1)
    return {"look": look, "d": path_of(ring, closed=True), "title": title, "x": x, "y": y}


def _scattered(shape: Any) -> np.ndarray:
    west, south, east, north = shape.bounds
    rows, columns = np.mgrid[south:north:CANOPY_STEP_M, west:east:CANOPY_STEP_M]
    x = columns + 1.6 * np.sin(rows * 1.7 + columns * 0.9)
    y = rows + 1.6 * np.cos(rows * 1.1 - columns * 1.3)
    points = np.stack([x.ravel(), y.ravel()], axis=1)
    return points[holds(shape.buffer(-1.0), points[:, 0], points[:, 1])]


def _lines(scene: Scene, frame: Frame) -> list[Mark]:
    marks = []
    for barrier in scene.barriers:
        polygon = barrier.shape.geom_type == "Polygon"
        ring = barrier.shape.exterior if polygon else barrier.shape
        d = path_of(frame.pixels(np.array(ring.coords)[:, :2]))
        marks.append(Mark(f"barrier {barrier.what}", d, barrier.name or barrier.what))
    for mando in scene.mandos:
        d = path_of(frame.pixels(np.array(mando.shape.coords)[:, :2]))
        marks.append(Mark("mando", d, f"mandatory {mando.label}"))
    return marks


def _contours(scene: Scene, frame: Frame) -> list[Mark]:
    field_ = scene.field
    z = field_.height
    spread = float(z.max() - z.min())
    if spread < 0.8:
        return []
    x: Any = field_.x0 + (np.arange(z.shape[1]) + 0.5) * field_.cell_m
    y: Any = field_.y0 + (np.arange(z.shape[0]) + 0.5) * field_.cell_m
    return [
        Mark(f"contour{' heavy' if heavy else ''}", path_of(frame.pixels(line)), f"{level:g} m")
        for level, heavy, line in contour_lines(x[::3], y[::3], z[::3, ::3])
    ]


def _labels(scene: Scene, frame: Frame) -> list[Label]:
    labels = []
    for mark in scene.landmarks:
        x, y = frame.one(mark.at)
        if 8 < x < frame.width - 8 and 8 < y < frame.height - 8:
            right = x > frame.width * 0.62
            labels.append(
                Label(x + (-7 if right else 7), y + 4, mark.name, "landmark",
                      "end" if right else "start")
            )  # fmt: skip
    for area in scene.areas:
        if area.play == "ob" and area.name:
            spot = _visible_middle(area.shape, frame)
            if spot:
                labels.append(Label(*spot, f"{area.name} · OB", "out-label", "middle"))
    return labels


def _visible_middle(shape: Any, frame: Frame) -> tuple[float, float] | None:
    """A point well inside the part of a shape that the drawing shows."""
    pixels = [frame.pixels(ring) for ring in _rings(shape)]
    drawn = shapely.union_all([shapely.Polygon(p) for p in pixels])
    seen = drawn.intersection(shapely.box(40, 24, frame.width - 40, frame.height - 24))
    if seen.is_empty or seen.area < 300:
        return None
    point = seen.representative_point()
    return round(point.x, 1), round(point.y, 1)
