"""The event log: taken once each, never changed."""

from __future__ import annotations

import uuid
from collections.abc import Iterable
from dataclasses import dataclass
from datetime import datetime, timedelta
from typing import Any

from django.core.exceptions import ValidationError
from django.db import transaction
from django.db.models import Q
from django.utils import timezone

from ypodrome.accounts.models import Player
from ypodrome.accounts.quota import room_for
from ypodrome.core.api import Event as CoreEvent
from ypodrome.core.api import What
from ypodrome.core.refused import Refused
from ypodrome.round.models import Event, Round

DESK = "desk"
"""Device of what is entered on a page of the server."""


@dataclass(frozen=True)
class Taken:
    """How many events were new, and how many had come before."""

    new: int
    known: int


@transaction.atomic
def take(owner: Player, events: Iterable[CoreEvent]) -> Taken:
    """Keep events, each once, whenever and however often it comes. ValueError names one that cannot be."""
    rows = {}
    for event in events:
        row = _checked(owner, event)
        rows[row.uuid] = row
    known = set(Event.objects.filter(owner=owner, uuid__in=rows).values_list("uuid", flat=True))
    room_for(owner, "events", len(rows) - len(known))
    Event.objects.bulk_create(row for key, row in rows.items() if key not in known)
    return Taken(len(rows) - len(known), len(known))


def _checked(owner: Player, event: CoreEvent) -> Event:
    try:
        row = Event.from_core(owner, event)
        row.clean_fields(exclude=["owner"])
    except (ValueError, ValidationError) as error:
        told = error.message_dict.items() if isinstance(error, ValidationError) else [("", [str(error)])]
        said = "; ".join(f"{field}: {messages[0]}" if field else messages[0] for field, messages in told)
        raise Refused(f"event {event.id}: {said}") from None
    return row


def events_at(played: Round, position: int) -> list[CoreEvent]:
    """Everything told of one place in a round."""
    rows = Event.objects.filter(
        owner_id=played.owner_id, round_uuid__in=_whole_of([played]), position=position
    )
    return [row.to_core() for row in rows]


ByPosition = dict[int, list[CoreEvent]]
"""What is told of a round's holes, by place."""


def events_by_position(played: Round) -> ByPosition:
    """Everything told of a round's holes, by place."""
    return events_by_round([played])[played.uuid]


def events_by_round(rounds: Iterable[Round]) -> dict[uuid.UUID, ByPosition]:
    """Everything told of the holes of one player's rounds, by round and place, read in one go."""
    rounds = list(rounds)
    whole_of, owners = _whole_of(rounds), {played.owner_id for played in rounds}
    found: dict[int, ByPosition] = {whole: {} for whole in whole_of.values()}
    rows = Event.objects.filter(owner__in=owners, round_uuid__in=whole_of).exclude(position=None)
    for row in rows:
        if row.round_uuid and row.position:
            found[whole_of[row.round_uuid]].setdefault(row.position, []).append(row.to_core())
    return {played.uuid: found[played.joined_id or played.pk] for played in rounds}


def _whole_of(rounds: list[Round]) -> dict[uuid.UUID, int]:
    """By its uuid every round that is read with one of `rounds`: the key of the one they all are parts of."""
    whole = {played.joined_id or played.pk for played in rounds}
    rows = Round.objects.filter(Q(pk__in=whole) | Q(joined__in=whole)).values_list("uuid", "joined", "pk")
    return {found: joined or pk for found, joined, pk in rows}


class DeskPen:
    """Writes new events of a round's hole as the desk, in running order, each later than those `told` before
    it, whatever the clock says."""

    def __init__(self, played: Round, position: int, hole: int, told: list[CoreEvent]) -> None:
        self.common: dict[str, Any] = {
            "round": str(played.uuid), "device": DESK, "position": position, "hole": hole,
        }  # fmt: skip
        self.next = Event.objects.filter(owner=played.owner, device=DESK).count() + 1
        latest = max((datetime.fromisoformat(e.made_at) for e in told), default=timezone.now())
        self.now = max(timezone.now(), latest)

    def event(self, what: What, **told: Any) -> CoreEvent:
        """A new event of the desk."""
        self.now += timedelta(microseconds=1)
        made = CoreEvent(
            id=str(uuid.uuid4()), what=what, running=self.next, made_at=self.now.isoformat(),
            **self.common | told,
        )  # fmt: skip
        self.next += 1
        return made
