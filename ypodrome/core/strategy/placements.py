"""Where a throw may be meant to end: the pin, the ground that opens the next throw, the bail-out."""

from __future__ import annotations

import numpy as np
from numpy.typing import NDArray

from ypodrome.core.hole.features import Point
from ypodrome.core.outlook import expected
from ypodrome.core.strategy.crossing import carried, clearances, in_the_way, room_m
from ypodrome.core.strategy.ground_value import GroundValue
from ypodrome.core.strategy.situation import Situation

PROBED, FOR_PROBE, BAIL_OUTS, GAP_M = 60, 3, 6, 12.0
"""Places probed; places tried on longer holes for what the probe says; places tried besides the pin on
others; and how far apart they are (chosen: without the probe a dogleg is missed now and then)."""
WAYS_OUT = 4
"""Places tried besides where screening hopes for more than of a throw meant for the basket (chosen: without
them one lie in four among trees missed its way out by tenths of a throw)."""

PER_SIDE = 3
"""Placements tried at least on either side of what lies in the way (chosen)."""
BAIL_OUT_SHARES, SHORTEST_M = (0.5, 0.9), 60.0
"""Shares of the distance between which one bails out, and how far a hole must be for it to make sense
(chosen)."""
HOPELESS = 0.5
"""Throws dearer than the best by which the other hand's bail-out is not tried (chosen)."""

Spots = list[NDArray[np.float64]]


def placements(
    situation: Situation, value: GroundValue, lie: NDArray[np.float64], for_ground: int
) -> NDArray[np.float64]:
    """Targets [n, 2] from a lie: the pin if it can be reached, places short of it, and on longer holes all
    ground in reach, on either side of what lies in the way. Of many the best are taken by what a throw
    meant for them comes to in the scene: the best ground is no use if trees stand before it. On longer
    holes `for_ground` of them are taken for their ground all the same."""
    reach = situation.arsenal.farthest_m()
    gap = float(np.hypot(*(value.pin - lie)))
    in_reach = gap < 1.08 * reach
    chosen = [value.pin] if in_reach else []
    longer = situation.scene.par > 3
    if (longer and gap > 0.6 * reach) or not in_reach:
        ground = _best_ground(value, lie, 0.35 * min(reach, gap), 0.97 * reach)
        chosen = _spaced(chosen, _thinned(value, ground), for_ground)
        chosen = _spaced(chosen, _probed(value, lie, ground)[0], for_ground + FOR_PROBE)
        if longer and chosen:
            chosen = _either_side(situation, lie, chosen, ground)
    elif gap > SHORTEST_M:
        chosen += _bail_outs(value, lie, gap)
    chosen = _spaced(chosen, value.ways_out(lie), len(chosen) + WAYS_OUT)
    if not chosen:
        chosen = [lie + (value.pin - lie) * 0.9 * reach / gap]
    return np.array(chosen)


def _bail_outs(value: GroundValue, lie: NDArray[np.float64], gap: float) -> Spots:
    """Where one bails out to short of the pin: the best on either hand unless it is hopeless, then others."""
    low, high = BAIL_OUT_SHARES
    ground = _best_ground(value, lie, low * gap, high * gap)
    ground = ground[np.hypot(*(ground - value.pin).T) < gap]
    probed, costs = _probed(value, lie, ground)
    forward, away = value.pin - lie, probed - lie
    aside = np.round(forward[0] * away[:, 1] - forward[1] * away[:, 0], 6)
    hopeful = costs < costs.min(initial=np.inf) + HOPELESS
    chosen: Spots = []
    hands = [(aside > 0.0) & hopeful, (aside < 0.0) & hopeful]
    for hand in sorted(hands, key=lambda rows: costs[rows].min(initial=np.inf)):
        chosen = _spaced(chosen, probed[hand], len(chosen) + 1)
    return _spaced(chosen, probed, BAIL_OUTS)


def _best_ground(
    value: GroundValue, lie: NDArray[np.float64], low_m: float, high_m: float
) -> NDArray[np.float64]:
    """The sampled lies at such distances from a lie [n, 2], the best first."""
    away = np.hypot(*(value.lies - lie).T)
    fit = (away > low_m) & (away < high_m)
    return value.lies[fit][np.argsort(expected(value.outlooks)[fit], kind="stable")]


def _thinned(value: GroundValue, ground: NDArray[np.float64]) -> NDArray[np.float64]:
    """Of places [n, 2], the best first, some that stand apart, the best first: which ones does not hang on
    what they are worth, save among those as far from the pin."""
    away = np.round(np.hypot(*(ground - value.pin).T), 3)
    apart = _spaced([], ground[np.argsort(away, kind="stable")], len(ground))
    return ground[(ground[:, None] == np.array(apart).reshape(-1, 2)).all(axis=2).any(axis=1)]


def _probed(
    value: GroundValue, lie: NDArray[np.float64], ground: NDArray[np.float64]
) -> tuple[NDArray[np.float64], NDArray[np.float64]]:
    """The first of the places that stand apart, in order of what an approach to them costs [n, 2], and the
    costs [n]."""
    places = ground[:PROBED]
    if not len(places):
        return places, np.zeros(0)
    costs = value.approach_costs(lie, places)
    order = np.argsort(costs, kind="stable")
    return places[order], costs[order]


def _spaced(chosen: Spots, best: NDArray[np.float64], most: int) -> Spots:
    """The spots chosen, and of the best [n, 2] in order those that stand apart, up to `most` in all."""
    chosen = list(chosen)
    for spot in best:
        if len(chosen) >= most:
            break
        if all(np.hypot(*(spot - other)) > GAP_M for other in chosen):
            chosen.append(spot)
    return chosen


def _either_side(
    situation: Situation, lie: NDArray[np.float64], chosen: Spots, best: NDArray[np.float64]
) -> Spots:
    """The spots chosen, and of the best [n, 2] in order enough for a few on each side of the areas in the
    way that stay clear of them."""
    at: Point = (float(lie[0]), float(lie[1]))
    areas = in_the_way(situation.scene, at)
    if not areas:
        return chosen
    every = np.concatenate([chosen, best])
    room = room_m(situation.aim_deg, np.hypot(*(every - lie).T))
    side = carried(areas, at, every).sum(axis=1)
    side[clearances(areas, every) < room] = -1
    taken = len(chosen)
    for one in np.unique(side[side >= 0]):
        mine = list(every[:taken][side[:taken] == one])
        found = _spaced(mine, every[taken:][side[taken:] == one], PER_SIDE)
        chosen = chosen + found[len(mine) :]
    return chosen
