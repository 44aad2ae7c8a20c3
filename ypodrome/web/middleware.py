"""The one handler of what is refused: the words of it, as a page or as JSON where a script has asked."""

from __future__ import annotations

from collections.abc import Callable

from django.http import HttpRequest, HttpResponse, JsonResponse
from django.shortcuts import render

from ypodrome.core.refused import Refused
from ypodrome.course.documents import UnsoundCourse

MOST_SHOWN = 20


class RefusedMiddleware:
    """Answers what a view has refused with 400, and what needs a course mended first with 409."""

    def __init__(self, get_response: Callable[[HttpRequest], HttpResponse]) -> None:
        self.get_response = get_response

    def __call__(self, request: HttpRequest) -> HttpResponse:
        return self.get_response(request)

    def process_exception(self, request: HttpRequest, exception: Exception) -> HttpResponse | None:
        """The problems as a page, or as JSON where a script has asked."""
        course = isinstance(exception, UnsoundCourse) or type(exception) is LookupError
        if not course and not isinstance(exception, Refused):
            return None
        problems = [str(p) for p in getattr(exception, "problems", [exception])]
        if request.content_type == "application/json":
            said = "; ".join(problems[:3])
            error = f"the course has to be mended first: {said}" if course else said
            return JsonResponse({"error": error}, status=409 if course else 400)
        template = "web/course_problems.html" if course else "web/refused.html"
        context = {"problems": problems[:MOST_SHOWN], "more": len(problems[MOST_SHOWN:])}
        return render(request, template, context, status=409 if course else 400)
