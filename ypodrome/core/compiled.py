"""One decorator for every compiled function of the core.

Numba keys its disk cache on the file of the outermost function only, so an edit of an inlined
helper would go unnoticed. The cache folder therefore carries a fingerprint of the whole core.
"""

from __future__ import annotations

import hashlib
import os
from pathlib import Path
from typing import Any

import numba
from numba import njit


def _fingerprint() -> str:
    digest = hashlib.sha256()
    for source in sorted(Path(__file__).parent.rglob("*.py")):
        if b"core.compiled import" in (text := source.read_bytes()):
            digest.update(text)
    return digest.hexdigest()[:12]


def _cache_folder() -> str:
    base = os.environ.get("NUMBA_CACHE_DIR") or str(Path.home() / ".cache" / "ypodrome")
    return str(Path(base) / f"kernels-{_fingerprint()}")


numba.config.CACHE_DIR = _cache_folder()


FAST = {"contract", "arcp", "nsz", "reassoc"}
"""Liberties with rounding only: fused and reordered sums. NaN and infinity keep their meaning."""


def kernel(function: Any) -> Any:
    """Compile a function that allocates nothing: cached, lock released, no reference counting.

    Reference counting in a loop over lanes costs more than the physics; a function without it must not
    return an array."""
    return njit(cache=True, nogil=True, error_model="numpy", fastmath=FAST, _nrt=False)(function)


def inlined(function: Any) -> Any:
    """Compile a function into its callers: what loops over lanes are made of, so that they become packed."""
    return njit(nogil=True, error_model="numpy", fastmath=FAST, forceinline=True, _nrt=False)(function)


def batch_kernel(function: Any) -> Any:
    """Compile an outer loop that may allocate its result."""
    return njit(cache=True, nogil=True, error_model="numpy", fastmath=FAST)(function)
