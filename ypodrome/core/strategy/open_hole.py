"""A hole with nothing on it: what a thrower's numbers come to, before any course is asked."""

from __future__ import annotations

from collections.abc import Sequence

from ypodrome.core.disc import Disc
from ypodrome.core.flight.simulate import Air
from ypodrome.core.hole.features import HoleLine, Pin, Tee
from ypodrome.core.hole.scene import Scene
from ypodrome.core.strategy.options import Option
from ypodrome.core.strategy.plan import plan_hole
from ypodrome.core.strategy.situation import Situation
from ypodrome.core.thrower import Thrower

LONGEST_PAR_3_M = 115.0
"""Longest open hole of par 3 here [common practice]."""


def open_hole(distance_m: float) -> Scene:
    """A straight level hole of cut grass, `distance_m` long, in the open."""
    far = (0.0, distance_m)
    line, par = HoleLine(1, ((0.0, 0.0), far)), 3 if distance_m <= LONGEST_PAR_3_M else 4
    return Scene(line, Tee((1,), "tee", (0.0, 0.0)), Pin((1,), "A", far), par)


def stock_throw(thrower: Thrower, bag: Sequence[Disc], distance_m: float) -> Option:
    """The first plan on an open hole of that length in still air, with its cloud and expected score."""
    return plan_hole(Situation(open_hole(distance_m), thrower, tuple(bag), Air())).options[0]
