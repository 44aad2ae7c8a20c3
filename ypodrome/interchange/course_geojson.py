"""Courses as GeoJSON (RFC 7946, WGS 84): read with every problem listed, written back exactly."""

from __future__ import annotations

import math
from collections.abc import Callable, Iterator
from typing import Any

import shapely
from shapely.geometry import LineString, shape
from shapely.validation import explain_validity

from ypodrome.core.hole import features as f
from ypodrome.interchange.course_schema import (
    KINDS,
    REQUIRED,
    Choice,
    Flag,
    Kind,
    Number,
    Text,
)
from ypodrome.interchange.frame import LonLat, to_local
from ypodrome.interchange.plain import plain_json
from ypodrome.interchange.problems import FileProblems, Problem, Problems, refuse

LONGEST_NAME, LONGEST_LAYOUT, LONGEST_LABEL = 120, 80, 40
"""Characters of a course's and a layout's name, of a division and a label."""

MOST_FEATURES = 20_000
MOST_VERTICES = 100_000
LONGEST_HOLE_M, WIDEST_COURSE_M = 1500.0, 5000.0
"""Over how much ground a hole with its tees and pins, and a course with its holes, may reach (chosen: three
times the longest there are)."""

WIDEST_DEG = 0.2
"""A course wider than this (about 20 km) is taken for a mistake in the coordinates (chosen)."""

Json = dict[str, Any]


def load_document(data: bytes) -> Json:
    """The JSON of a course file, or a refusal."""
    document = plain_json(data)
    if not isinstance(document, dict) or document.get("type") != "FeatureCollection":
        raise refuse("file", 'must be a GeoJSON object of type "FeatureCollection"', "type")
    return document


def read_course(data: bytes) -> f.Course:
    """A course from the bytes of a GeoJSON file.

    Raises
    ------
    FileProblems
        With every problem found, by feature and field.
    """
    return course_from_document(load_document(data))


def course_from_document(document: Json) -> f.Course:
    """A course from parsed GeoJSON; see `read_course`."""
    problems = Problems()
    head = document.get("ypodrome")
    if not isinstance(head, dict) or head.get("format") != "course":
        raise refuse("file", 'needs a member "ypodrome" with "format": "course"', "ypodrome")
    if head.get("version") != 1:
        raise refuse("file", "is of a version this program does not know (it reads 1)", "version")
    rows = document.get("features")
    if not isinstance(rows, list) or not rows:
        raise refuse("file", "has no features: draw at least a hole, a tee and a pin", "features")
    if len(rows) > MOST_FEATURES:
        raise refuse("file", f"has more than {MOST_FEATURES} features", "features")
    checked = [_check_feature(k, row, problems) for k, row in enumerate(rows, start=1)]
    if problems:
        raise FileProblems(problems)
    good = [c for c in checked if c is not None]
    origin = _origin(good, problems)
    name = str(head.get("name") or "Course")
    if len(name) > LONGEST_NAME:
        problems.append(Problem("file", "name", f"is longer than {LONGEST_NAME} characters"))
    course = _assemble(name, origin, good, head, problems)
    _check_holes(course, problems)
    if problems:
        raise FileProblems(problems)
    return course


def document_problems(document: Json) -> list[Problem]:
    """What is wrong with the features and layouts of a document, each taken alone: a course under way may
    lack holes, tees and pins."""
    head, rows = document.get("ypodrome"), document.get("features")
    if not isinstance(head, dict) or head.get("format") != "course" or not isinstance(rows, list):
        return [Problem("file", "ypodrome", "is no course: it needs features and a member with its format")]
    if len(rows) > MOST_FEATURES:
        return [Problem("file", "features", f"are more than {MOST_FEATURES}")]
    problems = Problems()
    for number, row in enumerate(rows, start=1):
        _check_feature(number, row, problems)
    _layouts(head.get("layouts"), problems)
    return problems


def feature_problems(row: Json) -> list[Problem]:
    """What is wrong with one feature taken alone."""
    problems = Problems()
    _check_feature(1, row, problems)
    return problems


