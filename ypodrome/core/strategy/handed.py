"""Work as it is handed to another process: values in, values out; the worth of a hole's ground is taken up
there from what was kept of it."""

from __future__ import annotations

from dataclasses import replace

from ypodrome.core.hole.features import Point
from ypodrome.core.strategy.every_throw import Tried, best_of_every_disc, every_throw, tried
from ypodrome.core.strategy.ground_value import GroundValue, Worth
from ypodrome.core.strategy.here import Follow, LiePlan, follows, plan_from
from ypodrome.core.strategy.options import Option
from ypodrome.core.strategy.plan import best_from, score_from_tee
from ypodrome.core.strategy.search import THOROUGH
from ypodrome.core.strategy.situation import Situation
from ypodrome.core.thrower.stance import Stance


def look_from_tee(situation: Situation, worth: Worth) -> Option | None:
    """`best_from` the tee."""
    return best_from(situation, GroundValue(situation, worth), situation.scene.tee.at, 0)


def plan_from_lie(situation: Situation, worth: Worth, lie: Point, thrown: int, stance: Stance) -> LiePlan:
    """`plan_from`."""
    return plan_from(situation, GroundValue(situation, worth), lie, thrown, stance)


def follows_of(situation: Situation, worth: Worth, option: Option) -> tuple[Follow, ...]:
    """`follows`."""
    return follows(situation, GroundValue(situation, worth), option)


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
