"""Who may do what beyond their own things."""

from __future__ import annotations

from collections.abc import Callable
from functools import wraps
from typing import Any

from django.conf import settings
from django.http import Http404, HttpResponse

from ypodrome.accounts.models import Role
from ypodrome.accounts.requests import PlayerRequest

View = Callable[..., HttpResponse]


def owner_only(view: View) -> View:
    """A view of a club's owner; nobody else is told that it is there, and in local mode there is none."""

    @wraps(view)
    def guarded(request: PlayerRequest, *args: Any, **kwargs: Any) -> HttpResponse:
        if settings.LOCAL or request.player.role != Role.OWNER:
            raise Http404
        return view(request, *args, **kwargs)

    return guarded


def club_only(view: View) -> View:
    """A view that only a club has."""

    @wraps(view)
    def guarded(request: PlayerRequest, *args: Any, **kwargs: Any) -> HttpResponse:
        if settings.LOCAL:
            raise Http404
        return view(request, *args, **kwargs)

    return guarded
