"""What holds for every connection to the database."""

from __future__ import annotations

from typing import Any

from django.apps import AppConfig
from django.core.exceptions import ImproperlyConfigured
from django.db.backends.base.base import BaseDatabaseWrapper
from django.db.backends.signals import connection_created

FULL = 2


def assert_durable(connection: BaseDatabaseWrapper, **_more: Any) -> None:
    """What is told to be kept is on the disk, power cut or not."""
    with connection.cursor() as cursor:
        kept = cursor.execute("PRAGMA synchronous").fetchone()[0]
    if kept != FULL:
        raise ImproperlyConfigured("the database has to be opened with synchronous=FULL")


class WebConfig(AppConfig):
    name = "ypodrome.web"

    def ready(self) -> None:
        """Look at every connection as it is made."""
        connection_created.connect(assert_durable)
