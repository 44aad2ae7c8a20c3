"""Where a throw may be meant to end: the pin, the ground that opens the next throw, the bail-out."""

from __future__ import annotations

import math

import numpy as np
from numpy.typing import NDArray

from ypodrome.core.hole.features import Point
from ypodrome.core.strategy.crossing import carried, clearances, in_the_way
from ypodrome.core.strategy.ground_value import GroundValue
from ypodrome.core.strategy.outlook import expected
from ypodrome.core.strategy.situation import Situation

PLACEMENTS, PLACEMENT_GAP_M = 10, 12.0
"""Placements tried on longer holes and how far apart they are (chosen: six missed the better side of a
hole by a tenth of a throw, fourteen find no more)."""
PER_SIDE, CLEAR_SPREADS = 3, 2.5
"""Placements tried on either side of what lies across the way, and how many spreads of aim, at their
distance, they stay clear of it where there is room (chosen: 10 m at 90 m for a club player)."""
LAYUP_BANDS, SHORTEST_LAYUP_M = ((0.5, 0.72), (0.72, 0.9)), 60.0
"""Shares of the distance in which a bail-out is looked for, and how far a hole must be for one to make
sense (chosen)."""
OTHER_SIDE_M = 18.0
"""Two bail-outs of a band stand at least this far apart (chosen: a fairway's width)."""

Spots = list[NDArray[np.float64]]


def placements(situation: Situation, value: GroundValue, lie: NDArray[np.float64]) -> NDArray[np.float64]:
    """Targets [n, 2] from a lie: the pin if it can be reached, the best ground short of it, and on
    longer holes the best ground of all, on either side of what lies across the way."""
    reach = situation.arsenal.farthest_m()
    gap = float(np.hypot(*(value.pin - lie)))
    away = np.hypot(*(value.lies - lie).T)
    order = np.argsort(expected(value.outlooks), kind="stable")
    chosen = [value.pin] if gap < 1.08 * reach else []
    longer = situation.scene.par > 3
    all_ground = (longer and gap > 0.6 * reach) or not chosen
    if chosen and gap > SHORTEST_LAYUP_M:
        left = np.hypot(*(value.lies - value.pin).T)
        for low, high in LAYUP_BANDS:
            band = (away > low * gap) & (away < high * gap) & (left < gap)
            chosen += _spaced([], value.lies[order[band[order]]], 2, OTHER_SIDE_M)
    if all_ground:
        within = (away < 0.97 * reach) & (away > 0.35 * min(reach, gap))
        best = value.lies[order[within[order]]]
        chosen = _spaced(chosen, best, PLACEMENTS, PLACEMENT_GAP_M)
        if longer:
            chosen = _either_side(situation, lie, chosen, best)
    if not chosen:
        chosen = [lie + (value.pin - lie) * 0.9 * reach / gap]
    return np.array(chosen)


def _spaced(chosen: Spots, best: NDArray, most: int, gap_m: float) -> Spots:
    """The spots chosen, and of the best [n, 2] in order those that stand apart, up to `most` in all."""
    chosen = list(chosen)
    for spot in best:
        if len(chosen) >= most:
            break
        if all(np.hypot(*(spot - other)) > gap_m for other in chosen):
            chosen.append(spot)
    return chosen


def _either_side(situation: Situation, lie: NDArray, chosen: Spots, best: NDArray) -> Spots:
    """The spots chosen, and of the best [n, 2] in order enough for a few on each side of the areas in the
    way that stay clear of them."""
    at: Point = (float(lie[0]), float(lie[1]))
    areas = in_the_way(situation.scene, at)
    if not areas:
        return chosen
    every = np.concatenate([chosen, best])
    room = CLEAR_SPREADS * math.radians(situation.thrower.spread.aim_deg) * np.hypot(*(every - lie).T)
    side = carried(areas, at, every).sum(axis=1)
    side[clearances(areas, every) < room] = -1
    taken = len(chosen)
    for one in np.unique(side[side >= 0]):
        mine = list(every[:taken][side[:taken] == one])
        found = _spaced(mine, every[taken:][side[taken:] == one], PER_SIDE, PLACEMENT_GAP_M)
        chosen = chosen + found[len(mine) :]
    return chosen
