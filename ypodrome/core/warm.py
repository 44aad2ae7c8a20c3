"""Compile every kernel once, so that the first plan does not wait for it."""

from __future__ import annotations

from ypodrome.core.disc import Disc
from ypodrome.core.flight.simulate import Air
from ypodrome.core.hole.features import HoleLine, Pin, Tee, Tree
from ypodrome.core.hole.scene import Scene
from ypodrome.core.strategy.ground_value import GroundValue
from ypodrome.core.strategy.plan import plan_hole
from ypodrome.core.strategy.situation import Situation
from ypodrome.core.thrower import Thrower


def warm() -> None:
    """Plan a short hole with one disc past a tree, and take its ground up again: all that a plan asks is
    asked."""
    line = HoleLine(1, ((0.0, 0.0), (0.0, 60.0)))
    tree = Tree((1,), (4.0, 45.0))
    scene = Scene(line, Tee((1,), "", (0.0, 0.0)), Pin((1,), "", (0.0, 60.0)), 3, trees=(tree,))
    situation = Situation(scene, Thrower(), (Disc("warm", 5, 5, -1, 1),), Air())
    GroundValue(situation, plan_hole(situation).worth)
