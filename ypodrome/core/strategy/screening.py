"""Screening: stored paths and ends of releases laid over a hole, without flying them.

The worth of the ground is given as a map by cell: expected throws to hole out, below zero where a cell is out
of bounds and then what it is worth to the other side of the line.
"""

from __future__ import annotations

import heapq
import math
from typing import Any, NamedTuple

import numpy as np
from numpy.typing import NDArray

from ypodrome.core.compiled import array_kernel, inlined, kernel, making_kernel
from ypodrome.core.flight.cores import on_all_cores
from ypodrome.core.flight.obstacles import NOTHING, STEP, TALLY, meet_obstacles
from ypodrome.core.ground.field import Field, ground_height, in_the_clear
from ypodrome.core.strategy.neighbours import SIDE_M

OWED, BEHIND = 0.7, 0.2
"""Share of what the clearest throw walked in a direction lost there that others are expected to lose too, and
how far behind the last kept what is expected of a throw may be for it to be walked (chosen: with them half
as many walks find as much as in the order of the ends alone)."""

HOPELESS = 0.3
"""A walk is given up where it is so many throws behind the last kept (chosen)."""

CLOSELY, WALKED = 3000, 400
"""Throws looked at closely, and walked through what stands there, from one lie (chosen: the largest step;
with 4000 and 600 the worth of places in woods is told no better, with 2000 it is .02 of a throw worse)."""

OF_DIRECTION = 4
"""Throws walked first in every direction of a hole where things stand, however little their ends promise
(chosen: the way out of woods may lead back)."""

SPOT_M, OTHER_M = 5.0, 10.0
"""Ends this near a target count as meant for it; ends of one combination farther apart are two (chosen)."""

SKIM_M, HUMP_M = 0.1, 0.3
"""A stored path is lifted this high over ground that rises into it, and ends where that rises more than the
second over it (chosen)."""

STOPPED, GONE = 0.02, 1e-4
"""Share of a throw still in flight below which the rest counts as stopped, and share whose loss is worth
booking (chosen)."""

LANDING = 1
"""Steps of a path before its end that count as coming down (chosen)."""

SLOTS, SLOT = 64, 0.05
OUT, MISSED = 0, 1

Found = NDArray[np.float64]
"""Screened throws [n, most, 3] of n lies, best first: entry of the repertoire (-1 where none), aim [rad], and
expected throws after it."""


class Laid(NamedTuple):
    """What is laid over a hole: paths, ends and draws of the repertoire (`repertoire.Flown`), the combination
    of every entry, the directions tried [rad, from the line to the target], the map with its corner [m], and
    the spread of aim [rad]."""

    paths: NDArray[np.float64]
    ends: NDArray[np.float64]
    off: NDArray[np.float64]
    combo: NDArray[np.int64]
    fan: NDArray[np.float64]
    worth: NDArray[np.float64]
    x0: float
    y0: float
    sigma: float


@inlined
def worth_cell(laid: Laid, x: float, y: float) -> float:
    """The map at a place, clamped to it."""
    i = min(laid.worth.shape[0] - 1, max(0, int((y - laid.y0) / SIDE_M)))
    j = min(laid.worth.shape[1] - 1, max(0, int((x - laid.x0) / SIDE_M)))
    return laid.worth[i, j]


@kernel
def after_rest(
    laid: Laid, x: float, y: float, lie_x: float, lie_y: float, by_rule: NDArray[np.float64]
) -> float:
    """Expected throws once a disc is at (x, y); out of bounds, from where it went out on the straight way and
    one more, or what that comes to `by_rule` where it sends one elsewhere."""
    value = worth_cell(laid, x, y)
    if value >= 0.0:
        return value
    if by_rule[OUT] >= 0.0:
        return by_rule[OUT]
    away = math.sqrt((x - lie_x) ** 2 + (y - lie_y) ** 2) + 1e-9
    dx, dy = SIDE_M * (lie_x - x) / away, SIDE_M * (lie_y - y) / away
    for _ in range(int(away / SIDE_M)):
        x, y = x + dx, y + dy
        value = worth_cell(laid, x, y)
        if value >= 0.0:
            break
    return abs(value) + 1.0


