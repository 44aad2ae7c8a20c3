"""A round as the phone takes it along."""

from __future__ import annotations

from collections.abc import Iterable, Sequence
from dataclasses import dataclass
from typing import Any

import msgspec
from django.urls import reverse
from django.utils import timezone

from ypodrome.bag.services import core_bag
from ypodrome.core.api import KINDS, SPEEDS_M_S, Disc, Thrower
from ypodrome.core.units import mph
from ypodrome.course.documents import core_course
from ypodrome.interchange.fingerprint import digest
from ypodrome.plan.inputs import staleness
from ypodrome.plan.live import labels_of, scene_for_hole
from ypodrome.plan.models import GamePlan, PlannedHole
from ypodrome.plan.presenters.sheet import gone_words, shown_of
from ypodrome.plan.presenters.weather import hour_view
from ypodrome.pocket.hole import Carried, hole_view
from ypodrome.round.events import events_by_position
from ypodrome.round.models import Round
from ypodrome.wording.measures import wind_speed
from ypodrome.wording.throws import kind_words

Json = dict[str, Any]


@dataclass(frozen=True)
class Day:
    """The wind a plan was made for, whence it is known, and whether it is wet."""

    wind_m_s: float
    wind_from_deg: float
    source: str
    wet: bool


def document(
    played: Json, player: str, day: Day, holes: Iterable[Carried], bag: Sequence[Disc], thrower: Thrower
) -> Json:
    """A round as plain values, in the thrower's units: `played` says which round it is, `player` whose."""
    units = thrower.units
    return {
        "made": timezone.now().isoformat(timespec="seconds"),
        "player": player, "units": units, "round": played,
        "wind": {
            "m_s": day.wind_m_s, "from_deg": day.wind_from_deg, "source": day.source,
            "words": wind_speed(day.wind_m_s, units),
            "strengths": [
                {"mph": round(mph(s)), "m_s": s, "words": wind_speed(s, units)} for s in (0.0, *SPEEDS_M_S)
            ],
        },
        "wet": day.wet, "hours": [hour_view(hour, units) for hour in range(24)],
        "discs": [{"id": d.key, "name": d.name, "numbers": d.numbers} for d in bag],
        "throws": [
            {"code": f"{thrower.throw(k)}|{k}", "words": f"{thrower.throw(k)}, {kind_words(k)}"}
            for k in KINDS if k in thrower.max_distance_m
        ],
        "holes": [hole_view(h, units) for h in holes],
        "prepared": [],
    }  # fmt: skip


def round_document(played: Round, plan: GamePlan) -> Json:
    """The plan of a round as it stands."""
    player = played.owner
    origin = core_course(plan.layout.course).origin
    which = {
        "uuid": str(played.uuid), "name": played.name, "course": played.course_name,
        "layout": played.layout_name, "day": played.day.isoformat(),
    }  # fmt: skip
    day = Day(plan.wind_m_s, plan.wind_from_deg, plan.wind_source, plan.wet)
    holes = [_carried(h, origin) for h in plan.holes.all()]
    return document(which, str(player.uuid), day, holes, core_bag(player), player.thrower)


def _carried(hole: PlannedHole, origin: tuple[float, float]) -> Carried:
    return Carried(
        hole.position, scene_for_hole(hole), hole.kept, origin, tuple(labels_of(hole, "pins")), hole.notes,
        tuple(staleness(hole)[1]), gone_words(hole) if hole.kept else "",
        shown_of(hole).key if hole.kept else "",
    )  # fmt: skip


def addresses(played: Round, plan: GamePlan) -> Json:
    """Where the card asks and tells, and the pages that a round needs besides its cards."""
    sheets = [reverse("plan:sheet", args=(plan.pk, p)) for p in plan.holes.values_list("position", flat=True)]
    pages = [
        reverse("plan:book", args=(plan.pk,)), reverse("plan:overview_of", args=(plan.pk,)),
        reverse("round:after", args=(played.pk,)), *sheets,
    ]  # fmt: skip
    urls = {
        "told": reverse("pocket:told", args=(played.pk,)), "tell": reverse("pocket:tell"),
        "prepare": reverse("pocket:prepare", args=(played.pk, 0)), "worker": reverse("worker"),
        "plan": reverse("plan:overview_of", args=(plan.pk,)),
    }  # fmt: skip
    return {"urls": urls, "pages": pages, "stamp": stamp_of(plan)}


def stamp_of(plan: GamePlan) -> str:
    """A digest of a plan as its cards show it."""
    holes = list(plan.holes.values_list("fingerprint", "choice", "notes", "tee", "pin"))
    return digest([holes, plan.owner.units, plan.wind_m_s, plan.wind_from_deg, plan.wet])


def told_document(played: Round) -> Json:
    """Everything told of a round here, in whichever part of it, and which plan it is played to."""
    told, uuid = events_by_position(played), str(played.uuid)
    events = [msgspec.to_builtins(e) | {"round": uuid} for place in sorted(told) for e in told[place]]
    return {"events": events, "stamp": stamp_of(played.plan) if played.plan else ""}
