"""Work as it is handed to another process: values in, values out; the worth of a hole's ground is taken up
there from what was kept of it."""

from __future__ import annotations

import math
from dataclasses import dataclass, replace

import numpy as np

from ypodrome.core.green import Putt
from ypodrome.core.green.green import PUTTED_TO_M
from ypodrome.core.hole.features import Point
from ypodrome.core.hole.scene import Scene
from ypodrome.core.strategy.every_throw import Tried, best_of_every_disc, every_throw, tried
from ypodrome.core.strategy.ground_value import GroundValue, Worth
from ypodrome.core.strategy.hands import best_without, grounds_without
from ypodrome.core.strategy.held import held
from ypodrome.core.strategy.here import Follow, LiePlan, follows, plan_from
from ypodrome.core.strategy.options import Option
from ypodrome.core.strategy.plan import best_from, score_from_tee
from ypodrome.core.strategy.search import THOROUGH, search
from ypodrome.core.strategy.situation import Situation
from ypodrome.core.strategy.wind_table import WindTable, wind_table
from ypodrome.core.thrower.stance import Stance


def look_from_tee(situation: Situation, worth: Worth | None) -> Option:
    """`best_from` the tee, over usual ground where none is known."""
    ground = GroundValue(situation, worth, played=False)
    return best_from(situation, ground, situation.scene.tee.at, 0)


def plan_from_lie(
    name: str, situation: Situation, worth: Worth, lie: Point, thrown: int, stance: Stance
) -> LiePlan:
    """`plan_from`, over ground of a name of its own."""
    ground = held(name, lambda: GroundValue(situation, worth))
    return plan_from(ground.situation, ground, lie, thrown, stance)


def follows_of(name: str, situation: Situation, worth: Worth, option: Option) -> tuple[Follow, ...]:
    """`follows`, over ground of a name of its own."""
    ground = held(name, lambda: GroundValue(situation, worth))
    return follows(ground.situation, ground, option)


def saved_by_seeing(situation: Situation) -> float:
    """Throws saved on a hole if what is not yet seen there turns out to be plain ground."""
    plain = replace(situation, scene=replace(situation.scene, unknowns=()))
    return score_from_tee(situation, THOROUGH) - score_from_tee(plain, THOROUGH)


def every_throw_from_tee(
    situation: Situation, worth: Worth, offered: tuple[Option, ...]
) -> tuple[tuple[Option, ...], tuple[Tried, ...]]:
    """The best throw of every disc from the tee, and every throw as it is kept."""
    ground = GroundValue(situation, worth)
    found = every_throw(situation, ground, situation.scene.tee.at, offered=offered)
    return tuple(best_of_every_disc(found)), tuple(tried(o) for o in found)


PUTTS_FROM_M = (4.0, 6.0, 8.0, 10.0, 12.5, 15.0, 18.0, 21.0)
PUTTS_AROUND = 8
"""Distances and directions from which a green is prepared (chosen: a putt is never three metres off one)."""


@dataclass(frozen=True)
class Prepared:
    """What is worked out of a hole before a round, for when there is nobody to ask: every wind, the best
    without a hand in the day's own, what comes after the throw planned, and putts from around the basket."""

    winds: WindTable
    without: dict[str, Option]
    follows: tuple[Follow, ...]
    putts: tuple[tuple[Point, Putt], ...]


def prepare(situation: Situation, worth: Worth, option: Option) -> Prepared:
    """A hole for the pocket, with the throw that is planned from its tee."""
    ground = GroundValue(situation, worth)
    near = [p for p in _around(situation.scene.pin.at) if _playable(situation.scene, p)]
    putts = tuple((p, ground.green.putt_from(p)) for p in near)
    judged = search(situation, ground, np.array(situation.scene.tee.at), 0, THOROUGH)
    without = best_without(judged, grounds_without(situation, ground))
    follow = follows(situation, ground, option)
    return Prepared(wind_table(situation, hands=True), without, follow, putts)


def _around(pin: Point) -> list[Point]:
    turns = [2 * math.pi * k / PUTTS_AROUND for k in range(PUTTS_AROUND)]
    reached = [d for d in PUTTS_FROM_M if d < PUTTED_TO_M]
    return [(pin[0] + d * math.cos(a), pin[1] + d * math.sin(a)) for d in reached for a in turns]


def _playable(scene: Scene, lie: Point) -> bool:
    return bool(scene.in_bounds(np.array([lie]))[0])
