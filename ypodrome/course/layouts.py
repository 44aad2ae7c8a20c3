"""Layouts of a course: stored, kept one by one, and what their form offers."""

from __future__ import annotations

from typing import Any

from django.db import transaction

from ypodrome.core.api import Layout as CoreLayout
from ypodrome.course.documents import core_course, document_of, layout_documents
from ypodrome.course.models import Course, Layout, LayoutHole
from ypodrome.interchange.course_geojson import course_from_document
from ypodrome.interchange.problems import FileProblems

Json = dict[str, Any]


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