@kernel
def walk(
    laid: Laid, field: Field, lie_x: float, lie_y: float, base: float, aim: float, path: NDArray[np.float64],
    by_rule: NDArray[np.float64], left: float, limit: float, tally: np.record, step: np.record,
) -> float:  # fmt: skip
    """Expected throws after a flight along a stored path, tilted as the ground lies between its ends, if past
    all that stands there `left` remain; given up beyond a limit."""
    cos, sin = math.cos(aim), math.sin(aim)
    end = path.shape[0] - 1
    away = math.sqrt(path[end, 0] ** 2 + path[end, 1] ** 2) + 1e-9
    slope = (ground_height(field, lie_x + cos * path[end, 0] - sin * path[end, 1],
                           lie_y + sin * path[end, 0] + cos * path[end, 1])[0] - base) / away  # fmt: skip
    tally.hit, tally.exposure, tally.resistance, tally.mando_missed = NOTHING, 0.0, 1e9, 0.0
    tally.start_x, tally.start_y = lie_x, lie_y
    through, cost, ground = 1.0, 0.0, base
    px, py, pz = lie_x, lie_y, base + path[0, 2]
    for s in range(1, path.shape[0]):
        x: float = lie_x + cos * path[s, 0] - sin * path[s, 1]
        y: float = lie_y + sin * path[s, 0] + cos * path[s, 1]
        below = ground_height(field, x, y)[0]
        z: float = base + path[s, 2] + slope * math.sqrt(path[s, 0] ** 2 + path[s, 1] ** 2)
        if z < below - HUMP_M and s < end - LANDING:
            return cost + through * after_rest(laid, x, y, lie_x, lie_y, by_rule)
        z = max(z, below + SKIM_M)
        long = math.sqrt((x - px) ** 2 + (y - py) ** 2 + (z - pz) ** 2)
        if not in_the_clear(field, px, py, x, y, long):
            step.x0, step.y0, step.z0 = px, py, pz
            step.x, step.y, step.z, step.vx, step.vy, step.vz = x, y, z, cos, sin, 0.0
            hit = meet_obstacles(field, step, ground, tally, 0.0)
            now = 0.0 if hit else math.exp(-tally.exposure)
            if through - now > GONE:
                cost += (through - now) * after_rest(laid, x, y, lie_x, lie_y, by_rule)
                through = now
            if tally.mando_missed > 0.5:
                return cost + through * by_rule[MISSED]
            if through < STOPPED or cost + through * left > limit:
                break
        px, py, pz, ground = x, y, z, below
    return cost + through * left


