"""Copy the database while it is in use, check the copy, and say where it is; for every night."""

from __future__ import annotations

from argparse import ArgumentParser
from pathlib import Path

from django.conf import settings
from django.core.management.base import BaseCommand, CommandError

from ypodrome.web.database import back_up, integrity


class Command(BaseCommand):
    help = __doc__

    def add_arguments(self, parser: ArgumentParser) -> None:
        parser.add_argument("folder", nargs="?", type=Path, help="where to; YPODROME_BACKUPS if left out")

    def handle(self, folder: Path | None, **_options: object) -> None:
        copy = back_up(folder or settings.BACKUPS, "backup")
        if copy is None:
            raise CommandError("there is no database yet")
        if (wrong := integrity(copy)) != "ok":
            raise CommandError(f"the copy {copy} is not sound: {wrong}")
        self.stdout.write(f"{copy} is whole.")
