"""Courses: take a file in, give it back."""

from __future__ import annotations

from django.contrib import messages
from django.http import HttpRequest, HttpResponse, JsonResponse
from django.shortcuts import get_object_or_404, redirect, render
from django.views.decorators.http import require_http_methods, require_safe

from ypodrome.course import services
from ypodrome.course.models import Course
from ypodrome.interchange.problems import FileProblems

MOST_SHOWN = 200


@require_http_methods(["GET", "POST"])
def shelf(request: HttpRequest) -> HttpResponse:
    """List the player's courses; import one."""
    problems: list[str] = []
    if request.method == "POST":
        upload = request.FILES.get("file")
        try:
            course = services.import_course(request.player, upload.read() if upload else b"")
            messages.success(request, f"{course.name} is imported.")
            return redirect("course:shelf")
        except FileProblems as error:
            problems = [str(p) for p in error.problems[:MOST_SHOWN]]
    courses = request.player.courses.prefetch_related("layouts")
    context = {"courses": courses, "problems": problems}
    return render(request, "course/shelf.html", context, status=400 if problems else 200)


@require_safe
def export(request: HttpRequest, pk: int) -> HttpResponse:
    """The course as a GeoJSON file."""
    course = get_object_or_404(Course, pk=pk, owner=request.player)
    response = JsonResponse(services.document_of(course), json_dumps_params={"ensure_ascii": False})
    response["Content-Type"] = "application/geo+json"
    response["Content-Disposition"] = f'attachment; filename="course-{course.pk}.geojson"'
    return response
