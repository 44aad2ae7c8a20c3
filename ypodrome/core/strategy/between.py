"""Outlooks of any places on a hole: on the green between its nodes, farther out between the sampled lies.

A place is worth what open ground as far off is, and what those who speak for it are beyond that, mixed by how
near they are and how alike hemmed in; and what screening sees there beyond what it sees from them (`looks`),
or, where nobody looked, what it costs to be more hemmed in than they are.
"""

from __future__ import annotations

import math
from typing import NamedTuple

import numpy as np
from numpy.typing import NDArray

from ypodrome.core.compiled import batch_kernel, kernel
from ypodrome.core.flight.cores import MANY, on_all_cores
from ypodrome.core.green.between import Nodes, between_nodes, expected_of, put_off
from ypodrome.core.outlook import THROWS
from ypodrome.core.strategy.looks import Looks, look_at
from ypodrome.core.strategy.mesh import INNER_M
from ypodrome.core.strategy.neighbours import SIDE_M, Spokesmen
from ypodrome.core.strategy.repertoire import STEP_M, THROWN_M

HEM_M = 8.0
"""Metres beside that being hemmed in altogether counts for (chosen)."""


class Spoken(NamedTuple):
    """What speaks for places away from the green: open ground by distance [m, THROWS]; sampled lies [l, 2],
    how hemmed in they are [l, 2] and their outlooks beyond those of open ground [l, THROWS]; by cell those
    who speak for it [cells, k] and how hemmed in it is [cells, 2]; rows, columns and corner [m] of the cells;
    what being hemmed in costs [2]; and what is seen on a lattice, and of it from the lies [l]."""

    open: NDArray[np.float64]
    lies: NDArray[np.float64]
    lies_hem: NDArray[np.float64]
    beyond: NDArray[np.float64]
    nearest: Spokesmen
    hem: NDArray[np.float64]
    rows: int
    columns: int
    x0: float
    y0: float
    blocked: NDArray[np.float64]
    looks: Looks
    lies_seen: NDArray[np.float64]


def outlooks_at(
    nodes: Nodes, spoken: Spoken, lies: NDArray[np.float64], more: NDArray[np.float64]
) -> NDArray[np.float64]:
    """Outlooks [n, THROWS] of lies [n, 2], the better of putting and approaching; a putt takes so much of a
    throw more [n]."""
    lies, out = np.ascontiguousarray(lies), np.empty((len(lies), THROWS))

    def work(s: slice) -> None:
        _outlooks_at(nodes, spoken, lies[s], more[s], np.empty((1, THROWS)), out[s])

    on_all_cores(work, len(lies), MANY, MANY)
    return out


@batch_kernel
def _outlooks_at(
    nodes: Nodes, spoken: Spoken, lies: NDArray[np.float64], more: NDArray[np.float64],
    thrown: NDArray[np.float64], out: NDArray[np.float64],
) -> None:  # fmt: skip
    for i in range(lies.shape[0]):
        x, y = lies[i, 0], lies[i, 1]
        away = math.sqrt((x - nodes.x) ** 2 + (y - nodes.y) ** 2)
        if away < THROWN_M:
            between_nodes(nodes, x, y, out, i)
            put_off(out, i, more[i])
        if away >= INNER_M:
            _approach(spoken, x, y, away, thrown)
            if away >= THROWN_M or expected_of(thrown, 0) < expected_of(out, i):
                for c in range(THROWS):
                    out[i, c] = thrown[0, c]


@kernel
def _approach(spoken: Spoken, x: float, y: float, away: float, out: NDArray[np.float64]) -> None:
    """Set the first of outlooks to that of an approach from a place so far away from the basket."""
    t = min(max(away / STEP_M, 0.0), spoken.open.shape[0] - 1.001)
    k = int(t)
    for c in range(THROWS):
        out[0, c] = (1.0 - t + k) * spoken.open[k, c] + (t - k) * spoken.open[k + 1, c]
    count = spoken.nearest.shape[1]
    if count == 0:
        return
    i = min(max(int((y - spoken.y0) / SIDE_M), 0), spoken.rows - 1)
    j = min(max(int((x - spoken.x0) / SIDE_M), 0), spoken.columns - 1)
    at = i * spoken.columns + j
    forward, around = spoken.hem[at, 0], spoken.hem[at, 1]
    total = 0.0
    for n in range(count):
        total += _weight(spoken, spoken.nearest[at, n], x, y, forward, around)
    seen, more = look_at(spoken.looks, x, y), 0.0
    for n in range(count):
        who = spoken.nearest[at, n]
        share = _weight(spoken, who, x, y, forward, around) / total
        apart = seen - spoken.lies_seen[who]
        if math.isnan(apart):
            apart = (forward - spoken.lies_hem[who, 0]) * spoken.blocked[0]
            apart += (around - spoken.lies_hem[who, 1]) * spoken.blocked[1]
        more += share * apart
        for c in range(THROWS):
            out[0, c] += share * spoken.beyond[who, c]
    whole = 0.0
    for c in range(THROWS):
        out[0, c] = max(out[0, c], 0.0)
        whole += out[0, c]
    for c in range(THROWS):
        out[0, c] /= whole
    put_off(out, 0, more)


@kernel
def _weight(spoken: Spoken, who: int, x: float, y: float, forward: float, around: float) -> float:
    gap = math.sqrt((spoken.lies[who, 0] - x) ** 2 + (spoken.lies[who, 1] - y) ** 2)
    gap += HEM_M * (abs(spoken.lies_hem[who, 0] - forward) + abs(spoken.lies_hem[who, 1] - around))
    return 1.0 / ((gap + 1.0) * (gap + 1.0))
