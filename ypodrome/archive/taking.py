"""What an archive holds, taken in: merged by ids, in one piece or not at all."""

from __future__ import annotations

from collections import Counter
from datetime import date
from uuid import UUID

from django.db import transaction

from ypodrome.accounts.models import Player
from ypodrome.accounts.quota import MOST, room_for
from ypodrome.archive.reading import ArchivedDisc, Contents, Json, time_of
from ypodrome.bag.models import ACTIVE, BagDisc, StockLine
from ypodrome.bag.services import values_of
from ypodrome.course.models import Course
from ypodrome.course.services import store_document
from ypodrome.course.versions import store_version
from ypodrome.interchange import archive_parts as parts
from ypodrome.plan.models import GamePlan, PlannedHole
from ypodrome.round.events import take
from ypodrome.round.models import Round, RoundHole

Counts = Counter[str]
"""How many of what were new."""


@transaction.atomic
def take_in(player: Player, contents: Contents, thrower: bool) -> Counts:
    """Merge an archive into a player's data by ids: what is there already stays as it is. `thrower`: take its
    thrower and settings in place of the player's. Refused when it is more than there is room for."""
    counts: Counts = Counter()
    if thrower:
        player.thrower_document = contents.thrower
        player.name, player.units = contents.settings.name, contents.settings.units
        player.save(update_fields=["thrower_document", "name", "units"])
    for disc in contents.discs:
        counts["discs"] += _take_disc(player, disc)
    for line in contents.lines:
        counts["lines"] += _take_line(player, line)
    courses = {c.id: _take_course(player, c, contents, counts) for c in contents.courses}
    for key, plan in contents.plans.items():
        counts["plans"] += _take_plan(player, key, plan, courses)
    new = [played for played in contents.rounds if _take_round(player, played, courses)]
    counts["rounds"] += len(new)
    for played in new:
        _join(player, played)
    counts["events"] += take(player, contents.events).new
    for what in MOST:
        room_for(player, what, 0)
    return counts


def _take_disc(player: Player, archived: ArchivedDisc) -> bool:
    if BagDisc.objects.filter(owner=player, uuid=archived.id).exists():
        return False
    state, name = archived.state, archived.disc.name
    taken = set(BagDisc.objects.of(player).filter(state__in=ACTIVE).values_list("name", flat=True))
    number = 2
    while state in ACTIVE and name in taken:
        name, number = f"{archived.disc.name[:54]} ({number})", number + 1
    row = BagDisc.objects.create(
        owner=player, uuid=archived.id, state=state, lost_on=archived.lost_on,
        lost_where=archived.lost_where, **values_of(archived.disc) | {"name": name},
    )  # fmt: skip
    BagDisc.objects.filter(pk=row.pk).update(worn_from=archived.worn_from)
    return True


def _take_line(player: Player, line: parts.Line) -> bool:
    if StockLine.objects.filter(owner=player, uuid=line.id).exists():
        return False
    values = parts.plain(line)
    disc = BagDisc.objects.get(owner=player, uuid=line.disc)
    StockLine.objects.create(
        owner=player, uuid=line.id, disc=disc, **{k: v for k, v in values.items() if k not in ("id", "disc")}
    )
    return True


def _take_course(player: Player, entry: parts.CourseEntry, contents: Contents, counts: Counts) -> Course:
    """The player's course of this id, or the club's, or a new one; with the versions it lacks."""
    found = Course.objects.filter(owner=player, uuid=entry.id).first()
    found = found or Course.objects.seen_by(player).filter(uuid=entry.id).first()
    document = contents.versions[entry.id, entry.present]
    if found is None:
        head = document["ypodrome"]
        found = store_document(
            player, document, str(head.get("name") or "Course"), _anchor(document),
            _layouts(head.get("layouts") or []), uuid=entry.id,
        )  # fmt: skip
        counts["courses"] += 1
    for (key, number), version in contents.versions.items():
        if key == entry.id and not found.versions.filter(number=number).exists():
            store_version(found, number, version)
    return found


def _anchor(document: Json) -> tuple[float, float]:
    """Where the first feature stands [deg]."""
    at = next((f["geometry"]["coordinates"] for f in document["features"]), [0.0, 0.0])
    while isinstance(at[0], list):
        at = at[0]
    return round(at[0], 5), round(at[1], 5)


def _layouts(rows: list[Json]) -> list[Json]:
    return [{"division": "", **row} for row in rows]


def _take_plan(player: Player, key: UUID, plan: parts.Plan, courses: dict[UUID, Course]) -> bool:
    if GamePlan.objects.filter(owner=player, uuid=key).exists():
        return False
    course = courses[plan.course]
    row = GamePlan.objects.create(
        owner=player, uuid=key, layout=course.layouts.get(name=plan.layout),
        version=course.versions.get(number=plan.version), name=plan.name, day=date.fromisoformat(plan.day),
        archived=time_of(plan.archived) if plan.archived else None, target=plan.target,
        **parts.plain(plan.conditions),
    )  # fmt: skip
    GamePlan.objects.filter(pk=row.pk).update(created=time_of(plan.created))
    PlannedHole.objects.bulk_create(
        PlannedHole(plan=row, choice=h.choice, notes=h.notes, **_where(h)) for h in plan.holes
    )
    return True


def _where(hole: parts.Hole) -> Json:
    return {name: getattr(hole, name) for name in ("position", "number", "tee", "pin", "par")}


def _plan_of(player: Player, played: parts.Round) -> GamePlan | None:
    return GamePlan.objects.filter(owner=player, uuid=played.plan).first() if played.plan else None


def _join(player: Player, played: parts.Round) -> None:
    """Make a round a part of the one it was read with, where that is here and stands by itself."""
    if played.joined and played.joined != played.id:
        whole = Round.objects.filter(owner=player, uuid=played.joined, joined=None).first()
        Round.objects.filter(owner=player, uuid=played.id).update(joined=whole)


def _take_round(player: Player, played: parts.Round, courses: dict[UUID, Course]) -> bool:
    if Round.objects.filter(owner=player, uuid=played.id).exists():
        return False
    version = None
    if played.course in courses:
        version = courses[played.course].versions.filter(number=played.version or 0).first()
    row = Round.objects.create(
        owner=player, uuid=played.id, plan=_plan_of(player, played),
        version=version, course_name=played.course_name, layout_name=played.layout_name, name=played.name,
        day=date.fromisoformat(played.day),
    )  # fmt: skip
    Round.objects.filter(pk=row.pk).update(started=time_of(played.started))
    RoundHole.objects.bulk_create(
        RoundHole(round=row, promised=parts.plain(h.promised), **_where(h)) for h in played.holes
    )
    return True
