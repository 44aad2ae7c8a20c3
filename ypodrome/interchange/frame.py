"""Longitude and latitude ↔ local metres around a course's origin.

An azimuthal equidistant projection on the WGS 84 ellipsoid (PROJ): distances from the origin are
exact, and within two kilometres others are true to a few centimetres.
"""

from __future__ import annotations

from collections.abc import Callable
from functools import lru_cache
from typing import Any

from pyproj import Transformer

from ypodrome.core.refused import Refused

LonLat = tuple[float, float]


@lru_cache(maxsize=64)
def _transformer(lon: float, lat: float, inverse: bool) -> Transformer:
    local = f"+proj=aeqd +lat_0={lat!r} +lon_0={lon!r} +datum=WGS84 +units=m"
    pair = (local, "EPSG:4326") if inverse else ("EPSG:4326", local)
    return Transformer.from_crs(*pair, always_xy=True)


def to_local(origin: LonLat, lon_lat: LonLat) -> tuple[float, float]:
    """Metres east and north of the origin."""
    x, y = _transformer(*origin, False).transform(*lon_lat)
    return float(x), float(y)


def to_lon_lat(origin: LonLat, point: tuple[float, float]) -> LonLat:
    """Longitude and latitude [deg] of local metres."""
    lon, lat = _transformer(*origin, True).transform(*point)
    return float(lon), float(lat)


FARTHEST_M = 20_000.0
"""A position farther from the origin than this is a slip (chosen: no course is that wide)."""

PLACES = 8
"""Decimals of a degree kept: a millimetre."""


def geometry_in_metres(origin: LonLat, geometry: dict[str, Any]) -> dict[str, Any]:
    """A GeoJSON geometry's coordinates as metres around an origin, to the millimetre."""

    def place(position: list[float]) -> list[float]:
        x, y = to_local(origin, (position[0], position[1]))
        return [round(x, 3), round(y, 3)]

    return {"type": geometry["type"], "coordinates": _each(geometry["coordinates"], place)}


def geometry_in_degrees(origin: LonLat, geometry: dict[str, Any]) -> dict[str, Any]:
    """A geometry in metres around an origin as GeoJSON longitude and latitude."""

    def place(position: list[float]) -> list[float]:
        if not max(abs(position[0]), abs(position[1])) <= FARTHEST_M:
            raise Refused(f"a position lies more than {FARTHEST_M / 1000:.0f} km away")
        lon, lat = to_lon_lat(origin, (position[0], position[1]))
        return [round(lon, PLACES), round(lat, PLACES)]

    return {"type": geometry["type"], "coordinates": _each(geometry["coordinates"], place)}


def _each(coordinates: Any, place: Callable[[list[float]], list[float]]) -> Any:
    if coordinates and isinstance(coordinates[0], list):
        return [_each(part, place) for part in coordinates]
    return place(coordinates)
