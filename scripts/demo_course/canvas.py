"""Collects the features of the demo course in metres and writes them as GeoJSON."""

from __future__ import annotations

import json
import math
import random
from dataclasses import dataclass, field
from pathlib import Path

from shapely import Point as Dot
from shapely import Polygon
from shapely.geometry import LineString

from ypodrome.interchange.frame import to_lon_lat

ORIGIN = (-30.21, 47.36)
"""In the open ocean: the island is ours."""

XY = tuple[float, float]


@dataclass
class Canvas:
    """Features drawn so far. Coordinates are metres east and north of the first tee."""

    features: list[dict] = field(default_factory=list)

    def add(self, kind: str, geometry: str, points, hole=None, **properties) -> None:
        if geometry == "Point":
            coordinates = place([points])[0]
        elif geometry == "LineString":
            coordinates = place(points)
        else:
            coordinates = [place([*points, points[0]])]
        told = {"kind": kind, **({} if hole is None else {"hole": hole}), **properties}
        shape = {"type": geometry, "coordinates": coordinates}
        self.features.append({"type": "Feature", "geometry": shape, "properties": told})

    def area(self, points, hole=None, **properties) -> None:
        self.add("area", "Polygon", points, hole, **properties)

    def landmark(self, at: XY, hole, name: str, height_m: float) -> None:
        self.add("landmark", "Point", at, hole, name=name, height_m=height_m)

    def barrier(self, points, hole, **properties) -> None:
        self.add("barrier", "LineString", points, hole, **properties)

    def trees(self, points, hole, seed: int, **size) -> None:
        """Trees of one name, their sizes drawn around the given ones."""
        rng = random.Random(seed)
        for at in points:
            radius = round(size.get("radius", 3.0) * rng.uniform(0.8, 1.25), 1)
            self.add(
                "tree", "Point", at, hole, canopy_radius_m=radius,
                height_m=round(size.get("height", 11.0) * rng.uniform(0.85, 1.2), 1),
                canopy_base_m=size.get("base", 1.8), density_per_m=size.get("density", 0.3),
                trunk_radius_m=size.get("trunk", 0.2), name=size.get("name", "a tree"),
            )  # fmt: skip

    def copse(self, points, hole, seed: int, count: int, lines: list[LineString], **size) -> None:
        """Trees scattered in a polygon, 5 m apart, clear of the lines of play."""
        rng, shape = random.Random(seed), Polygon(points)
        west, south, east, north = shape.bounds
        placed: list[XY] = []
        for _ in range(60 * count):
            if len(placed) == count:
                break
            at = (round(rng.uniform(west, east), 1), round(rng.uniform(south, north), 1))
            clear = all(line.distance(Dot(at)) > size.get("clear", 7.0) for line in lines)
            if shape.contains(Dot(at)) and clear and all(math.dist(at, p) > 5.0 for p in placed):
                placed.append(at)
        self.trees(placed, hole, seed + 1, **{k: v for k, v in size.items() if k != "clear"})

    def woods(self, points, hole, name: str, surface: str = "leaves", **size) -> None:
        """A grove and the sheltered floor under it."""
        self.area(points, hole, surface=surface, wind_factor=0.5, name=f"{name} floor")
        self.add("grove", "Polygon", points, hole, name=name, height_m=size.get("height", 15),
                 canopy_base_m=size.get("base", 1.8), density_per_m=size.get("density", 0.3),
                 floor_density_per_m=size.get("floor", 0.14))  # fmt: skip

    def write(self, path: Path, head: dict) -> None:
        lines = ",\n".join(json.dumps(f, ensure_ascii=False) for f in self.features)
        start = json.dumps({"type": "FeatureCollection", "ypodrome": head}, ensure_ascii=False)
        path.write_text(f'{start[:-1]}, "features": [\n{lines}\n]}}\n', encoding="utf-8")


def place(points) -> list[list[float]]:
    """Longitude and latitude of points in metres, to a millimetre or so."""
    return [[round(c, 8) for c in to_lon_lat(ORIGIN, p)] for p in points]


@dataclass(frozen=True)
class Lane:
    """The ground seen from a tee towards a pin: metres forward and to the left."""

    tee: XY
    pin: XY

    def at(self, forward: float, left: float = 0.0) -> XY:
        length = math.dist(self.tee, self.pin)
        fx, fy = (self.pin[0] - self.tee[0]) / length, (self.pin[1] - self.tee[1]) / length
        x = self.tee[0] + forward * fx - left * fy
        y = self.tee[1] + forward * fy + left * fx
        return round(x, 1), round(y, 1)

    def all(self, *points: XY) -> list[XY]:
        return [self.at(f, left) for f, left in points]

    @property
    def length(self) -> float:
        return math.dist(self.tee, self.pin)
