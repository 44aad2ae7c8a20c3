"""An archive read in: all of it checked first, then merged by ids, so that nothing is half-taken."""

from __future__ import annotations

import re
from collections.abc import Iterator
from contextlib import contextmanager
from dataclasses import dataclass
from datetime import UTC, date, datetime
from typing import Any
from uuid import UUID

import msgspec

from ypodrome.bag.models import State
from ypodrome.core.api import Disc, Event
from ypodrome.core.refused import Refused
from ypodrome.interchange import archive_parts as parts
from ypodrome.interchange.archive_zip import json_of, read_archive
from ypodrome.interchange.bag_csv import read_rows
from ypodrome.interchange.course_geojson import document_problems, load_document
from ypodrome.interchange.events_csv import read_events
from ypodrome.interchange.problems import FileProblems, Problem, refuse
from ypodrome.interchange.thrower_json import thrower_from_document
from ypodrome.plan.kept import choice_from

Json = dict[str, Any]


@dataclass(frozen=True)
class ArchivedDisc:
    """A disc with its lasting id and state."""

    id: UUID
    disc: Disc
    state: str
    lost_on: date | None
    lost_where: str
    worn_from: datetime


@dataclass(frozen=True)
class Contents:
    """Everything an archive holds, checked."""

    settings: parts.Settings
    thrower: Json
    discs: list[ArchivedDisc]
    lines: list[parts.Line]
    courses: list[parts.CourseEntry]
    versions: dict[tuple[UUID, int], Json]
    plans: dict[UUID, parts.Plan]
    rounds: list[parts.Round]
    events: list[Event]


def read_contents(data: bytes) -> Contents:
    """An archive's contents; FileProblems names the member and what is wrong in it."""
    members = read_archive(data)
    thrower = json_of(members, "thrower.json")
    with _inside("thrower.json"):
        thrower_from_document(thrower if isinstance(thrower, dict) else {})
    with _inside("events.csv"):
        events = read_events(members["events.csv"])
    found = Contents(
        settings=parts.part("settings.json", members["settings.json"], parts.Settings),
        thrower=thrower,
        discs=_discs(members["bag.csv"]),
        lines=parts.part("lines.json", members["lines.json"], list[parts.Line]),
        courses=parts.part("courses.json", members["courses.json"], list[parts.CourseEntry]),
        versions=_versions(members),
        plans=_plans(members),
        rounds=parts.part("rounds.json", members["rounds.json"], list[parts.Round]),
        events=events,
    )
    _check_references(found)
    return found


@contextmanager
def _inside(member: str) -> Iterator[None]:
    """Names the member in the problems of what is read in it."""
    try:
        yield
    except FileProblems as error:
        named = [Problem(f"{member}, {p.where}", p.field, p.message) for p in error.problems]
        raise FileProblems(named) from None


def _discs(data: bytes) -> list[ArchivedDisc]:
    found = []
    with _inside("bag.csv"):
        for where, disc, more in read_rows(data, empty=True):
            try:
                found.append(_disc(disc, more))
            except ValueError as error:
                raise refuse(where, str(error)) from None
    return found


def _disc(disc: Disc, more: Json) -> ArchivedDisc:
    state = more.get("state") or State.BAG
    if state not in State.values:
        raise Refused(f"state {state!r} is not known")
    lost_on = date.fromisoformat(more["lost_on"]) if more.get("lost_on") else None
    where = str(more.get("lost_where") or "")[:120]
    return ArchivedDisc(
        UUID(more.get("id") or ""), disc, state, lost_on, where, time_of(more.get("worn_from") or "")
    )


def time_of(text: str) -> datetime:
    """A time with its zone; UTC where none is told. ValueError where it is none."""
    found = datetime.fromisoformat(text)
    return found if found.tzinfo else found.replace(tzinfo=UTC)


def _versions(members: dict[str, bytes]) -> dict[tuple[UUID, int], Json]:
    found = {}
    for name, data in members.items():
        if match := re.fullmatch(r"courses/(.{36})-(\d+)\.geojson", name):
            with _inside(name):
                document = load_document(data)
                if problems := document_problems(document):
                    raise FileProblems(problems)
            found[UUID(match[1]), int(match[2])] = document
    return found


def _plans(members: dict[str, bytes]) -> dict[UUID, parts.Plan]:
    found = {}
    for name, data in members.items():
        if match := re.fullmatch(r"plans/(.{36})\.json", name):
            plan = parts.part(name, data, parts.Plan)
            try:
                time_of(plan.created), date.fromisoformat(plan.day)
                if plan.archived:
                    time_of(plan.archived)
                for hole in plan.holes:
                    choice_from(hole.choice)
            except (ValueError, msgspec.ValidationError) as error:
                raise refuse(name, str(error)) from None
            found[UUID(match[1])] = plan
    return found


def _check_references(found: Contents) -> None:
    """Every course version, disc and layout spoken of is there."""
    discs = {d.id for d in found.discs}
    for line in found.lines:
        if line.disc not in discs:
            raise refuse("lines.json", f"{line.name}: its disc is not in bag.csv")
    for entry in found.courses:
        if (entry.id, entry.present) not in found.versions:
            raise refuse("courses.json", f"courses/{entry.id}-{entry.present}.geojson is missing")
    present = {c.id: found.versions[c.id, c.present] for c in found.courses}
    for key, plan in found.plans.items():
        where = f"plans/{key}.json"
        if (plan.course, plan.version) not in found.versions or plan.course not in present:
            raise refuse(where, f"courses/{plan.course}-{plan.version}.geojson is missing", "course")
        layouts = {x["name"] for x in present[plan.course]["ypodrome"].get("layouts", [])}
        if plan.layout not in layouts:
            raise refuse(where, f"the course has no layout {plan.layout!r}", "layout")
    for played in found.rounds:
        try:
            time_of(played.started), date.fromisoformat(played.day)
        except ValueError as error:
            raise refuse("rounds.json", str(error)) from None
        if played.course and (played.course, played.version) not in found.versions:
            raise refuse("rounds.json", f"courses/{played.course}-{played.version}.geojson is missing")