def screened(
    laid: Laid, field: Field, lies: NDArray[np.float64], base: NDArray[np.float64],
    bearing: NDArray[np.float64], targets: NDArray[np.float64], by_rule: NDArray[np.float64], most: int,
    haste: int = 1,
) -> Found:  # fmt: skip
    """The most hopeful throws from lies [n, 2] at heights [n], looked for about bearings [n, rad]; with
    targets [n, 2] that are not nan only what ends near them. `by_rule` [n, 2] is what going out of bounds
    comes to, or -1 for relief where it went out, and what missing a mandatory does; `haste` divides how many
    are looked at."""

    out = np.full((len(lies), most, 3), (-1.0, 0.0, np.inf))

    def work(s: slice) -> None:
        first = np.empty(len(laid.fan) * laid.ends.shape[1])
        _screen(laid, field, lies[s], base[s], bearing[s], targets[s], by_rule[s], CLOSELY // haste,
                WALKED // haste, first, np.zeros(1, TALLY), np.zeros(1, STEP), out[s])  # fmt: skip

    on_all_cores(work, len(lies), 1, 1)
    return out


@array_kernel
def _screen(
    laid: Laid, field: Field, lies: NDArray[np.float64], base: NDArray[np.float64],
    bearing: NDArray[np.float64], targets: NDArray[np.float64], by_rule: NDArray[np.float64], closely: int,
    walked: int, first: NDArray[np.float64], tally: NDArray[Any], step: NDArray[Any], out: Found,
) -> None:  # fmt: skip
    bare = field.groves.shape[0] == 0 and field.trees.shape[0] == 0
    bare = bare and field.barriers.shape[0] == 0 and field.mandos.shape[0] == 0
    bare = bare and field.height.max() - field.height.min() < HUMP_M
    ways = 0 if bare else min(OF_DIRECTION, laid.ends.shape[1] - 1)
    for i in range(lies.shape[0]):
        ends = np.zeros((out.shape[1], 2))
        least = _look_all(laid, lies[i], bearing[i], targets[i], by_rule[i], first)
        limit = least + _limit(first, least, closely)
        queues = _look_closely(laid, lies[i], bearing[i], by_rule[i], first, limit, ways)
        for hopes in queues:
            _race(laid, field, lies[i], base[i], bearing[i], by_rule[i], hopes, first, walked, bare, tally[0],
                  step[0], ends, out[i])  # fmt: skip


@inlined
def sector_of(laid: Laid, aim: float) -> int:
    """The sector of the wind that an aim belongs to."""
    sectors = laid.ends.shape[0]
    return math.floor(aim * sectors / (2.0 * math.pi) + 0.5) % sectors


@kernel
def _look_all(
    laid: Laid, lie: NDArray[np.float64], bearing: float, target: NDArray[np.float64],
    by_rule: NDArray[np.float64], first: NDArray[np.float64],
) -> float:  # fmt: skip
    """Fill in what the end of every entry's mean flight is worth in every direction; the least of it."""
    e = laid.ends.shape[1]
    aimed = target[0] == target[0]
    least = np.inf
    for g in range(laid.fan.shape[0]):
        aim = bearing + laid.fan[g]
        cos, sin = math.cos(aim), math.sin(aim)
        k = sector_of(laid, aim)
        for c in range(e):
            a, b = laid.ends[k, c, 0], laid.ends[k, c, 1]
            x, y = lie[0] + cos * a - sin * b, lie[1] + sin * a + cos * b
            if aimed and (x - target[0]) ** 2 + (y - target[1]) ** 2 > SPOT_M * SPOT_M:
                first[g * e + c] = np.inf
                continue
            value = after_rest(laid, x, y, lie[0], lie[1], by_rule)
            first[g * e + c] = value
            least = min(least, value)
    return least


@making_kernel
def _limit(first: NDArray[np.float64], least: float, most: int) -> float:
    """How far above the least a value may be to be among so many, in slots."""
    count = np.zeros(SLOTS, np.int64)
    for t in range(len(first)):
        if first[t] < least + SLOTS * SLOT:
            count[min(SLOTS - 1, int((first[t] - least) / SLOT))] += 1
    room, limit = 0, 0.0
    for t in range(SLOTS):
        room += count[t]
        limit += SLOT
        if room > most:
            break
    return limit


@kernel
def _nth_least(values: NDArray[np.float64], least: NDArray[np.float64]) -> float:
    """The last of the least values; `least` is room for as many as are asked for."""
    last = len(least) - 1
    least[:] = np.inf
    for value in values:
        place = last
        if value >= least[last]:
            continue
        while place > 0 and least[place - 1] > value:
            least[place] = least[place - 1]
            place -= 1
        least[place] = value
    return least[last]


@making_kernel
def _look_closely(
    laid: Laid, lie: NDArray[np.float64], bearing: float, by_rule: NDArray[np.float64],
    first: NDArray[np.float64], limit: float, of_direction: int,
) -> tuple[list[tuple[float, int]], list[tuple[float, int]]]:  # fmt: skip
    """Mean worth of the ends of the draws of throws, with the throw: of so many of every direction that its
    mean flights say most of, and of all others whose mean flight is below a limit."""
    e, draws = laid.ends.shape[1], laid.off.shape[2]
    ways, hopes = [(0.0, 0) for _ in range(0)], [(0.0, 0) for _ in range(0)]
    own, least = -np.inf, np.empty(of_direction + 1)
    for at in range(len(first)):
        c, g = at % e, at // e
        if c == 0 and of_direction:
            own = _nth_least(first[at : at + e], least)
        if first[at] >= max(limit, own):
            continue
        aim = bearing + laid.fan[g]
        cos, sin = math.cos(aim), math.sin(aim)
        k = sector_of(laid, aim)
        total = 0.0
        for q in range(draws):
            a, b = laid.ends[k, c, 0] + laid.off[k, c, q, 0], laid.ends[k, c, 1] + laid.off[k, c, q, 1]
            total += after_rest(laid, lie[0] + cos * a - sin * b, lie[1] + sin * a + cos * b, lie[0], lie[1],
                                by_rule)  # fmt: skip
        (ways if first[at] < own else hopes).append((total / draws, at))
    return ways, hopes


@making_kernel
def _race(
    laid: Laid, field: Field, lie: NDArray[np.float64], base: float, bearing: float,
    by_rule: NDArray[np.float64], hopes: list[tuple[float, int]], hope: NDArray[np.float64], walked: int,
    bare: bool, tally: np.record, step: np.record, ends: NDArray[np.float64], out: NDArray[np.float64],
) -> None:  # fmt: skip
    """Walk the hopeful throws, those first of which most is expected by their ends and by what others lost in
    their direction, and keep the best few with their ends; a combination twice only for other ends. `hope` is
    room for what their ends promise."""
    e, most, walks = laid.ends.shape[1], out.shape[0], 0
    lost = np.full(laid.fan.shape[0], np.inf)
    for cost, at in hopes:
        hope[at] = cost
    heapq.heapify(hopes)
    while len(hopes):
        last = out[most - 1, 2]
        expected, at = heapq.heappop(hopes)
        g, c, cost = at // e, at % e, hope[at]
        if walks >= walked or expected >= last + BEHIND:
            break
        if cost >= last:
            continue
        if lost[g] < np.inf and cost + OWED * lost[g] > expected:
            heapq.heappush(hopes, (cost + OWED * lost[g], at))
            continue
        aim = bearing + laid.fan[g]
        k = sector_of(laid, aim)
        if not bare:
            walks += 1
            cost = _walked(laid, field, lie, base, aim, laid.paths[k, c], by_rule, cost, last, tally,
                           step)  # fmt: skip
            lost[g] = min(lost[g], cost - hope[at])
        if cost < last:
            a, b = laid.ends[k, c, 0], laid.ends[k, c, 1]
            x = lie[0] + math.cos(aim) * a - math.sin(aim) * b
            y = lie[1] + math.sin(aim) * a + math.cos(aim) * b
            _keep(laid, c, aim, cost, x, y, ends, out)


@kernel
def _walked(
    laid: Laid, field: Field, lie: NDArray[np.float64], base: float, aim: float, path: NDArray[np.float64],
    by_rule: NDArray[np.float64], left: float, last: float, tally: np.record, step: np.record,
) -> float:  # fmt: skip
    """Mean of a path walked straight and one spread of aim to either side; of fewer where the others cannot
    bring it below `last` any more."""
    total, walked = 0.0, 0
    for side in (0.0, -1.0, 1.0):
        total += walk(laid, field, lie[0], lie[1], base, aim + side * laid.sigma, path, by_rule, left,
                      last + HOPELESS, tally, step)  # fmt: skip
        walked += 1
        if total + (3 - walked) * left >= 3.0 * last:
            break
    return total / walked


@kernel
def _keep(
    laid: Laid, c: int, aim: float, cost: float, x: float, y: float, ends: NDArray[np.float64],
    out: NDArray[np.float64],
) -> None:  # fmt: skip
    """Put a throw among the best, in place of the same combination for the same end, or of the last."""
    place = out.shape[0] - 1
    for r in range(out.shape[0]):
        kept = int(out[r, 0])
        near = (x - ends[r, 0]) ** 2 + (y - ends[r, 1]) ** 2 < OTHER_M * OTHER_M
        if kept >= 0 and laid.combo[kept] == laid.combo[c] and near:
            if cost >= out[r, 2]:
                return
            place = r
            break
    while place > 0 and cost < out[place - 1, 2]:
        for column in range(3):
            out[place, column] = out[place - 1, column]
        ends[place, 0], ends[place, 1] = ends[place - 1, 0], ends[place - 1, 1]
        place -= 1
    out[place, 0], out[place, 1], out[place, 2] = c, aim, cost
    ends[place, 0], ends[place, 1] = x, y
