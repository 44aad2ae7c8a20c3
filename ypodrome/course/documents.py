"""A stored course read: as its file has it, as the core knows it, hole by hole."""

from __future__ import annotations

from collections.abc import Iterable
from functools import lru_cache
from typing import Any

from ypodrome.core.api import Course as CoreCourse
from ypodrome.core.api import Layout as CoreLayout
from ypodrome.core.api import Scene, scene_for
from ypodrome.course.models import Course, Layout
from ypodrome.interchange.course_geojson import course_from_document
from ypodrome.interchange.problems import FileProblems

Json = dict[str, Any]


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
