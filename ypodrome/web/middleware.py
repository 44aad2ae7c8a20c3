"""A page for courses that cannot be read as they stand."""

from __future__ import annotations

from collections.abc import Callable

from django.http import HttpRequest, HttpResponse, JsonResponse
from django.shortcuts import render

from ypodrome.interchange.problems import FileProblems


class CourseProblemsMiddleware:
    """Answers with what is to be mended when a page needs a course that is not sound yet."""

    def __init__(self, get_response: Callable[[HttpRequest], HttpResponse]) -> None:
        self.get_response = get_response

    def __call__(self, request: HttpRequest) -> HttpResponse:
        return self.get_response(request)

    def process_exception(self, request: HttpRequest, exception: Exception) -> HttpResponse | None:
        """The problems as a page, or as JSON where a script has asked."""
        if not isinstance(exception, FileProblems) and type(exception) is not LookupError:
            return None
        problems = [str(p) for p in getattr(exception, "problems", [exception])]
        if request.content_type == "application/json":
            return JsonResponse(
                {"error": "the course has to be mended first: " + "; ".join(problems[:3])}, status=409
            )
        return render(request, "web/course_problems.html", {"problems": problems}, status=409)
