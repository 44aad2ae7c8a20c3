"""Everything a player has typed, thrown and chosen, as one file."""

from __future__ import annotations

import csv
import io
import json
from collections.abc import Iterable
from datetime import date
from typing import Any
from uuid import UUID

from ypodrome import __version__
from ypodrome.accounts.models import Player
from ypodrome.bag.models import BagDisc
from ypodrome.course.documents import document_of
from ypodrome.course.models import Course, CourseVersion
from ypodrome.course.versions import document_of_version, present
from ypodrome.interchange import archive_parts as parts
from ypodrome.interchange.archive_zip import VERSION, json_bytes, write_archive
from ypodrome.interchange.events_csv import write_events
from ypodrome.plan.models import GamePlan, PlannedHole
from ypodrome.round.models import Event, Round

BAG_COLUMNS = ("name", "speed", "glide", "turn", "fade", "weight_g", "plastic", "wear", "water_ok", "colour",
               "notes", "id", "state", "lost_on", "lost_where", "worn_from")  # fmt: skip
LINE_VALUES = ("hyzer_deg", "nose_deg", "launch_deg", "power_pct", "wind_m_s", "wind_from_deg")
Json = dict[str, Any]
CONDITIONS = parts.Conditions.__struct_fields__


def archive_of(player: Player, today: date) -> bytes:
    """A player's archive (docs/formats.md)."""
    plans = list(GamePlan.objects.of(player).select_related("version", "layout__course").order_by("uuid"))
    rounds = list(Round.objects.of(player).select_related("version", "plan", "joined").order_by("uuid"))
    courses, files = _courses(player, plans, rounds)
    manifest = {"format": "archive", "version": VERSION, "made": today.isoformat(), "by": __version__}
    members = {
        "manifest.json": json_bytes(manifest),
        "thrower.json": json_bytes(player.thrower_document),
        "settings.json": json_bytes({"name": player.name, "units": player.units}),
        "bag.csv": bag_csv(BagDisc.objects.of(player).order_by("uuid")),
        "lines.json": json_bytes(_lines(player)),
        "courses.json": json_bytes(parts.plain(courses)),
        "rounds.json": json_bytes([_round(r) for r in rounds]),
        "events.csv": _events(player),
    }
    for (key, number), document in files.items():
        members[f"courses/{key}-{number}.geojson"] = json.dumps(document, ensure_ascii=False).encode()
    numbers = {entry.id: entry.present for entry in courses}
    for plan in plans:
        members[f"plans/{plan.uuid}.json"] = json_bytes(parts.plain(_plan(plan, numbers)))
    return write_archive(members)


def bag_csv(discs: Iterable[BagDisc]) -> bytes:
    """Discs as a bag file with their ids and states."""
    text = io.StringIO(newline="")
    rows = csv.writer(text, lineterminator="\r\n")
    rows.writerow(BAG_COLUMNS)
    for disc in discs:
        values = {name: getattr(disc, name) for name in BAG_COLUMNS if name != "id"} | {"id": disc.uuid}
        values["water_ok"] = "yes" if disc.water_ok else "no"
        values["worn_from"] = disc.worn_from.isoformat()
        values["lost_on"] = disc.lost_on.isoformat() if disc.lost_on else ""
        rows.writerow([values[name] for name in BAG_COLUMNS])
    return text.getvalue().encode()


def _lines(player: Player) -> list[object]:
    lines = player.lines.select_related("disc").filter(disc__deleted=None).order_by("uuid")
    return [
        parts.plain(parts.Line(line.uuid, line.name, line.disc.uuid, line.throw,
                               *(getattr(line, name) for name in LINE_VALUES)))
        for line in lines
    ]  # fmt: skip


def _courses(
    player: Player, plans: list[GamePlan], rounds: list[Round]
) -> tuple[list[parts.CourseEntry], dict[tuple[UUID, int], Json]]:
    """The player's courses and those that plans and rounds need, with the files of every version needed and
    of the present one."""
    used = {p.version_id for p in plans} | {r.version_id for r in rounds} - {None}
    needed = Course.objects.of(player) | Course.objects.filter(versions__in=used)
    needed |= Course.objects.filter(layouts__in={p.layout_id for p in plans})
    entries, files = [], {}
    for version in CourseVersion.objects.filter(pk__in=used).select_related("course"):
        files[version.course.uuid, version.number] = document_of_version(version)
    for course in needed.distinct().order_by("uuid"):
        now, mine = present(course), course.owner_id == player.pk
        files[course.uuid, now.number] = now.document or document_of(course)
        entries.append(parts.CourseEntry(course.uuid, now.number, course.shared, mine))
    return entries, files


def _plan(plan: GamePlan, present_numbers: dict[UUID, int]) -> parts.Plan:
    course = plan.layout.course
    return parts.Plan(
        course=course.uuid, version=plan.version.number if plan.version else present_numbers[course.uuid],
        layout=plan.layout.name,
        name=plan.name, day=plan.day.isoformat(), created=plan.created.isoformat(),
        archived=plan.archived.isoformat() if plan.archived else None,
        conditions=parts.Conditions(**{name: getattr(plan, name) for name in CONDITIONS}), target=plan.target,
        holes=[_hole(h) for h in plan.holes.all()],
    )  # fmt: skip


def _hole(hole: PlannedHole) -> parts.Hole:
    return parts.Hole(hole.position, hole.number, hole.tee, hole.pin, hole.par, hole.choice, hole.notes)


def _round(played: Round) -> object:
    plan, version = played.plan, played.version
    return parts.plain(
        parts.Round(
            id=played.uuid, plan=plan.uuid if plan and plan.deleted is None else None,
            course=version.course.uuid if version else None, version=version.number if version else None,
            course_name=played.course_name, layout_name=played.layout_name, name=played.name,
            day=played.day.isoformat(), started=played.started.isoformat(),
            holes=[parts.Hole(h.position, h.number, h.tee, h.pin, h.par, promised=parts.promised(h.promised))
                   for h in played.holes.all()],
            joined=played.joined.uuid if played.joined else None,
        )
    )  # fmt: skip


def _events(player: Player) -> bytes:
    gone = Round.objects.filter(owner=player).exclude(deleted=None).values("uuid")
    rows = Event.objects.filter(owner=player).exclude(round_uuid__in=gone)
    return write_events(e.to_core() for e in rows.order_by("device", "running", "uuid"))
