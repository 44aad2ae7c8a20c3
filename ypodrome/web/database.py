"""The database as a file: which version made it, and a copy before it is changed."""

from __future__ import annotations

import sqlite3
from contextlib import closing
from datetime import UTC, datetime
from pathlib import Path

from django.db import connection
from django.db.migrations.executor import MigrationExecutor

from ypodrome import __version__
from ypodrome.accounts.models import Installation


def newer_than_program() -> str | None:
    """Where the database has been changed by a later program: which one, in words; else None."""
    executor = MigrationExecutor(connection)
    known = set(executor.loader.disk_migrations)
    ours = {app for app, _ in known}
    unknown = [(app, name) for app, name in executor.loader.applied_migrations
               if app in ours and (app, name) not in known and app not in DJANGO]  # fmt: skip
    if not unknown:
        return None
    with connection.cursor() as cursor:
        tables = connection.introspection.table_names(cursor)
    made = Installation.objects.first() if Installation._meta.db_table in tables else None
    return f"version {made.version}" if made else "a later version"


DJANGO = ("auth", "contenttypes", "sessions", "axes")
"""Apps of libraries: their migrations may come and go with them."""


def is_behind() -> bool:
    """Whether the database has to be migrated to be used by this program."""
    executor = MigrationExecutor(connection)
    return bool(executor.migration_plan(executor.loader.graph.leaf_nodes()))


def back_up() -> Path | None:
    """Copy the database beside itself, if there is one with something in it; where the copy is."""
    path = Path(connection.settings_dict["NAME"])
    if not MigrationExecutor(connection).loader.applied_migrations:
        return None
    copy = path.with_name(f"{path.stem}-before-{__version__}-{datetime.now(UTC):%Y%m%d-%H%M%S}{path.suffix}")
    with closing(sqlite3.connect(path)) as source, closing(sqlite3.connect(copy)) as target:
        source.backup(target)
    return copy


def note_version() -> None:
    """Write down that this program made the database what it is."""
    Installation.objects.update_or_create(pk=1, defaults={"version": __version__})
