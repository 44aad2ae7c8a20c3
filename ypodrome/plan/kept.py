"""What is kept of a planned hole: the plan, the throw in force, and the player's choice by key."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Any

import msgspec

from ypodrome.core.api import HolePlan, Key, Option, PlannedThrow
from ypodrome.interchange.codec import pack, unpack

FORM = 21
"""Raised when what is kept of a plan changes, or how it is worked out; plans of another form are planned
again."""


@dataclass(frozen=True)
class Choice:
    """What a player chose: the throw's key, the throw as it was then, its aim left of the line to the pin
    [deg], and whether it was aimed by hand."""

    key: Key
    throw: PlannedThrow
    aim_left_deg: float
    by_hand: bool = False


@dataclass(frozen=True)
class Kept:
    """A hole's plan and the throw in force. `own` is the player's own throw, judged in these conditions; it
    stands at `place` among the options, behind them where none is the same throw. `gone` says that the throw
    chosen cannot be thrown any more, and the first plan stands in for it."""

    plan: HolePlan
    place: int = 0
    own: Option | None = None
    gone: bool = False

    @property
    def options(self) -> tuple[Option, ...]:
        """The options as shown, the player's own throw in its place."""
        if self.own is None:
            return self.plan.options
        options = list(self.plan.options)
        options[self.place : self.place + 1] = [self.own]
        return tuple(options)

    @property
    def in_force(self) -> Option:
        """The throw to be thrown."""
        return self.options[self.place]


def packed(kept: Kept) -> bytes:
    """As stored."""
    return pack(kept, FORM)


def unpacked(data: bytes | None) -> Kept | None:
    """As stored by this version; None for nothing or another form."""
    return unpack(data, Kept, FORM)


def choice_document(choice: Choice) -> dict[str, Any]:
    """A choice as plain values."""
    return dict(msgspec.to_builtins(choice))


def choice_from(document: dict[str, Any] | None) -> Choice | None:
    """A choice from plain values."""
    return msgspec.convert(document, Choice) if document else None
