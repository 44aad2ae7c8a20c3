"""Planning from where the disc lies: any lie, any number of throws made, any stance."""

from __future__ import annotations

import math
from dataclasses import dataclass, replace
from enum import StrEnum

import numpy as np

from ypodrome.core.green import Putt
from ypodrome.core.green.green import PUTTED_TO_M
from ypodrome.core.hole.features import Point
from ypodrome.core.hole.scene import Scene
from ypodrome.core.hole.shapes import holds
from ypodrome.core.outlook import THROWS, expected, later
from ypodrome.core.refused import Refused
from ypodrome.core.strategy.ground_value import GroundValue
from ypodrome.core.strategy.mesh import INNER_M
from ypodrome.core.strategy.options import Option
from ypodrome.core.strategy.plan import best_from, options_from
from ypodrome.core.strategy.situation import Situation
from ypodrome.core.thrower.stance import Stance

MOST_THROWN = 20


@dataclass(frozen=True)
class LiePlan:
    """What to do from a lie after so many throws, penalties counted: options best first, unless it is so near
    that everybody putts, and the putt, if it is near enough for one. `expected` and `outlook` [from 1 more
    throw on] are the hole's score and what is left of it by the better of both."""

    lie: Point
    thrown: int
    stance: Stance
    distance_m: float
    options: tuple[Option, ...]
    putt: Putt | None
    expected: float
    outlook: tuple[float, ...]


class Where(StrEnum):
    """Parts of a landing zone."""

    LEFT = "left"
    MIDDLE = "middle"
    RIGHT = "right"
    SHORT = "short"


@dataclass(frozen=True)
class Follow:
    """What comes next from a part of the zone: the middle of that part, and the throw or the putt from
    there."""

    where: Where
    lie: Point
    distance_m: float
    option: Option | None
    putt: Putt | None
    expected: float


def plan_from(
    situation: Situation, ground: GroundValue, lie: Point, thrown: int, stance: Stance = Stance.LEVEL
) -> LiePlan:
    """Plan from a lie over the worth of the ground. ValueError when nobody can play from there."""
    check_lie(situation.scene, lie, thrown)
    lie = (float(lie[0]), float(lie[1]))
    away = math.dist(lie, situation.scene.pin.at)
    putt = ground.green.putt_from(lie) if away < PUTTED_TO_M else None
    options: tuple[Option, ...] = ()
    if away >= INNER_M:
        options = options_from(replace(situation, stance=stance), ground, lie, thrown)
    outlook = ground.green.outlook(np.array([lie]))[0] if putt else np.zeros(THROWS)
    score = math.inf
    if putt:
        score = thrown + min(putt.run, putt.lay_up)
        outlook = later(outlook[None], np.array([score - thrown - expected(outlook)]))[0]
    if options and options[0].forecast.expected < score:
        outlook, score = np.array(options[0].forecast.outlook), options[0].forecast.expected
    return LiePlan(lie, thrown, stance, away, options, putt, float(score), tuple(outlook.tolist()))


def check_lie(scene: Scene, lie: Point, thrown: int) -> None:
    """ValueError unless a disc can be played from the lie after so many throws."""
    west, south, east, north = scene.bounds
    if not (west < lie[0] < east and south < lie[1] < north):
        raise Refused("the lie is not on this hole: it is too far from its line of play")
    if not scene.in_bounds(np.array([lie]))[0]:
        raise Refused("the lie is out of bounds: take relief first, and plan from there")
    if holds(scene.buildings, *lie):
        raise Refused("the lie is within something solid: play from straight behind it, and plan from there")
    if not 0 <= thrown <= MOST_THROWN:
        raise Refused(f"throws made must be between 0 and {MOST_THROWN}, got {thrown}")


def follows(situation: Situation, ground: GroundValue, option: Option) -> tuple[Follow, ...]:
    """What comes next from the left, the middle, the right and the short of an option's zone."""
    rests = option.forecast.rests
    middle = np.median(rests, axis=0)
    forward = middle - np.array(option.throw.lie)
    forward = forward / max(float(np.hypot(*forward)), 1e-9)
    left = np.array([-forward[1], forward[0]])
    along, aside = (rests - middle) @ forward, (rests - middle) @ left
    parts = {
        Where.LEFT: aside >= np.quantile(aside, 0.75),
        Where.MIDDLE: np.hypot(along / max(along.std(), 1e-9), aside / max(aside.std(), 1e-9)) < 0.75,
        Where.RIGHT: aside <= np.quantile(aside, 0.25),
        Where.SHORT: along <= np.quantile(along, 0.25),
    }
    inside = situation.scene.in_bounds(rests)
    found = []
    for where, rows in parts.items():
        if (rows & inside).any():
            at = np.median(rests[rows & inside], axis=0)
            lie = rests[rows & inside][np.hypot(*(rests[rows & inside] - at).T).argmin()]
            found.append(_follow(situation, ground, where, (float(lie[0]), float(lie[1]))))
    return tuple(found)


def _follow(situation: Situation, ground: GroundValue, where: Where, lie: Point) -> Follow:
    away = math.dist(lie, situation.scene.pin.at)
    if away < INNER_M:
        putt = ground.green.putt_from(lie)
        return Follow(where, lie, away, None, putt, 1.0 + min(putt.run, putt.lay_up))
    option = best_from(situation, ground, lie, 1)
    return Follow(where, lie, away, option, None, option.forecast.expected)
