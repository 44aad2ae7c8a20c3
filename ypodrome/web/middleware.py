"""The one handler of what is refused, or is still being worked out: in words, as a page, or as JSON where a
script has asked."""

from __future__ import annotations

from collections.abc import Callable

from django.conf import settings
from django.http import HttpRequest, HttpResponse, JsonResponse, UnreadablePostError
from django.shortcuts import render

from ypodrome.core.refused import Refused
from ypodrome.course.documents import UnsoundCourse
from ypodrome.jobs.asked import Waiting

MOST_SHOWN = 20
ASK_AGAIN_S = 1


class WholeBodyMiddleware:
    """Refuses what is too large before it is read, and what was cut off on its way before it is kept."""

    def __init__(self, get_response: Callable[[HttpRequest], HttpResponse]) -> None:
        self.get_response = get_response

    def __call__(self, request: HttpRequest) -> HttpResponse:
        told = request.META.get("CONTENT_LENGTH") or "0"
        length = int(told) if told.isascii() and told.isdigit() else 0
        if length > settings.LARGEST_BODY:
            words = f"this is larger than the {settings.LARGEST_BODY // 1_000_000} MB that are taken"
            return refusal(request, [words], 413)
        if length:
            try:
                whole = len(request.body) == length
            except UnreadablePostError:
                whole = False
            if not whole:
                return refusal(
                    request, ["only a part of this arrived, so nothing was changed: send it again"], 400
                )
        return self.get_response(request)


def refusal(
    request: HttpRequest, problems: list[str], status: int, template: str = "web/refused.html", more: int = 0
) -> HttpResponse:
    """Why nothing was done, as a page or as JSON where a script has asked."""
    if request.content_type == "application/json":
        return JsonResponse({"error": "; ".join(problems[:3])}, status=status)
    context = {"problems": problems[:MOST_SHOWN], "more": len(problems[MOST_SHOWN:]) + more}
    return render(request, template, context, status=status)


class RefusedMiddleware:
    """Answers what a view has refused with 400, what needs a course mended first with 409,
    and what is still being worked out with 202."""

    def __init__(self, get_response: Callable[[HttpRequest], HttpResponse]) -> None:
        self.get_response = get_response

    def __call__(self, request: HttpRequest) -> HttpResponse:
        return self.get_response(request)

    def _ask_again(self, request: HttpRequest, waiting: Waiting) -> HttpResponse:
        """What is asked for is being worked out: a script asks again, and so does a page by itself."""
        if request.content_type == "application/json":
            return JsonResponse({"before": waiting.before}, status=202)
        answer = render(request, "web/waiting.html", {"before": waiting.before}, status=202)
        answer["Refresh"] = str(ASK_AGAIN_S)
        return answer

    def process_exception(self, request: HttpRequest, exception: Exception) -> HttpResponse | None:
        """The problems as a page, or as JSON where a script has asked."""
        if isinstance(exception, Waiting):
            return self._ask_again(request, exception)
        course = isinstance(exception, UnsoundCourse) or type(exception) is LookupError
        if not course and not isinstance(exception, Refused):
            return None
        problems = [str(p) for p in getattr(exception, "problems", [exception])]
        more = getattr(exception, "more", 0)
        if not course:
            return refusal(request, problems, 400, more=more)
        if request.content_type == "application/json":
            problems[0] = f"the course has to be mended first: {problems[0]}"
        return refusal(request, problems, 409, "web/course_problems.html", more)
