"""Throws with what they cost, and which of them lead."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from ypodrome.core.strategy.arsenal import Arsenal
from ypodrome.core.strategy.solve import Solved

BESIDE_RAD = 0.14
"""An aim farther than this (8°) to one side of the line to the pin takes that side's route, else the middle
(chosen)."""


def routes(headings_rad: NDArray[np.float64], bearing_rad: float) -> NDArray[np.int64]:
    """Route [n] of aims [n]: 1 to the left of the line to the pin, 0 up the middle, -1 to the right."""
    off = np.angle(np.exp(1j * (headings_rad - bearing_rad)))
    return np.where(np.abs(off) > BESIDE_RAD, np.sign(off), 0.0).astype(np.int64)


@dataclass(frozen=True)
class Ranked:
    """n throws, their costs [n] under the posture, numbers [n] that tell apart how they decide what to carry
    of what lies in the way, and which route they take, and what they cost [n] who plays for par."""

    throws: Solved
    costs: NDArray[np.float64]
    decision: NDArray[np.int64]
    route: NDArray[np.int64]
    calm: NDArray[np.float64]

    def take(self, rows: NDArray[np.int64]) -> Ranked:
        """The chosen rows."""
        return Ranked(
            self.throws.take(rows), self.costs[rows], self.decision[rows], self.route[rows], self.calm[rows]
        )


def leaders(arsenal: Arsenal, ranked: Ranked, most: int, per_kind: int, discs: bool = False) -> Ranked:
    """The best `most` throws, best first, and at least `per_kind` of every kind of throw, and half as many
    of every decision and route, that has so many, and the calmest few: each hand, the carry and the
    lay-up, left, middle and right, and the safe play stay in; and with `discs` the best of every disc."""
    order = np.argsort(ranked.costs, kind="stable")
    kept = set(order[:most].tolist())
    half = (per_kind + 1) // 2
    told_apart = [
        (arsenal.group[ranked.throws.combo], per_kind),
        (ranked.decision, half),
        (ranked.route, half),
    ]
    if discs:
        told_apart.append((arsenal.disc[ranked.throws.combo], 1))
    for classes, count in told_apart:
        for one in np.unique(classes):
            kept.update(order[classes[order] == one][:count].tolist())
    kept.update(np.argsort(ranked.calm, kind="stable")[:half].tolist())
    return ranked.take(np.array([i for i in order if i in kept], np.int64))


def best_variants(base: Ranked, every: Ranked) -> Ranked:
    """Of every throw of `base` [n] the variant that costs least, of sets of variants one after another that
    hold the same throws in order [sets n]; and where that decides otherwise what to carry, also the best that
    decides as the throw did."""
    n = len(base.costs)
    costs = every.costs.reshape(-1, n)
    alike = every.decision.reshape(-1, n) == base.decision
    best = costs.argmin(axis=0) * n + np.arange(n)
    as_meant = np.where(alike, costs, np.inf).argmin(axis=0) * n + np.arange(n)
    return every.take(np.unique(np.concatenate([best, as_meant[alike.any(axis=0)]])))
