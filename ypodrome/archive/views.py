"""A player's account: what they keep, the archive out and in, and leaving."""

from __future__ import annotations

from typing import Any

from django.conf import settings
from django.contrib import messages
from django.contrib.auth import logout
from django.http import HttpResponse
from django.shortcuts import redirect, render
from django.utils import timezone
from django.views.decorators.http import require_http_methods, require_POST, require_safe

from ypodrome.accounts.forms import DeleteForm
from ypodrome.accounts.http import checked, upload_of
from ypodrome.accounts.quota import MOST, standing
from ypodrome.accounts.requests import PlayerRequest
from ypodrome.archive.leaving import delete_player
from ypodrome.archive.reading import read_contents
from ypodrome.archive.taking import take_in
from ypodrome.archive.writing import archive_of
from ypodrome.core.refused import Refused
from ypodrome.interchange.archive_zip import LARGEST_ZIP


def _context(request: PlayerRequest) -> dict[str, Any]:
    kept = [standing(request.player, what) for what in MOST]
    return {"kept": kept, "club": not settings.LOCAL}


@require_safe
def mine(request: PlayerRequest) -> HttpResponse:
    """What the player keeps here, and how to have all of it."""
    return render(request, "archive/mine.html", _context(request))


@require_safe
def out(request: PlayerRequest) -> HttpResponse:
    """The archive."""
    today = timezone.localdate()
    response = HttpResponse(archive_of(request.player, today), content_type="application/zip")
    response["Content-Disposition"] = f'attachment; filename="ypodrome-{today:%Y-%m-%d}.zip"'
    return response


@require_POST
def take(request: PlayerRequest) -> HttpResponse:
    """Merge an archive in."""
    try:
        contents = read_contents(upload_of(request, LARGEST_ZIP)[1])
        counts = take_in(request.player, contents, thrower="thrower" in request.POST)
    except Refused as error:
        problems = [str(p) for p in getattr(error, "problems", [error])]
        context = _context(request) | {"problems": problems, "heading": "Nothing was taken from it:"}
        return render(request, "archive/mine.html", context, status=400)
    new = ", ".join(f"{count} {what}" for what, count in counts.items() if count)
    messages.success(request, f"New: {new}." if new else "All of it was here already; nothing has changed.")
    return redirect("archive:mine")


@require_http_methods(["GET", "POST"])
def leave(request: PlayerRequest) -> HttpResponse:
    """Delete the account, after the archive was offered."""
    problems = []
    if request.method == "POST":
        try:
            checked(DeleteForm(request.POST))
            delete_player(request.player)
            logout(request)
            return redirect("home")
        except Refused as error:
            problems = [str(error)]
    context = {"problems": problems, "heading": "Nothing is deleted:"}
    return render(request, "archive/leave.html", context, status=400 if problems else 200)
