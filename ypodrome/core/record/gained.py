"""Strokes gained: what each throw of a hole was worth.

Broadie, Assessing Golfer Performance on the PGA Tour (Interfaces 42(2), 2012): with J(x) the expected
throws to hole out from x, a throw from x to y gains J(x) - J(y) - 1, and one less for every penalty
throw. Over a hole the gains add up to J(tee) less the score.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np


@dataclass(frozen=True)
class Gained:
    """Throws gained (positive) or lost on a hole or over holes, by part of the game."""

    tee: float
    approach: float
    putting: float

    @property
    def total(self) -> float:
        return self.tee + self.approach + self.putting

    def __add__(self, other: Gained) -> Gained:
        return Gained(self.tee + other.tee, self.approach + other.approach, self.putting + other.putting)


def strokes_gained(before: float, after: float, throws: int = 1) -> float:
    """Throws gained between two places with these expected throws to hole out, `throws` apart."""
    return before - after - throws


def gained_by_part(
    before: float, after: Sequence[float | None], penalties: Sequence[int], putts: int
) -> Gained | None:
    """What tee shot, approaches and putts of one hole gained.

    `before` is what is expected from the tee, `after[k]` from where throw k (putts not counted) left
    the disc, None where nobody noted it, `penalties[k]` the penalty throws it cost. A throw nobody
    noted the end of cannot be told from the next one: None then.
    """
    left = [*after]
    if left and putts == 0:
        left[-1] = 0.0
    values: list[float] = [value for value in left if value is not None]
    if not values or len(values) < len(left):
        return None
    places = [before, *values]
    gains = [
        strokes_gained(here, there, 1 + penalty)
        for here, there, penalty in zip(places, places[1:], penalties, strict=False)
    ]
    return Gained(gains[0], sum(gains[1:]), strokes_gained(values[-1], 0.0, putts))


def throws_from(by_distance: Sequence[tuple[float, float]], distance_m: float) -> float:
    """Expected throws from a distance [m], between rows (distance [m], throws) in rising order; beyond
    the last row its own."""
    distances, throws = zip(*by_distance, strict=True)
    return float(np.interp(distance_m, distances, throws))
