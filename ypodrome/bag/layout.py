"""The bag laid out: how far each disc goes and how it finishes for its thrower; gaps and doubles."""

from __future__ import annotations

import math
from dataclasses import dataclass
from itertools import combinations, pairwise

import numpy as np
from numpy.typing import NDArray

from ypodrome.bag.bench import FACING_DEG, full_speed_m_s
from ypodrome.core.api import Air, Disc, Release, Thrower, Wind, body_of, fly, grip_share, open_field

POWER, LAUNCH_DEG, NOSE_DEG = 0.9, 10.0, -2.5
"""The throw that lays out a bag: flat, just under full power, at a usual height (chosen)."""

GAP_M = 12.0
"""Distance between neighbours from which nothing in the bag goes there (chosen: a player fits a throw of one
disc to some six metres either way)."""

ALIKE_FAR_M, ALIKE_ASIDE_M = 4.0, 3.0
"""Discs that end so near each other do one job (chosen: less than a good player's spread)."""

WINDS = {"still": None, "into": 0.0, "right": 90.0, "behind": 180.0, "left": 270.0}
"""Winds by whence they blow, from ahead clockwise [deg]; None for still air."""


@dataclass(frozen=True)
class Placed:
    """Where a disc ends from its thrower's hand: along and left of the aim [m], and its way there
    [n, 2] (along, left)."""

    disc: Disc
    far_m: float
    left_m: float
    way: NDArray[np.float64]


def laid_out(thrower: Thrower, bag: tuple[Disc, ...], kind: str, wind_m_s: float, wind: str) -> list[Placed]:
    """Every disc thrown flat by its thrower, shortest first."""
    from_deg = WINDS[wind]
    air = Air(wind=Wind(0.0 if from_deg is None else wind_m_s, ((from_deg or 0.0) + FACING_DEG) % 360.0))
    return sorted((_placed(thrower, disc, kind, air) for disc in bag), key=lambda p: p.far_m)


def _placed(thrower: Thrower, disc: Disc, kind: str, air: Air) -> Placed:
    speed = POWER * grip_share(disc.speed) * full_speed_m_s(thrower, kind)
    release = Release(speed, thrower.throw(kind), 0.0, math.radians(NOSE_DEG), math.radians(LAUNCH_DEG))
    flight = fly(body_of(disc), release, air, open_field())
    x, y = flight.path[:, 1], flight.path[:, 2]
    return Placed(disc, float(x[-1]), float(y[-1]), np.stack([x, y], axis=1))


def gaps(placed: list[Placed]) -> list[tuple[Placed, Placed]]:
    """Neighbours with a distance between them that no disc goes."""
    return [(a, b) for a, b in pairwise(placed) if b.far_m - a.far_m >= GAP_M]


def doubles(thrower: Thrower, bag: tuple[Disc, ...], kind: str, wind_m_s: float) -> list[tuple[Disc, Disc]]:
    """Pairs of discs that do one job: they end near each other in still air, into and with the wind."""
    layouts = [_by_key(laid_out(thrower, bag, kind, wind_m_s, wind)) for wind in ("still", "into", "behind")]
    return [
        (a, b) for a, b in combinations(bag, 2)
        if all(_alike(placed[a.key], placed[b.key]) for placed in layouts)
    ]  # fmt: skip


def _by_key(placed: list[Placed]) -> dict[str, Placed]:
    return {p.disc.key: p for p in placed}


def _alike(a: Placed, b: Placed) -> bool:
    return abs(a.far_m - b.far_m) <= ALIKE_FAR_M and abs(a.left_m - b.left_m) <= ALIKE_ASIDE_M
