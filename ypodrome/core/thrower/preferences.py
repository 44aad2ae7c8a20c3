"""What a player rules out and what they like: obeyed first, weighed lightly second.

What is ruled out is never planned. What is liked decides only between throws that cannot be told apart
(`strategy.sense`).
"""

from __future__ import annotations

from dataclasses import dataclass
from enum import StrEnum

from ypodrome.core.refused import Refused
from ypodrome.core.thrower.arms import Kind

NARROWEST_AIM_DEG, WIDEST_AIM_DEG = 5.0, 60.0


class Over(StrEnum):
    """What a throw may never be made over."""

    WATER = "water"
    OB = "ob"


class PuttLiked(StrEnum):
    """The putt that a player likes to leave."""

    UPHILL = "uphill"
    INTO_WIND = "into_wind"
    DOWN_WIND = "down_wind"


@dataclass(frozen=True)
class Never:
    """A kind of throw, or the discs of a name, that are never thrown: over something, or at all."""

    kind: Kind | None = None
    disc: str = ""
    over: Over | None = None

    def __post_init__(self) -> None:
        if (self.kind is None) == (not self.disc):
            raise Refused("name either a throw or a disc")


@dataclass(frozen=True)
class Preferences:
    """What a player never throws, the putt and the lines (names of shapes) they like, and how far from where
    a throw is to end they will aim at most [deg]."""

    never: tuple[Never, ...] = ()
    putt: PuttLiked | None = None
    lines: tuple[str, ...] = ()
    widest_aim_deg: float | None = None

    def __post_init__(self) -> None:
        widest = self.widest_aim_deg
        if widest is not None and not NARROWEST_AIM_DEG <= widest <= WIDEST_AIM_DEG:
            raise Refused(
                f"widest_aim_deg must be between {NARROWEST_AIM_DEG:g} and {WIDEST_AIM_DEG:g}, got {widest:g}"
            )
