"""Flights in Python terms: one throw with its path, or a batch on all cores."""

from __future__ import annotations

import math
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from ypodrome.core.air import Wind, air_density_kg_m3
from ypodrome.core.disc import Disc, aero_row
from ypodrome.core.disc.aero import ROW_SIZE
from ypodrome.core.flight import batch as b
from ypodrome.core.flight.cores import on_all_cores
from ypodrome.core.flight.release import Release
from ypodrome.core.ground.field import Field

PATH_ROWS = 600


@dataclass(frozen=True)
class Air:
    """The air of a moment: density [kg/m³] and the mean wind."""

    density_kg_m3: float = air_density_kg_m3()
    wind: Wind = Wind()

    def wind_vector(self) -> tuple[float, float]:
        """Velocity of the air to the east and north [m/s] at the reference height."""
        towards = math.radians(self.wind.from_deg + 180.0)
        return (
            self.wind.speed_m_s * math.sin(towards),
            self.wind.speed_m_s * math.cos(towards),
        )


@dataclass(frozen=True)
class Flight:
    """One flight: the result columns of `batch` and its path [rows, PATH_SIZE]."""

    out: NDArray[np.float64]
    path: NDArray[np.float64]


def fly(
    disc: Disc, release: Release, air: Air, field: Field, step_scale: float = 1.0, seed: int = 0
) -> Flight:
    """Fly one throw and keep its path. Seed 0: the most likely flight, without scatter."""
    return fly_row(aero_row(disc), release.row(), air.wind_vector(), air.density_kg_m3, field,
                   step_scale, seed)  # fmt: skip


def fly_row(
    aero: NDArray[np.float64],
    release: NDArray[np.float64],
    wind: tuple[float, float],
    density: float,
    field: Field,
    step_scale: float = 1.0,
    seed: int = 0,
) -> Flight:
    """As `fly`, from rows."""
    out = np.empty(b.OUT_SIZE)
    path = np.empty((PATH_ROWS, b.PATH_SIZE))
    work, random = np.empty((5, ROW_SIZE)), np.zeros(1, np.uint64)
    rows = b.fly_one(release, aero, wind[0], wind[1], density, seed, field, step_scale, out, path, work,
                     random)  # fmt: skip
    return Flight(out, path[:rows].copy())


def fly_many(
    releases: NDArray[np.float64],
    discs: NDArray[np.int64],
    aero: NDArray[np.float64],
    winds: NDArray[np.float64],
    density: float,
    seeds: NDArray[np.int64],
    field: Field,
    step_scale: float = 1.0,
) -> NDArray[np.float64]:
    """Fly n throws [n, RELEASE_SIZE] on all cores; see `batch.fly_batch`. Returns [n, OUT_SIZE]."""

    def share(s: slice) -> NDArray[np.float64]:
        return b.fly_batch(releases[s], discs[s], aero, winds[s], density, seeds[s], field, step_scale)

    return on_all_cores(share, len(releases))
