"""The survey desk: changes to a course, each kept as it is made, undone and redone in order.

The desk works in metres around the course's anchor. A feature is named by its position, which it
keeps for as long as the course lives.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, field
from typing import Any, TypedDict

from django.db import transaction
from django.db.models import Max

from ypodrome.core.refused import Refused
from ypodrome.course.documents import document_of, stored_layouts
from ypodrome.course.layouts import store_layouts
from ypodrome.course.models import Change, Course, Feature
from ypodrome.interchange.course_geojson import course_from_document, feature_problems
from ypodrome.interchange.frame import geometry_in_degrees, geometry_in_metres
from ypodrome.interchange.problems import FileProblems

Json = dict[str, Any]

MOST_STEPS = 2000
"""Features that one change may touch (chosen: an import of a whole walk)."""

WHOLE_COURSE = 40_000
"""As many when a course file takes the place of a course."""

MOST_CHANGES = 500
"""Changes kept to be undone (chosen: more than a day at the desk)."""


ANCHOR_REACH_DEG = 0.15
"""A feature farther than this from the origin moves it (chosen: some 15 km, less than a desk's reach)."""


class Step(TypedDict):
    """What is to be done to a feature: `at` null for a new one, `feature` null to take one away."""

    at: int | None
    feature: Json | None


@dataclass
class Answer:
    """What a change came to: rows as the desk draws them (null: taken away), where one is in the
    list of changes, and whether the desk's origin has moved, so that all must be read anew."""

    rows: list[Json] = field(default_factory=list)
    applied: int = 0
    changes: int = 0
    problems: list[str] = field(default_factory=list)
    moved: bool = False


def desk_rows(course: Course) -> list[Json]:
    """All features in metres, in drawing order."""
    return [_desk_row(course, f.position, f.geometry, f.properties) for f in course.features.all()]


def _desk_row(course: Course, at: int, geometry: Json, properties: Json) -> Json:
    return {"at": at, "geometry": geometry_in_metres(course.anchor, geometry), "properties": properties}


def course_problems(course: Course) -> list[str]:
    """Everything that stands between a course and a plan on it."""
    try:
        course_from_document(document_of(course))
    except FileProblems as error:
        return [str(p) for p in error.problems]
    return []


@transaction.atomic
def change(
    course: Course, steps: Sequence[Step], most: int = MOST_STEPS, layouts: list[Json] | None = None
) -> Answer:
    """Store features as given: `at` null for a new one, `feature` null to take one away; with them the
    layouts, as a course file has them, if they change too.

    Raises
    ------
    ValueError
        When a step is not sound by itself; the message says which and why, and nothing is stored.
    """
    if not 0 < len(steps) <= most:
        raise Refused(f"a change needs between 1 and {most} features")
    _as_stored(course)
    there = {f.position: f for f in course.features.all()}
    free = (course.features.aggregate(last=Max("position"))["last"] or 0) + 1
    free = max(free, _last_used(course) + 1)
    kept: list[Json] = []
    for step in steps:
        at, after = step["at"], _checked(course, step["feature"])
        if at is None:
            at, free = free, free + 1
        elif at not in there:
            raise Refused(f"feature {at} is not on this course any more; reload the desk")
        before = there.get(at)
        kept.append({"at": at, "before": _stored(before), "after": after})
    both = None if layouts is None else {"before": stored_layouts(course), "after": layouts}
    return _carry_out(course, _remember(course, kept, both), "after")


def _as_stored(course: Course) -> None:
    """How many changes are in force now, inside the transaction: another tab may have made some since the
    course was read."""
    course.refresh_from_db(fields=["applied"])


def _last_used(course: Course) -> int:
    """Highest position in any change, so that an undone feature's name is not given again."""
    return max((s["at"] for c in course.changes.all() for s in c.steps), default=0)


def _stored(feature: Feature | None) -> Json | None:
    return {"geometry": feature.geometry, "properties": feature.properties} if feature else None


def _checked(course: Course, feature: Json | None) -> Json | None:
    """A step's feature in degrees, or None when it takes one away."""
    if feature is None:
        return None
    geometry, properties = feature.get("geometry"), feature.get("properties")
    try:
        moved = geometry_in_degrees(course.anchor, geometry or {})
    except (TypeError, KeyError, IndexError, ValueError, AttributeError):
        raise Refused("geometry must have a type and coordinates in metres") from None
    problems = feature_problems({"type": "Feature", "geometry": moved, "properties": properties})
    if problems:
        raise Refused("; ".join(f"{p.field}: {p.message}" for p in problems))
    return {"geometry": moved, "properties": properties}


def _remember(course: Course, steps: list[Json], layouts: Json | None) -> Change:
    """Append a change; what had been undone can no longer be redone."""
    course.changes.filter(number__gt=course.applied).delete()
    course.applied += 1
    course.changes.filter(number__lte=course.applied - MOST_CHANGES).delete()
    return Change.objects.create(course=course, number=course.applied, steps=steps, layouts=layouts)


def _carry_out(course: Course, made: Change, when: str) -> Answer:
    """Make features and layouts what they were "before" a change, or "after" it."""
    states = [(step["at"], step[when]) for step in made.steps]
    moved = _anchor_near(course, [state for _, state in states if state])
    rows: list[Json] = []
    for at, state in states:
        if state is None:
            course.features.filter(position=at).delete()
            rows.append({"at": at, "geometry": None, "properties": None})
            continue
        Feature.objects.update_or_create(course=course, position=at, defaults=state)
        rows.append(_desk_row(course, at, state["geometry"], state["properties"]))
    if made.layouts is not None:
        store_layouts(course, made.layouts[when])
    course.save(update_fields=["applied", "anchor_lon", "anchor_lat", "updated"])
    return Answer(rows, course.applied, newest(course), course_problems(course), moved)


def _anchor_near(course: Course, states: list[Json]) -> bool:
    """Move the origin to features that lie beyond its reach, as when a file of another place has
    taken the place of a course, or gives it back."""
    for state in states:
        lon, lat = _first_position(state["geometry"]["coordinates"])
        if max(abs(lon - course.anchor_lon), abs(lat - course.anchor_lat)) > ANCHOR_REACH_DEG:
            course.anchor_lon, course.anchor_lat = round(lon, 5), round(lat, 5)
            return True
    return False


def _first_position(coordinates: Any) -> tuple[float, float]:
    while isinstance(coordinates[0], list):
        coordinates = coordinates[0]
    return coordinates[0], coordinates[1]


def newest(course: Course) -> int:
    """Number of the newest change kept, undone or not."""
    return course.changes.aggregate(last=Max("number"))["last"] or 0


@transaction.atomic
def undo(course: Course) -> Answer:
    """Take the last change in force back. ValueError when there is none."""
    _as_stored(course)
    last = course.changes.filter(number=course.applied).first()
    if last is None:
        raise Refused("there is nothing to undo")
    course.applied -= 1
    return _carry_out(course, last, "before")


@transaction.atomic
def redo(course: Course) -> Answer:
    """Carry out again what was undone last. ValueError when there is nothing."""
    _as_stored(course)
    following = course.changes.filter(number=course.applied + 1).first()
    if following is None:
        raise Refused("there is nothing to redo")
    course.applied += 1
    return _carry_out(course, following, "after")
