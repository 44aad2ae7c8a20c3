"""The database as a file: which version made it, and a copy before it is changed."""

from __future__ import annotations

import sqlite3
from contextlib import closing
from datetime import UTC, datetime
from pathlib import Path

from django.conf import settings
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


def back_up(folder: Path | None = None, called: str = f"before-{__version__}") -> Path | None:
    """Copy the database, in use or not, into a folder or beside itself; where the copy is, or None if there
    is nothing in it yet."""
    path = Path(connection.settings_dict["NAME"])
    if not MigrationExecutor(connection).loader.applied_migrations:
        return None
    folder = folder or path.parent
    folder.mkdir(parents=True, exist_ok=True)
    copy = folder / f"{path.stem}-{called}-{datetime.now(UTC):%Y%m%d-%H%M%S-%f}{path.suffix}"
    with closing(sqlite3.connect(path)) as source, closing(sqlite3.connect(copy)) as target:
        source.backup(target)
    return copy


def integrity(path: Path) -> str:
    """What is wrong with a database file that nobody uses; "ok" if nothing is."""
    return _checked(f"file:{path}?mode=ro&immutable=1")


def _checked(uri: str) -> str:
    try:
        with closing(sqlite3.connect(uri, uri=True)) as database:
            return str(database.execute("pragma integrity_check").fetchone()[0])
    except sqlite3.DatabaseError as error:
        return str(error)


def last_copy() -> Path | None:
    """The newest copy of the database, made before a migration or as a backup."""
    path = Path(connection.settings_dict["NAME"])
    folders = {path.parent, settings.BACKUPS}
    copies = [c for folder in folders for c in folder.glob(f"{path.stem}-b*{path.suffix}")]
    return max(copies, key=lambda c: c.stat().st_mtime, default=None)


def cannot_be_used() -> str:
    """Why the database file cannot be used, and what to do; nothing where it can, or is not made yet."""
    path, copy = Path(connection.settings_dict["NAME"]), last_copy()
    way_back = f"The last copy: manage.py restore {copy}" if copy else "There is no copy of it."
    if not path.exists() or path.stat().st_size == 0:
        gone = "is empty" if path.exists() else "is not there"
        return f"The database {path} {gone}, and was before. {way_back}" if copy else ""
    connection.close()
    if (wrong := _checked(f"file:{path}")) != "ok":
        return f"The database {path} is damaged ({wrong}). {way_back}"
    try:
        with closing(sqlite3.connect(path, timeout=5)) as database:
            database.execute("BEGIN IMMEDIATE")
            database.rollback()
    except sqlite3.OperationalError as error:
        return (
            f"The database {path} cannot be written ({error}): see who may write it and its folder, whether "
            "the disk is full, and whether another program uses it."
        )
    return ""


def not_ready() -> str:
    """Why the program cannot serve this database, and what to do; nothing where it can."""
    if problem := cannot_be_used():
        return problem
    if not Path(connection.settings_dict["NAME"]).exists():
        return "There is no database yet: run manage.py prepare_database, or say where in YPODROME_DATA."
    if later := newer_than_program():
        return (
            f"This database was made by {later} of Ypodrome; this is {__version__}. Nothing is touched. "
            "Start the later program, or put a copy from before it in place (docs/running.md)."
        )
    return "The database is not ready: run manage.py prepare_database first." if is_behind() else ""


def set_aside() -> Path | None:
    """Move the database, sound or not, out of the way with what belongs to it; where it is then."""
    path = Path(connection.settings_dict["NAME"])
    connection.close()
    if not path.exists():
        return None
    aside = path.with_name(f"{path.stem}-set-aside-{datetime.now(UTC):%Y%m%d-%H%M%S-%f}{path.suffix}")
    for ending in ("", "-wal", "-shm"):
        part = path.with_name(path.name + ending)
        if part.exists():
            part.rename(aside.with_name(aside.name + ending))
    return aside


def put_in_place(copy: Path) -> None:
    """Make the database, which is not there, what a copy is."""
    path = Path(connection.settings_dict["NAME"])
    with closing(sqlite3.connect(copy)) as source, closing(sqlite3.connect(path)) as target:
        source.backup(target)


def note_version() -> None:
    """Write down that this program made the database what it is."""
    Installation.objects.update_or_create(pk=1, defaults={"version": __version__})
