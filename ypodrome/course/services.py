"""Writes and reads for courses."""

from __future__ import annotations

from collections.abc import Iterable
from functools import lru_cache
from typing import Any

from django.db import transaction

from ypodrome.accounts.models import Player
from ypodrome.accounts.quota import room_for
from ypodrome.core.api import Course as CoreCourse
from ypodrome.core.api import Layout as CoreLayout
from ypodrome.core.api import Scene, scene_for
from ypodrome.core.refused import Refused
from ypodrome.course.models import Course, Feature, Layout, LayoutHole
from ypodrome.interchange.course_geojson import course_from_document, load_document
from ypodrome.interchange.problems import FileProblems

Json = dict[str, Any]


def import_course(owner: Player, data: bytes) -> Course:
    """Store a course file; nothing is stored if anything in it is wrong (FileProblems)."""
    return store_course(owner, load_document(data))


@transaction.atomic
def store_course(owner: Player, document: Json) -> Course:
    """Store a parsed course file; FileProblems if anything in it is wrong."""
    core = course_from_document(document)
    return store_document(owner, document, core.name, core.origin, layout_documents(core.layouts))


@transaction.atomic
def store_document(
    owner: Player | None,
    document: Json,
    name: str,
    anchor: tuple[float, float],
    layouts: list[Json],
    **more: Any,
) -> Course:
    """Store a document whose features are sound each by itself."""
    if owner is not None:
        room_for(owner, "courses")
    course = Course.objects.create(
        owner=owner, name=name[:120], anchor_lon=anchor[0], anchor_lat=anchor[1], **more
    )
    Feature.objects.bulk_create(
        Feature(course=course, position=k, geometry=f["geometry"], properties=f["properties"])
        for k, f in enumerate(document["features"])
    )
    store_layouts(course, layouts)
    return course


@transaction.atomic
def store_layouts(course: Course, layouts: list[Json]) -> None:
    """Make a course's layouts these, as a course file has them. One that keeps its name keeps its
    plans; one that is not among them stays while something is planned on it."""
    names = [layout["name"] for layout in layouts]
    course.layouts.exclude(name__in=names).filter(plans=None).delete()
    for layout in layouts:
        row, _ = Layout.objects.update_or_create(
            course=course, name=layout["name"], defaults={"division": layout["division"]}
        )
        row.holes.all().delete()
        LayoutHole.objects.bulk_create(
            LayoutHole(layout=row, position=k, number=h["hole"], tee=h["tee"], pin=h["pin"], par=h["par"])
            for k, h in enumerate(layout["holes"], start=1)
        )
    course.save()


def new_course(owner: Player, name: str, lon: float, lat: float) -> Course:
    """An empty course around a place [deg]. ValueError when the place or name is not one."""
    name = name.strip()[:120]
    if not name:
        raise Refused("give the course a name")
    if not (-180.0 <= lon <= 180.0 and -85.0 <= lat <= 85.0):
        raise Refused("longitude must be within 180° and latitude within 85°")
    room_for(owner, "courses")
    return Course.objects.create(owner=owner, name=name, anchor_lon=lon, anchor_lat=lat)


def document_of(course: Course) -> dict:
    """The course as a GeoJSON document, features in their order."""
    layouts = stored_layouts(course)
    head = {"format": "course", "version": 1, "name": course.name, "layouts": layouts}
    features = [
        {"type": "Feature", "geometry": f.geometry, "properties": f.properties} for f in course.features.all()
    ]
    return {"type": "FeatureCollection", "ypodrome": head, "features": features}


def stored_layouts(course: Course) -> list[Json]:
    """The course's layouts as a course file has them."""
    return [_layout_document(row, row.holes.all()) for row in course.layouts.all()]


def layout_documents(layouts: Iterable[CoreLayout]) -> list[Json]:
    """Layouts as a course file has them."""
    return [_layout_document(layout, layout.holes) for layout in layouts]


def _layout_document(layout: Layout | CoreLayout, holes: Iterable[Any]) -> Json:
    played = [{"hole": h.number, "tee": h.tee, "pin": h.pin, "par": h.par} for h in holes]
    return {"name": layout.name, "division": layout.division, "holes": played}


def core_course(course: Course) -> CoreCourse:
    """The course as the core knows it; kept in memory until it is changed."""
    return _core_course(course.pk, course.updated.isoformat())


class UnsoundCourse(FileProblems):
    """A stored course that has to be mended at its desk before it can be planned on."""


@lru_cache(maxsize=8)
def _core_course(pk: int, _updated: str) -> CoreCourse:
    try:
        return course_from_document(document_of(Course.objects.get(pk=pk)))
    except FileProblems as error:
        raise UnsoundCourse(error.problems) from None


@lru_cache(maxsize=64)
def _scene(pk: int, updated: str, number: int, tee: str, pin: str, par: int, wet: bool) -> Scene:
    return scene_for(_core_course(pk, updated), number, tee, pin, par, wet)


def scene_of(course: Course, number: int, tee: str, pin: str, par: int, wet: bool) -> Scene:
    """The scene of a hole, packed once."""
    return _scene(course.pk, course.updated.isoformat(), number, tee, pin, par, wet)


def keep_layout(course: Course, layout: CoreLayout) -> list[str]:
    """Store one layout in place of one of the same name; the problems found if it is not sound."""
    others = [x for x in core_course(course).layouts if x.name != layout.name]
    document = document_of(course)
    document["ypodrome"]["layouts"] = layout_documents((*others, layout))
    try:
        wanted = course_from_document(document).layouts
    except FileProblems as error:
        return [str(p) for p in error.problems]
    store_layouts(course, layout_documents(wanted))
    return []


def layout_choices(course: Course, name: str) -> Json:
    """What a layout's form offers: every hole with its tees and pins, and what the layout plays."""
    core = core_course(course)
    found = next((x for x in core.layouts if x.name == name), None)
    plays = {h.number: h for h in found.holes} if found else {}
    rows = []
    for line in sorted(core.lines, key=lambda line: line.number):
        n = line.number
        tees = [t.label for t in core.tees if not t.holes or n in t.holes]
        pins = [p.label for p in core.pins if not p.holes or n in p.holes]
        played = plays.get(n) or LayoutHole(layout=None, number=n, tee=tees[0], pin=pins[0], par=line.par)
        rows.append(
            {"line": line, "tees": tees, "pins": pins, "hole": played, "plays": not plays or n in plays}
        )
    twice = found is not None and len(found.holes) > len(plays)
    return {"rows": rows, "layout": found, "twice": twice}
