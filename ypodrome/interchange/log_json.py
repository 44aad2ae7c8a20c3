"""What a phone tells of a round, as JSON: sent over a network, or kept as a file and read in later."""

from __future__ import annotations

import re
from collections.abc import Iterable
from dataclasses import dataclass
from uuid import UUID

import msgspec

from ypodrome.core.record.event import Event
from ypodrome.interchange.plain import plain_json
from ypodrome.interchange.problems import refuse

MOST_EVENTS = 2000
"""Events of one log (chosen: three rounds in which everything is told and corrected once)."""

MOST_HOLES = 60


@dataclass(frozen=True)
class LoggedHole:
    """A hole of a round as the phone had it, with the throws its plan expected."""

    position: int
    number: int
    tee: str
    pin: str
    par: int
    expected: float | None = None


@dataclass(frozen=True)
class LoggedRound:
    """The round a log is of, so that one begun away from the server can be kept there."""

    uuid: str
    course: str
    layout: str
    day: str
    holes: tuple[LoggedHole, ...] = ()


@dataclass(frozen=True)
class Log:
    """Events with their round. `player` is whose they are, empty where the phone does not know."""

    player: str
    round: LoggedRound
    events: tuple[Event, ...]


def read_log(data: bytes) -> Log:
    """A log from the bytes of a file or a request; FileProblems names what is wrong with it."""
    document = plain_json(data, "log")
    if not isinstance(document, dict) or document.get("format") != "log":
        raise refuse("log", 'is not a log of this program: it says "format": "log"')
    if document.get("version") != 1:
        raise refuse("log", "is of a version this program does not know: use a newer one")
    try:
        log = msgspec.convert(document, Log)
    except msgspec.ValidationError as error:
        raise refuse(*_named(str(error))) from None
    if len(log.events) > MOST_EVENTS:
        raise refuse("log", f"holds {len(log.events)} events; {MOST_EVENTS} are taken at once")
    if len(log.round.holes) > MOST_HOLES:
        raise refuse("log, round", f"has {len(log.round.holes)} holes; {MOST_HOLES} are taken")
    for where, value in _ids(log):
        if not _is_uuid(value):
            raise refuse(where, f"{value[:40]!r} is not an id")
    return log


def _ids(log: Log) -> Iterable[tuple[str, str]]:
    yield "log, round", log.round.uuid
    if log.player:
        yield "log, player", log.player
    for number, event in enumerate(log.events, start=1):
        yield f"event {number}", event.id
        if event.round != log.round.uuid:
            raise refuse(f"event {number}", "is of another round than its log")


def _is_uuid(text: str) -> bool:
    try:
        return str(UUID(text)) == text
    except ValueError:
        return False


def _named(said: str) -> tuple[str, str]:
    """Where a value is wrong, and how, of "Expected `int`, got `str` - at `$.events[2].position`"."""
    wrong, _, path = said.partition(" - at ")
    found = re.search(r"events\[(\d+)\]", path)
    where = f"event {int(found[1]) + 1}" if found else "log"
    field = path.strip("`").rpartition(".")[2]
    return where, f"{field}: {wrong}" if field else wrong
