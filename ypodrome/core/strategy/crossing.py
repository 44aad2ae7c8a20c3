"""What lies across the way to the pin: carried, gone round, or stayed short of."""

from __future__ import annotations

import math
from collections.abc import Sequence
from functools import lru_cache

import numpy as np
import shapely
from numpy.typing import NDArray
from shapely.geometry.base import BaseGeometry

from ypodrome.core.hole.features import Area, Point
from ypodrome.core.hole.scene import Scene
from ypodrome.core.hole.shapes import holds

DECIDED = 0.8
"""Share of throws that must end beyond what lies across the way to count as carrying it, or on the near
side to count as laying up (chosen: between the two a throw leaves it to luck)."""

WAY_ROUND_M = 15.0
"""What reaches less far than this to one side of the line is gone round, not carried (chosen: about as wide
as a late fade)."""

EDGE_M, FAR_M = 10.0, 1.0e5
"""Longest edge that casts one shadow, and how far it falls (chosen: from a decimetre away it is still seen to
fall a kilometre)."""

CLEAR_SPREADS = 2.5
"""Spreads of aim, at its distance, that a placement stays clear of what bars the way (chosen: 10 m at 90 m
for a club player)."""


def room_m(aim_deg: float, away_m: NDArray[np.float64]) -> NDArray[np.float64]:
    """How far from what bars the way places at these distances should lie, for a spread of aim."""
    return CLEAR_SPREADS * math.radians(aim_deg) * away_m


def barring(scene: Scene) -> tuple[Area, ...]:
    """Areas that must be carried, gone round or stayed short of: out of bounds, hazards and water."""
    return tuple(a for a in scene.areas if a.play in ("ob", "hazard") or a.surface == "water")


def clearances(areas: Sequence[Area], places: NDArray[np.float64]) -> NDArray[np.float64]:
    """Distances [n, m] from places [n, 2] to the nearest of the areas."""
    every = shapely.union_all([a.shape for a in areas])
    return np.asarray(shapely.distance(shapely.points(places), every))


def in_the_way(scene: Scene, lie: Point) -> tuple[Area, ...]:
    """The areas that bar the way from a lie to the pin, nearest first: the straight line crosses them, and so
    do its parallels on either hand, so that they cannot simply be gone round."""
    start, pin = np.array(lie), np.array(scene.pin.at)
    on = WAY_ROUND_M * (pin - start) / max(float(np.hypot(*(pin - start))), 1e-9)
    aside = np.array([-on[1], on[0]])
    beside = shapely.linestrings([[start - on + k * aside, pin + on + k * aside] for k in (1, -1)])
    line, here = shapely.LineString([start, pin]), shapely.Point(lie)
    found = [a for a in barring(scene) if a.shape.intersects(line)]
    found = [a for a in found if not shapely.intersects(a.shape, [here, shapely.Point(pin)]).any()]
    found = [a for a in found if shapely.intersects(a.shape, beside).all()]
    return tuple(sorted(found, key=lambda a: here.distance(line.intersection(a.shape))))


def carried(areas: Sequence[Area], lie: Point, ends: NDArray[np.float64]) -> NDArray[np.bool_]:
    """Which of the areas [k] a throw from a lie to each of the ends [n, 2] leaves behind: [n, k]."""
    over = np.zeros((len(ends), len(areas)), bool)
    for i, area in enumerate(areas):
        over[:, i] = holds(_behind(area.shape, lie), *ends.T)
    return over


@lru_cache(maxsize=64)
def _behind(shape: BaseGeometry, lie: Point) -> BaseGeometry:
    """The ground behind a shape, seen from a lie: where the straight way crosses the shape and leaves it.
    Asked in place of a line for every end, which takes ten times as long."""
    rims = [shapely.get_coordinates(rim) for rim in shapely.get_parts(shape.segmentize(EDGE_M).boundary)]
    near = np.concatenate([np.stack([rim[:-1], rim[1:]], axis=1) for rim in rims]) - lie
    (ax, ay), (bx, by) = near[:, 0].T, near[:, 1].T
    near = near[np.abs(ax * by - ay * bx) > 1e-9 * (ax**2 + ay**2 + bx**2 + by**2)]
    far = near * (FAR_M / np.hypot(near[..., 0], near[..., 1]))[..., None]
    behind = shapely.polygons(lie + np.concatenate([near, far[:, ::-1]], axis=1))
    return shapely.difference(shapely.union_all(behind), shape)


def shares_over(areas: Sequence[Area], lie: Point, ends: NDArray[np.float64]) -> NDArray[np.float64]:
    """Share of each throw's ends [m, draws, 2] that leave each of the areas [k] behind: [m, k]."""
    m, draws, _ = ends.shape
    return carried(areas, lie, ends.reshape(-1, 2)).reshape(m, draws, -1).mean(axis=1)


def decision(share_over: float) -> bool | None:
    """Whether a throw that ends beyond an area so often carries it, lays up, or leaves it to luck."""
    return True if share_over >= DECIDED else False if share_over <= 1.0 - DECIDED else None


def ahead_of(scene: Scene, areas: Sequence[Area], end: Point) -> tuple[Area, ...]:
    """Those of the areas that lie between an end and the pin, or hold the end."""
    onward = shapely.LineString([end, scene.pin.at])
    return tuple(a for a in areas if a.shape.intersects(onward))


def area_name(area: Area) -> str:
    """The area's name, or what it is."""
    kind = "the out of bounds" if area.play == "ob" else "the hazard"
    return area.name or ("the water" if area.surface == "water" else kind)
