"""A round with few different throws: which to practise, and what it costs to play with no others.

Choosing n throws so that the holes cost least is the p-median problem; an integer program solves it exactly
(Hakimi, Operations Research 12(3), 1964; solved by HiGHS).
"""

from __future__ import annotations

from collections.abc import Callable, Sequence
from dataclasses import dataclass
from typing import Any

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
    """The least costly round with at most so many different throws: the throw on each hole."""

    throws: tuple[Tried, ...]

    @property
    def sorts(self) -> tuple[Sort, ...]:
        """The different throws."""
        return tuple(sorted({t.sort for t in self.throws}))

    @property
    def discs(self) -> tuple[str, ...]:
        """Keys of the different discs."""
        return tuple(sorted({t.throw.disc.key for t in self.throws}))

    @property
    def expected(self) -> float:
        """What the round costs."""
        return sum(t.expected for t in self.throws)


def rounds_with_few_throws(holes: Sequence[Sequence[Tried]], enough: float) -> tuple[FewThrows, ...]:
    """Rounds with as few different throws as possible, with one more, and so on while that saves something
    and the round costs more than `enough` throws.

    Parameters
    ----------
    holes
        For every hole the throws tried there, each sort once.
    """
    return _fewest(holes, lambda t: t.sort, enough)


def small_bags(holes: Sequence[Sequence[Tried]]) -> tuple[FewThrows, ...]:
    """Rounds thrown from the tees with as few discs as possible, with one more, and so on while that saves
    something; `holes` as above."""
    return _fewest(holes, lambda t: t.throw.disc.key, 0.0)


def worth_of_discs(holes: Sequence[Sequence[Tried]]) -> dict[str, float]:
    """What the round would cost more from the tees without each disc, by its key; `holes` as above."""
    keys = {t.throw.disc.key for hole in holes for t in hole}
    best = [min(t.expected for t in hole) for hole in holes]

    def without(key: str) -> float:
        left = [[t.expected for t in hole if t.throw.disc.key != key] for hole in holes]
        return sum(min(row, default=NOT_THROWN) - b for row, b in zip(left, best, strict=True))

    return {key: without(key) for key in keys}


def _fewest(
    holes: Sequence[Sequence[Tried]], kind_of: Callable[[Tried], Any], enough: float
) -> tuple[FewThrows, ...]:
    """Rounds with few different throws of each kind, as `rounds_with_few_throws` has it."""
    sorts = sorted({kind_of(t) for hole in holes for t in hole})
    best = [{kind_of(t): t for t in sorted(hole, key=lambda t: -t.expected)} for hole in holes]
    costs = np.array([[row[s].expected if s in row else NOT_THROWN for s in sorts] for row in best])
    found: list[FewThrows] = []
    for n in range(1, min(len(holes), len(sorts)) + 1):
        chosen = _least(costs, n)
        at = chosen[costs[:, chosen].argmin(axis=1)]
        if costs[np.arange(len(holes)), at].max() >= NOT_THROWN:
            continue
        few = FewThrows(tuple(row[sorts[j]] for row, j in zip(best, at, strict=True)))
        if found and found[-1].expected - few.expected < ALL_THE_SAME:
            break
        found.append(few)
        if few.expected <= enough:
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
