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

PROBED, FOR_GROUND, FOR_PROBE, BAIL_OUTS, GAP_M = 24, 10, 3, 4, 12.0
"""Places probed; places tried on longer holes for the value of their ground, and for what the probe
says; places tried besides the pin on others; and how far apart they are (chosen: on longer holes six missed
the better side by a tenth of a throw; without the probe a dogleg is missed now and then)."""
PER_SIDE, CLEAR_SPREADS = 3, 2.5
"""Placements tried on either side of what lies across the way, and how many spreads of aim, at their
distance, they stay clear of it where there is room (chosen: 10 m at 90 m for a club player)."""
BAIL_OUT_SHARES, SHORTEST_M = (0.5, 0.9), 60.0
"""Shares of the distance between which one bails out, and how far a hole must be for it to make sense
(chosen)."""

Spots = list[NDArray[np.float64]]


def placements(situation: Situation, value: GroundValue, lie: NDArray[np.float64]) -> NDArray[np.float64]:
    """Targets [n, 2] from a lie: the pin if it can be reached, places short of it, and on longer holes all
    ground in reach, on either side of what lies in the way. Of many the best are taken by what a throw meant
    for them comes to in the scene: the best ground is no use if trees stand before it."""
    reach = situation.arsenal.farthest_m()
    gap = float(np.hypot(*(value.pin - lie)))
    away = np.hypot(*(value.lies - lie).T)
    chosen = [value.pin] if gap < 1.08 * reach else []
    longer = situation.scene.par > 3
    all_ground = (longer and gap > 0.6 * reach) or not chosen
    if all_ground:
        fit = (away < 0.97 * reach) & (away > 0.35 * min(reach, gap))
    else:
        low, high = BAIL_OUT_SHARES
        nearer = np.hypot(*(value.lies - value.pin).T) < gap
        fit = (away > low * gap) & (away < high * gap) & nearer & (gap > SHORTEST_M)
    ground = value.lies[fit][np.argsort(expected(value.outlooks)[fit], kind="stable")]
    places = np.array(_spaced([], ground, PROBED)).reshape(-1, 2)
    probed = places[np.argsort(value.approach_costs(lie, places), kind="stable")] if len(places) else places
    if all_ground:
        chosen = _spaced(chosen, ground, FOR_GROUND)
        chosen = _spaced(chosen, probed, FOR_GROUND + FOR_PROBE)
    else:
        for hand in _hands(lie, value.pin, probed):
            chosen = _spaced(chosen, probed[hand], len(chosen) + 1)
        chosen = _spaced(chosen, probed, 1 + BAIL_OUTS)
    if longer and all_ground:
        chosen = _either_side(situation, lie, chosen, ground)
    if not chosen:
        chosen = [lie + (value.pin - lie) * 0.9 * reach / gap]
    return np.array(chosen)


def _hands(lie: NDArray, pin: NDArray, places: NDArray) -> tuple[NDArray[np.bool_], NDArray[np.bool_]]:
    """Which places [n, 2] are to the left of the line from lie to pin, and which to the right."""
    forward, gap = pin - lie, places - lie
    left = forward[0] * gap[:, 1] > forward[1] * gap[:, 0]
    return left, ~left


def _spaced(chosen: Spots, best: NDArray, most: int) -> Spots:
    """The spots chosen, and of the best [n, 2] in order those that stand apart, up to `most` in all."""
    chosen = list(chosen)
    for spot in best:
        if len(chosen) >= most:
            break
        if all(np.hypot(*(spot - other)) > GAP_M for other in chosen):
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
        found = _spaced(mine, every[taken:][side[taken:] == one], PER_SIDE)
        chosen = chosen + found[len(mine) :]
    return chosen
