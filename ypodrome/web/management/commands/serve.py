"""Serve the program: pages by threads of this process, long work by processes of their own."""

from __future__ import annotations

import signal
import sys
from argparse import ArgumentParser
from pathlib import Path
from types import FrameType

import waitress
from django.conf import settings
from django.core.management import call_command
from django.core.management.base import BaseCommand, CommandError

from ypodrome.core.api import warm
from ypodrome.jobs.asked import close_queue, open_queue, usual_workers
from ypodrome.web.database import not_ready
from ypodrome.web.logs import log_to

THREADS = 8
"""Pages made at once (chosen: one waits for the disk while others compute)."""

STALLED_S = 60
"""A connection that says nothing for so long is closed [s] (chosen)."""

MOST_CONNECTIONS = 500
"""Connections held at once (chosen: fifty players with ten each)."""


class Command(BaseCommand):
    help = __doc__

    def add_arguments(self, parser: ArgumentParser) -> None:
        parser.add_argument("--host", default="127.0.0.1", help="address to listen on")
        parser.add_argument("--port", type=int, default=8000)

    def handle(self, host: str, port: int, **_options: object) -> None:
        if settings.LOCAL and host not in settings.LOOPBACK:
            raise CommandError(f"{host} can be reached from other machines: set YPODROME_MODE=club for that")
        if not settings.LOCAL:
            call_command("check", deploy=True, fail_level="WARNING")
        if problem := not_ready():
            raise CommandError(problem)
        from ypodrome.web.wsgi import application  # sets logging up

        log_to(Path(settings.DATA) / "log")
        warm()
        open_queue(int(settings.WORKERS or usual_workers()), settings.CLUSTER)
        signal.signal(signal.SIGTERM, _stop)
        self.stdout.write(f"Ypodrome is at http://{host}:{port}/   (stop with Ctrl-C)")
        try:
            waitress.serve(application, host=host, port=port, **_options_of_waitress())
        except OSError as error:
            said = f"cannot listen on {host}:{port} ({error.strerror}): choose another --port"
            raise CommandError(said) from None
        finally:
            close_queue()


def _stop(_number: int, _frame: FrameType | None) -> None:
    """Asked to stop: let what is being answered be answered, and the workers go."""
    sys.exit(0)


def _options_of_waitress() -> dict[str, object]:
    """Requests are read whole before a thread takes them, so that no slow client holds one; only the proxy
    named is believed about others."""
    options: dict[str, object] = {
        "threads": THREADS, "channel_timeout": STALLED_S, "connection_limit": MOST_CONNECTIONS,
        "max_request_body_size": settings.LARGEST_BODY, "clear_untrusted_proxy_headers": True, "ident": "",
    }  # fmt: skip
    if settings.PROXY:
        options |= {"trusted_proxy": settings.PROXY, "trusted_proxy_count": 1,
                    "trusted_proxy_headers": {"x-forwarded-for", "x-forwarded-proto"}}  # fmt: skip
    return options
