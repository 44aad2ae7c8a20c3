"""One decorator for every compiled function of the core.

Numba keys its disk cache on the file of the outermost function only, so an edit of an inlined
helper would go unnoticed. The cache folder therefore carries a fingerprint of the whole core.
"""

from __future__ import annotations

import hashlib
import os
from collections.abc import Callable
from pathlib import Path
from typing import Any, TypeVar, cast

import numba
from numba import njit
from numba.core.codegen import get_host_cpu_features
from numba.core.registry import CPUDispatcher


def _fingerprint() -> str:
    digest = hashlib.sha256()
    for source in sorted(Path(__file__).parent.rglob("*.py")):
        if b"core.compiled import" in (text := source.read_bytes()):
            digest.update(text)
    return digest.hexdigest()[:12]


def _cache_folder() -> str:
    base = os.environ.get("NUMBA_CACHE_DIR") or str(Path.home() / ".cache" / "ypodrome")
    return str(Path(base) / f"kernels-{_fingerprint()}")


numba.config.CACHE_DIR = _cache_folder()  # type: ignore[attr-defined]


def _wide(features: str) -> str:
    """Features of the processor, with its widest registers used where it has them: eight lanes fill one. The
    compiler else spares the clock of processors of ten years ago (chosen: plans take 3 to 9 % less time)."""
    return f"{features},-prefer-256-bit" if "+avx512f" in features else features


if numba.config.CPU_FEATURES is None:  # type: ignore[attr-defined]
    numba.config.CPU_FEATURES = _wide(get_host_cpu_features())  # type: ignore[attr-defined, no-untyped-call]


def nothing_compiled() -> bool:
    """Whether this version's functions were never compiled here."""
    return not any(Path(numba.config.CACHE_DIR).rglob("*.nbi"))  # type: ignore[attr-defined]


F = TypeVar("F", bound=Callable[..., Any])


FAST = {"contract", "arcp", "nsz", "reassoc"}
"""Liberties with rounding only: fused and reordered sums. NaN and infinity keep their meaning."""


FAST_CODE = {"nogil": True, "error_model": "numpy", "fastmath": FAST}
NO_DOORS = {"no_cpython_wrapper": True, "no_cfunc_wrapper": True}
"""Leave out the code by which Python calls a function: a third of the time to compile one with a field."""


class Inner(CPUDispatcher):
    """A compiled function that only compiled functions can call."""

    def __call__(self, *args: Any, **named: Any) -> Any:
        raise TypeError(f"{self.py_func.__name__} is for compiled code only; call it from a batch kernel")


def _compiled(function: F, **how: Any) -> F:
    return cast(F, njit(**how, **FAST_CODE)(function))  # type: ignore[call-overload]


def _inner(compiled: F) -> F:
    compiled.__class__ = Inner  # type: ignore[assignment]
    return compiled


def plain(function: F) -> F:
    """The function of a compiled one that Python runs itself: for a few values, or any type of them."""
    return cast(F, function.py_func)  # type: ignore[attr-defined]


def kernel(function: F) -> F:
    """Compile a function for compiled code only, that allocates nothing: no reference counting.

    Reference counting in a loop over lanes costs more than the physics; a function without it must not
    return an array."""
    return _inner(_compiled(function, cache=True, _nrt=False, **NO_DOORS))


def making_kernel(function: F) -> F:
    """Compile a function for compiled code only, that may make arrays and lists."""
    return _inner(_compiled(function, cache=True, **NO_DOORS))


def inlined(function: F) -> F:
    """Compile a function into its compiled callers: what loops over lanes are made of, so that they become
    packed."""
    return _inner(_compiled(function, forceinline=True, _nrt=False, **NO_DOORS))


def formula(function: F) -> F:
    """Compile a pure function of numbers into its callers; Python may call it too."""
    return _compiled(function, forceinline=True, _nrt=False)


def batch_kernel(function: F) -> F:
    """Compile an outer loop, which Python calls and which writes into arrays that it is given."""
    return _compiled(function, cache=True, _nrt=False)


def array_kernel(function: F) -> F:
    """Compile an outer loop, which Python calls and which may make arrays and lists."""
    return _compiled(function, cache=True)
