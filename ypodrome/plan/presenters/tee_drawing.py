"""What the thrower has before them: the ground in perspective, and the mark to throw at."""

from __future__ import annotations

import math
from dataclasses import dataclass, field
from itertools import pairwise

import numpy as np
import shapely
from django.utils.safestring import mark_safe
from numpy.typing import NDArray
from shapely.geometry import LineString

from ypodrome.core.api import Barrier, Option, Scene, heights, with_scene
from ypodrome.drawing.frame import basket_of, path_of, relative_path
from ypodrome.drawing.hole_drawing import Label

WIDTH, HEIGHT = 424.0, 188.0
HORIZON, MARGIN = 0.62 * HEIGHT, 36.0
EYE_M = 1.65
NEAREST_M = 4.0
FARTHEST_M = 190.0
RIDGES_M = (8, 12, 18, 26, 36, 48, 62, 80, 100, 125, 160, 190)
EDGE_TREE_M, FACE_STEP_M = 6.5, 3.0


@dataclass(frozen=True)
class Camera:
    """A pinhole at the lie, looking level along `heading` [rad]."""

    eye: tuple[float, float, float]
    heading: float
    focal_px: float
    horizon_px: float

    def see(self, points: NDArray[np.float64], z: NDArray[np.float64]) -> tuple[NDArray, NDArray]:
        """Pixels [n, 2] and distance ahead [n, m] of points [n, 2] at heights [n]."""
        gap = points - np.array(self.eye[:2])
        c, s = math.cos(self.heading), math.sin(self.heading)
        ahead, left = gap @ np.array([c, s]), gap @ np.array([-s, c])
        depth = np.maximum(ahead, 0.1)
        x = WIDTH / 2 - left / depth * self.focal_px
        y = self.horizon_px - (z - self.eye[2]) / depth * self.focal_px
        return np.stack([x, y], axis=1), ahead


@dataclass
class TeeDrawing:
    """Path data of the thrower's view; `things`, the ground among them, are SVG, far ones first: what is near
    hides what is behind it."""

    width: float = WIDTH
    height: float = HEIGHT
    things: str = ""
    labels: list[Label] = field(default_factory=list)
    flight: str = ""
    basket: str = ""
    basket_x: float = 0.0
    aim_x: float = 0.0
    aim_y: float = 0.0


def draw_tee_view(option: Option, scene: Scene) -> TeeDrawing:
    """The view from the lie of an option, wide enough to hold both the aim and the basket."""
    camera = _camera(option, scene)
    drawing = TeeDrawing()
    drawing.things = mark_safe(_things(scene, camera))  # numbers and our own looks only
    drawing.labels = _landmarks(scene, camera)
    path = option.forecast.path
    pixels, ahead = camera.see(path[:, 1:3], path[:, 3])
    drawing.flight = path_of(pixels[ahead > NEAREST_M])
    drawing.basket, drawing.basket_x = _basket(scene, camera)
    heading = math.radians(option.throw.heading_deg)
    off = heading - camera.heading
    off = math.atan2(math.sin(off), math.cos(off))
    drawing.aim_x = round(WIDTH / 2 - math.tan(off) * camera.focal_px, 1)
    rise = math.tan(math.radians(option.throw.launch_deg)) * camera.focal_px / math.cos(off)
    drawing.aim_y = round(max(camera.horizon_px - rise, 9.0), 1)
    return drawing


def _camera(option: Option, scene: Scene) -> Camera:
    lie = np.array(option.throw.lie)
    to_pin = math.atan2(scene.pin.at[1] - lie[1], scene.pin.at[0] - lie[0])
    off = math.radians(option.throw.heading_deg) - to_pin
    off = math.atan2(math.sin(off), math.cos(off))
    half = min(max(math.radians(20.0), abs(off) / 2 + math.radians(11.0)), math.radians(52.0))
    ground, foot = heights(scene.field, np.array([lie, scene.pin.at])).tolist()
    focal = WIDTH / 2 / math.tan(half)
    below = (ground + EYE_M - foot) / max(math.dist(lie, scene.pin.at), NEAREST_M) * focal
    return Camera((float(lie[0]), float(lie[1]), ground + EYE_M), to_pin + off / 2, focal, _horizon(below))


