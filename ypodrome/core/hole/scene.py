"""A hole as it is played today: one tee, one pin, and everything that can matter to a throw."""

from __future__ import annotations

import hashlib
import math
from dataclasses import dataclass
from functools import cached_property
from typing import Any, TypeVar

import numpy as np
import shapely
from numpy.typing import NDArray
from shapely.geometry import MultiPolygon, Polygon
from shapely.geometry.base import BaseGeometry
from shapely.ops import unary_union

from ypodrome.core.ground.field import BIN_M, Field, cleared
from ypodrome.core.hole.edges import segments_of
from ypodrome.core.hole.features import (
    Area,
    Barrier,
    Course,
    DropZone,
    Grove,
    HoleLine,
    Landmark,
    Mando,
    Pin,
    Point,
    SpotHeight,
    Tee,
    Tree,
    Unknown,
)
from ypodrome.core.hole.packing import pack_field
from ypodrome.core.hole.shapes import holds

LOW_M, SOLID = 0.5, 0.5
"""An outline's barrier fills its ground when it starts below this and stops at least this share of discs
(chosen: buildings and great rocks, not nets)."""

Placed = TypeVar("Placed", Tee, Pin, DropZone, Landmark, Area, Tree, Grove, Barrier, Mando, Unknown)
Labelled = TypeVar("Labelled", Tee, Pin)

MARGIN_M = 45.0
"""Ground around tee, line and pin that a throw may reach (chosen)."""


@dataclass(frozen=True, eq=False)
class Scene:
    """One hole with its chosen tee and pin; all coordinates in course metres. Each is itself only: what was
    worked out for one is found again by it, not by comparing all that stands on it."""

    line: HoleLine
    tee: Tee
    pin: Pin
    par: int
    drop_zones: tuple[DropZone, ...] = ()
    landmarks: tuple[Landmark, ...] = ()
    spot_heights: tuple[SpotHeight, ...] = ()
    areas: tuple[Area, ...] = ()
    trees: tuple[Tree, ...] = ()
    groves: tuple[Grove, ...] = ()
    barriers: tuple[Barrier, ...] = ()
    mandos: tuple[Mando, ...] = ()
    unknowns: tuple[Unknown, ...] = ()
    wet: bool = False

    @cached_property
    def bounds(self) -> tuple[float, float, float, float]:
        """West, south, east, north [m] of the ground considered, in whole bins, so that a mirrored hole
        has mirrored cells."""
        points = [*self.line.points, self.tee.at, self.pin.at, *(z.at for z in self.drop_zones)]
        xs, ys = [p[0] for p in points], [p[1] for p in points]
        low, high = (min(xs) - MARGIN_M, min(ys) - MARGIN_M), (max(xs) + MARGIN_M, max(ys) + MARGIN_M)
        west, south = (BIN_M * math.floor(v / BIN_M) for v in low)
        east, north = (BIN_M * math.ceil(v / BIN_M) for v in high)
        return west, south, east, north

    @cached_property
    def out_of_bounds(self) -> Polygon | MultiPolygon:
        """All ground that is out of bounds within `bounds`."""
        out = unary_union([a.shape for a in self.areas if a.play == "ob"])
        islands = [a.shape for a in self.areas if a.play == "island"]
        if islands:
            everything = shapely.box(*self.bounds).buffer(200.0)
            out = unary_union([out, everything.difference(unary_union(islands))])
        return out

    @cached_property
    def out_of_bounds_edge(self) -> NDArray[np.float64]:
        """The straight pieces [n, 4] of the line around what is out of bounds."""
        return segments_of(self.out_of_bounds.boundary)

    @cached_property
    def buildings(self) -> Polygon | MultiPolygon:
        """All ground that something solid stands on: nobody throws from within."""
        return unary_union(
            [
                b.shape
                for b in self.barriers
                if isinstance(b.shape, Polygon) and b.base_m < LOW_M and b.solid >= SOLID
            ]
        )

    @cached_property
    def water(self) -> Polygon | MultiPolygon:
        """All water."""
        return unary_union([a.shape for a in self.areas if a.surface == "water"])

    @cached_property
    def packed(self) -> tuple[Field, tuple[str, ...]]:
        """Arrays for the compiled loop and the names its feature numbers stand for."""
        return pack_field(self)

    @property
    def field(self) -> Field:
        return self.packed[0]

    @cached_property
    def bare_field(self) -> Field:
        """The ground alone: no obstacle, no bounds. Used to solve a throw before it is tested."""
        return cleared(self.field)

    @property
    def distance_m(self) -> float:
        """Straight distance from tee to pin."""
        return math.dist(self.tee.at, self.pin.at)

    @property
    def line_of_play(self) -> tuple[Point, ...]:
        """The hole's line by its own bends, between this tee and pin."""
        return (self.tee.at, *self.line.points[1:-1], self.pin.at)

    def in_bounds(self, places: NDArray[np.float64]) -> NDArray[np.bool_]:
        """Whether places [n, 2] are in bounds and on the ground considered."""
        west, south, east, north = self.bounds
        within = (places > (west, south)).all(axis=1) & (places < (east, north)).all(axis=1)
        return np.asarray(within & ~holds(self.out_of_bounds, *places.T))

    def drop_zone(self, serves: str) -> Point | None:
        """The drop zone for "ob" or "mando", if there is one."""
        for zone in self.drop_zones:
            if zone.serves in (serves, "both"):
                return zone.at
        return None


