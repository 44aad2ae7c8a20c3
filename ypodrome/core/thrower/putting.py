"""Making putts.

After Gelman & Nolan, A Probability Model for Golf Putting (Teaching Statistics 24(3), 2002): a putt
goes in when the error of its direction is smaller than the half angle of the target,
P = 2 Φ(asin(R / d) / σ) - 1. There σ is one number. A disc golfer's make rates fall faster than
that with distance, so here σ grows as a power of the distance, fitted to two make rates; with equal
growth zero it is the published model.
"""

from __future__ import annotations

import math
from dataclasses import dataclass

import numpy as np
from numpy.typing import ArrayLike, NDArray
from scipy.special import ndtr, ndtri

TARGET_HALF_WIDTH_M = 0.27
"""Half the width of the chains that hold a disc: about 54 cm across [common practice]."""

SHORTEST_M = 0.5

SPREAD_PER_WIND = 0.05
"""Growth of the spread per m/s of wind (chosen: a 5 m/s breeze takes a 35 % putt to about 29 %)."""

COMEBACK_M = 1.6
COMEBACK_SHARE = 0.10
"""A missed putt rests about this far past: a step, and a tenth of its length [common practice]."""

DOWNHILL_COMEBACK = 6.0
"""Extra share per unit of slope down behind the basket: at 10 % down, 60 % of the putt (chosen)."""

UPHILL_LENGTH = 1.5
"""Metres of putt added per metre of rise to the chains (chosen; cf. 3 for drives)."""


@dataclass(frozen=True)
class PuttingModel:
    """Direction spread `sigma_5` [rad] at five metres, growing with distance to `power`."""

    sigma_5: float
    power: float

    @classmethod
    def from_make_rates(cls, at_5_m: float, at_10_m: float) -> PuttingModel:
        """The model through two make rates, each strictly between 0 and 1, the nearer higher."""
        for name, rate in (("make_at_5_m", at_5_m), ("make_at_10_m", at_10_m)):
            if not 0.0 < rate < 1.0:
                raise ValueError(f"{name} must be between 0 and 1, got {rate}")
        if at_10_m >= at_5_m:
            raise ValueError("make_at_10_m must be lower than make_at_5_m")
        near, far = _sigma(5.0, at_5_m), _sigma(10.0, at_10_m)
        return cls(near, math.log(far / near) / math.log(2.0))

    def make(self, distance_m: ArrayLike, rise_m: ArrayLike = 0.0, wind_m_s: float = 0.0) -> NDArray:
        """Chance of making a putt of this length [m], rise to the basket [m] and wind [m/s]."""
        length = np.asarray(distance_m, float) + UPHILL_LENGTH * np.maximum(rise_m, 0.0)
        length = np.maximum(length, SHORTEST_M)
        sigma = self.sigma_5 * (length / 5.0) ** self.power * (1.0 + SPREAD_PER_WIND * wind_m_s)
        angle = np.arcsin(np.minimum(1.0, TARGET_HALF_WIDTH_M / length))
        return np.asarray(2.0 * ndtr(angle / sigma) - 1.0)

    def throws_left(
        self, distance_m: ArrayLike, rise_m: ArrayLike = 0.0, wind_m_s: float = 0.0, size: int = 8,
        clear: ArrayLike = 1.0,
    ) -> NDArray[np.float64]:  # fmt: skip
        """Chances [..., size] of holing out in 1, 2, ... throws when every throw is a putt.

        A miss leaves a come-back putt, longer when the ground falls away behind the basket (a
        basket above the putter has its slope on the putter's side, and no such run). `clear` is the
        share of first putts that branches let through; one they stop counts as missed.
        """
        d = np.asarray(distance_m, float)
        rise = np.broadcast_to(np.asarray(rise_m, float), d.shape)
        slope_down = np.maximum(0.0, -rise / np.maximum(d, 3.0))
        first = self.make(d, rise, wind_m_s) * np.asarray(clear, float)
        back_m = COMEBACK_M + d * (COMEBACK_SHARE + DOWNHILL_COMEBACK * np.minimum(slope_down, 0.15))
        second = self.make(np.minimum(back_m, 0.7 * d + COMEBACK_M), 0.0, wind_m_s)
        third = self.make(COMEBACK_M, 0.0, wind_m_s)
        chances = np.zeros((*d.shape, size))
        chances[..., 0] = first
        chances[..., 1] = (1.0 - first) * second
        left = (1.0 - first) * (1.0 - second)
        for k in range(2, size):
            share = third if k < size - 1 else 1.0
            chances[..., k] = left * share
            left = left * (1.0 - share)
        return chances


def _sigma(distance_m: float, make: float) -> float:
    return float(math.asin(TARGET_HALF_WIDTH_M / distance_m) / ndtri((1.0 + make) / 2.0))
