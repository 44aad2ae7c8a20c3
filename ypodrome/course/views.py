"""Courses: the shelf, files in and out, layouts."""

from __future__ import annotations

from typing import Any

from django.conf import settings
from django.contrib import messages
from django.http import HttpResponse, JsonResponse
from django.shortcuts import get_object_or_404, redirect, render
from django.views.decorators.http import require_http_methods, require_POST, require_safe

from ypodrome.accounts.access import club_only
from ypodrome.accounts.http import checked, say_deleted, say_room, upload_of
from ypodrome.accounts.owned import own_or_404
from ypodrome.accounts.requests import PlayerRequest
from ypodrome.core.api import Layout, LayoutHole
from ypodrome.core.refused import Refused
from ypodrome.course import documents, drafts, edits, services
from ypodrome.course import layouts as course_layouts
from ypodrome.course.edit_views import own_course
from ypodrome.course.forms import LayoutForm, NewCourseForm, PlayedForm, WhichCourseForm
from ypodrome.course.models import Course, Draft
from ypodrome.course.presenters import map_context
from ypodrome.interchange.plain import LARGEST_BYTES

MOST_SHOWN = 200


@require_http_methods(["GET", "POST"])
def shelf(request: PlayerRequest) -> HttpResponse:
    """List the player's courses; read a file and show what is in it before it is taken."""
    problems: list[str] = []
    if request.method == "POST":
        into = checked(WhichCourseForm(request.POST))["course"]
        course = own_course(request, into) if into else None
        try:
            name, data = upload_of(request, LARGEST_BYTES)
            draft = drafts.read_draft(request.player, name, data, course)
            return redirect("course:draft", draft.pk)
        except Refused as error:
            problems = [str(p) for p in getattr(error, "problems", [error])[:MOST_SHOWN]]
    courses = Course.objects.seen_by(request.player).prefetch_related("layouts")
    context = {"courses": courses, "problems": problems, "club": not settings.LOCAL}
    return render(request, "course/shelf.html", context, status=400 if problems else 200)


@require_http_methods(["GET", "POST"])
def draft(request: PlayerRequest, pk: int) -> HttpResponse:
    """A file that was read, with a drawing and counts; taken, or dropped, by its reader."""
    found = get_object_or_404(Draft.objects.select_related("course"), pk=pk, owner=request.player)
    if request.method == "POST":
        return _decide(request, found)
    core = drafts.draft_course(found)
    context: dict[str, Any] = {"draft": found, "counts": drafts.counts(found), "core": core}
    context["courses"] = Course.objects.edited_by(request.player)
    if core is not None:
        context |= map_context(core)
    return render(request, "course/draft.html", context)


def _decide(request: PlayerRequest, found: Draft) -> HttpResponse:
    act = request.POST.get("act", "")
    if act == "drop":
        name = found.file_name
        found.delete()
        messages.success(request, f"{name} was not taken; nothing has changed.")
        return redirect("course:shelf")
    if act == "new" and found.document["what"] == drafts.COURSE:
        course = drafts.take_as_new(found)
        messages.success(request, f"{course.name} is on the shelf.")
        return redirect("course:shelf")
    into = checked(WhichCourseForm(request.POST))["course"]
    course = found.course or own_course(request, into or 0)
    try:
        drafts.take_into(found, course)
    except Refused as error:
        messages.error(request, f"Not taken: {error}")
        return redirect("course:draft", found.pk)
    return redirect("course:desk", course.pk)


@require_POST
def new(request: PlayerRequest) -> HttpResponse:
    """An empty course, straight onto its desk."""
    try:
        form = checked(NewCourseForm(request.POST))
        at = form["lon"] or 0.0, form["lat"] or 0.0
        course = services.new_course(request.player, form["name"], *at)
    except Refused as error:
        messages.error(request, f"Not begun: {error}.")
        return redirect("course:shelf")
    say_room(request, "courses")
    return redirect("course:desk", course.pk)


@require_POST
@club_only
def share(request: PlayerRequest, pk: int) -> HttpResponse:
    """Share a course with the club, or take it back; what others have planned on it stays theirs."""
    course = own_or_404(Course.objects.all(), request, pk=pk)
    course.shared = not course.shared
    course.save(update_fields=["shared"])
    whose = "the club's to plan on" if course.shared else "yours alone"
    messages.success(request, f"{course.name} is {whose}.")
    return redirect("course:shelf")


@require_POST
def delete(request: PlayerRequest, pk: int) -> HttpResponse:
    """Delete a course of one's own; plans and rounds made on it stay."""
    course = own_or_404(Course.objects.all(), request, pk=pk)
    course.delete_softly()
    say_deleted(request, "course", course.pk, course.name)
    return redirect("course:shelf")


@require_safe
def export(request: PlayerRequest, pk: int) -> HttpResponse:
    """The course as a GeoJSON file."""
    course = own_course(request, pk)
    response = JsonResponse(documents.document_of(course), json_dumps_params={"ensure_ascii": False})
    response["Content-Type"] = "application/geo+json"
    response["Content-Disposition"] = f'attachment; filename="course-{course.pk}.geojson"'
    return response


@require_http_methods(["GET", "POST"])
def layouts(request: PlayerRequest, pk: int) -> HttpResponse:
    """The layouts of a course: which tee, pin and par on every hole."""
    course = own_course(request, pk)
    problems: list[str] = edits.course_problems(course)
    if request.method == "POST" and not problems:
        try:
            layout = _posted_layout(request)
            problems = course_layouts.keep_layout(course, layout)
        except Refused as error:
            problems = [str(error)]
        if not problems:
            messages.success(request, f"The layout {layout.name} is kept.")
            return redirect("course:layouts", course.pk)
    context = {"course": course, "problems": problems}
    if not edits.course_problems(course):
        context |= course_layouts.layout_choices(course, request.GET.get("layout", ""))
    return render(request, "course/layouts.html", context, status=400 if request.method == "POST" else 200)


def _posted_layout(request: PlayerRequest) -> Layout:
    form = checked(LayoutForm(request.POST))
    numbers = [int(n) for n in request.POST.getlist("plays") if n.isdecimal() and len(n) < 4]
    if not numbers:
        raise Refused("a layout plays at least one hole: tick those it plays")
    holes = tuple(_posted_hole(request, n) for n in numbers)
    return Layout(form["name"], form["division"], holes * (form["times"] or 1))


def _posted_hole(request: PlayerRequest, number: int) -> LayoutHole:
    values = {name: request.POST.get(f"{name}-{number}") for name in ("tee", "pin", "par")}
    try:
        form = checked(PlayedForm(values))
    except Refused as error:
        raise Refused(f"hole {number}, {error}") from None
    return LayoutHole(number, form["tee"], form["pin"], form["par"])
