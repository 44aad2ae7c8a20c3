"""The first page: the latest plan, or the first questions."""

from __future__ import annotations

from django.http import HttpResponse
from django.shortcuts import redirect
from django.views.decorators.http import require_safe

from ypodrome.accounts.requests import PlayerRequest


@require_safe
def home(request: PlayerRequest) -> HttpResponse:
    """To the latest plan; a new player to the first questions."""
    return redirect("plan:overview" if request.player.settled else "thrower:welcome")
