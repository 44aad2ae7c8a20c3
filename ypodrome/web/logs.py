"""What is written down: every failure with its traceback, every request with its time, nothing secret."""

from __future__ import annotations

import logging
import re
import time
from collections.abc import Callable
from logging.handlers import RotatingFileHandler
from pathlib import Path

from django.http import HttpRequest, HttpResponse

access = logging.getLogger("ypodrome.access")

SECRETS = re.compile(r"(?<=/)[\w-]{20,}(?=/|\s|$)")
"""Parts of a path that let somebody in: the tokens of links."""

LARGEST_LOG, LOGS_KEPT = 5_000_000, 5
"""Bytes of a log file [B] before the next is begun, and how many are kept (chosen: some weeks of a club)."""


class WithoutSecrets(logging.Filter):
    """Takes the tokens of links out of what is written."""

    def filter(self, record: logging.LogRecord) -> bool:
        """The record as it may be written."""
        record.msg, record.args = SECRETS.sub("…", record.getMessage()), ()
        return True


def log_to(folder: Path, name: str) -> None:
    """Write into a file of a folder too, with a line for every request."""
    folder.mkdir(parents=True, exist_ok=True)
    logging.raiseExceptions = False  # a full disk is told on the console, not by a traceback of each line
    handler = RotatingFileHandler(folder / name, maxBytes=LARGEST_LOG, backupCount=LOGS_KEPT)
    handler.setFormatter(logging.Formatter("{asctime} {levelname} {name}: {message}", style="{"))
    handler.addFilter(WithoutSecrets())
    logging.getLogger().addHandler(handler)


class AccessMiddleware:
    """A line for every request: method, path, status, milliseconds, player."""

    def __init__(self, get_response: Callable[[HttpRequest], HttpResponse]) -> None:
        self.get_response = get_response

    def __call__(self, request: HttpRequest) -> HttpResponse:
        began = time.perf_counter()
        answer = self.get_response(request)
        player = getattr(request, "player", None)
        access.info(
            "%s %s %d %.0f ms, player %s", request.method, request.path, answer.status_code,
            1000.0 * (time.perf_counter() - began), player.pk if player else "none",
        )  # fmt: skip
        return answer
