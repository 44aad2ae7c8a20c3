"""Discs → bodies, each solved once and kept."""

from __future__ import annotations

from collections.abc import Sequence
from threading import Lock
from typing import Any

import numpy as np
from numpy.typing import NDArray

from ypodrome.core.design.family import bodies_at
from ypodrome.core.design.numbers import Numbers, flown_numbers
from ypodrome.core.design.solver import solved
from ypodrome.core.disc import Disc, Plastic

GRIP_BY_PLASTIC = {Plastic.BASE: 1.0, Plastic.GRIPPY: 1.15, Plastic.PREMIUM: 0.9}
"""Multiplies friction on the ground: hard slides, soft grips [common practice], sizes chosen."""

MOST_KEPT = 4000
_kept: dict[Numbers, NDArray[Any]] = {}
_lock = Lock()


def bodies_of(discs: Sequence[Disc]) -> NDArray[Any]:
    """BODY records [n] of discs. A disc's record does not depend on the others asked for."""
    numbers = [flown_numbers(d) for d in discs]
    new = list(dict.fromkeys(n for n in numbers if n not in _kept))
    found = dict(zip(new, _solve(new), strict=True)) if new else {}
    with _lock:
        if len(_kept) + len(found) > MOST_KEPT:
            _kept.clear()
        known = {n: found[n] if n in found else _kept.get(n) for n in numbers}
        _kept.update(found)
    rows = np.array([_alone(n) if (row := known[n]) is None else row for n in numbers])
    rows["grip"] = [GRIP_BY_PLASTIC[d.plastic] for d in discs]
    return rows


def body_of(disc: Disc) -> np.void:
    """The BODY record of one disc."""
    return bodies_of([disc])[0]


def _solve(numbers: list[Numbers]) -> NDArray[Any]:
    array = np.array(numbers, float)
    return bodies_at(array, solved(array))


def _alone(numbers: Numbers) -> np.void:
    """One record that another thread let go of meanwhile."""
    return _solve([numbers])[0]
