"""A choice's book: from where a putt or lay-up is played next, and how likely that is.

A row has a chance for every node of the green, the same again for what is played from there after a penalty
throw, and a few sums. Values follow from it by a product, whatever they are.
"""

from __future__ import annotations

import math
from typing import NamedTuple

import numpy as np
from numpy.typing import NDArray

from ypodrome.core.compiled import inlined, kernel
from ypodrome.core.green.place import PREVIOUS_LIE, ZONE, Place, fine_cell, line_gap
from ypodrome.core.hole.rule_facts import OB_RELIEF_M

RINGS_M = np.array(
    [1.0, 2.0, 3.0, 4.0, 5.0, 6.0, 7.0, 8.0, 9.0, 10.0, 12.0, 14.0, 16.0, 18.0, 20.0, 22.5, 25.0]
)
BEARINGS = 24
"""Nodes of the green: distances from the basket, and bearings of each (chosen: against a finer net 0.002 to
0.01 of a throw)."""

NODES = len(RINGS_M) * BEARINGS
AGAIN, MADE, AWAY, MISSED, OUT, BEYOND = (
    NODES,
    2 * NODES,
    2 * NODES + 1,
    2 * NODES + 2,
    2 * NODES + 3,
    2 * NODES + 4,
)
BOOK = 2 * NODES + 5
"""Columns: nodes, nodes after a penalty, chance made, metres from the basket times chance and chance of what
is missed, chance out of bounds or lost, throws for what ends beyond the rings."""

BEYOND_PER_M = 0.012
"""Growth of the value per metre beyond the last ring (chosen: as between 20 and 25 m)."""

Book = NDArray[np.float32]


@inlined
def around(g: Place, x: float, y: float) -> tuple[int, int, float, float]:
    """The first of the four nodes around a place, its ring's share of the way to the next, the next bearing's
    node on its ring, and the share of the way to that."""
    r = math.sqrt((x - g.pin_x) ** 2 + (y - g.pin_y) ** 2)
    r = min(max(r, RINGS_M[0]), RINGS_M[-1] - 1e-6)
    k = 0
    while RINGS_M[k + 1] <= r:
        k += 1
    b = (math.atan2(y - g.pin_y, x - g.pin_x) / (2.0 * math.pi) % 1.0) * BEARINGS
    j = int(b) % BEARINGS
    f = (r - RINGS_M[k]) / (RINGS_M[k + 1] - RINGS_M[k])
    return k * BEARINGS + j, k * BEARINGS + (j + 1) % BEARINGS, f, b - math.floor(b)


@kernel
def enter(g: Place, x: float, y: float, weight: float, book: Book, shift: int) -> None:
    """Put a weight onto the four nodes around a place."""
    away = math.sqrt((x - g.pin_x) ** 2 + (y - g.pin_y) ** 2)
    book[BEYOND] += weight * BEYOND_PER_M * max(0.0, away - RINGS_M[-1])
    here, there, f, h = around(g, x, y)
    book[shift + here] += weight * (1.0 - f) * (1.0 - h)
    book[shift + there] += weight * (1.0 - f) * h
    book[shift + here + BEARINGS] += weight * f * (1.0 - h)
    book[shift + there + BEARINGS] += weight * f * h


class Trip(NamedTuple):
    """Where a disc was thrown from, where it last was in bounds [m], and whether it missed a mandatory."""

    lie_x: float
    lie_y: float
    in_x: float
    in_y: float
    mando: bool


@inlined
def noted(g: Place, trip: Trip, x: float, y: float) -> Trip:
    """The trip, with a place noted if it is in bounds."""
    if not g.lines or line_gap(g, x, y)[0] >= 0.0:
        return Trip(trip.lie_x, trip.lie_y, x, y, trip.mando)
    return trip


@kernel
def penalised(g: Place, play: int, zone: NDArray[np.float64], trip: Trip, weight: float, book: Book) -> None:
    """Book what is played after a penalty: from a zone, from the lie again, or a metre in from the line by
    the last place in bounds."""
    if play == ZONE:
        enter(g, zone[0], zone[1], weight, book, AGAIN)
    elif play == PREVIOUS_LIE:
        enter(g, trip.lie_x, trip.lie_y, weight, book, AGAIN)
    else:
        gap, east, north = line_gap(g, trip.in_x, trip.in_y)
        move = max(0.0, OB_RELIEF_M - gap) / (math.sqrt(east * east + north * north) + 1e-9)
        enter(g, trip.in_x + move * east, trip.in_y + move * north, weight, book, AGAIN)


@kernel
def rest(g: Place, x: float, y: float, trip: Trip, weight: float, book: Book) -> None:
    """Book where a disc at rest is played from."""
    book[AWAY] += weight * math.sqrt((x - g.pin_x) ** 2 + (y - g.pin_y) ** 2)
    book[MISSED] += weight
    if trip.mando:
        penalised(g, g.mando_play, g.mando_zone, trip, weight, book)
        return
    if g.lines and line_gap(g, x, y)[0] < 0.0:
        book[OUT] += weight
        penalised(g, g.ob_play, g.ob_zone, trip, weight, book)
        return
    i, j = fine_cell(g, x, y)
    lost = weight * (1.0 - g.found[i, j])
    if lost > 0.0:
        book[OUT] += lost
        enter(g, trip.lie_x, trip.lie_y, lost, book, AGAIN)
    enter(g, x, y, weight - lost, book, AGAIN if g.penalty[i, j] > 0.5 else 0)
