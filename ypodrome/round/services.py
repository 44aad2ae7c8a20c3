"""Rounds: begun from a plan, recorded by events, scored from them."""

from __future__ import annotations

import json
from dataclasses import replace
from datetime import date
from typing import Any

from django.core.exceptions import ValidationError
from django.db import transaction

from ypodrome.accounts.models import Player
from ypodrome.accounts.quota import room_for
from ypodrome.core.api import (
    MADE,
    MISSED,
    WITHDRAWN,
    Fault,
    HoleScore,
    Penalty,
    PlayedHole,
    RoundScore,
    Throw,
    What,
    fold,
    hole_score,
    same_told,
)
from ypodrome.core.api import Event as CoreEvent
from ypodrome.core.refused import Refused
from ypodrome.core.units import feet
from ypodrome.course.versions import current_version
from ypodrome.interchange.log_json import Log, LoggedRound
from ypodrome.plan.models import GamePlan, PlannedHole
from ypodrome.round.events import ByPosition, DeskPen, Taken, events_at, events_by_position, take
from ypodrome.round.models import Round, RoundHole
from ypodrome.round.promised import promised_of

MOST_THROWS, MOST_PUTTS = 15, 10
FARTHEST_M = 400.0
AS_PLANNED = "as planned"
PENALTIES = (Penalty.OB, Penalty.HAZARD, Penalty.LOST, Penalty.MANDO)
RESULTS = (AS_PLANNED, *(str(f) for f in Fault), *(str(p) for p in PENALTIES))
"""What became of a throw, as a player enters it."""

VALUES = ("power_pct", "hyzer_deg", "launch_deg", "aim_left_deg", "expected")
"""What a plan promises of a throw beside its key."""


def rounds_of_plan(plan: GamePlan) -> list[Round]:
    """Rounds played to a plan, latest first."""
    return list(plan.rounds.filter(deleted=None, joined=None))


@transaction.atomic
def begin_round(plan: GamePlan) -> Round:
    """Begin a round to a plan: the layout and the plan's promises as they are now are kept with it."""
    room_for(plan.owner, "rounds")
    layout = plan.layout
    played = Round.objects.create(
        owner=plan.owner, plan=plan, version=current_version(layout.course),
        course_name=layout.course.name, layout_name=layout.name, name=plan.name,
    )  # fmt: skip
    RoundHole.objects.bulk_create(
        RoundHole(round=played, position=h.position, number=h.number, tee=h.tee, pin=h.pin, par=h.par,
                  promised=promised_of(h))
        for h in plan.holes.all()
    )  # fmt: skip
    return played


@transaction.atomic
def take_log(owner: Player, log: Log) -> Taken:
    """Keep what a phone tells, each event once, and its round where it was begun away from here. Refused
    where it is another player's."""
    if log.player and log.player != str(owner.uuid):
        raise Refused("this log is another player's: it stays with them until they sign in")
    if not Round.objects.filter(owner=owner, uuid=log.round.uuid).exists():
        _begun_elsewhere(owner, log.round)
    return take(owner, log.events)


def _begun_elsewhere(owner: Player, told: LoggedRound) -> None:
    room_for(owner, "rounds")
    try:
        day = date.fromisoformat(told.day)
        played = Round(owner=owner, uuid=told.uuid, course_name=told.course, layout_name=told.layout, day=day)
        played.clean_fields(exclude=["owner", "plan", "version"])
        holes = [
            RoundHole(round=played, position=h.position, number=h.number, tee=h.tee, pin=h.pin, par=h.par,
                      promised={} if h.expected is None else {"expected": h.expected})
            for h in told.holes
        ]  # fmt: skip
        for hole in holes:
            hole.clean_fields(exclude=["round", "promised"])
    except (ValueError, ValidationError) as error:
        raise Refused(f"the log's round: {'; '.join(getattr(error, 'messages', [str(error)]))}") from None
    if len({h.position for h in holes}) < len(holes):
        raise Refused("the log's round has a place twice")
    played.save()
    RoundHole.objects.bulk_create(holes)


def planned_hole(hole: RoundHole) -> PlannedHole | None:
    """The hole of the round's plan at the same place, while there is one."""
    plan = hole.round.plan
    return plan.holes.filter(position=hole.position).first() if plan else None


def promise_anew(hole: RoundHole, planned: PlannedHole | None, events: list[CoreEvent]) -> None:
    """Take what the plan promises now, as long as nothing is told of the hole; not stored by this."""
    if planned is None or events:
        return
    hole.tee, hole.pin, hole.promised = planned.tee, planned.pin, promised_of(planned)


@transaction.atomic
def record_hole(hole: RoundHole, throws: list[dict[str, Any]], putts: int) -> PlayedHole:
    """Keep a hole's throws and putts as they are entered: what is new as events, what differs from what was
    told before as corrections.

    Raises ValueError naming the throw and field that cannot be taken; nothing is changed then.
    """
    if not 0 <= putts <= MOST_PUTTS:
        raise Refused(f"putts must be between 0 and {MOST_PUTTS}, got {putts}")
    if not 1 <= len(throws) <= MOST_THROWS:
        raise Refused(f"a hole takes 1 to {MOST_THROWS} throws, got {len(throws)}")
    events = events_at(hole.round, hole.position)
    promise_anew(hole, planned_hole(hole), events)
    hole.save(update_fields=["tee", "pin", "promised"])
    pen = DeskPen(hole.round, hole.position, hole.number, events)
    new = _differences(pen, fold(events), _wanted(hole, throws, putts))
    take(hole.round.owner, new)
    return fold([*events, *new])


