"""Flights in Python terms: the one door to the compiled batch."""

from __future__ import annotations

import math
from dataclasses import dataclass, field
from typing import Any

import numpy as np
from numpy.typing import NDArray

from ypodrome.core.air import Wind, air_density_kg_m3
from ypodrome.core.flight.batch import PATH_SIZE, RESULT, fly_batch, fly_into
from ypodrome.core.flight.cores import on_all_cores
from ypodrome.core.flight.release import Release
from ypodrome.core.ground.field import Field, open_field

PATH_ROWS = 600
NO_PATH = np.empty((0, PATH_SIZE))

Flights = np.recarray
"""Results of many throws, named as in `batch.RESULT`: flights.carry_x_m is an array."""


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
    """One flight: its results by name (`batch.RESULT`) and its path [rows, PATH_SIZE]."""

    out: np.record
    path: NDArray[np.float64]


@dataclass(frozen=True)
class Range:
    """Air and ground to throw in. `step_scale` is 1 for the usual steps, 0.5 for steps half as long."""

    air: Air = Air()
    field: Field = field(default_factory=open_field)
    step_scale: float = 1.0

    def fly(
        self, bodies: NDArray[Any], discs: NDArray[np.int64], releases: NDArray[np.float64],
        winds: NDArray[np.float64] | None = None, seeds: NDArray[np.int64] | None = None,
    ) -> Flights:  # fmt: skip
        """Fly n releases [n, RELEASE_SIZE] with bodies[discs] on all cores.

        `winds` [n, 2] are velocities of the air [m/s] each throw meets, else the mean wind's; `seeds` [n]
        the luck of each, 0 or left out for the most likely flight without scatter.
        """
        n = len(releases)
        winds = np.tile(self.air.wind_vector(), (n, 1)) if winds is None else winds
        seeds = np.zeros(n, np.int64) if seeds is None else seeds

        out = np.zeros(n, RESULT)

        def share(s: slice) -> None:
            fly_into(
                out[s], releases[s], discs[s], bodies, winds[s], self.air.density_kg_m3, seeds[s], self.field,
                self.step_scale, NO_PATH,
            )  # fmt: skip

        if n:
            on_all_cores(share, n)
        return out.view(np.recarray)

    def follow(self, body: np.void, release: NDArray[np.float64], seed: int = 0) -> Flight:
        """Fly one release row and keep its path. Seed 0: the most likely flight, without scatter."""
        path = np.empty((PATH_ROWS, PATH_SIZE))
        out, rows = fly_batch(
            release[None], np.zeros(1, np.int64), np.array([body]), np.array([self.air.wind_vector()]),
            self.air.density_kg_m3, np.array([seed]), self.field, self.step_scale, path,
        )  # fmt: skip
        return Flight(out.view(np.recarray)[0], path[:rows].copy())


def fly(body: np.void, release: Release, air: Air, field: Field) -> Flight:
    """Fly one throw in some air over some ground, without scatter, and keep its path."""
    return Range(air, field).follow(body, release.row())
