"""A round with few different throws: which to practise, and what it costs to play with no others.

Choosing n throws so that the holes cost least is the p-median problem; an integer program solves it exactly
(Hakimi, Operations Research 12(3), 1964; solved by HiGHS).
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray
from scipy.optimize import Bounds, LinearConstraint, milp
from scipy.sparse import csr_array

from ypodrome.core.strategy.every_throw import Sort, Tried

NOT_THROWN = 50.0
"""Throws that a hole costs where a throw was not tried (chosen: more than any hole, so that it is never
chosen)."""

ALL_THE_SAME = 0.005
"""Throws a round that one throw more must save for the list to go on (chosen)."""


@dataclass(frozen=True)
class FewThrows:
    """The least costly round with at most so many different throws: what is thrown on each hole, as an index
    of its throws, and what the round costs."""

    sorts: tuple[Sort, ...]
    by_hole: tuple[int, ...]
    expected: float


def rounds_with_few_throws(holes: Sequence[Sequence[Tried]], enough: float) -> tuple[FewThrows, ...]:
    """Rounds with as few different throws as possible, with one more, and so on while that saves something
    and the round costs more than `enough` throws.

    Parameters
    ----------
    holes
        For every hole the throws tried there, each sort once.
    """
    sorts = sorted({t.sort for hole in holes for t in hole})
    place = {sort: j for j, sort in enumerate(sorts)}
    costs = np.full((len(holes), len(sorts)), NOT_THROWN)
    index = np.zeros(costs.shape, int)
    for i, hole in enumerate(holes):
        for k, t in enumerate(hole):
            j = place[t.sort]
            if t.expected < costs[i, j]:
                costs[i, j], index[i, j] = t.expected, k
    found: list[FewThrows] = []
    for n in range(1, min(len(holes), len(sorts)) + 1):
        chosen = _least(costs, n)
        at = chosen[costs[:, chosen].argmin(axis=1)]
        total = costs[np.arange(len(holes)), at]
        if total.max() >= NOT_THROWN:
            continue
        if found and found[-1].expected - total.sum() < ALL_THE_SAME:
            break
        by_hole = tuple(int(k) for k in index[np.arange(len(holes)), at])
        found.append(FewThrows(tuple(sorts[j] for j in np.unique(at)), by_hole, float(total.sum())))
        if found[-1].expected <= enough:
            break
    return tuple(found)


def _least(costs: NDArray[np.float64], n: int) -> NDArray[np.int64]:
    """The n columns of costs [holes, throws] for which the least of each row sum to least.

    Variables are which columns are chosen, then what share of each row each column serves."""
    rows, columns = costs.shape
    served = np.arange(rows * columns)
    one_each = csr_array(
        (np.ones(rows * columns), (served // columns, columns + served)), (rows, columns + rows * columns)
    )
    only_chosen = csr_array(
        (
            np.concatenate([np.ones(rows * columns), -np.ones(rows * columns)]),
            (np.tile(served, 2), np.concatenate([columns + served, served % columns])),
        ),
        (rows * columns, columns + rows * columns),
    )
    how_many = csr_array(np.concatenate([np.ones(columns), np.zeros(rows * columns)])[None])
    solved = milp(
        np.concatenate([np.zeros(columns), costs.ravel()]),
        integrality=np.concatenate([np.ones(columns), np.zeros(rows * columns)]),
        bounds=Bounds(0.0, 1.0),
        constraints=[
            LinearConstraint(one_each, 1.0, 1.0),
            LinearConstraint(only_chosen, -np.inf, 0.0),
            LinearConstraint(how_many, 0.0, float(n)),
        ],
    )
    return np.flatnonzero(solved.x[:columns] > 0.5)