class Checked:
    """A feature whose geometry and properties are sound, still in longitude and latitude."""

    def __init__(self, where: str, kind: str, geometry: Any, holes: tuple[int, ...], values: Json) -> None:
        self.where, self.kind, self.geometry = where, kind, geometry
        self.holes, self.values = holes, values


def _check_feature(number: int, row: Any, problems: Problems) -> Checked | None:
    where = f"feature {number}"
    if not isinstance(row, dict) or row.get("type") != "Feature":
        problems.append(Problem(where, "type", 'must be an object of type "Feature"'))
        return None
    properties = row.get("properties")
    if not isinstance(properties, dict):
        problems.append(Problem(where, "properties", "must be an object with a kind"))
        return None
    kind_name = properties.get("kind")
    kind = KINDS.get(kind_name) if isinstance(kind_name, str) else None
    if kind is None or kind_name is None:
        known = ", ".join(KINDS)
        problems.append(Problem(where, "kind", f"{kind_name!r} is not known; use one of: {known}"))
        return None
    where = f"feature {number} ({kind_name})"
    before = problems.total
    geometry = _check_geometry(where, row.get("geometry"), kind, problems)
    holes = _check_holes_of(where, properties.get("hole"), kind, problems)
    values = _check_properties(where, kind_name, kind, properties, problems)
    if problems.total > before:
        return None
    return Checked(where, kind_name, geometry, holes, values)


def _check_geometry(where: str, geometry: Any, kind: Kind, problems: Problems) -> Any:
    def bad(message: str) -> None:
        problems.append(Problem(where, "geometry", message))

    if not isinstance(geometry, dict) or geometry.get("type") not in kind.geometry:
        found = geometry.get("type") if isinstance(geometry, dict) else geometry
        return bad(f"must be {' or '.join(kind.geometry)}, got {found!r}")
    found_at = list(_positions(geometry.get("coordinates")))
    numbers = [p for p in found_at if p is not None]
    if not numbers or len(numbers) < len(found_at):
        return bad("coordinates must be positions of two finite numbers, longitude then latitude")
    if len(numbers) > MOST_VERTICES:
        return bad(f"has more than {MOST_VERTICES} vertices")
    if any(not (-180 <= lon <= 180 and -90 <= lat <= 90) for lon, lat in numbers):
        return bad("lies off the earth: longitude is -180 to 180 and comes first, latitude -90 to 90")
    try:
        built = shape(geometry)
    except (ValueError, TypeError, IndexError, shapely.errors.ShapelyError):
        return bad(f"is not a proper {geometry['type']}; a polygon's ring has four positions or more")
    if not built.is_valid or built.is_empty:
        return bad(f"is not valid ({explain_validity(built)}); redraw it so that it does not cross itself")
    if built.geom_type == "LineString" and built.length == 0.0:
        return bad("has no length: give it two different positions")
    return built


def _positions(coordinates: Any, depth: int = 0) -> Iterator[tuple[float, float] | None]:
    """Every position as (lon, lat), or None where one is not two finite numbers."""
    if not isinstance(coordinates, list) or not coordinates or depth > 4:
        yield None
    elif isinstance(coordinates[0], list):
        for part in coordinates:
            yield from _positions(part, depth + 1)
    elif 2 <= len(coordinates) <= 3 and all(_is_number(c) for c in coordinates):
        yield coordinates[0], coordinates[1]
    else:
        yield None


def _is_number(value: Any) -> bool:
    return isinstance(value, int | float) and not isinstance(value, bool) and math.isfinite(value)


def _check_holes_of(where: str, value: Any, kind: Kind, problems: Problems) -> tuple[int, ...]:
    if value is None and not kind.one_hole:
        return ()
    values = value if isinstance(value, list) and not kind.one_hole else [value]
    if not values or not all(_is_number(v) and v == int(v) and 1 <= v <= 99 for v in values):
        need = "a whole number" if kind.one_hole else "a whole number or a list of them"
        problems.append(Problem(where, "hole", f"must be {need} from 1 to 99, got {value!r}"))
        return ()
    return tuple(int(v) for v in values)