def _wanted(hole: RoundHole, throws: list[dict[str, Any]], putts: int) -> list[dict[str, Any]]:
    """What every throw and putt tells, in order."""
    discs = {d.name: d for d in hole.round.owner.discs.filter(deleted=None)}
    rows = [_checked(k, throw, discs) for k, throw in enumerate(throws, start=1)]
    for row, before in zip(rows[1:], rows, strict=False):
        row["lie_to_go_m"] = before["to_go_m"]
    if "wind" in hole.promised:
        speed, bearing = hole.promised["wind"]
        wind = {"wind_m_s": speed, "wind_from_deg": bearing, "wind_source": "the plan"}
        rows = [row | wind for row in rows]
    for k, row in enumerate(rows):
        row |= {"what": What.THROW, "putt": MADE if putts == 0 and k + 1 == len(rows) else ""}
    _put_planned(rows, hole.promised.get("throws", []))
    rows += [{"what": What.PUTT, "putt": MADE if k + 1 == putts else MISSED} for k in range(putts)]
    return [row | {"throw_no": k} for k, row in enumerate(rows, start=1)]


def _put_planned(rows: list[dict[str, Any]], planned: list[dict[str, Any]]) -> None:
    """Beside a throw of the planned disc and kind, which throw was planned; one that went as planned was
    thrown at its values, as far as anybody knows."""
    for row, plan in zip(rows, planned, strict=False):
        row["planned"] = plan["key"]
        row["promised"] = json.dumps({name: plan[name] for name in VALUES})
        if row["disc"] == plan["disc"] and row["throw"] == plan["throw"]:
            row["kind"] = plan["kind"]


def _checked(number: int, throw: dict[str, Any], discs: dict[str, Any]) -> dict[str, Any]:
    name = str(throw.get("disc", "")).strip()[:60]
    if not name:
        raise Refused(f"throw {number}: name the disc")
    if throw.get("throw") not in {t.value for t in Throw}:
        raise Refused(f"throw {number}: {throw.get('throw')!r} is not a kind of throw")
    result = throw.get("result")
    if result not in RESULTS:
        raise Refused(f"throw {number}: say what became of it")
    left_m = throw.get("left_m")
    if left_m is not None and not 0.0 <= left_m <= FARTHEST_M:
        most = f"{FARTHEST_M:.0f} m ({feet(FARTHEST_M):.0f} ft)"
        raise Refused(f"throw {number}: the distance to go must be from 0 to {most}")
    disc = discs.get(name)
    penalty = result if result in PENALTIES else ""
    return {
        "disc": name, "disc_id": str(disc.uuid) if disc else "",
        "disc_numbers": disc.to_core().numbers if disc else "", "throw": throw["throw"], "to_go_m": left_m,
        "fault": result if result in tuple(Fault) else "",
        "penalty": penalty, "penalties": int(bool(penalty)),
    }  # fmt: skip


def _differences(pen: DeskPen, told: PlayedHole, wanted: list[dict[str, Any]]) -> list[CoreEvent]:
    """The events that make what is told what is wanted. What an earlier event tells beyond the form, as a
    place or a wind, stays; what several devices told otherwise is picked by saving."""
    events = []
    for k, row in enumerate(wanted):
        before = told.throws[k] if k < len(told.throws) else None
        if before is None:
            events.append(pen.event(**row))
            continue
        after = replace(before, **row)
        if not same_told(before, after) or before.what is not after.what:
            values = {name: getattr(after, name) for name in _KEPT}
            events.append(pen.event(What.CORRECTION, corrects=before.id, becomes=str(after.what), **values))
    rivals = [e for group in told.disputed for e in group[1:]]
    for gone in (*told.throws[len(wanted) :], *rivals):
        events.append(pen.event(What.CORRECTION, corrects=gone.id, becomes=WITHDRAWN))
    return events


_KEPT = tuple(
    name for name in CoreEvent.__dataclass_fields__
    if name not in ("id", "what", "round", "device", "running", "made_at", "position", "hole", "corrects",
                    "becomes")
)  # fmt: skip


def result_of(event: CoreEvent) -> str:
    """What became of a throw, as the record's form has it."""
    return event.penalty or event.fault or AS_PLANNED


def score_of(hole: RoundHole, played: PlayedHole) -> HoleScore:
    """The score of a hole from its play."""
    by_distance = hole.promised.get("by_distance", [])
    return hole_score(played, hole.number, hole.par, hole.expected, by_distance)


def first_open(played: Round) -> int:
    """The first place of a round of which nothing is told yet; its first when all are."""
    told = events_by_position(played)
    places = list(played.holes.values_list("position", flat=True))
    return next((p for p in places if p not in told), places[0])


def played_holes(played: Round, told: ByPosition | None = None) -> list[tuple[RoundHole, PlayedHole]]:
    """The round's holes of which something is `told`, in order; it is read where it is not given."""
    told = events_by_position(played) if told is None else told
    holes = [(h, fold(told[h.position])) for h in played.holes.all() if h.position in told]
    return [(h, p) for h, p in holes if p.throws or p.over]


def round_score(played: Round, told: ByPosition | None = None) -> RoundScore:
    """The round as the core scores it, from what is `told` of it."""
    return RoundScore(tuple(score_of(h, p) for h, p in played_holes(played, told)))
