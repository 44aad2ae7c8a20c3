"""Making putts.

After Gelman & Nolan, A Probability Model for Golf Putting (Teaching Statistics 24(3), 2002): a putt goes in
when the error of its direction is small enough. There is one error and it is the same angle at every
distance. A disc golfer's putts err in direction and in height, both more than in proportion to the distance.
A few putts are simply thrown away."""

from __future__ import annotations

import itertools
import math
from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np
from numpy.typing import ArrayLike, NDArray
from scipy.optimize import least_squares
from scipy.special import ndtr, ndtri

from ypodrome.core.refused import Refused
from ypodrome.core.thrower.level import PUTT_POWER, fault_share, putt_sigma

HALF_WIDTH_M = HALF_HEIGHT_M = 0.30
"""Half the chains' width with most of a disc's radius, and half the height that holds a disc: chains 54 cm
across and 52 cm tall, from the sport's technical standards (from memory), a little more chosen."""

HEIGHT_OVER_SIDE = 2.25
"""Error of height over error to the side (fitted with the make rates in docs/level.md)."""

DESCENT = 0.27
"""Descent of a putt at the chains, about 15 degrees (chosen): height error over length error."""

FAULT_LOST, FULL_FAULT_M = 0.31, 5.0
"""Share of a player's faults that a putt from FULL_FAULT_M or farther is thrown away by, nearer in proportion
less (share fitted, form chosen)."""

UPHILL, DOWNHILL = 0.5, 0.3
"""Metres of putt added per metre up or down to the chains (chosen: players find uphill a little harder than
level, and fear downhill for what a miss does)."""

LIFT_M, DRIFT_M = 0.055, 0.012
"""Height and side [m] that a metre a second of wind moves a putt by, per metre of its length (flights of a
putter; side chosen)."""

MISJUDGED = 0.13
"""Share of the wind a putter misjudges, gusts included (chosen)."""

SHORTEST_M = 0.5


@dataclass(frozen=True)
class PuttingModel:
    """Error to the side `sigma_5` [rad] at five metres, growing with distance to `power` besides, and the
    share of putts thrown away."""

    sigma_5: float
    power: float = PUTT_POWER
    lost: float = 0.0

    @classmethod
    def rated(cls, rating: float) -> PuttingModel:
        """Putting of a rating."""
        return cls(putt_sigma(rating), PUTT_POWER, FAULT_LOST * fault_share(rating))

    @classmethod
    def declared(cls, rates: Sequence[tuple[float, float]], lost: float = 0.0) -> PuttingModel:
        """Through, or nearest to, make rates: pairs of distance [m] and share, falling with distance."""
        check_rates(rates)
        d, share = np.array(sorted(rates)).T
        lost = min(lost, 0.5 * float(1.0 - share.max()))

        def off(x: NDArray[np.float64]) -> NDArray[np.float64]:
            model = cls(math.exp(x[0]), PUTT_POWER if len(d) == 1 else float(x[-1]), lost)
            return np.asarray(ndtri(np.clip(model.make(d), 1e-9, 1 - 1e-9)) - ndtri(share))

        start = [math.log(0.015), PUTT_POWER][: min(2, len(d))]
        x = least_squares(off, start, xtol=1e-12, ftol=1e-12, gtol=1e-12).x
        return cls(math.exp(x[0]), PUTT_POWER if len(d) == 1 else float(x[-1]), lost)

    def side_m(self, distance_m: NDArray[np.float64]) -> NDArray[np.float64]:
        """Error to the side at the basket [m]."""
        return np.asarray(self.sigma_5 * (distance_m / 5.0) ** self.power * distance_m)

    def errors(
        self, length_m: NDArray[np.float64], along_m_s: ArrayLike = 0.0, across_m_s: ArrayLike = 0.0
    ) -> tuple[NDArray[np.float64], NDArray[np.float64]]:
        """Errors [m] to the side and in height, in a wind along the putt and across it."""
        side = self.side_m(length_m)
        wind = MISJUDGED * length_m
        high = np.hypot(HEIGHT_OVER_SIDE * side, LIFT_M * wind * np.abs(along_m_s))
        return np.hypot(side, DRIFT_M * wind * np.abs(across_m_s)), high

    def make(
        self, distance_m: ArrayLike, rise_m: ArrayLike = 0.0, along_m_s: ArrayLike = 0.0,
        across_m_s: ArrayLike = 0.0,
    ) -> NDArray[np.float64]:  # fmt: skip
        """Chance of making a putt of this length [m], rise to the basket [m] and wind [m/s]."""
        length = plays_m(distance_m, rise_m)
        return self._held(length, *self.errors(length, along_m_s, across_m_s))

    def thrown_away(self, distance_m: NDArray[np.float64]) -> NDArray[np.float64]:
        """Share of putts from these distances that are simply bad."""
        return np.asarray(self.lost * np.minimum(1.0, distance_m / FULL_FAULT_M))

    def _held(
        self, length: NDArray[np.float64], side: NDArray[np.float64], high: NDArray[np.float64]
    ) -> NDArray[np.float64]:
        thrown_away = self.thrown_away(length)
        wide, tall = 2.0 * ndtr(HALF_WIDTH_M / side) - 1.0, 2.0 * ndtr(HALF_HEIGHT_M / high) - 1.0
        return np.asarray((1.0 - thrown_away) * wide * tall)


def plays_m(distance_m: ArrayLike, rise_m: ArrayLike) -> NDArray[np.float64]:
    """Length a putt plays [m] with its rise to the basket."""
    rise = np.asarray(rise_m, float)
    length = (
        np.asarray(distance_m, float) + UPHILL * np.maximum(rise, 0.0) + DOWNHILL * np.maximum(-rise, 0.0)
    )
    return np.maximum(length, SHORTEST_M)


def check_rates(rates: Sequence[tuple[float, float]]) -> None:
    """ValueError unless the rates are shares that fall with distance."""
    if not rates:
        raise Refused("putting: name at least one distance and its make rate")
    ordered = sorted(rates)
    for distance, share in ordered:
        if not (math.isfinite(distance) and 0.5 <= distance <= 60.0):
            raise Refused(f"putting: a distance must be between 0.5 and 60 m, got {distance:g}")
        if not 0.0 < share < 1.0:
            raise Refused(f"putting: the make rate at {distance:g} m must be between 0 and 1, got {share:g}")
    for (near, high), (far, low) in itertools.pairwise(ordered):
        if far <= near or low >= high:
            raise Refused(
                f"putting: the make rate at {far:g} m ({low:g}) must be lower than at {near:g} m ({high:g})"
            )
