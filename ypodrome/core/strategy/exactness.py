"""How exact a throw must be: how far its aim may stray before it meets trouble, and how high it must fly."""

from __future__ import annotations

import math
from collections.abc import Iterator
from dataclasses import dataclass

import numpy as np
import shapely
from numpy.typing import NDArray

from ypodrome.core.flight.release import HEADING, X, Y
from ypodrome.core.ground.field import heights
from ypodrome.core.hole.rules import resolve
from ypodrome.core.hole.scene import Scene
from ypodrome.core.hole.shapes import holds
from ypodrome.core.strategy.arsenal import Arsenal
from ypodrome.core.strategy.situation import Situation
from ypodrome.core.strategy.solve import Solved

STRAYS_DEG = np.arange(-12.0, 12.01, 0.5)
"""Aims tried to either side; a throw that is clean over all of them is free (chosen)."""

STOPPED = 0.7
"""Hazard met from which a mean flight counts as stopped: one in two (chosen)."""

HIT_TRIES = 12
FREE, OUT, MANDO = "free", "out of bounds", "the mandatory"


@dataclass(frozen=True)
class Window:
    """Aim to the left and right [deg] that stays clean; `width_m` across at `away_m` from the lie,
    where the nearer trouble is. `by` names it: an obstacle, OUT or MANDO."""

    left_deg: float
    right_deg: float
    width_m: float
    away_m: float
    by: str

    @property
    def degrees(self) -> float:
        return self.left_deg + self.right_deg


TIGHT_M = 1.5
"""A mean flight that passes this near above or below something must keep its height (chosen: about what a
club player's height varies by at half a drive)."""


@dataclass(frozen=True)
class Height:
    """Something a mean flight passes closely over, or under: `away_m` along the line it is `flies_m` high
    above the ground, with `room_m` to spare."""

    over: bool
    what: str
    away_m: float
    flies_m: float
    room_m: float


def heights_of(scene: Scene, path: NDArray[np.float64]) -> tuple[Height, ...]:
    """What a flight along a path [rows, 5] passes most closely over, and under, where that is close."""
    steps = np.hypot(*np.diff(path[:, 1:3], axis=0).T)
    along = np.concatenate([[0.0], np.cumsum(steps)])
    high = path[:, 3] - heights(scene.field, np.ascontiguousarray(path[:, 1:3]))
    line = shapely.LineString(path[:, 1:3])
    passed = [*_barriers(scene, line, along, high), *_canopies(scene, path, along, high)]
    close = [h for h in passed if 0.0 <= h.room_m < TIGHT_M]
    over, under = ([h for h in close if h.over == is_over] for is_over in (True, False))
    return tuple(min(some, key=lambda h: h.room_m) for some in (over, under) if some)


def _barriers(
    scene: Scene, line: shapely.LineString, along: NDArray[np.float64], high: NDArray[np.float64]
) -> Iterator[Height]:
    for barrier in scene.barriers:
        if not line.intersects(barrier.shape):
            continue
        at = line.project(line.intersection(barrier.shape).representative_point())
        flies = float(np.interp(at, along, high))
        over = flies >= barrier.base_m
        room = flies - barrier.top_m if over else barrier.base_m - flies
        yield Height(over, barrier.name or f"the {barrier.what}", float(at), flies, room)


def _canopies(
    scene: Scene, path: NDArray[np.float64], along: NDArray[np.float64], high: NDArray[np.float64]
) -> Iterator[Height]:
    places = path[:, 1:3]
    for tree in scene.trees:
        under = np.hypot(*(places - tree.at).T) < tree.canopy_radius_m
        yield from _under(under, tree.name or "a branch", tree.canopy_base_m, along, high)
    for grove in scene.groves:
        under = holds(grove.shape, *places.T)
        yield from _under(under, grove.name or "the branches", grove.canopy_base_m, along, high)


def _under(
    there: NDArray[np.bool_], what: str, base_m: float, along: NDArray[np.float64], high: NDArray[np.float64]
) -> Iterator[Height]:
    """Where a flight that is below a canopy comes highest."""
    rows = np.flatnonzero(there & (along > HAND_ROOM_M))
    if len(rows):
        row = rows[high[rows].argmax()]
        yield Height(False, what, float(along[row]), float(high[row]), base_m - float(high[row]))


HAND_ROOM_M = 5.0
"""Nearer than this the thrower sees for themselves (chosen)."""


def windows(situation: Situation, arsenal: Arsenal, throws: Solved) -> list[Window]:
    """The window of each of m throws, on mean flights."""
    m, k = len(throws), len(STRAYS_DEG)
    releases = np.repeat(throws.release, k, axis=0)
    releases[:, HEADING] += np.tile(np.radians(STRAYS_DEG), m)
    discs = np.repeat(arsenal.disc[throws.combo], k)
    flown = situation.range.fly(arsenal.bodies, discs, releases)
    outcome = resolve(situation.scene, flown, releases[:, [X, Y]])
    stopped = flown.air_hit | (flown.exposure > STOPPED)
    bad = (stopped | outcome.out | outcome.mando | (outcome.lost > 0.5)).reshape(m, k)
    found = []
    for i in range(m):
        left, right = _clean(bad[i])
        edges = [e for e in (left + 1, right - 1) if 0 <= e < k]
        nearest = [_trouble(situation, arsenal, releases[i * k + e], discs[i * k + e]) for e in edges]
        away, by = min(nearest, default=(math.inf, FREE))
        found.append(_window(left, right, away, by))
    return found


def _clean(bad: NDArray[np.bool_]) -> tuple[int, int]:
    """Last clean places to the left (greater angle) and to the right of straight on; the middle
    itself, one place crossed, when even that is not clean."""
    middle = len(bad) // 2
    if bad[middle]:
        return middle - 1, middle + 1
    left = right = middle
    while left + 1 < len(bad) and not bad[left + 1]:
        left += 1
    while right - 1 >= 0 and not bad[right - 1]:
        right -= 1
    return left, right


def _window(left: int, right: int, away_m: float, by: str) -> Window:
    middle = len(STRAYS_DEG) // 2
    left_deg = max(0.0, float(STRAYS_DEG[left])) if left >= middle else 0.0
    right_deg = max(0.0, float(-STRAYS_DEG[right])) if right <= middle else 0.0
    if not math.isfinite(away_m):
        return Window(left_deg, right_deg, math.inf, math.inf, by)
    width = away_m * (math.tan(math.radians(left_deg)) + math.tan(math.radians(right_deg)))
    return Window(left_deg, right_deg, width, away_m, by)


def _trouble(
    situation: Situation, arsenal: Arsenal, release: NDArray[np.float64], disc: int
) -> tuple[float, str]:
    """How far away [m] a throw meets its trouble, and what that is."""
    releases = np.repeat(release[None], HIT_TRIES, axis=0)
    seeds = np.arange(1, HIT_TRIES + 1, dtype=np.int64)
    flown = situation.range.fly(arsenal.bodies, np.full(HIT_TRIES, disc), releases, seeds=seeds)
    away = np.hypot(flown.rest_x_m - release[X], flown.rest_y_m - release[Y])
    hit = flown.air_hit & (flown.hit >= 0)
    if hit.sum() > HIT_TRIES // 3:
        names = situation.scene.packed[1]
        return float(np.median(away[hit])), names[int(flown.hit[hit][0])]
    mando = flown.mando_missed
    return float(np.median(away)), MANDO if mando.any() else OUT
