"""Throws that a player never makes here: over water, out of bounds, or aimed too wide."""

from __future__ import annotations

import math

import numpy as np
import shapely
from numpy.typing import NDArray

from ypodrome.core.hole.rules import Outcome
from ypodrome.core.hole.shapes import meets
from ypodrome.core.refused import Refused
from ypodrome.core.strategy.arsenal import Arsenal
from ypodrome.core.strategy.situation import Situation
from ypodrome.core.strategy.solve import Solved
from ypodrome.core.thrower import KINDS
from ypodrome.core.thrower.preferences import Over

NEAR_M = {Over.WATER: 15.0, Over.OB: 10.0}
"""A throw that may not go over something is not meant to come this near it (chosen: an aim that is moved by
some metres does not go over it either; a disc that must not be lost stays a bad throw away from water)."""

CLEAR_OF_THE_LIE_M = 30.0
"""What is nearer to the lie than this may be passed closely, but not over (chosen)."""

FEARED = 3.0
"""Throws that it is worth not to end in what one never throws over (chosen: one time in thirty moves a plan
by a tenth)."""

NOTHING_LEFT = (
    "every throw that could be made here is ruled out, as one never made over water or out of bounds: "
    "allow one in your preferences, or mark a spare disc with water_ok"
)


def allowed(situation: Situation, arsenal: Arsenal, throws: Solved) -> NDArray[np.int64]:
    """Rows of the throws that the player would make here by their mean flights. ValueError when none is
    left."""
    kept = np.ones(len(throws), bool)
    for over in Over:
        rows = np.flatnonzero(kept & _never_over(situation, arsenal, throws, over))
        if len(rows):
            kept[rows] = ~_comes_near(situation, arsenal, throws.take(rows), over)
    if not kept.any():
        raise Refused(NOTHING_LEFT)
    widest = situation.thrower.preferences.widest_aim_deg
    if widest is not None and (narrow := kept & (np.abs(throws.bend) <= math.radians(widest))).any():
        kept = narrow
    return np.flatnonzero(kept)


def feared(situation: Situation, arsenal: Arsenal, throws: Solved, outcome: Outcome) -> NDArray[np.float64]:
    """What is added to the costs of throws [n] of what may not go over something, for each time that their
    draws end there all the same."""
    added = np.zeros(len(throws))
    for over, ends in ((Over.WATER, outcome.gone), (Over.OB, outcome.out)):
        never = _never_over(situation, arsenal, throws, over)
        added += FEARED * never * ends.reshape(len(throws), -1).mean(axis=1)
    return added


def _never_over(situation: Situation, arsenal: Arsenal, throws: Solved, over: Over) -> NDArray[np.bool_]:
    """Which throws [n] are of a kind or disc that is never thrown over this."""
    rules = [r for r in situation.thrower.preferences.never if r.over == over]
    kinds = [KINDS.index(r.kind) for r in rules if r.kind]
    names = {r.disc for r in rules if r.disc}
    discs = [
        k for k, d in enumerate(arsenal.discs) if d.name in names or (over == Over.WATER and not d.water_ok)
    ]
    combo = throws.combo
    return np.isin(arsenal.kind[combo], kinds) | np.isin(arsenal.disc[combo], discs)


def _comes_near(situation: Situation, arsenal: Arsenal, throws: Solved, over: Over) -> NDArray[np.bool_]:
    """Which throws' [n] mean flights come near what may not be thrown over."""
    scene = situation.scene
    ground = scene.water if over == Over.WATER else scene.out_of_bounds
    if ground.is_empty:
        return np.zeros(len(throws), bool)
    bodies = arsenal.bodies[arsenal.disc[throws.combo]]
    flown = [situation.range.follow(b, r).path for b, r in zip(bodies, throws.release, strict=True)]
    lines = [shapely.LineString(path[:, 1:3]) for path in flown]
    later = [shapely.LineString(path[_on_its_way(path), 1:3]) for path in flown]
    return meets(ground, lines) | shapely.dwithin(later, ground, NEAR_M[over])


def _on_its_way(path: NDArray[np.float64]) -> NDArray[np.int64]:
    """Rows of a path clear of where it began, which may be beside water; its last two at least."""
    away = np.hypot(*(path[:, 1:3] - path[0, 1:3]).T)
    return np.union1d(np.flatnonzero(away > CLEAR_OF_THE_LIE_M), [len(path) - 2, len(path) - 1])
