"""What a hole teaches of sorts of throw: screening lays them out as on the level, and on a slope, over a
crest or under branches some come to more than is seen."""

from __future__ import annotations

import numpy as np
from numpy.typing import NDArray

from ypodrome.core.strategy.repertoire import Repertoire
from ypodrome.core.strategy.screening import Found

FADES, DOUBT = 0.6, 1.5
"""Share that a ring's lessons keep for the next, and how many flown throws no lesson is believed like
(chosen: what holds for an approach of 40 m holds for one of 60 m, less so for a drive)."""


class Sorts:
    """Sorts of throw, by kind and angles, and what those that were flown came to beyond what was hoped.
    `more` [entries of the repertoire] is what their sorts teach [throws]."""

    def __init__(self, repertoire: Repertoire) -> None:
        arsenal, combo = repertoire.arsenal, repertoire.combo
        told = np.column_stack([arsenal.kind[combo], arsenal.hyzer_deg[combo], arsenal.launch_deg[combo]])
        self._sort = np.unique(np.round(told), axis=0, return_inverse=True)[1].ravel()
        self._count = np.zeros(self._sort.max() + 1)
        self._sum = np.zeros(len(self._count))
        self.more = np.zeros(len(combo))

    def best_of_each(self, found: Found) -> Found:
        """Of screened throws [n, most, 3], best first, the best of every sort [n, sorts, 3]."""
        best = np.full((len(found), len(self._count), 3), (-1.0, 0.0, np.inf))
        for i, rows in enumerate(found):
            there = rows[rows[:, 0] >= 0]
            sorts, first = np.unique(self._sort[there[:, 0].astype(int)], return_index=True)
            best[i, sorts] = there[first]
        return best

    def learn(self, entries: NDArray[np.int64], more: NDArray[np.float64]) -> None:
        """Take a ring's flown throws [k], and what they came to beyond what `more` made of them [k]."""
        sort, most = self._sort[entries], len(self._count)
        self._count = FADES * self._count + np.bincount(sort, minlength=most)
        self._sum = FADES * self._sum + np.bincount(sort, more + self.more[entries], minlength=most)
        self.more = (self._sum / (self._count + DOUBT))[self._sort]
