"""Throws that a player never makes here: over water, out of bounds, or aimed too wide."""

from __future__ import annotations

import math

import numpy as np
import shapely
from numpy.typing import NDArray

from ypodrome.core.flight.release import X, Y
from ypodrome.core.strategy.arsenal import Arsenal
from ypodrome.core.strategy.situation import Situation
from ypodrome.core.strategy.solve import Solved
from ypodrome.core.thrower import KINDS
from ypodrome.core.thrower.preferences import Over

NEAR_M = {Over.WATER: 15.0, Over.OB: 10.0}
"""A throw that may not go over something is not meant to come this near it (chosen: an aim that is moved by
some metres does not go over it either; a disc that must not be lost stays a bad throw away from water)."""

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
        raise ValueError(NOTHING_LEFT)
    widest = situation.thrower.preferences.widest_aim_deg
    if widest is not None and (narrow := kept & (np.abs(throws.bend) <= math.radians(widest))).any():
        kept = narrow
    return np.flatnonzero(kept)


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
    lines = np.array([shapely.LineString(path[:, 1:3]) for path in flown])
    near = min(NEAR_M[over], 0.5 * float(ground.distance(shapely.Point(throws.release[0, [X, Y]]))))
    return np.asarray(shapely.dwithin(lines, ground, near))