def scene_for(
    course: Course, number: int, tee: str | None = None, pin: str | None = None,
    par: int | None = None, wet: bool = False,
) -> Scene:  # fmt: skip
    """The scene of hole `number` from the tee and pin with these labels (the first if not given).

    Raises
    ------
    LookupError
        When the hole, tee or pin does not exist; the message says which there are.
    """
    line = next((h for h in course.lines if h.number == number), None)
    if line is None:
        known = ", ".join(map(str, course.hole_numbers())) or "none"
        raise LookupError(f"hole {number} is not on this course (holes: {known})")

    def mine(features: tuple[Placed, ...]) -> tuple[Placed, ...]:
        return tuple(f for f in features if not f.holes or number in f.holes)

    return Scene(
        line=line,
        tee=_labelled(mine(course.tees), tee, "tee", number),
        pin=_labelled(mine(course.pins), pin, "pin", number),
        par=par or line.par,
        drop_zones=mine(course.drop_zones),
        landmarks=mine(course.landmarks),
        spot_heights=course.spot_heights,
        areas=mine(course.areas),
        trees=mine(course.trees),
        groves=mine(course.groves),
        barriers=mine(course.barriers),
        mandos=mine(course.mandos),
        unknowns=mine(course.unknowns),
        wet=wet,
    )


def scene_document(scene: Scene) -> list[Any]:
    """The ground of a scene as plain values: its places and rules of play, what stands or lies on the ground
    considered, and the heights there. Two scenes with one document, par and weather have one plan."""
    ground = shapely.box(*scene.bounds)

    def near(feature: Any) -> bool:
        shape = getattr(feature, "shape", None) or shapely.Point(feature.at)
        return bool(shape.intersects(ground))

    things = (scene.landmarks, scene.areas, scene.trees, scene.groves, scene.barriers, scene.mandos,
              scene.unknowns)  # fmt: skip
    heights_mm = np.round(1000.0 * scene.field.height).astype(np.int64)  # last digits differ between machines
    return [
        _plain(scene.line), _plain(scene.tee), _plain(scene.pin),
        [_plain(z) for z in scene.drop_zones],
        [[_plain(f) for f in kind if near(f)] for kind in things],
        hashlib.sha256(heights_mm.tobytes()).hexdigest(), bool(scene.spot_heights),
    ]  # fmt: skip


def _plain(feature: Any) -> list[Any]:
    return [v.wkb_hex if isinstance(v, BaseGeometry) else v for v in vars(feature).values()]


def _labelled(features: tuple[Labelled, ...], label: str | None, what: str, number: int) -> Labelled:
    if not features:
        raise LookupError(f"hole {number} has no {what}")
    if label is None:
        return features[0]
    for feature in features:
        if feature.label == label:
            return feature
    known = ", ".join(f.label for f in features)
    raise LookupError(f'hole {number} has no {what} "{label}" (there is: {known})')


def whole_course(course: Course) -> Scene:
    """All of a course as one scene, to look across from hole to hole; its tee and pin are the first."""
    corners = [p for line in course.lines for p in line.points]
    line = HoleLine(0, tuple(corners))
    return Scene(
        line=line, tee=Tee((), "", corners[0]), pin=Pin((), "", corners[-1]), par=3,
        landmarks=course.landmarks, spot_heights=course.spot_heights, areas=course.areas,
        trees=course.trees, groves=course.groves, barriers=course.barriers, unknowns=course.unknowns,
    )  # fmt: skip
