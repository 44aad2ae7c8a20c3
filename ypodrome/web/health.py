"""A page for the proxy and for whoever watches the server: is it well?"""

from __future__ import annotations

import os
from collections.abc import Callable

from django.conf import settings
from django.db import DatabaseError, connection
from django.http import HttpRequest, HttpResponse, JsonResponse

LEAST_FREE = 200 * 2**20
"""Bytes of disk below which the server is not well [B] (chosen: a night's backup, and a day to mend it)."""


class HealthMiddleware:
    """Answers /health/ before anything else, whoever asks, under any name of this host."""

    def __init__(self, get_response: Callable[[HttpRequest], HttpResponse]) -> None:
        self.get_response = get_response

    def __call__(self, request: HttpRequest) -> HttpResponse:
        if request.path_info != "/health/":
            return self.get_response(request)
        problems = [p for p in (_database(), _disk()) if p]
        answer = JsonResponse({"well": not problems, "problems": problems}, status=503 if problems else 200)
        answer["Cache-Control"] = "no-store"
        return answer


def _database() -> str:
    try:
        with connection.cursor() as cursor:
            cursor.execute("SELECT count(*) FROM django_migrations")
    except DatabaseError:
        return "the database does not answer"
    return ""


def _disk() -> str:
    disk = os.statvfs(settings.DATA)
    return "the disk is nearly full" if disk.f_bavail * disk.f_frsize < LEAST_FREE else ""
