"""Compile the flight kernels, or load them from the cache."""

from __future__ import annotations

import time

from django.core.management.base import BaseCommand

from ypodrome.core.api import warm


class Command(BaseCommand):
    help = __doc__

    def handle(self, *_args: object, **_options: object) -> None:
        began = time.perf_counter()
        warm()
        self.stdout.write(f"Flight kernels ready in {time.perf_counter() - began:.1f} s.")