def _check_properties(where: str, name: str, kind: Kind, properties: Json, problems: Problems) -> Json:
    values: Json = {}
    for key, spec in kind.properties.items():
        given = properties.get(key)
        if given is None:
            if key in REQUIRED.get(name, ()):
                problems.append(Problem(where, key, "is missing"))
            values[key] = spec.default
            continue
        message = _mismatch(spec, given)
        if message:
            problems.append(Problem(where, key, message))
        values[key] = given
    return values


def _mismatch(spec: Any, given: Any) -> str | None:
    if isinstance(spec, Number):
        if not _is_number(given):
            return f"must be a finite number, got {given!r}"
        if not spec.low <= given <= spec.high:
            return f"must be between {spec.low:g} and {spec.high:g}, got {given}"
    elif isinstance(spec, Choice):
        if given not in spec.options:
            return f"{given!r} is not known; use one of: {', '.join(spec.options)}"
    elif isinstance(spec, Flag):
        if not isinstance(given, bool):
            return f"must be true or false, got {given!r}"
    elif isinstance(spec, Text) and not (isinstance(given, str) and len(given) <= spec.longest):
        return f"must be text of at most {spec.longest} characters"
    return None


def _origin(rows: list[Checked], problems: Problems) -> LonLat:
    """Middle of the course, rounded so that it is the same for every reading."""
    boxes = [row.geometry.bounds for row in rows]
    west, south = min(b[0] for b in boxes), min(b[1] for b in boxes)
    east, north = max(b[2] for b in boxes), max(b[3] for b in boxes)
    if east - west > WIDEST_DEG or north - south > WIDEST_DEG:
        problems.append(Problem("file", "features", "lie more than 20 km apart; look for a wrong coordinate"))
    return round((west + east) / 2, 5), round((south + north) / 2, 5)


def _assemble(name: str, origin: LonLat, rows: list[Checked], head: Json, problems: Problems) -> f.Course:
    made: dict[str, list] = {kind: [] for kind in KINDS}
    for row in rows:
        made[row.kind].append(_BUILD[row.kind](row, _local(row.geometry, origin)))
    return f.Course(
        name=name, origin=origin, layouts=_layouts(head.get("layouts"), problems),
        lines=tuple(made["hole"]), tees=tuple(made["tee"]), pins=tuple(made["pin"]),
        drop_zones=tuple(made["drop_zone"]), landmarks=tuple(made["landmark"]),
        spot_heights=tuple(made["spot_height"]), areas=tuple(made["area"]),
        trees=tuple(made["tree"]), groves=tuple(made["grove"]),
        barriers=tuple(made["barrier"]), mandos=tuple(made["mando"]),
        unknowns=tuple(made["unknown"]),
    )  # fmt: skip


def _local(geometry: Any, origin: LonLat) -> Any:
    def move(points: Any) -> list[tuple[float, float]]:
        return [to_local(origin, (lon, lat)) for lon, lat in points]

    return shapely.transform(geometry, move)


def _point(geometry: Any) -> f.Point:
    return float(geometry.x), float(geometry.y)


def _line(row: Checked, line: LineString) -> f.HoleLine:
    v = row.values
    return f.HoleLine(
        row.holes[0], tuple((float(x), float(y)) for x, y in shapely.get_coordinates(line)),
        v["name"], int(v["par"]), v["sign_distance_m"], v["ob_play"], v["overhead_allowed"],
        v["notes"],
    )  # fmt: skip


def _with(build: Callable, point: bool) -> Callable[[Checked, Any], Any]:
    """A builder that passes holes, place or shape, and properties by name."""

    def make(row: Checked, geometry: Any) -> Any:
        place = {"at": _point(geometry)} if point else {"shape": geometry}
        return build(holes=row.holes, **place, **row.values)

    return make


_BUILD: dict[str, Callable[[Checked, Any], Any]] = {
    "hole": _line,
    "tee": _with(f.Tee, True),
    "pin": _with(f.Pin, True),
    "drop_zone": _with(f.DropZone, True),
    "landmark": _with(f.Landmark, True),
    "spot_height": _with(f.SpotHeight, True),
    "area": _with(f.Area, False),
    "tree": _with(f.Tree, True),
    "grove": _with(f.Grove, False),
    "barrier": _with(f.Barrier, False),
    "mando": _with(f.Mando, False),
    "unknown": _with(f.Unknown, False),
}


