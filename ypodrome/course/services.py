"""Courses stored: from a file, from a document, or begun empty."""

from __future__ import annotations

from typing import Any

from django.db import transaction

from ypodrome.accounts.models import Player
from ypodrome.accounts.quota import room_for
from ypodrome.core.refused import Refused
from ypodrome.course.documents import layout_documents
from ypodrome.course.layouts import store_layouts
from ypodrome.course.models import Course, Feature
from ypodrome.interchange.course_geojson import course_from_document, load_document

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


def new_course(owner: Player, name: str, lon: float, lat: float) -> Course:
    """An empty course around a place [deg]. ValueError when the place or name is not one."""
    name = name.strip()[:120]
    if not name:
        raise Refused("give the course a name")
    if not (-180.0 <= lon <= 180.0 and -85.0 <= lat <= 85.0):
        raise Refused("longitude must be within 180° and latitude within 85°")
    room_for(owner, "courses")
    return Course.objects.create(owner=owner, name=name, anchor_lon=lon, anchor_lat=lat)
