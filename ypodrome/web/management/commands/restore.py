"""Put a copy in the place of the database, which is itself set aside. Stop the server before."""

from __future__ import annotations

from argparse import ArgumentParser
from pathlib import Path

from django.core.management import call_command
from django.core.management.base import BaseCommand, CommandError

from ypodrome.web.database import integrity, put_in_place, set_aside


class Command(BaseCommand):
    help = __doc__

    def add_arguments(self, parser: ArgumentParser) -> None:
        parser.add_argument("copy", type=Path)

    def handle(self, copy: Path, **_options: object) -> None:
        if not copy.is_file():
            raise CommandError(f"there is no file {copy}")
        if (wrong := integrity(copy)) != "ok":
            raise CommandError(f"{copy} is not sound, and nothing is touched: {wrong}")
        aside = set_aside()
        put_in_place(copy)
        call_command("prepare_database")
        kept = f" What was there is kept as {aside.name}." if aside else ""
        self.stdout.write(f"{copy.name} is in place.{kept}")
