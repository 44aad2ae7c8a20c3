"""The survey desk: one page, and the answers it asks for while one draws."""

from __future__ import annotations

from dataclasses import asdict
from typing import Any

import numpy as np
from django.http import HttpResponse, JsonResponse
from django.shortcuts import get_object_or_404, render
from django.views.decorators.http import require_POST, require_safe

from ypodrome.accounts.http import checked, json_body
from ypodrome.accounts.requests import PlayerRequest
from ypodrome.core.api import FACTS
from ypodrome.core.refused import Refused
from ypodrome.course import edits, readings
from ypodrome.course.documents import core_course
from ypodrome.course.forms import ChangeForm, ProfileForm, ShotForm
from ypodrome.course.models import Course
from ypodrome.course.presenters import hole_context, scouting_rows
from ypodrome.interchange.course_schema import PENS, schema_document
from ypodrome.interchange.frame import to_lon_lat
from ypodrome.interchange.problems import FileProblems
from ypodrome.standins.gps_walk import gpx_of, wander
from ypodrome.standins.rangefinder import shoot
from ypodrome.wording.measures import in_units


def own_course(request: PlayerRequest, pk: int) -> Course:
    """A course the player may edit, or a 404."""
    return get_object_or_404(Course.objects.edited_by(request.player), pk=pk)


@require_safe
def page(request: PlayerRequest, pk: int) -> HttpResponse:
    """The desk of a course."""
    course = own_course(request, pk)
    context = {"course": course, "units": request.player.units, "pens": PENS, "facts": FACTS}
    return render(request, "course/desk.html", context)


@require_safe
def everything(request: PlayerRequest, pk: int) -> HttpResponse:
    """All the desk draws: features in metres, kinds with their fields, pens, state."""
    course = own_course(request, pk)
    return JsonResponse(
        {
            "rows": edits.desk_rows(course),
            "schema": schema_document(),
            "pens": PENS,
            "state": _state(course),
        }
    )


def _state(course: Course) -> dict[str, Any]:
    return asdict(edits.Answer([], course.applied, edits.newest(course), edits.course_problems(course)))


@require_safe
def contours(request: PlayerRequest, pk: int) -> HttpResponse:
    """Contours of the spot heights, in metres of the desk."""
    return JsonResponse({"contours": readings.contours_of(own_course(request, pk))})


def _answer(answer: edits.Answer) -> HttpResponse:
    return JsonResponse(asdict(answer))


@require_POST
def change(request: PlayerRequest, pk: int) -> HttpResponse:
    """Store a change."""
    course = own_course(request, pk)
    return _answer(edits.change(course, checked(ChangeForm(json_body(request)))["steps"]))


@require_POST
def undo(request: PlayerRequest, pk: int) -> HttpResponse:
    """Take the last change back."""
    course = own_course(request, pk)
    return _answer(edits.undo(course))


@require_POST
def redo(request: PlayerRequest, pk: int) -> HttpResponse:
    """Carry out again what was undone."""
    course = own_course(request, pk)
    return _answer(edits.redo(course))


@require_safe
def hole(request: PlayerRequest, pk: int, number: int) -> HttpResponse:
    """What was measured on a hole, as HTML; or why it cannot be measured yet."""
    course = own_course(request, pk)
    context: dict[str, Any] = {"number": number, "problems": []}
    try:
        context |= hole_context(core_course(course), number, request.player.units)
    except FileProblems as error:
        mine = [str(p) for p in error.problems if f"hole {number}" in p.where]
        context["problems"] = mine or [str(p) for p in error.problems[:4]]
    except LookupError as error:
        context["problems"] = [str(error)]
    return render(request, "course/_hole.html", context)


@require_safe
def scouting(request: PlayerRequest, pk: int) -> HttpResponse:
    """What to look at before playing, in walking order."""
    course = own_course(request, pk)
    try:
        rows = scouting_rows(core_course(course), request.player.units)
        context = {"course": course, "rows": rows, "problems": []}
    except FileProblems as error:
        context = {"course": course, "rows": [], "problems": [str(p) for p in error.problems]}
    return render(request, "course/scouting.html", context)


@require_POST
def laser(request: PlayerRequest, pk: int) -> HttpResponse:
    """A reading of the simulated rangefinder from a station to a target."""
    course = own_course(request, pk)
    form = checked(ShotForm(_ends(json_body(request))))
    ends = np.array([[form["from_x"], form["from_y"]], [form["to_x"], form["to_y"]]])
    ground = readings.ground_of(course)
    z = [0.0, 0.0] if ground is None else [float(v) for v in ground(ends)]
    station, target = ((float(x), float(y), h) for (x, y), h in zip(ends, z, strict=True))
    return JsonResponse(asdict(shoot(station, target, form["shot"] or 1)))


def _ends(values: dict[str, Any]) -> dict[str, Any]:
    """Station and target of a reading, field by field."""
    found = {"shot": values.get("shot")}
    for end in ("from", "to"):
        at = values.get(end)
        if not isinstance(at, list) or len(at) != 2:
            raise Refused("station and target must be two numbers each")
        found |= {f"{end}_x": at[0], f"{end}_y": at[1]}
    return found


@require_POST
def profile(request: PlayerRequest, pk: int) -> HttpResponse:
    """A pasted profile becomes spot heights along a hole's line of play."""
    course = own_course(request, pk)
    form = checked(ProfileForm(json_body(request)))
    per_metre = in_units(1.0, request.player.units)
    steps = readings.steps_of_profile(course, form["hole"], form["text"], per_metre)
    return _answer(edits.change(course, steps))


@require_safe
def walk(request: PlayerRequest, pk: int, number: int) -> HttpResponse:
    """A simulated GPS walk of a hole as a GPX file."""
    course = own_course(request, pk)
    core = core_course(course)
    line = next((h for h in core.lines if h.number == number), None)
    if line is None:
        return HttpResponse(f"hole {number} has no line of play", status=404, content_type="text/plain")
    names = [f"{number} tee walked", *(f"{number} corner" for _ in line.points[1:-1]), f"{number} pin walked"]
    stops = [(n, float(x), float(y)) for n, (x, y) in zip(names, line.points, strict=True)]
    walked = [(n, *to_lon_lat(core.origin, (x, y))) for n, x, y in wander(stops, number)]
    response = HttpResponse(
        gpx_of(walked, f"{course.name}, hole {number}"), content_type="application/gpx+xml"
    )
    response["Content-Disposition"] = f'attachment; filename="walk-{course.pk}-{number}.gpx"'
    return response
