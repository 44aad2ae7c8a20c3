"""Make the database what this program needs: copied first, then migrated. One made by a later program is
refused."""

from __future__ import annotations

from django.core.management import call_command
from django.core.management.base import BaseCommand, CommandError

from ypodrome import __version__
from ypodrome.web.database import back_up, is_behind, newer_than_program, note_version


class Command(BaseCommand):
    help = __doc__

    def handle(self, *_args: object, **_options: object) -> None:
        later = newer_than_program()
        if later:
            raise CommandError(
                f"This database was made by {later} of Ypodrome; this is {__version__}. Nothing is touched. "
                "Start the later program, or put a copy from before it in place (docs/running.md)."
            )
        if is_behind():
            copy = back_up()
            if copy:
                self.stdout.write(f"The database as it was is kept as {copy.name}.")
            call_command("migrate", verbosity=0)
        note_version()
