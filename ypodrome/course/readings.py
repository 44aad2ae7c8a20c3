"""Walks and laser shots → steps of the survey desk."""

from __future__ import annotations

import math
import re
from typing import Any

import numpy as np
from shapely.geometry import LineString

from ypodrome.core.api import Surface, contour_lines, surface_through
from ypodrome.core.refused import Refused
from ypodrome.course.edits import Step
from ypodrome.course.models import Course
from ypodrome.interchange.frame import geometry_in_metres
from ypodrome.interchange.problems import FileProblems, Problem, Problems
from ypodrome.interchange.shots_csv import Shot
from ypodrome.interchange.survey_words import read_word

Json = dict[str, Any]

PAST_THE_END_M = 5.0
GRID_M = 8.0
"""Grid on which the desk's contours are drawn (chosen: a second of computing on a whole course)."""

Place = tuple[float, float, float | None]
"""East and north [m] at the desk, height above the datum [m] where it is known."""


def steps_of_features(course: Course, features: list[Json]) -> list[Step]:
    """GeoJSON features as steps that add them."""
    return [
        {
            "at": None,
            "feature": {
                "geometry": geometry_in_metres(course.anchor, f["geometry"]),
                "properties": f["properties"],
            },
        }
        for f in features
    ]


def steps_of_shots(course: Course, shots: list[Shot]) -> list[Step]:
    """Every shot's target as a step that adds it; FileProblems names stations that are not known.

    A shot with a height to a station whose own height is known adds a spot height as well.
    """
    stations = known_stations(course)
    problems = Problems()
    steps: list[Step] = []
    last: Place | None = None
    for shot in shots:
        station = last if shot.station.lower() == "last" else _station(stations, shot)
        if station is None:
            known = ", ".join(sorted(stations)[:12]) or "none yet"
            problems.append(Problem(f"line {shot.line}", "from", f'"{shot.station}" is not known ({known})'))
            continue
        last = _target(station, shot)
        word = read_word(shot.what, shot.hole, last[2])
        steps += _steps(word, last)
        for name in _names(word):
            stations[name.lower()] = last
    if problems:
        raise FileProblems(problems)
    return steps


def known_stations(course: Course) -> dict[str, Place]:
    """Places a shot can be taken from, by name: tees, pins and landmarks, with their height where
    the course has spot heights."""
    stations: dict[str, Place] = {}
    ground = ground_of(course)
    for f in course.features.all():
        if f.properties["kind"] not in ("tee", "pin", "landmark", "drop_zone"):
            continue
        x, y = geometry_in_metres(course.anchor, f.geometry)["coordinates"]
        z = None if ground is None else round(float(ground(np.array([[x, y]]))[0]), 2)
        what = f.properties
        holes = what.get("hole")
        holes = holes if isinstance(holes, list) else [holes]
        name = what.get("name") or f"{what['kind'].replace('_', ' ')} {what.get('label', '')}".strip()
        for hole in holes:
            stations[f"{hole} {name}".lower() if hole else name.lower()] = (x, y, z)
        stations.setdefault(name.lower(), (x, y, z))
    return stations


def _station(stations: dict[str, Place], shot: Shot) -> Place | None:
    name = " ".join(shot.station.lower().split())
    return stations.get(f"{shot.hole} {name}") or stations.get(name)


def _target(station: Place, shot: Shot) -> Place:
    bearing = math.radians(shot.bearing_deg)
    x = station[0] + shot.distance_m * math.sin(bearing)
    y = station[1] + shot.distance_m * math.cos(bearing)
    z = None if station[2] is None or shot.rise_m is None else station[2] + shot.rise_m
    return x, y, z


def _names(word: Any) -> list[str]:
    name = word.properties.get("name") or f"{word.kind.replace('_', ' ')} {word.properties.get('label', '')}"
    return [name.strip(), f"{word.hole} {name}".strip()]


def _steps(word: Any, at: Place) -> list[Step]:
    """The feature a word asks for, and a spot height where the height is known."""
    point = {"type": "Point", "coordinates": [round(at[0], 3), round(at[1], 3)]}
    made = []
    if word.kind not in ("corner", "spot_height"):
        hole = {} if word.hole is None else {"hole": word.hole}
        made.append({"geometry": point, "properties": {"kind": word.kind, **hole, **word.properties}})
    if at[2] is not None:
        spot = {"kind": "spot_height", "z_m": round(at[2], 2)}
        made.append({"geometry": point, "properties": spot})
    return [{"at": None, "feature": feature} for feature in made]


def ground_of(course: Course) -> Surface | None:
    """The surface through the course's spot heights in metres of the desk; None without any."""
    spots = [f for f in course.features.all() if f.properties["kind"] == "spot_height"]
    if not spots:
        return None
    at = [geometry_in_metres(course.anchor, f.geometry)["coordinates"] for f in spots]
    return surface_through(np.array(at), np.array([float(f.properties["z_m"]) for f in spots]))


def steps_of_profile(course: Course, hole: int, text: str, per_metre: float) -> list[Step]:
    """A pasted profile as spot heights along a hole's line of play.

    One place a line: distance from the start of the line, then height above the course's datum, both
    in a unit of which a metre has `per_metre`. ValueError names the line that is wrong.
    """
    lines = [f for f in course.features.all() if f.properties["kind"] == "hole"]
    way = next((f for f in lines if f.properties.get("hole") == hole), None)
    if way is None:
        raise Refused(f"hole {hole} has no line of play to lay the profile along")
    path = LineString(geometry_in_metres(course.anchor, way.geometry)["coordinates"])
    steps: list[Step] = []
    for number, row in enumerate(text.splitlines(), start=1):
        if not row.strip():
            continue
        along, height = _profile_row(number, row, per_metre)
        if not 0.0 <= along <= path.length + PAST_THE_END_M:
            raise Refused(f"line {number}: the line of play is {path.length * per_metre:.0f} long")
        at = path.interpolate(along)
        point = {"type": "Point", "coordinates": [round(at.x, 3), round(at.y, 3)]}
        properties = {"kind": "spot_height", "z_m": round(height, 2)}
        steps.append({"at": None, "feature": {"geometry": point, "properties": properties}})
    if not steps:
        raise Refused("the profile is empty: give a distance and a height on every line")
    return steps


def _profile_row(number: int, row: str, per_metre: float) -> tuple[float, float]:
    words = re.split(r"[\s,;]+", row.strip())
    try:
        along, height = (float(w) / per_metre for w in words)
    except ValueError:
        raise Refused(f"line {number}: needs a distance and a height, got {row.strip()!r}") from None
    if not (math.isfinite(along) and math.isfinite(height)):
        raise Refused(f"line {number}: distance and height must be finite")
    return along, height


def contours_of(course: Course) -> list[Json]:
    """Contours of the course in metres of the desk: level [m], heavy, points."""
    ground = ground_of(course)
    spots = [f for f in course.features.all() if f.properties["kind"] == "spot_height"]
    if ground is None or len(spots) < 3:
        return []
    at = np.array([geometry_in_metres(course.anchor, f.geometry)["coordinates"] for f in spots])
    (west, south), (east, north) = at.min(axis=0) - GRID_M, at.max(axis=0) + GRID_M
    x, y = np.arange(west, east + GRID_M, GRID_M), np.arange(south, north + GRID_M, GRID_M)
    grid = np.stack(np.meshgrid(x, y), axis=-1).reshape(-1, 2)
    z = ground(grid).reshape(len(y), len(x))
    return [
        {"level": level, "heavy": heavy, "points": np.round(line, 1).tolist()}
        for level, heavy, line in contour_lines(x, y, z)
    ]
