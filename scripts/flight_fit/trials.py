"""A fixed list of throws, flown together, all discs or one at a time.

Behaviours ask for throws once; every evaluation of the fit then flies them as one compiled batch,
which makes the search some forty times quicker than throw by throw.
"""

from __future__ import annotations

import math

import numpy as np
from numpy.typing import NDArray

from ypodrome.core.air import Wind
from ypodrome.core.disc.reference_throws import LAUNCH_DEG
from ypodrome.core.flight import batch as b
from ypodrome.core.flight.release import Release, Throw
from ypodrome.core.flight.simulate import Air, Flight, fly_row
from ypodrome.core.ground.field import Field, open_field
from ypodrome.core.units import m_s_from_mph

Numbers = tuple[float, float, float, float]


def name(numbers: Numbers) -> str:
    """Flight numbers as players write them: 9/5/-1/2."""
    return "/".join(map(str, numbers))


STILL = Wind()
HEAD, TAIL = Wind(m_s_from_mph(10), 90.0), Wind(m_s_from_mph(10), 270.0)
FROM_RIGHT = Wind(m_s_from_mph(13), 180.0)
HEAD_15, FROM_RIGHT_15 = Wind(m_s_from_mph(15), 90.0), Wind(m_s_from_mph(15), 180.0)
"""Winds of the behaviours, seen by a throw to the east."""

FIELD, LOW_GROUND = open_field(), open_field(height_m=-5.0)


class DiscTrials:
    """Throws of one disc: its aerodynamic row, releases, winds and the results last flown."""

    def __init__(self, row: NDArray[np.float64]) -> None:
        self.row = row
        self.places: dict[tuple, int] = {}
        self.releases: list[NDArray[np.float64]] = []
        self.winds: list[tuple[float, float]] = []
        self.out: NDArray[np.float64] = np.empty((0, b.OUT_SIZE))

    def fly(self, row: NDArray[np.float64]) -> None:
        """Fly everything asked for; the results stand in `out` [throws, OUT_SIZE]."""
        self.row = row
        zeros = np.zeros(len(self.releases), np.int64)
        self.out = b.fly_batch(
            np.array(self.releases), zeros, row[None], np.array(self.winds), Air().density_kg_m3, zeros,
            FIELD, 1.0,
        )  # fmt: skip


class Trials:
    """Throws asked for so far by disc, and their results."""

    def __init__(self) -> None:
        self.of: dict[Numbers, DiscTrials] = {}

    def row(
        self, numbers: Numbers, speed_m_s: float, hyzer_deg: float = 0.0, nose_deg: float = 0.0,
        launch_deg: float = LAUNCH_DEG, wind: Wind = STILL,
    ) -> NDArray[np.float64]:  # fmt: skip
        """Result of a right-hand backhand; ones before the first flight, when it is only asked for."""
        disc = self.of[numbers]
        key = (speed_m_s, hyzer_deg, nose_deg, launch_deg, wind)
        if key not in disc.places:
            disc.places[key] = len(disc.releases)
            angles = (math.radians(a) for a in (hyzer_deg, nose_deg, launch_deg))
            disc.releases.append(Release(speed_m_s, Throw.RHBH, *angles).row())
            disc.winds.append(Air(wind=wind).wind_vector())
        place = disc.places[key]
        return disc.out[place] if place < len(disc.out) else np.ones(b.OUT_SIZE)

    def flight(self, numbers: Numbers, release: Release, field: Field = FIELD) -> Flight:
        """One more flight of a disc as it last flew, with its path."""
        air = Air()
        return fly_row(self.of[numbers].row, release.row(), air.wind_vector(), air.density_kg_m3, field)

    def end(self, numbers: Numbers, *throw, **more) -> float:
        """Where a throw ends to the left, as a share of its distance forward."""
        out = self.row(numbers, *throw, **more)
        return float(out[b.CARRY_Y] / out[b.CARRY_X])

    def carry(self, numbers: Numbers, *throw, **more) -> float:
        """Distance [m] to the first contact."""
        out = self.row(numbers, *throw, **more)
        return float(math.hypot(out[b.CARRY_X], out[b.CARRY_Y]))

    def degrees(self, column: int, numbers: Numbers, *throw, **more) -> float:
        """An angle of the result in degrees."""
        return math.degrees(self.row(numbers, *throw, **more)[column])
