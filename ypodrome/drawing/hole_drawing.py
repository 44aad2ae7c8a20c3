"""The hole from above, to scale: ground, obstacles, contours."""

from __future__ import annotations

import math
from dataclasses import dataclass, field
from typing import Any

import numpy as np
import shapely
from numpy.typing import NDArray

from ypodrome.core.api import Scene, contour_lines, holds, with_scene
from ypodrome.drawing.frame import Frame, hole_frame, path_of, relative_path
from ypodrome.wording.measures import in_metres, length, round_step

WIDTH, HEIGHT = 424.0, 736.0
CANOPY_STEP_M = 5.2
CORNERS = ((5.0, 11), (12.0, 15), (math.inf, 22))
"""Corners of a crown's outline by its radius [px] (chosen: as few as look round)."""

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
    crowns: list[Mark] = field(default_factory=list)
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


@dataclass(frozen=True)
class Look:
    """How a hole is drawn: its size [px] and scale [px/m] (None: as large as fits); with contours and names;
    and lightly, woods as a pattern and outlines no finer than can be seen, where a page has many; and what is
    to be seen besides the hole [m]."""

    width: float = WIDTH
    height: float = HEIGHT
    scale: float | None = None
    detail: bool = True
    light: bool = False
    also: tuple[tuple[float, float], ...] = ()


SHEET = Look()


@with_scene
def draw_hole(scene: Scene, units: str, look: Look = SHEET) -> tuple[HoleDrawing, Frame]:
    """The drawing of a scene, and the frame that later marks are drawn in; kept, and not to be changed."""
    frame = hole_frame(scene, look.width, look.height, look.scale, look.also)
    drawing = HoleDrawing(look.width, look.height)
    draw_in(drawing, scene, frame, look.light)
    drawing.line_of_play = path_of(frame.pixels(np.array(scene.line.points)))
    drawing.tee, drawing.pin = frame.one(scene.tee.at), frame.one(scene.pin.at)
    drawing.circle_1, drawing.circle_2 = 10.0 * frame.scale, 20.0 * frame.scale
    drawing.north_deg = math.degrees(frame.angle) - 90.0
    if look.detail:
        drawing.contours = _contours(scene, frame)
        drawing.labels = _labels(scene, frame)
        step_m = in_metres(round_step(units), units)
        drawing.scale_px = step_m * frame.scale
        drawing.scale_text = length(step_m, units)
    return drawing, frame


def draw_in(drawing: HoleDrawing, scene: Scene, frame: Frame, light: bool = False) -> None:
    """Areas, woods, trees, walls and mandatories of a scene in a frame."""
    drawing.areas = [mark for area in scene.areas for mark in _area(area, frame)]
    drawing.areas += [_unknown(unknown, frame) for unknown in scene.unknowns]
    drawing.crowns = _woods(scene, frame, light) + _trees(scene, frame)
    drawing.lines = _lines(scene, frame)


def _unknown(unknown: Any, frame: Frame) -> Mark:
    return Mark("unknown", frame.outline(_rings(unknown.shape)[0]), f"{unknown.what} not yet seen")


def _rings(shape: Any) -> list[np.ndarray]:
    polygons = shape.geoms if shape.geom_type == "MultiPolygon" else [shape]
    return [np.array(p.exterior.coords)[:, :2] for p in polygons]


def _area(area: Any, frame: Frame) -> list[Mark]:
    d = "".join(frame.outline(ring) for ring in _rings(area.shape))
    if not d:
        return []
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


def _woods(scene: Scene, frame: Frame, light: bool) -> list[Mark]:
    """Groves, filled with crowns set out on a jittered grid inside them, or with a pattern of crowns; those
    with nothing below a canopy as a canopy."""
    marks = []
    for grove in scene.groves:
        ring = frame.outline(_rings(grove.shape)[0])
        low = grove.floor_density_per_m < 0.05
        look = "ceiling" if low else "grove light" if light else "grove"
        if not ring:
            continue
        marks.append(Mark(look, ring, grove.name or "woods"))
        if not (low or light):
            crowns = _crowns(_scattered(grove.shape), np.array(2.6), frame)
            marks.append(Mark("crown wood", crowns))
    return marks


def _trees(scene: Scene, frame: Frame) -> list[Mark]:
    """Trees that have a name each with it, and all others in one path."""
    named = [t for t in scene.trees if t.name]
    others = [t for t in scene.trees if not t.name]
    marks = []
    if others:
        at, wide = np.array([t.at for t in others]), np.array([t.canopy_radius_m for t in others])
        marks.append(Mark("crown", _crowns(at, wide, frame)))
    for tree in named:
        d = _crowns(np.array([tree.at]), np.array(tree.canopy_radius_m), frame)
        marks.append(Mark("crown", d, tree.name))
    return [m for m in marks if m.d]


def _crowns(at: NDArray[np.float64], radius_m: NDArray[np.float64], frame: Frame) -> str:
    """Crowns at places [n, 2] as far as they are seen, each a lobed outline turned by its place so that no
    two look stamped."""
    places = frame.pixels(at)
    radii = np.broadcast_to(np.maximum(radius_m, 0.4) * frame.scale, len(at))
    seen = frame.sees(places, radii[:, None])
    turns = np.sin(12.9898 * at[:, 0] + 78.233 * at[:, 1]) * math.pi
    rows = zip(places[seen], radii[seen], turns[seen], strict=True)
    return "".join(_crown(x, y, r, turn) for (x, y), r, turn in rows)


def _crown(x: float, y: float, radius_px: float, turn: float) -> str:
    points = next(n for up_to, n in CORNERS if radius_px <= up_to)
    angles = [2.0 * math.pi * k / points for k in range(points)]
    lobes = [1.0 + 0.09 * math.sin(5.0 * a + turn) + 0.05 * math.sin(3.0 * a - turn) for a in angles]
    rows = zip(lobes, angles, strict=True)
    ends = [(x + radius_px * k * math.cos(a), y + radius_px * k * math.sin(a)) for k, a in rows]
    return relative_path(ends)


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
