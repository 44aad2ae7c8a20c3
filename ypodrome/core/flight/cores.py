"""Work on many rows, shared out over all cores by threads: compiled kernels let go of the lock."""

from __future__ import annotations

import os
from collections.abc import Callable
from concurrent.futures import ThreadPoolExecutor
from typing import Any

import numpy as np
from numpy.typing import NDArray

WORKERS = os.cpu_count() or 1
SMALLEST_SHARE, SHARES_A_CORE = 256, 2
"""Fewest rows worth handing to another core (chosen: about a millisecond of flights), and most shares for
each: every share fills eight lanes and leaves some of them empty at its end (chosen: a plan takes four fifths
of the processor time it took with 32 and 8, and no longer)."""

_POOL = ThreadPoolExecutor(WORKERS, thread_name_prefix="cores")
_lent = WORKERS


def with_cores(cores: int, work: Callable[..., Any], *args: Any) -> Any:
    """What `work(*args)` returns, worked out on so many cores in this process, whose only work it is."""
    global _lent
    _lent = min(cores, WORKERS)
    try:
        return work(*args)
    finally:
        _lent = WORKERS


def on_all_cores(work: Callable[[slice], NDArray[Any]], n: int, least: int = SMALLEST_SHARE) -> NDArray[Any]:
    """What `work` returns for slices of n rows, at least so many each, joined in order."""
    parts = max(1, min(SHARES_A_CORE * _lent, n // least))
    if parts == 1 or _lent == 1:
        return work(slice(0, n))
    edges = np.linspace(0, n, parts + 1).astype(int)
    return np.concatenate(list(_POOL.map(work, map(slice, edges[:-1], edges[1:]))))
