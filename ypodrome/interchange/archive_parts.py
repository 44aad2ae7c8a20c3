"""What the members of an archive hold, as types; one of another shape is refused by its place and field."""

from __future__ import annotations

from typing import Annotated, Any, TypeVar
from uuid import UUID

import msgspec
from msgspec import Meta, Struct

from ypodrome.interchange.problems import refuse

Whole = Annotated[int, Meta(ge=0, le=10_000)]
Number = Annotated[float, Meta(ge=-1e6, le=1e6)]
Short = Annotated[str, Meta(max_length=120)]
T = TypeVar("T")


class Settings(Struct, frozen=True, forbid_unknown_fields=True):
    name: Annotated[str, Meta(min_length=1, max_length=80)]
    units: Annotated[str, Meta(pattern="^(imperial|metric)$")]


class Line(Struct, frozen=True, forbid_unknown_fields=True):
    """A kept line; `disc` is the disc's id."""

    id: UUID
    name: Annotated[str, Meta(min_length=1, max_length=60)]
    disc: UUID
    throw: Annotated[str, Meta(pattern="^[RL]H(BH|FH|OH|TH)$")]
    hyzer_deg: Number
    nose_deg: Number
    launch_deg: Number
    power_pct: Number
    wind_m_s: Number
    wind_from_deg: Number


class CourseEntry(Struct, frozen=True, forbid_unknown_fields=True):
    """A course and which of its versions is the present one; `own`: the player's, not the club's."""

    id: UUID
    present: Annotated[int, Meta(ge=1)]
    shared: bool
    own: bool


class PromisedThrow(Struct, frozen=True, omit_defaults=True, forbid_unknown_fields=True):
    """A planned throw and its values."""

    key: Annotated[str, Meta(max_length=300)]
    disc_id: Short
    disc: Short
    disc_numbers: Short
    throw: Short
    kind: Short
    line: Short
    power_pct: Number
    hyzer_deg: Number
    nose_deg: Number
    launch_deg: Number
    aim_left_deg: Number
    aim_bearing_deg: Number
    expected: Number


class Promised(Struct, frozen=True, omit_defaults=True, forbid_unknown_fields=True):
    """What a plan promised for a hole."""

    expected: Number | None = None
    by_distance: list[tuple[Number, Number]] = []
    wind: tuple[Number, Number] | None = None
    throws: list[PromisedThrow] = []


class Hole(Struct, frozen=True, forbid_unknown_fields=True):
    """A hole of a plan or a round. `choice` and `notes` are a plan's, `promised` a round's."""

    position: Whole
    number: Whole
    tee: Annotated[str, Meta(max_length=40)]
    pin: Annotated[str, Meta(max_length=40)]
    par: Whole
    choice: dict[str, Any] | None = None
    notes: Annotated[str, Meta(max_length=2000)] = ""
    promised: Promised = Promised()


class Conditions(Struct, frozen=True, forbid_unknown_fields=True):
    posture: Annotated[str, Meta(pattern="^(par|even|attack)$")]
    wind_m_s: Annotated[float, Meta(ge=0, le=30)]
    wind_from_deg: Annotated[float, Meta(ge=0, le=360)]
    gust_m_s: Annotated[float, Meta(ge=0, le=60)]
    temperature_c: Annotated[float, Meta(ge=-60, le=60)]
    wet: bool
    without: list[Annotated[str, Meta(pattern="^(backhand|forehand)$")]]
    wind_source: Annotated[str, Meta(max_length=80)]


class Plan(Struct, frozen=True, forbid_unknown_fields=True):
    course: UUID
    version: Annotated[int, Meta(ge=1)]
    layout: Annotated[str, Meta(max_length=80)]
    name: Annotated[str, Meta(max_length=60)]
    day: str
    created: str
    archived: str | None
    conditions: Conditions
    target: Whole | None
    holes: list[Hole]


class Round(Struct, frozen=True, forbid_unknown_fields=True, omit_defaults=True):
    id: UUID
    plan: UUID | None
    course: UUID | None
    version: int | None
    course_name: Short
    layout_name: Annotated[str, Meta(max_length=80)]
    name: Annotated[str, Meta(max_length=60)]
    day: str
    started: str
    holes: list[Hole]
    joined: UUID | None = None


def promised(value: dict[str, Any]) -> Promised:
    """What a plan promised, from plain values."""
    return msgspec.convert(value, Promised)


def plain(value: Any) -> Any:
    """A part as plain values, as it is written."""
    return msgspec.to_builtins(value)


def part(member: str, data: bytes, kind: type[T]) -> T:
    """A member read as its type, or FileProblems with the place and field that is wrong."""
    try:
        return msgspec.json.decode(data, type=kind)
    except (msgspec.DecodeError, msgspec.ValidationError, RecursionError) as error:
        raise refuse(member, str(error)) from None
