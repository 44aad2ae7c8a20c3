"""A hole's play, folded from its events: the one function that every screen asks for a score."""

from __future__ import annotations

from collections.abc import Iterable, Sequence
from dataclasses import dataclass, replace
from itertools import groupby

from ypodrome.core.record.event import WITHDRAWN, Event, What
from ypodrome.core.record.gained import gained_by_part, throws_from
from ypodrome.core.record.score import HoleScore

THROWN = (What.THROW, What.PUTT)


@dataclass(frozen=True)
class PlayedHole:
    """A hole as its events tell it: throws and putts in order, penalty throws told by themselves, whether it
    is finished, and the total alone where no throw says more. `disputed` holds throws that several devices
    told otherwise: the first of each counts until the player picks. `pin` is where the basket stood, if an
    event says so."""

    throws: tuple[Event, ...] = ()
    apart: tuple[Event, ...] = ()
    finished: bool = False
    total: int | None = None
    disputed: tuple[tuple[Event, ...], ...] = ()
    notes: tuple[str, ...] = ()
    pin: str = ""

    @property
    def putts(self) -> tuple[Event, ...]:
        return tuple(e for e in self.throws if e.what is What.PUTT)

    @property
    def others(self) -> tuple[Event, ...]:
        """Throws that are no putts."""
        return tuple(e for e in self.throws if e.what is What.THROW)

    @property
    def penalties(self) -> int:
        return sum(e.penalties for e in self.throws + self.apart)

    @property
    def complete(self) -> bool:
        """Whether every throw is told: what was told last is in the basket."""
        return bool(self.throws) and (self.finished or self.throws[-1].holed)

    @property
    def over(self) -> bool:
        """Whether the hole has a score."""
        return self.complete or self.total is not None

    @property
    def score(self) -> int:
        """Throws and penalties; the total that was told until every throw is."""
        if self.total is not None and not self.complete:
            return self.total
        return len(self.throws) + self.penalties


def in_order(events: Iterable[Event]) -> list[Event]:
    """Events in the order they were told."""
    return sorted(events, key=lambda e: (e.made_at, e.device, e.running, e.id))


def corrected(events: Iterable[Event]) -> list[Event]:
    """The events that stand, each as its last correction has it, in the order they were first told. A
    correction of a correction is one of what that corrected; an event told twice counts once."""
    rows = in_order({e.id: e for e in events}.values())
    root: dict[str, str] = {e.id: e.corrects for e in rows if e.what is What.CORRECTION}
    last: dict[str, Event] = {}
    for e in rows:
        if e.what is What.CORRECTION:
            last[_first(root, e.corrects)] = e
    standing = [_as_corrected(e, last.get(e.id)) for e in rows if e.what is not What.CORRECTION]
    return [e for e in standing if e is not None]


def _first(root: dict[str, str], told: str) -> str:
    seen = set()
    while told in root and told not in seen:
        seen.add(told)
        told = root[told]
    return told


def _as_corrected(event: Event, by: Event | None) -> Event | None:
    if by is None:
        return event
    if by.becomes == WITHDRAWN:
        return None
    return replace(
        by, id=event.id, what=What(by.becomes) if by.becomes else event.what, corrects="", becomes="",
        device=event.device, running=event.running, made_at=event.made_at,
    )  # fmt: skip


def fold(events: Iterable[Event]) -> PlayedHole:
    """A hole's play from its events, in whatever order and however often they came."""
    standing = corrected(events)
    thrown = [e for e in standing if e.what in THROWN]
    order = {e.id: k for k, e in enumerate(standing)}
    thrown.sort(key=lambda e: (e.throw_no is None, e.throw_no or 0, order[e.id]))
    counted: list[Event] = []
    disputed = []
    for number, group in groupby(thrown, key=lambda e: e.throw_no):
        rivals = list(group)
        if number is None:
            counted += rivals
            continue
        counted.append(rivals[0])
        if len(rivals) > 1:
            disputed.append(tuple(rivals))
    totals = [e.score for e in standing if e.what is What.SCORE_ONLY and e.score is not None]
    pins = [e.pin for e in standing if e.what is What.PIN_CHANGED]
    return PlayedHole(
        throws=tuple(counted),
        apart=tuple(e for e in standing if e.what is What.PENALTY),
        finished=any(e.what is What.HOLE_FINISHED for e in standing),
        total=totals[-1] if totals else None,
        disputed=tuple(disputed),
        notes=tuple(e.note for e in standing if e.note),
        pin=pins[-1] if pins else "",
    )


def hole_score(
    played: PlayedHole, number: int, par: int, expected: float,
    by_distance: Sequence[tuple[float, float]],
) -> HoleScore:  # fmt: skip
    """A hole's score against its par and what the plan `expected`, with what each part of the game gained
    where the distances left were told; `by_distance` as `throws_from` takes it, empty where unknown."""
    throws = played.others
    penalties = [e.penalties for e in throws]
    gained = None
    if by_distance and played.complete and not played.apart:
        left = [None if e.to_go_m is None else throws_from(by_distance, e.to_go_m) for e in throws]
        gained = gained_by_part(expected, left, penalties, len(played.putts))
    told = played.complete or played.total is None
    return HoleScore(
        number, par, expected, len(throws) if told else played.total or 0,
        len(played.putts) if told else 0, played.penalties if told else 0, gained,
    )  # fmt: skip
