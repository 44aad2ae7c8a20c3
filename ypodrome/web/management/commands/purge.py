"""Take away for good what was deleted more than thirty days ago."""

from __future__ import annotations

from django.core.management.base import BaseCommand

from ypodrome.web.deleted import purge


class Command(BaseCommand):
    help = __doc__

    def handle(self, *_args: object, **_options: object) -> None:
        self.stdout.write(f"{purge()} gone for good.")
