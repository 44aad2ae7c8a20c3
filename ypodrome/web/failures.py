"""What a player sees when the program fails: words, and a reference under which the log has the rest."""

from __future__ import annotations

import logging
import secrets
import sys

from django.conf import settings
from django.db import DatabaseError, IntegrityError
from django.http import HttpRequest, HttpResponse, JsonResponse
from django.shortcuts import render
from django.template.loader import render_to_string

log = logging.getLogger("ypodrome.failures")


UNAVAILABLE = {
    "full": "the server's disk is full: nothing can be kept until there is room",
    "readonly": "the server cannot write its database: whoever runs it has to give it the right to",
    "locked": "the server is busy writing: try again in a moment",
    "malformed": "the server's database is damaged: whoever runs it has to restore the last backup",
    "not a database": "the server's database is damaged: whoever runs it has to restore the last backup",
    "": "the server cannot use its database: whoever runs it has to look at the log",
}
"""What a database error means to a player, by a word of it."""

AGAIN_S = 5


def failed(request: HttpRequest) -> HttpResponse:
    """An error of ours, whose traceback stands in the log beside this reference; or of the disk below, which
    a page in words tells."""
    reference, error = secrets.token_hex(3), sys.exc_info()[1]
    user = getattr(request, "user", None) if not isinstance(error, DatabaseError) else None
    log.error("reference %s: user %s, %s %s", reference, user and user.pk, request.method, request.path)
    if isinstance(error, DatabaseError) and not isinstance(error, IntegrityError):
        return _unavailable(request, str(error), reference)
    said = f"the program failed here; nothing you entered before is lost. Reference {reference}"
    if request.content_type == "application/json":
        return JsonResponse({"error": said}, status=500)
    return render(request, "web/failed.html", {"reference": reference}, status=500)


def _unavailable(request: HttpRequest, error: str, reference: str) -> HttpResponse:
    """A page that asks nothing of the database; 503, to be tried again."""
    words = next(said for word, said in UNAVAILABLE.items() if word in error)
    said = f"{words}. What was kept before is safe. Reference {reference}"
    if request.content_type == "application/json":
        answer: HttpResponse = JsonResponse({"error": said}, status=503)
    else:
        answer = HttpResponse(render_to_string("web/unavailable.html", {"said": said}), status=503)
    answer["Retry-After"] = str(AGAIN_S)
    return answer


NOT_FOUND = (
    "this address leads nowhere: what stood here was deleted or withdrawn, is another player's, or the "
    "address was mistyped"
)


def not_found(request: HttpRequest, exception: Exception) -> HttpResponse:
    """An address that leads nowhere, for this player or for anybody."""
    if request.content_type == "application/json":
        return JsonResponse({"error": NOT_FOUND}, status=404)
    return render(request, "web/not_found.html", {"said": NOT_FOUND}, status=404)


def csrf_failed(request: HttpRequest, reason: str = "") -> HttpResponse:
    """A page that is too old to be sent from, or was opened elsewhere."""
    if request.content_type == "application/json":
        return JsonResponse({"error": "this page is too old: open it again"}, status=403)
    plain = not settings.LOCAL and not request.is_secure()
    return render(request, "web/too_old.html", {"plain": plain}, status=403)
