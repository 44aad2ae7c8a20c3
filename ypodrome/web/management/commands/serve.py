"""Serve the program: pages by some processes, long work by others."""

from __future__ import annotations

from argparse import ArgumentParser

from django.conf import settings
from django.core.management import call_command
from django.core.management.base import BaseCommand, CommandError

from ypodrome.web.database import not_ready
from ypodrome.web.serving import serve


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
        try:
            serve(host, port, self._tell)
        except OSError as error:
            said = f"cannot listen on {host}:{port} ({error.strerror}): choose another --port"
            raise CommandError(said) from None

    def _tell(self, words: str) -> None:
        self.stdout.write(words)
        self.stdout.flush()  # into a journal too
