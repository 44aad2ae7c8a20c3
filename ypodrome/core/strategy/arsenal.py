"""Everything a thrower could release: discs, kinds of throw, angles, heights; and how far each goes."""

from __future__ import annotations

import math
from dataclasses import dataclass
from functools import lru_cache

import numpy as np
from numpy.typing import NDArray

from ypodrome.core.disc import Disc, aero_row
from ypodrome.core.flight import batch as b
from ypodrome.core.flight.release import RELEASE_SIZE, SPEED, SPIN, Release, Throw
from ypodrome.core.flight.simulate import Air, fly_many
from ypodrome.core.ground.field import open_field

SHAPES_DEG = (
    (-14.0, 8.0), (-14.0, 14.0), (-6.0, 5.0), (0.0, 3.0), (0.0, 9.0), (0.0, 15.0), (8.0, 4.0),
    (8.0, 10.0), (16.0, 5.0), (16.0, 12.0), (28.0, 8.0), (28.0, 18.0), (50.0, 35.0),
)  # fmt: skip
"""Hyzer and launch angles tried with every disc: anhyzer, flat, hyzers, spike; low to high (chosen
to span what players throw; power and aim are solved for each)."""

APPROACH_SHAPES_DEG = ((0.0, 10.0), (12.0, 8.0), (12.0, 18.0), (30.0, 22.0))
"""The fewer shapes used to value a lie on the way (chosen)."""

APPROACH_DISCS = 3
POWERS = np.array([0.3, 0.4, 0.5, 0.6, 0.7, 0.8, 0.9, 1.0])
RELEASE_HEIGHT_M = 1.2
PLANNED_KINDS = ("backhand", "forehand")

Arm = tuple[str, Throw, float]
"""Kind of throw, throw by hand, release speed at full power [m/s]."""


@dataclass(frozen=True)
class Arsenal:
    """All combinations of disc, kind of throw, hyzer and launch: m rows.

    `mean` [m, RELEASE_SIZE] are releases at full power towards the east; `reach` [m, len(POWERS)]
    the level, still-air distance at rest [m] by power and `drift` [m, len(POWERS)] its bearing to
    the left of the aim [rad].
    """

    discs: tuple[Disc, ...]
    aero: NDArray[np.float64]
    disc: NDArray[np.int64]
    kind: NDArray[np.int64]
    mean: NDArray[np.float64]
    reach: NDArray[np.float64]
    drift: NDArray[np.float64]

    def farthest_m(self) -> float:
        """Longest level throw of all combinations."""
        return float(self.reach.max())


@lru_cache(maxsize=32)
def build_arsenal(
    discs: tuple[Disc, ...], arms: tuple[Arm, ...],
    shapes_deg: tuple[tuple[float, float], ...] = SHAPES_DEG,
) -> Arsenal:  # fmt: skip
    """Combine discs, kinds and shapes, and measure what each reaches on level ground."""
    rows, disc, kind = [], [], []
    for d in range(len(discs)):
        for name, throw, speed in arms:
            for hyzer_deg, launch_deg in shapes_deg:
                release = Release(
                    speed, throw, math.radians(hyzer_deg), 0.0,
                    math.radians(launch_deg), height_m=RELEASE_HEIGHT_M,
                )  # fmt: skip
                rows.append(release.row())
                disc.append(d)
                kind.append(PLANNED_KINDS.index(name))
    mean = np.array(rows).reshape(-1, RELEASE_SIZE)
    aero = np.array([aero_row(d) for d in discs])
    discs_index = np.array(disc, np.int64)
    reach, drift = _reach(mean, discs_index, aero)
    return Arsenal(discs, aero, discs_index, np.array(kind, np.int64), mean, reach, drift)


def approach_discs(discs: tuple[Disc, ...]) -> tuple[Disc, ...]:
    """A few discs that between them make most approaches: stable and slow first, then longer."""
    slow = sorted(discs, key=lambda d: (d.speed > 5, -d.fade, d.glide))[: APPROACH_DISCS - 2]
    rest = [d for d in discs if d not in slow]
    straight = sorted(rest, key=lambda d: (d.speed > 5, d.fade + abs(d.turn)))[:1]
    long = sorted((d for d in rest if d not in straight), key=lambda d: abs(d.speed - 9))[:1]
    return (*slow, *straight, *long)


def at_power(mean: NDArray[np.float64], power: NDArray[np.float64]) -> NDArray[np.float64]:
    """Full-power releases [n, RELEASE_SIZE] scaled to shares of full power [n]."""
    scaled = mean.copy()
    scaled[:, SPEED] *= power
    scaled[:, SPIN] *= power
    return scaled


def _reach(mean: NDArray, disc: NDArray, aero: NDArray) -> tuple[NDArray, NDArray]:
    m, p = len(mean), len(POWERS)
    releases = at_power(np.repeat(mean, p, axis=0), np.tile(POWERS, m))
    zeros = np.zeros((m * p, 2))
    out = fly_many(releases, np.repeat(disc, p), aero, zeros, Air().density_kg_m3,
                   np.zeros(m * p, np.int64), open_field())  # fmt: skip
    x, y = out[:, b.REST_X].reshape(m, p), out[:, b.REST_Y].reshape(m, p)
    return np.maximum.accumulate(np.hypot(x, y), axis=1), np.arctan2(y, x)
