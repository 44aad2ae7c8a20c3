"""Outlooks of lies on a green, between its nodes, row by row of arrays of outlooks."""

from __future__ import annotations

import math
from typing import NamedTuple

import numpy as np
from numpy.typing import NDArray

from ypodrome.core.compiled import batch_kernel, kernel
from ypodrome.core.green.book import BEARINGS
from ypodrome.core.outlook import THROWS


class Nodes(NamedTuple):
    """Outlooks [rings, BEARINGS, THROWS] around a basket at (x, y), and the distances of the rings [m]."""

    outlooks: NDArray[np.float64]
    rings: NDArray[np.float64]
    x: float
    y: float


@kernel
def put_off(outlooks: NDArray[np.float64], i: int, throws: float) -> None:
    """`later` for row i of outlooks [n, THROWS], in place."""
    more = min(max(throws, 0.0), 1.0)
    sooner = min(max(-throws / max(1.0 - outlooks[i, 0], 1e-9), 0.0), 1.0)
    before, last = 0.0, THROWS - 1
    for k in range(THROWS):
        now = outlooks[i, k]
        then = outlooks[i, k + 1] if k < last else 0.0
        value = (1.0 - more - sooner) * now + more * before + sooner * then
        value += sooner * now if k == 0 else 0.0
        outlooks[i, k] = value + (more * now if k == last else 0.0)
        before = now


@kernel
def expected_of(outlooks: NDArray[np.float64], i: int) -> float:
    """`expected` of row i of outlooks [n, THROWS]."""
    total = 0.0
    for k in range(THROWS):
        total += (k + 1) * outlooks[i, k]
    return total


@kernel
def between_nodes(nodes: Nodes, x: float, y: float, out: NDArray[np.float64], i: int) -> None:
    """Set row i of outlooks [n, THROWS] to that of a lie; beyond the last ring as if it were on it."""
    dx, dy, last = x - nodes.x, y - nodes.y, nodes.rings.shape[0] - 1
    r = min(max(math.sqrt(dx * dx + dy * dy), nodes.rings[0]), nodes.rings[last] - 1e-6)
    k = 0
    while nodes.rings[k + 1] <= r:
        k += 1
    f = (r - nodes.rings[k]) / (nodes.rings[k + 1] - nodes.rings[k])
    turn = math.atan2(dy, dx) / (2.0 * math.pi)
    b = (turn - math.floor(turn)) * BEARINGS
    h, j = b - math.floor(b), int(b) % BEARINGS
    n = (j + 1) % BEARINGS
    for c in range(THROWS):
        near = nodes.outlooks[k, j, c] * (1.0 - h) + nodes.outlooks[k, n, c] * h
        far = nodes.outlooks[k + 1, j, c] * (1.0 - h) + nodes.outlooks[k + 1, n, c] * h
        out[i, c] = near * (1.0 - f) + far * f


@batch_kernel
def outlooks_between(
    nodes: Nodes, lies: NDArray[np.float64], more: NDArray[np.float64], out: NDArray[np.float64]
) -> None:
    """Fill in the outlooks [n, THROWS] of lies [n, 2] that take so much of a throw more [n]."""
    for i in range(lies.shape[0]):
        between_nodes(nodes, lies[i, 0], lies[i, 1], out, i)
        put_off(out, i, more[i])
