"""What a thrower's numbers come to: stock throws on open holes and putts made by distance."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Any

import numpy as np
from numpy.typing import NDArray

from ypodrome.core.api import Disc, Thrower, stock_throw
from ypodrome.interchange.thrower_json import thrower_from_document

Json = dict[str, Any]

STOCK_M = (60.0, 90.0)
PUTTS_M = np.linspace(1.0, 25.0, 49)


@dataclass(frozen=True)
class Stock:
    """A stock throw on an open hole: what is thrown, its rests [n, 2] against the basket (right, long) [m],
    and the hole's expected score."""

    distance_m: float
    disc: str
    shape: str
    expected: float
    rests: NDArray[np.float64]
    half_away_m: float


@dataclass(frozen=True)
class Shows:
    """Stock throws, and the share of putts made at PUTTS_M."""

    stock: tuple[Stock, ...]
    makes: NDArray[np.float64]
    fault_share: float
    level: float


def shows(document: Json, bag: tuple[Disc, ...]) -> Shows:
    """What a thrower's document comes to with a bag. FileProblems where it is not sound."""
    thrower = thrower_from_document(document)
    stock = tuple(_stock(thrower, bag, far) for far in STOCK_M) if bag else ()
    return Shows(stock, thrower.putting.make(PUTTS_M), thrower.fault_share, thrower.level)


def _stock(thrower: Thrower, bag: tuple[Disc, ...], distance_m: float) -> Stock:
    option = stock_throw(thrower, bag, distance_m)
    rests = option.forecast.rests - np.array([0.0, distance_m])
    away = float(np.median(np.hypot(rests[:, 0], rests[:, 1])))
    f = option.forecast
    return Stock(distance_m, option.throw.disc.name, str(f.shape), f.expected, rests, away)
