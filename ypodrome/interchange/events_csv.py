"""Events as CSV (RFC 4180, UTF-8, header row): throws of rounds and field sessions, one row each."""

from __future__ import annotations

import csv
import io
import typing
import uuid
from collections.abc import Iterable
from datetime import datetime
from typing import Any

from ypodrome.core.record.event import Event, What
from ypodrome.interchange.plain import rows_of, table
from ypodrome.interchange.problems import FileProblems, Problem

HINTS = typing.get_type_hints(Event)
FIRST = ("id", "round", "device", "running", "made_at", "what", "position", "hole")
COLUMNS = (*FIRST, *(name for name in HINTS if name not in FIRST))
REQUIRED = ("id", "device", "running", "made_at", "what")
IDS = ("id", "round", "corrects", "disc_id")
MOST_TOLD = 20


def write_events(events: Iterable[Event]) -> bytes:
    """Events as the bytes of a file."""
    text = io.StringIO(newline="")
    rows = csv.writer(text, lineterminator="\r\n")
    rows.writerow(COLUMNS)
    for event in events:
        rows.writerow([_typed(getattr(event, name)) for name in COLUMNS])
    return text.getvalue().encode()


def _typed(value: Any) -> str:
    return "" if value is None else repr(value) if isinstance(value, float) else str(value)


def read_events(data: bytes) -> list[Event]:
    """Events from the bytes of a file, or FileProblems with the lines that are wrong."""
    events, problems = [], []
    for line, row in rows_of(table(data, REQUIRED)):
        try:
            events.append(_event(row))
        except ValueError as error:
            problems.append(Problem(f"line {line}", *_named(error)))
            if len(problems) == MOST_TOLD:
                break
    if problems:
        raise FileProblems(problems)
    return events


def _named(error: ValueError) -> tuple[str, str]:
    field, _, message = str(error).partition(": ")
    return (field, message) if message else ("", field)


def _event(row: dict[str, str]) -> Event:
    values = {name: _value(name, row.get(name, "")) for name in COLUMNS}
    for name in REQUIRED:
        if values[name] in ("", None):
            raise ValueError(f"{name}: is missing")
    for name in IDS:
        if values[name]:
            values[name] = _checked(name, uuid.UUID, values[name], "is not a UUID")
    _checked("made_at", datetime.fromisoformat, values["made_at"], "is not an ISO date and time")
    return Event(**values)


def _value(name: str, text: str) -> Any:
    """The text of a column as its type; empty ones as nobody told."""
    kind = HINTS[name]
    if name == "what":
        return _checked(name, What, text, "is not known")
    if kind is str:
        return text
    if not text:
        return 0 if kind is int else None
    number = int if int in getattr(kind, "__args__", (kind,)) else float
    return number(_checked(name, number, text, "is not a number"))


def _checked(name: str, kind: Any, text: str, message: str) -> Any:
    try:
        made = kind(text)
    except ValueError:
        raise ValueError(f'{name}: "{text[:40]}" {message}') from None
    return str(made) if kind is uuid.UUID else made
