"""What a player sees when the program fails: words, and a reference under which the log has the rest."""

from __future__ import annotations

import logging
import secrets

from django.http import HttpRequest, HttpResponse, JsonResponse
from django.shortcuts import render

log = logging.getLogger("ypodrome.failures")


def failed(request: HttpRequest) -> HttpResponse:
    """An error of ours: the traceback stands in the log beside this reference."""
    reference = secrets.token_hex(3)
    user = getattr(request, "user", None)  # none where it failed before anybody was known
    log.error("reference %s: user %s, %s %s", reference, user and user.pk, request.method, request.path)
    said = f"the program failed here; nothing you entered before is lost. Reference {reference}"
    if request.content_type == "application/json":
        return JsonResponse({"error": said}, status=500)
    return render(request, "web/failed.html", {"reference": reference}, status=500)


def csrf_failed(request: HttpRequest, reason: str = "") -> HttpResponse:
    """A page that is too old to be sent from, or was opened elsewhere."""
    if request.content_type == "application/json":
        return JsonResponse({"error": "this page is too old: open it again"}, status=403)
    return render(request, "web/too_old.html", status=403)
