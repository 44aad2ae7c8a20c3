"""Outlooks: chances of holing out in one, two, ... more throws.

An outlook is an array [..., THROWS]; column k is the chance of needing k + 1 more throws, the last
column gathers the tail. Keeping the whole distribution costs little more than its mean and gives
the chances of each score exactly.
"""

from __future__ import annotations

import numpy as np
from numpy.typing import NDArray

THROWS = 8
COUNTS = np.arange(1, THROWS + 1)


def expected(outlook: NDArray[np.float64]) -> NDArray[np.float64]:
    """Expected throws [...] of outlooks [..., THROWS]."""
    return np.asarray(outlook @ COUNTS)


def after(outlook: NDArray[np.float64], throws: NDArray[np.int64]) -> NDArray[np.float64]:
    """Outlooks [n, THROWS] as seen `throws` [n] throws earlier: shifted, the tail gathered."""
    shifted = outlook.copy()
    for count in range(1, int(throws.max(initial=0)) + 1):
        rows = throws >= count
        once = shifted if rows.all() else shifted[rows]
        once[:, -1] += once[:, -2]
        once[:, 1:-1] = once[:, :-2]
        once[:, 0] = 0.0
        if once is not shifted:
            shifted[rows] = once
    return shifted


def later(outlook: NDArray[np.float64], throws: NDArray[np.float64]) -> NDArray[np.float64]:
    """Outlooks [n, THROWS] that take so much of a throw [n] more, or less: mixed with what they are a throw
    later or sooner, as far as that goes."""
    more = after(outlook, np.ones(len(outlook), np.int64))
    less = np.zeros_like(outlook)
    less[:, :-1] = outlook[:, 1:]
    less[:, 0] += outlook[:, 0]
    sooner = np.clip(-throws / np.maximum(1.0 - outlook[:, 0], 1e-9), 0.0, 1.0)[:, None]
    later_share = np.clip(throws, 0.0, 1.0)[:, None]
    return np.asarray((1.0 - later_share - sooner) * outlook + later_share * more + sooner * less)
