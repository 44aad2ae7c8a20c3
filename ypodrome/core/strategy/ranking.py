"""Throws with what they cost, and which of them lead."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from ypodrome.core.strategy.arsenal import Arsenal
from ypodrome.core.strategy.solve import Solved, joined


@dataclass(frozen=True)
class Ranked:
    """n throws, their costs [n] under the posture, and numbers [n] that tell apart how they decide what
    to carry of what lies across the way."""

    throws: Solved
    costs: NDArray[np.float64]
    decision: NDArray[np.int64]

    def take(self, rows: NDArray[np.int64]) -> Ranked:
        """The chosen rows."""
        return Ranked(self.throws.take(rows), self.costs[rows], self.decision[rows])


def leaders(arsenal: Arsenal, ranked: Ranked, most: int, per_class: int) -> Ranked:
    """The best `most` throws, best first, and at least `per_class` of every kind of throw and of every
    decision that has so many: each hand, and both the carry and the lay-up, stay in."""
    order = np.argsort(ranked.costs, kind="stable")
    kept = set(order[:most].tolist())
    for classes in (arsenal.group[ranked.throws.combo], ranked.decision):
        for one in np.unique(classes):
            kept.update(order[classes[order] == one][:per_class].tolist())
    return ranked.take(np.array([i for i in order if i in kept], np.int64))


def best_variants(base: Ranked, parts: Sequence[Ranked]) -> Ranked:
    """Of every throw of `base` the variant that costs least, from parts that hold the same throws in
    order; and where that decides otherwise what to carry, also the best that decides as the throw did."""
    n = len(base.costs)
    every = Ranked(
        joined([p.throws for p in parts]),
        np.concatenate([p.costs for p in parts]),
        np.concatenate([p.decision for p in parts]),
    )
    costs = every.costs.reshape(-1, n)
    alike = every.decision.reshape(-1, n) == base.decision
    best = costs.argmin(axis=0) * n + np.arange(n)
    as_meant = np.where(alike, costs, np.inf).argmin(axis=0) * n + np.arange(n)
    return every.take(np.unique(np.concatenate([best, as_meant[alike.any(axis=0)]])))