def _horizon(below_px: float) -> float:
    """Where the horizon is drawn: usual, or so that a basket that far below it is in the picture."""
    return min(max(HORIZON, MARGIN - below_px), HEIGHT - MARGIN - below_px)


def _ridges(scene: Scene, camera: Camera) -> list[tuple[float, str]]:
    """Distance and SVG of the real ground nearer than lines of equal distance: they bunch where it rises to
    the eye."""
    lines = []
    angles = camera.heading + np.linspace(math.radians(56), -math.radians(56), 70)
    for distance in reversed(RIDGES_M):
        points = np.array(camera.eye[:2]) + distance * np.stack([np.cos(angles), np.sin(angles)], 1)
        pixels, _ = camera.see(points, heights(scene.field, np.ascontiguousarray(points)))
        keep = (pixels[:, 0] > -60) & (pixels[:, 0] < WIDTH + 60)
        if keep.sum() > 1:
            edge = np.array([[WIDTH + 60, HEIGHT + 5], [-60, HEIGHT + 5]])
            ground = path_of(np.concatenate([pixels[keep], edge]), closed=True)
            lines.append((float(distance), f'<path class="ridge" d="{ground}"/>'))
    return lines


@dataclass(frozen=True)
class Standing:
    """What stands on a scene and looks like a tree: places [n, 2], ground [n, m], and of each its trunk's and
    crown's radius, the crown's base and top [n, m]; `wood` [n]: at the edge of a wood."""

    at: NDArray[np.float64]
    ground: NDArray[np.float64]
    sizes: NDArray[np.float64]
    wood: NDArray[np.bool_]


@with_scene
def _standing(scene: Scene) -> Standing:
    rows = [
        (*t.at, t.trunk_radius_m, t.canopy_radius_m, t.canopy_base_m, t.height_m, 0.0) for t in scene.trees
    ]
    for grove in scene.groves:
        ring, base = grove.shape.exterior, max(grove.canopy_base_m, 0.5)
        for s in np.arange(0.0, ring.length, EDGE_TREE_M):
            p = ring.interpolate(s)
            rows.append((p.x, p.y, 0.16 if base < 4 else 0.0, 2.6, base, grove.height_m, 1.0))
    table = np.array(rows, float).reshape(-1, 7)
    at = np.ascontiguousarray(table[:, :2])
    return Standing(at, np.asarray(heights(scene.field, at)), table[:, 2:6], table[:, 6] > 0.0)


def _things(scene: Scene, camera: Camera) -> str:
    """Ground, trees, edges of woods and walls as SVG, far ones first."""
    found = _ridges(scene, camera) + _trees(_standing(scene), camera)
    for barrier in scene.barriers:
        found += _walls(barrier, scene, camera)
    return "".join(svg for _, svg in sorted(found, key=lambda t: -t[0]))


def _trees(standing: Standing, camera: Camera) -> list[tuple[float, str]]:
    """Distance and SVG of every tree that is seen."""
    trunks, radii, bases, tops = standing.sizes.T
    foot, ahead = camera.see(standing.at, standing.ground)
    low, _ = camera.see(standing.at, standing.ground + bases)
    high, _ = camera.see(standing.at, standing.ground + tops)
    x = foot[:, 0]
    seen = (ahead >= NEAREST_M) & (ahead <= FARTHEST_M) & (x > -80) & (x < WIDTH + 80)
    px = camera.focal_px / np.maximum(ahead, NEAREST_M)
    away = np.hypot(*(standing.at - camera.eye[:2]).T)
    columns = (away, x, foot[:, 1], low[:, 1], high[:, 1], trunks * px, radii * px, standing.at[:, 0])
    rows = zip(*(c[seen].tolist() for c in columns), standing.wood[seen].tolist(), strict=True)
    return [(row[0], _tree(*row)) for row in rows]


