"""Work on many rows, shared out over all cores by threads: compiled kernels, and numpy and shapely on large
arrays, let go of the lock. Within a share nothing is shared out again."""

from __future__ import annotations

import os
import threading
from collections.abc import Callable
from concurrent.futures import ThreadPoolExecutor
from typing import Any, TypeVar

import numpy as np
from numpy.typing import NDArray

WORKERS = os.cpu_count() or 1
SMALLEST_SHARE, SHARES_A_CORE = 256, 2
"""Fewest rows worth handing to another core (chosen: about a millisecond of flights), and most shares for
each: every share fills eight lanes and leaves some of them empty at its end (chosen: a plan takes four fifths
of the processor time it took with 32 and 8, and no longer)."""

_lent = WORKERS
_here = threading.local()


def _is_a_share() -> None:
    _here.is_a_share = True


_POOL = ThreadPoolExecutor(WORKERS, thread_name_prefix="cores", initializer=_is_a_share)
Part = TypeVar("Part")


def with_cores(cores: int, work: Callable[..., Any], *args: Any) -> Any:
    """What `work(*args)` returns, worked out on so many cores in this process, whose only work it is."""
    global _lent
    _lent = min(cores, WORKERS)
    try:
        return work(*args)
    finally:
        _lent = WORKERS


def shares(work: Callable[[slice], Part], n: int, least: int = SMALLEST_SHARE) -> list[Part]:
    """What `work` returns for slices of n rows, at least so many each, in order."""
    parts = max(1, min(SHARES_A_CORE * _lent, n // least))
    if parts == 1 or _lent == 1 or hasattr(_here, "is_a_share"):
        return [work(slice(0, n))]
    edges = np.linspace(0, n, parts + 1).astype(int)
    return list(_POOL.map(work, map(slice, edges[:-1], edges[1:])))


def on_all_cores(work: Callable[[slice], NDArray[Any]], n: int, least: int = SMALLEST_SHARE) -> NDArray[Any]:
    """What `work` returns for slices of n rows, at least so many each, joined in order."""
    parts = shares(work, n, least)
    return parts[0] if len(parts) == 1 else np.concatenate(parts)