def _layouts(rows: Any, problems: Problems) -> tuple[f.Layout, ...]:
    if rows is None:
        return ()
    layouts = []
    for k, row in enumerate(rows if isinstance(rows, list) else [None], start=1):
        where = f"layout {k}"
        try:
            holes = tuple(
                f.LayoutHole(int(h["hole"]), str(h["tee"]), str(h["pin"]), int(h["par"]))
                for h in row["holes"]
            )
            layout = f.Layout(str(row["name"]), str(row.get("division", "")), holes)
            if len(layout.name) > LONGEST_LAYOUT or len(layout.division) > LONGEST_LABEL:
                words = f"are too long: {LONGEST_LAYOUT} and {LONGEST_LABEL} characters are taken"
                problems.append(Problem(where, "name, division", words))
            layouts.append(layout)
        except (TypeError, KeyError, ValueError, AttributeError):
            problems.append(Problem(where, "holes", "needs a name and holes with hole, tee, pin and par"))
    return tuple(layouts)


def _check_holes(course: f.Course, problems: Problems) -> None:
    """Every hole has a tee and a pin; every layout names ones that exist."""
    numbers = [line.number for line in course.lines]
    if not numbers:
        problems.append(Problem("file", "features", "have no hole: draw a line of play"))
    for number in sorted({n for n in numbers if numbers.count(n) > 1}):
        problems.append(Problem(f"hole {number}", "hole", "has more than one line of play"))
    labels = {
        what: {n: [p.label for p in points if not p.holes or n in p.holes] for n in numbers}
        for what, points in (("tee", course.tees), ("pin", course.pins))
    }
    for number in numbers:
        for what in ("tee", "pin"):
            if not labels[what][number]:
                problems.append(Problem(f"hole {number}", what, f"is missing: add a {what}"))
    _check_reach(course, problems)
    for layout in course.layouts:
        for hole in layout.holes:
            _check_layout_hole(layout.name, hole, labels, problems)


def _check_reach(course: f.Course, problems: Problems) -> None:
    """No hole, and not the course, is larger than one can be: the ground is worked out metre by metre."""
    placed: list[f.Tee | f.Pin | f.DropZone] = [*course.tees, *course.pins, *course.drop_zones]
    every: list[f.Point] = []
    for line in course.lines:
        mine = [p.at for p in placed if not p.holes or line.number in p.holes]
        reach = _reach_m([*line.points, *mine])
        every += line.points
        if reach > LONGEST_HOLE_M:
            said = f"reaches over {reach:,.0f} m with its tees and pins, and may over {LONGEST_HOLE_M:,.0f}"
            problems.append(Problem(f"hole {line.number}", "geometry", f"{said}: is a coordinate mistyped?"))
    if every and _reach_m(every) > WIDEST_COURSE_M:
        said = f"lie over {_reach_m(every):,.0f} m, and may over {WIDEST_COURSE_M:,.0f}"
        problems.append(Problem("file", "features", f"{said}: is a coordinate mistyped?"))


def _reach_m(points: list[f.Point]) -> float:
    xs, ys = zip(*points, strict=True)
    return max(max(xs) - min(xs), max(ys) - min(ys))


def _check_layout_hole(name: str, hole: f.LayoutHole, labels: dict, problems: list) -> None:
    where = f'layout "{name}", hole {hole.number}'
    if hole.number not in labels["tee"]:
        problems.append(Problem(where, "hole", "is not drawn"))
        return
    if not 2 <= hole.par <= 7:
        problems.append(Problem(where, "par", f"must be between 2 and 7, got {hole.par}"))
    for what, label in (("tee", hole.tee), ("pin", hole.pin)):
        known = labels[what][hole.number]
        if label not in known:
            there = ", ".join(known) or "none"
            problems.append(Problem(where, what, f'"{label}" does not exist (there is: {there})'))
