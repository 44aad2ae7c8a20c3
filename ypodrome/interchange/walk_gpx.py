"""GPX 1.1 waypoints of a walk → features of a course."""

from __future__ import annotations

import math
import re
from dataclasses import dataclass
from typing import Any

import gpxpy
import gpxpy.gpx

from ypodrome.interchange.plain import decode
from ypodrome.interchange.problems import FileProblems, Problem, refuse
from ypodrome.interchange.survey_words import read_word

MOST_WAYPOINTS = 5_000

Json = dict[str, Any]


@dataclass(frozen=True)
class Walk:
    """GeoJSON features, one a waypoint, corners joined to a line of play by hole; and what of the file is not
    used, in words."""

    features: list[Json]
    left_out: str


def read_walk(data: bytes) -> Walk:
    """What a walk came to.

    Raises
    ------
    FileProblems
        When the file is no GPX, has no waypoints, or waypoints lie off the earth.
    """
    text = decode(data)
    if re.search(r"<!DOCTYPE|<!ENTITY", text, re.IGNORECASE):
        raise refuse("file", "has a document type or entities, which a GPX file has no use for; remove them")
    try:
        document = gpxpy.parse(text)
    except (gpxpy.gpx.GPXException, ValueError, RecursionError) as error:
        raise refuse("file", f"is not GPX: {error}") from None
    waypoints = document.waypoints
    if not waypoints:
        raise refuse("file", "has no waypoints: mark tees, pins, corners and trees as waypoints", "wpt")
    if len(waypoints) > MOST_WAYPOINTS:
        raise refuse("file", f"has more than {MOST_WAYPOINTS} waypoints", "wpt")
    problems = [_wrong(k, point) for k, point in enumerate(waypoints, start=1)]
    found = [p for p in problems if p is not None]
    if found:
        raise FileProblems(found)
    return Walk(_features(waypoints), _left_out(document))


def _left_out(document: gpxpy.gpx.GPX) -> str:
    counts = {"track": len(document.tracks), "route": len(document.routes)}
    found = [f"{n} {what}{'s' if n > 1 else ''}" for what, n in counts.items() if n]
    return f"{' and '.join(found)}: only waypoints are read" if found else ""


def _wrong(number: int, point: gpxpy.gpx.GPXWaypoint) -> Problem | None:
    lat, lon = point.latitude, point.longitude
    if not (math.isfinite(lat) and math.isfinite(lon) and -90 <= lat <= 90 and -180 <= lon <= 180):
        return Problem(f"waypoint {number}", "lat, lon", f"lies off the earth ({lat}, {lon})")
    return None


def _features(waypoints: list[gpxpy.gpx.GPXWaypoint]) -> list[Json]:
    features: list[Json] = []
    ways: dict[int, list[list[float]]] = {}
    hole: int | None = None
    for point in waypoints:
        word = read_word(point.name or point.description or "", hole, point.elevation)
        hole = word.hole
        at = [round(point.longitude, 8), round(point.latitude, 8)]
        if word.kind in ("tee", "corner", "pin") and hole is not None:
            ways.setdefault(hole, []).append(at)
        if word.kind == "corner" or (word.kind == "spot_height" and "z_m" not in word.properties):
            continue
        numbered = {} if hole is None or word.kind == "spot_height" else {"hole": hole}
        features.append(_feature("Point", at, {"kind": word.kind, **numbered, **word.properties}))
    lines = [
        _feature("LineString", way, {"kind": "hole", "hole": n, "par": 3})
        for n, way in sorted(ways.items())
        if len(way) >= 2 and way[0] != way[-1]
    ]
    return lines + features


def _feature(geometry: str, coordinates: Any, properties: Json) -> Json:
    return {
        "type": "Feature",
        "geometry": {"type": geometry, "coordinates": coordinates},
        "properties": properties,
    }
