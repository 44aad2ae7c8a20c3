"""Work on many rows, shared out over all cores by threads: compiled kernels let go of the lock."""

from __future__ import annotations

import os
import threading
from collections.abc import Callable
from concurrent.futures import ThreadPoolExecutor
from typing import Any

import numpy as np
from numpy.typing import NDArray

WORKERS = os.cpu_count() or 1
SMALLEST_SHARE, EVEN_SHARE, SHARES_A_CORE = 256, 1024, 8
"""Fewest rows worth handing to another core (chosen: about a millisecond of flights); fewest in any of more
shares than cores, which keep one core from waiting for another (chosen: every share fills eight lanes and
leaves some of them empty at its end; with 32 rows a plan took a quarter more processor time); and most
shares for each core."""

SMALLEST_HAND = 4
"""Fewest throws dealt to a core: of five, one core would have three (chosen)."""

MANY = 2048
"""Rows of light work worth handing to another core: questions put to a shape, draws, outlooks of places
(chosen: a quarter of a millisecond or more)."""

NAME = "cores"
_POOL = ThreadPoolExecutor(WORKERS, thread_name_prefix=NAME)
_lent = WORKERS


def with_cores(cores: int, work: Callable[..., Any], *args: Any) -> Any:
    """What `work(*args)` returns, worked out on so many cores in this process, whose only work it is."""
    global _lent
    _lent = min(cores, WORKERS)
    try:
        return work(*args)
    finally:
        _lent = WORKERS


def on_all_cores(
    work: Callable[[slice], None], n: int, least: int = SMALLEST_SHARE, even: int = EVEN_SHARE
) -> None:
    """Let `work` do slices of n rows: one for each core where they are at least so many rows each, and more
    of them where those still are `even`. Work that is itself such a share is not shared out again, or
    shares would wait for each other."""
    parts = max(min(_lent, n // least), min(SHARES_A_CORE * _lent, n // even))
    if parts <= 1 or _alone():
        work(slice(0, n))
        return
    edges = np.linspace(0, n, parts + 1).astype(int)
    for _ in _POOL.map(work, map(slice, edges[:-1], edges[1:])):
        pass


def dealt_to_cores(work: Callable[[NDArray[np.int64]], None], n: int, draws: int = SMALLEST_SHARE) -> None:
    """Deal n throws or lies, drawn so many times each, out to the cores like cards, and let `work` do each
    hand whole, from what is drawn to what is asked of it: with a meeting of all cores after every step a
    plan took a tenth longer, in more shares than cores as well (chosen)."""
    parts = min(_lent, n // SMALLEST_HAND, n * draws // SMALLEST_SHARE)
    if parts <= 1 or _alone():
        work(np.arange(n))
        return
    for _ in _POOL.map(work, [np.arange(i, n, parts) for i in range(parts)]):
        pass


def _alone() -> bool:
    """Whether what is asked for here has one core only: a share of other work is not shared out again."""
    return _lent == 1 or threading.current_thread().name.startswith(NAME)
