"""Features of a course in local metres (x east, y north of the course origin)."""

from __future__ import annotations

from dataclasses import dataclass

from shapely.geometry import LineString, MultiPolygon, Polygon

Point = tuple[float, float]
HoleNumbers = tuple[int, ...]
"""Holes a feature belongs to; empty for all."""


@dataclass(frozen=True)
class HoleLine:
    """A hole's line of play and its printed facts."""

    number: int
    points: tuple[Point, ...]
    name: str = ""
    par: int = 3
    sign_distance_m: float | None = None
    ob_play: str = "last_in_bounds"
    overhead_allowed: bool = True
    notes: str = ""


@dataclass(frozen=True)
class Tee:
    holes: HoleNumbers
    label: str
    at: Point
    surface: str = "pavement"


@dataclass(frozen=True)
class Pin:
    holes: HoleNumbers
    label: str
    at: Point
    raised_m: float = 0.0


@dataclass(frozen=True)
class DropZone:
    holes: HoleNumbers
    label: str
    at: Point
    serves: str = "both"


@dataclass(frozen=True)
class Landmark:
    holes: HoleNumbers
    name: str
    at: Point
    height_m: float = 5.0


@dataclass(frozen=True)
class SpotHeight:
    holes: HoleNumbers
    at: Point
    z_m: float


@dataclass(frozen=True)
class Area:
    """Ground of one kind. `shape` is a polygon or multipolygon."""

    holes: HoleNumbers
    shape: Polygon | MultiPolygon
    play: str = "in"
    surface: str = "cut_grass"
    find_chance: float = 1.0
    people: str = "none"
    wind_factor: float = 1.0
    name: str = ""


@dataclass(frozen=True)
class Tree:
    holes: HoleNumbers
    at: Point
    trunk_radius_m: float = 0.2
    height_m: float = 12.0
    canopy_radius_m: float = 3.0
    canopy_base_m: float = 2.5
    density_per_m: float = 0.25
    name: str = ""


@dataclass(frozen=True)
class Grove:
    holes: HoleNumbers
    shape: Polygon
    height_m: float = 12.0
    canopy_base_m: float = 2.5
    density_per_m: float = 0.3
    floor_density_per_m: float = 0.1
    name: str = ""


@dataclass(frozen=True)
class Barrier:
    holes: HoleNumbers
    shape: LineString | Polygon
    what: str = "wall"
    base_m: float = 0.0
    top_m: float = 2.0
    solid: float = 1.0
    name: str = ""


@dataclass(frozen=True)
class Mando:
    holes: HoleNumbers
    shape: LineString
    label: str = ""


@dataclass(frozen=True)
class Unknown:
    """Ground nobody has looked at yet: a green not seen, woods not measured, lie of the land."""

    holes: HoleNumbers
    shape: Polygon
    what: str = "ground"
    note: str = ""


@dataclass(frozen=True)
class LayoutHole:
    """One hole as a layout plays it."""

    number: int
    tee: str
    pin: str
    par: int


@dataclass(frozen=True)
class Layout:
    name: str
    division: str
    holes: tuple[LayoutHole, ...]


@dataclass(frozen=True)
class Course:
    """A course: features of all holes around one origin (longitude, latitude in degrees)."""

    name: str
    origin: tuple[float, float]
    layouts: tuple[Layout, ...] = ()
    lines: tuple[HoleLine, ...] = ()
    tees: tuple[Tee, ...] = ()
    pins: tuple[Pin, ...] = ()
    drop_zones: tuple[DropZone, ...] = ()
    landmarks: tuple[Landmark, ...] = ()
    spot_heights: tuple[SpotHeight, ...] = ()
    areas: tuple[Area, ...] = ()
    trees: tuple[Tree, ...] = ()
    groves: tuple[Grove, ...] = ()
    barriers: tuple[Barrier, ...] = ()
    mandos: tuple[Mando, ...] = ()
    unknowns: tuple[Unknown, ...] = ()

    def hole_numbers(self) -> list[int]:
        """Numbers of the holes drawn, in order."""
        return sorted(line.number for line in self.lines)
