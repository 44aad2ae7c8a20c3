"""Puts the player on the request. Every page but a few open ones needs one."""

from __future__ import annotations

from collections.abc import Callable
from typing import Any

from django.conf import settings
from django.contrib.auth import login, logout, user_logged_in
from django.contrib.auth.views import redirect_to_login
from django.dispatch import receiver
from django.http import HttpRequest, HttpResponse, JsonResponse
from django.middleware.csrf import get_token
from django.shortcuts import redirect

from ypodrome.accounts.models import Player

OPEN_PATHS = (
    "/login/",
    "/logout/",
    "/static/",
    "/player/join/",
    "/shown/",
    "/worker.js",
    "/manifest.webmanifest",
)
WELCOME = "/thrower/welcome/"
EPOCH = "sessions"


@receiver(user_logged_in)
def note_epoch(request: HttpRequest | None, user: Any, **_more: Any) -> None:
    """Write into a new session which of the player's epochs it belongs to."""
    player = Player.objects.filter(user=user).first()
    if request is not None and player is not None:
        request.session[EPOCH] = player.sessions


def sign_in_first(request: HttpRequest) -> HttpResponse:
    """To the sign-in page; a script is told, so that what it holds is kept."""
    if request.content_type == "application/json":
        return JsonResponse({"error": "you are signed out: sign in again"}, status=401)
    return redirect_to_login(request.get_full_path())


class PlayerMiddleware:
    """Sets `request.player`; in local mode signs the first player in, or shows the way in to the first."""

    def __init__(self, get_response: Callable[[HttpRequest], HttpResponse]) -> None:
        self.get_response = get_response

    def __call__(self, request: HttpRequest) -> HttpResponse:
        request.player = None  # type: ignore[attr-defined]
        if request.path.startswith(OPEN_PATHS):
            return self.get_response(request)
        if not request.user.is_authenticated and settings.LOCAL:
            first = Player.objects.select_related("user").order_by("pk").first()
            if first is None:
                get_token(request)
                return self.get_response(request) if request.path == WELCOME else redirect(WELCOME)
            login(request, first.user, "django.contrib.auth.backends.ModelBackend")
        player = Player.objects.filter(user_id=request.user.pk or 0).first()
        if player is None:
            return sign_in_first(request)
        if request.session.get(EPOCH, 0) != player.sessions:
            logout(request)
            return sign_in_first(request)
        request.player = player  # type: ignore[attr-defined]
        get_token(request)  # sets the cookie that scripts and forms send back
        answer = self.get_response(request)
        answer.setdefault("Cache-Control", "private, no-cache")
        return answer
