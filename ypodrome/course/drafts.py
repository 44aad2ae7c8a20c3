"""Files in: read, shown, and taken only when the player says so."""

from __future__ import annotations

from collections import Counter
from typing import Any

from django.db import transaction

from ypodrome.accounts.models import Player
from ypodrome.core.api import Course as CoreCourse
from ypodrome.course import edits
from ypodrome.course.documents import layout_documents
from ypodrome.course.models import Course, Draft
from ypodrome.course.readings import steps_of_features, steps_of_shots
from ypodrome.course.services import store_course
from ypodrome.interchange.course_geojson import course_from_document, load_document
from ypodrome.interchange.problems import refuse
from ypodrome.interchange.shots_csv import read_shots
from ypodrome.interchange.walk_gpx import read_walk

Json = dict[str, Any]
COURSE, WALK = "course", "walk"


def read_draft(owner: Player, name: str, data: bytes, course: Course | None) -> Draft:
    """Read a file by its ending and keep what it holds as a draft; FileProblems if it is not sound.

    A GeoJSON file is a course of its own; a GPX walk or a CSV of laser shots adds to `course`.
    """
    ending = name.rsplit(".", 1)[-1].lower()
    if ending in ("gpx", "csv"):
        if course is None:
            raise refuse(name, "adds to a course: open that course's desk and bring the file in there")
        document: Json = {"what": WALK, "left_out": ""}
        if ending == "gpx":
            walk = read_walk(data)
            document |= {"steps": steps_of_features(course, walk.features), "left_out": walk.left_out}
        else:
            document["steps"] = steps_of_shots(course, read_shots(data))
    else:
        document = load_document(data)
        course_from_document(document)
        document = {"what": COURSE, "document": document}
    owner.drafts.all().delete()
    return Draft.objects.create(owner=owner, course=course, file_name=name[:200], document=document)


def draft_course(draft: Draft) -> CoreCourse | None:
    """The course a draft would make, or None for a walk."""
    if draft.document["what"] == WALK:
        return None
    return course_from_document(draft.document["document"])


def counts(draft: Draft) -> list[tuple[str, int]]:
    """How many features of each kind a draft holds, most first."""
    if draft.document["what"] == WALK:
        rows = [s["feature"]["properties"] for s in draft.document["steps"]]
    else:
        rows = [f["properties"] for f in draft.document["document"]["features"]]
    return Counter(r["kind"].replace("_", " ") for r in rows).most_common()


@transaction.atomic
def take_as_new(draft: Draft) -> Course:
    """Store a draft as a course of its own."""
    course = store_course(draft.owner, draft.document["document"])
    draft.delete()
    return course


@transaction.atomic
def take_into(draft: Draft, course: Course) -> Course:
    """Put a draft into a course as one change at its desk: a course file takes the place of what is
    there, with its layouts; a walk adds to it. Either can be undone."""
    if draft.document["what"] == WALK:
        edits.change(course, draft.document["steps"])
    else:
        document = draft.document["document"]
        core = course_from_document(document)
        course.anchor_lon, course.anchor_lat = core.origin
        gone = [edits.Step(at=f.position, feature=None) for f in course.features.all()]
        steps = gone + steps_of_features(course, document["features"])
        edits.change(course, steps, edits.WHOLE_COURSE, layout_documents(core.layouts))
    draft.delete()
    return course