def _tree(
    depth: float, x: float, foot: float, low: float, high: float, trunk: float, radius: float, place: float,
    wood: bool,
) -> str:  # fmt: skip
    """A trunk and a lobed crown."""
    middle, half = (low + high) / 2, abs(low - high) / 2
    points = 30 if depth < 40 else 14
    angles = [2.0 * math.pi * k / points for k in range(points)]
    lobes = [1.0 + 0.08 * math.sin(5.0 * a + place) for a in angles]
    rows = zip(lobes, angles, strict=True)
    ring = [(x + radius * k * math.cos(a), middle + half * k * math.sin(a)) for k, a in rows]
    look = f"crown{' wood' if wood else ''}{' far' if depth > 70 else ''}"
    crown = f'<path class="{look}" d="{relative_path(ring)}"/>'
    if trunk <= 0.0:
        return crown
    w = max(trunk, 0.4)
    stem = relative_path([(x - w, foot), (x - w, middle), (x + w, middle), (x + w, foot)])
    return f'<path class="trunk" d="{stem}"/>{crown}'


def _walls(barrier: Barrier, scene: Scene, camera: Camera) -> list[tuple[float, str]]:
    """Distance and SVG of what is seen of a wall, or of every face of one that goes round something: the near
    faces hide the far ones."""
    if barrier.shape.geom_type != "Polygon":
        return _face(barrier.shape, barrier, scene, camera)
    corners = shapely.get_coordinates(barrier.shape.exterior)
    faces = map(LineString, pairwise(corners))
    return [seen for face in faces for seen in _face(face, barrier, scene, camera)]


def _face(line: LineString, barrier: Barrier, scene: Scene, camera: Camera) -> list[tuple[float, str]]:
    steps = max(1, math.ceil(line.length / FACE_STEP_M))
    points = shapely.get_coordinates(
        shapely.line_interpolate_point(line, np.linspace(0.0, 1.0, steps + 1), normalized=True)
    )
    ground = heights(scene.field, points)
    low, ahead = camera.see(points, ground + barrier.base_m)
    high, _ = camera.see(points, ground + barrier.top_m)
    seen = ahead > NEAREST_M
    if seen.sum() < 2:
        return []
    shape = np.concatenate([low[seen], high[seen][::-1]])
    away = np.hypot(*(points - camera.eye[:2]).T).mean()
    return [(float(away), f'<path class="wall" d="{path_of(shape, closed=True)}"/>')]


def _landmarks(scene: Scene, camera: Camera) -> list[Label]:
    labels = []
    for mark in scene.landmarks:
        point = np.array([mark.at], float)
        top = heights(scene.field, point) + mark.height_m
        pixels, ahead = camera.see(point, top)
        x, y = float(pixels[0, 0]), float(pixels[0, 1])
        if ahead[0] > NEAREST_M and 4 < x < WIDTH - 4:
            anchor = "end" if x > WIDTH * 0.7 else "start"
            foot = camera.see(point, top - mark.height_m)[0][0, 1]
            staff = f"M{x:.1f} {foot:.1f}V{max(y, 24.0):.1f}"
            labels.append(Label(round(x, 1), round(max(y, 22.0), 1), mark.name, staff, anchor))
    return labels


def _basket(scene: Scene, camera: Camera) -> tuple[str, float]:
    point = np.repeat(np.array([scene.pin.at], float), 2, axis=0)
    z = heights(scene.field, point[:1])[0] + scene.pin.raised_m + np.array([0.0, 1.4])
    pixels, ahead = camera.see(point, z)
    x = float(pixels[0, 0])
    w = max(0.3 * camera.focal_px / max(float(ahead[0]), 1.0), 2.5)
    foot, top = (float(v) for v in pixels[:, 1])
    return basket_of(x, foot, top, w), round(x, 1)
