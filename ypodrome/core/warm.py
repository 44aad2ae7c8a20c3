"""Compile every kernel once, so that the first plan does not wait for it."""

from __future__ import annotations

import gc
import sys
from multiprocessing.context import ForkProcess, SpawnProcess

import numpy as np

from ypodrome.core.compiled import nothing_compiled
from ypodrome.core.design import bodies_of
from ypodrome.core.disc import Disc
from ypodrome.core.flight.simulate import Air
from ypodrome.core.green import Green
from ypodrome.core.hole.features import HoleLine, Pin, Tee, Tree
from ypodrome.core.hole.scene import Scene
from ypodrome.core.strategy.ground_value import GroundValue
from ypodrome.core.strategy.plan import plan_hole
from ypodrome.core.strategy.screening import Laid, screened
from ypodrome.core.strategy.situation import Situation
from ypodrome.core.strategy.way_out import hemmed_in
from ypodrome.core.thrower import Thrower

DISC = Disc("warm", 5, 5, -1, 1)

Helper = ForkProcess if sys.platform == "linux" else SpawnProcess
"""A forked process need not import everything again."""


def warm() -> None:
    """Plan a short hole with one disc past a tree, and take its ground up again: all that a plan asks is
    asked. Where nothing is compiled yet, it first compiles on two cores."""
    if nothing_compiled():
        _compile()
    situation = Situation(_scene(), Thrower(), (DISC,), Air())
    GroundValue(situation, plan_hole(situation).worth)


def _compile() -> None:
    """One process takes the green, another flights and screening: the compiler itself uses one core. Most of
    its work is small objects that are never freed, so nobody looks for garbage."""
    gc.disable()
    helper = Helper(target=_fly_and_screen)
    helper.start()
    scene = _scene()
    Green(scene, Thrower().putting, Air())
    hemmed_in(scene.field, np.zeros((1, 2)), np.zeros(2))
    helper.join()
    gc.enable()


def _fly_and_screen() -> None:
    """Solve a disc by flying it, and screen nothing: the values do not matter, the types of arrays do."""
    bodies_of([DISC])
    zeros, none = np.zeros, np.full((1, 2), np.nan)
    laid = Laid(zeros((1, 1, 2, 3)), zeros((1, 1, 2)), zeros((1, 1, 1, 2)), zeros(1, int), zeros(1),
                np.ones((1, 1)), 0.0, 0.0, 0.1)  # fmt: skip
    screened(laid, _scene().field, zeros((1, 2)), zeros(1), zeros(1), none, zeros((1, 2)), 1)


def _scene() -> Scene:
    line = HoleLine(1, ((0.0, 0.0), (0.0, 60.0)))
    tree = Tree((1,), (4.0, 45.0))
    return Scene(line, Tee((1,), "", (0.0, 0.0)), Pin((1,), "", (0.0, 60.0)), 3, trees=(tree,))
