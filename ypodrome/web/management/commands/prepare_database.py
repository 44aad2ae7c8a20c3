"""Make the database what this program needs: copied first, then migrated. One that is damaged, gone where
there was one, or made by a later program is refused."""

from __future__ import annotations

from pathlib import Path

from django.core.management import call_command
from django.core.management.base import BaseCommand, CommandError
from django.db import connection

from ypodrome.web.database import back_up, cannot_be_used, is_behind, not_ready, note_version


class Command(BaseCommand):
    help = __doc__

    def handle(self, *_args: object, **_options: object) -> None:
        path = Path(connection.settings_dict["NAME"])
        path.parent.mkdir(parents=True, exist_ok=True)
        if problem := cannot_be_used():
            raise CommandError(problem)
        if is_behind():
            copy = back_up()
            if copy:
                self.stdout.write(f"The database as it was is kept as {copy.name}.")
            call_command("migrate", verbosity=0)
        if problem := not_ready():
            raise CommandError(problem)
        path.chmod(0o600)  # nobody else on this machine reads it
        note_version()
