"""A request with its player on it, as the middleware makes it."""

from __future__ import annotations

from django.http import HttpRequest

from ypodrome.accounts.models import Player


class PlayerRequest(HttpRequest):
    """A request of a player. Open pages, and the first questions of an empty program, have none: they ask
    for `HttpRequest`."""

    player: Player
