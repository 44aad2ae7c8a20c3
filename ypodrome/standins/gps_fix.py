"""A simulated satellite fix: where a receiver says one stands, a few metres off.

It stands in for a phone's own receiver, and says so.
"""

from __future__ import annotations

import numpy as np

DEVICE = "Simulated GPS"
ERROR_SD_M = 2.5
"""Error of a single fix, one standard deviation each way (chosen: a phone under open sky)."""

Point = tuple[float, float]


def fix(true: Point, seed: int) -> Point:
    """The place a receiver reports for a true one [m]."""
    error = np.random.default_rng(seed).normal(scale=ERROR_SD_M, size=2)
    return true[0] + float(error[0]), true[1] + float(error[1])
