"""A throw fixed by hand, judged: at its own aim and power, in these or other conditions."""

from __future__ import annotations

import math
from dataclasses import replace

import numpy as np

from ypodrome.core.flight.release import HEADING, X, Y, Z
from ypodrome.core.ground.field import heights
from ypodrome.core.strategy.arsenal import RELEASE_HEIGHT_M, Arsenal, StockLine, at_power, build_arsenal
from ypodrome.core.strategy.forecast import FORECAST_DRAWS, best_of
from ypodrome.core.strategy.ground_value import GroundValue
from ypodrome.core.strategy.options import Option, PlannedThrow
from ypodrome.core.strategy.search import judge
from ypodrome.core.strategy.situation import Situation
from ypodrome.core.strategy.solve import Solved


def judged(situation: Situation, value: GroundValue, throw: PlannedThrow, thrown: int = 0) -> Option | None:
    """The throw as it is, judged in a situation over the worth of its ground; None where the bag, or the
    kinds that are on today, do not hold it. The bag's disc of the same key is thrown, as it is now."""
    arsenal = arsenal_of(situation, throw)
    if arsenal is None:
        return None
    found = judge(situation, value, arsenal, released(situation, arsenal, throw), FORECAST_DRAWS)
    return best_of(situation, value, found, thrown)


def aimed(option: Option, left_deg: float) -> PlannedThrow:
    """An option's throw, aimed so far left of the line to the pin [deg]."""
    by = left_deg - option.aim.left_deg
    return replace(option.throw, heading_deg=option.throw.heading_deg + by)


def arsenal_of(situation: Situation, throw: PlannedThrow) -> Arsenal | None:
    """The one combination that a throw is, measured; None where it cannot be thrown."""
    disc = next((d for d in situation.bag if d.key == throw.disc.key), None)
    arm = next((a for a in situation.arms if a.kind == throw.kind), None)
    if disc is None or arm is None:
        return None
    line = StockLine(throw.own_line, disc, throw.kind, throw.hyzer_deg, throw.nose_deg, throw.launch_deg)
    return build_arsenal((disc,), (arm,), (), (line,), rehearsed=bool(throw.own_line))


def released(situation: Situation, arsenal: Arsenal, throw: PlannedThrow) -> Solved:
    """A throw from its lie at its share of full power and heading, as the one row of a set."""
    power = np.array([throw.power])
    release = at_power(arsenal.mean, power)
    release[:, X], release[:, Y] = throw.lie
    release[:, Z] = heights(situation.scene.field, np.array([throw.lie])) + RELEASE_HEIGHT_M
    release[:, HEADING] = math.radians(throw.heading_deg)
    bend = np.array([math.radians(throw.bend_deg)])
    return Solved(np.zeros(1, np.int64), release, power, np.zeros(1), bend)
