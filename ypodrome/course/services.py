"""Writes and reads for courses."""

from __future__ import annotations

from functools import lru_cache

from django.db import transaction

from ypodrome.accounts.models import Player
from ypodrome.core.api import Course as CoreCourse
from ypodrome.core.api import Scene, scene_for
from ypodrome.course.models import Course, Feature, Layout, LayoutHole
from ypodrome.interchange.course_geojson import course_from_document, load_document


@transaction.atomic
def import_course(owner: Player, data: bytes) -> Course:
    """Store a course file; nothing is stored if anything in it is wrong (FileProblems)."""
    document = load_document(data)
    core = course_from_document(document)
    course = Course.objects.create(owner=owner, name=core.name)
    Feature.objects.bulk_create(
        Feature(course=course, position=k, geometry=f["geometry"], properties=f["properties"])
        for k, f in enumerate(document["features"])
    )
    for layout in core.layouts:
        row = Layout.objects.create(course=course, name=layout.name, division=layout.division)
        LayoutHole.objects.bulk_create(
            LayoutHole(layout=row, number=h.number, tee=h.tee, pin=h.pin, par=h.par) for h in layout.holes
        )
    return course


def document_of(course: Course) -> dict:
    """The course as a GeoJSON document, features in their order."""
    layouts = [
        {
            "name": layout.name,
            "division": layout.division,
            "holes": [
                {"hole": h.number, "tee": h.tee, "pin": h.pin, "par": h.par} for h in layout.holes.all()
            ],
        }
        for layout in course.layouts.all()
    ]
    head = {"format": "course", "version": 1, "name": course.name, "layouts": layouts}
    features = [
        {"type": "Feature", "geometry": f.geometry, "properties": f.properties} for f in course.features.all()
    ]
    return {"type": "FeatureCollection", "ypodrome": head, "features": features}


def core_course(course: Course) -> CoreCourse:
    """The course as the core knows it; kept in memory until it is changed."""
    return _core_course(course.pk, course.updated.isoformat())


@lru_cache(maxsize=8)
def _core_course(pk: int, _updated: str) -> CoreCourse:
    return course_from_document(document_of(Course.objects.get(pk=pk)))


@lru_cache(maxsize=64)
def _scene(pk: int, updated: str, number: int, tee: str, pin: str, par: int, wet: bool) -> Scene:
    return scene_for(_core_course(pk, updated), number, tee, pin, par, wet)


def scene_of(course: Course, number: int, tee: str, pin: str, par: int, wet: bool) -> Scene:
    """The scene of a hole, packed once."""
    return _scene(course.pk, course.updated.isoformat(), number, tee, pin, par, wet)
