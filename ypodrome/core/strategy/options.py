"""Options: what a plan offers. Typed numbers only, no words and no units but SI and degrees."""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass, field
from enum import StrEnum
from typing import NamedTuple

import numpy as np
from numpy.typing import NDArray

from ypodrome.core.disc import Disc
from ypodrome.core.flight.release import Throw
from ypodrome.core.hole.features import Point
from ypodrome.core.strategy.aim import Aim
from ypodrome.core.strategy.exactness import Height, Window
from ypodrome.core.strategy.reason import Reason
from ypodrome.core.strategy.shape import Shape
from ypodrome.core.thrower import Kind


class Role(StrEnum):
    """What part an option has in the plan."""

    FIRST = "first"
    CONTINGENCY = "contingency"
    SAFE = "safe"
    OTHER = "other"
    NEXT = "next"
    INSTEAD = "instead"


class Side(StrEnum):
    """Sides of a miss, as the thrower sees them."""

    LEFT = "left"
    RIGHT = "right"
    SHORT = "short"
    LONG = "long"


class Felt(StrEnum):
    """The wind as felt facing the basket."""

    STILL = "still"
    INTO = "into"
    WITH = "with"
    ACROSS = "across"


class How(StrEnum):
    """How a throw passes what lies across the way."""

    OVER = "over"
    PERHAPS_OVER = "perhaps over"
    SHORT_OF = "short of"
    ROUND = "round"


class Way(NamedTuple):
    """How a throw passes what others from the same lie pass differently, what that is, and the chance that
    it does."""

    how: How
    what: str
    chance: float


class Key(NamedTuple):
    """What a player rehearses and remembers of a throw: disc, hand, kind, shape, and the placement it ends
    at against the basket [m, positive to the left and long]. Power, aim and angles are values that move
    with every replan."""

    disc: str
    hand: str
    kind: Kind
    shape: Shape
    left_m: float
    long_m: float


@dataclass(frozen=True)
class PlannedThrow:
    """One throw as it leaves the hand, from a lie. `bend_deg` is the angle from the line to where it is
    meant to end to the aim, positive to the left, `heading_deg` counts counterclockwise from east and
    `power` is a share of full power. `own_line` names the player's line that it is, if any."""

    disc: Disc
    kind: Kind
    code: Throw
    hyzer_deg: float
    nose_deg: float
    launch_deg: float
    power: float
    bend_deg: float
    heading_deg: float
    lie: Point
    own_line: str = ""


@dataclass(frozen=True)
class Chances:
    """Chances in [0, 1]: of where this throw rests, of what befalls it, and of the hole's score. `trouble` is
    that it ends out, lost or past a mandatory, each throw counted once: in out-of-bounds water a disc is out
    and lost."""

    circle1: float
    circle2: float
    ob: float
    lost: float
    obstacle: float
    mando: float
    holed: float
    birdie_or_better: float
    par: float
    bogey_or_worse: float
    trouble: float


@dataclass(frozen=True)
class Leave:
    """What a throw leaves: distance to the basket, median and quartiles [m], how far the basket stands
    above the lie [m, median], and the wind felt facing it."""

    distance_m: float
    quarter_m: float
    three_quarter_m: float
    rise_m: float
    wind: Felt


@dataclass(frozen=True)
class Forecast:
    """What a throw comes to. `expected` and `outlook` count the throws of the whole hole and from here;
    `by_day` are outlooks on each of the days (`strategy.day`).

    `landing` is the middle of where it is next played from, `left_m` and `long_m` of where it rests
    against the basket; `along_m` and `across_m` are standard deviations of the rests. `shift_costs` are the
    throws that aiming one such deviation to a side costs. `over` is the chance that it ends beyond each of
    the areas across the way, `short_of` names those still ahead, `seen` the share of rests that are seen
    from the lie. `rests` [n, 2] and `path` [rows, 5] are
    for drawing.
    """

    expected: float
    outlook: tuple[float, ...]
    chances: Chances
    shape: Shape
    apex_m: float
    landing: Point
    left_m: float
    long_m: float
    along_m: float
    across_m: float
    leaves: Leave
    stopped_by: dict[str, float]
    over: dict[str, float]
    short_of: tuple[str, ...]
    rests: NDArray[np.float64] = field(repr=False)
    path: NDArray[np.float64] = field(repr=False)
    window: Window | None = None
    heights: tuple[Height, ...] = ()
    shift_costs: dict[Side, float] = field(default_factory=dict)
    by_day: tuple[tuple[float, ...], ...] = ()
    seen: float = 1.0


@dataclass(frozen=True)
class Standing:
    """How an option stands among the others: its role, the way it takes where others take another, whether
    it is as good as the first, and why; the throw planned after it, and the best that decides otherwise what
    to carry."""

    role: Role = Role.OTHER
    way: Way | None = None
    as_good: bool = False
    reasons: tuple[Reason, ...] = ()
    next: Option | None = None
    instead: Option | None = None


@dataclass(frozen=True)
class Option:
    """One throw offered from a lie."""

    throw: PlannedThrow
    aim: Aim
    forecast: Forecast
    standing: Standing = Standing()

    @property
    def key(self) -> Key:
        """What the player remembers of it."""
        t, f = self.throw, self.forecast
        return Key(t.disc.key, t.code.hand, t.kind, f.shape, f.left_m, f.long_m)


SAME_PLACE_M, SAME_PLACE_SHARE, SAME_DEG = 12.0, 0.12, 5.0
"""Placements nearer than this, or than this share of the throw, are one to a player, and so are angles that
are no farther off together (chosen: a replan in another wind moves a landing by some metres, another decision
by tens; the shapes that are tried lie farther apart)."""


def is_throw(option: Option, key: Key, throw: PlannedThrow) -> bool:
    """Whether an option is the throw that a key names, released about so: disc, hand, kind and placement as
    in the key, and its shape, or the release where only the name of the shape has tipped over."""
    mine = option.key
    gap = math.hypot(mine.left_m - key.left_m, mine.long_m - key.long_m)
    length = math.dist(option.throw.lie, option.forecast.landing)
    return (
        (mine.disc, mine.hand, mine.kind) == (key.disc, key.hand, key.kind)
        and gap <= max(SAME_PLACE_M, SAME_PLACE_SHARE * length)
        and (mine.shape == key.shape or released_apart_deg(option.throw, throw) < SAME_DEG)
    )


def released_apart_deg(one: PlannedThrow, other: PlannedThrow) -> float:
    """How far apart two throws' hyzer and launch are, together."""
    return math.hypot(one.hyzer_deg - other.hyzer_deg, one.launch_deg - other.launch_deg)


def nearest_option(options: Sequence[Option], key: Key) -> int:
    """Index of the option that a player would call nearest to the key: the same disc before the same hand and
    kind before the same shape, then the placement."""

    def apart(i: int) -> tuple[bool, bool, bool, float]:
        k = options[i].key
        off = math.hypot(k.left_m - key.left_m, k.long_m - key.long_m)
        return k.disc != key.disc, (k.hand, k.kind) != (key.hand, key.kind), k.shape != key.shape, off

    return min(range(len(options)), key=apart)
