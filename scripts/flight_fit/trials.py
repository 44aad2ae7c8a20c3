"""A fixed list of throws, flown together for any set of constants.

Behaviours ask for throws by name once; every evaluation of the fit then flies all of them as one
compiled batch, which makes the search some forty times quicker than throw by throw.
"""

from __future__ import annotations

import math

import numpy as np
from numpy.typing import NDArray

from ypodrome.core.air import Wind
from ypodrome.core.disc import Disc, aero_row
from ypodrome.core.disc.reference_throws import LAUNCH_DEG
from ypodrome.core.flight import batch as b
from ypodrome.core.flight.release import Release, Throw
from ypodrome.core.flight.simulate import Air
from ypodrome.core.ground.field import open_field
from ypodrome.core.units import m_s_from_mph

Numbers = tuple[float, float, float, float]
Constants = dict[str, list[float]]

STILL = Wind()
HEAD, TAIL = Wind(m_s_from_mph(10), 90.0), Wind(m_s_from_mph(10), 270.0)
FROM_RIGHT = Wind(m_s_from_mph(13), 180.0)
HEAD_15, FROM_RIGHT_15 = Wind(m_s_from_mph(15), 90.0), Wind(m_s_from_mph(15), 180.0)
"""Winds of the behaviours, seen by a throw to the east."""

FIELD = open_field()


class Trials:
    """Throws asked for so far, and their results for the constants last flown."""

    def __init__(self) -> None:
        self._places: dict[tuple, int] = {}
        self._releases: list[NDArray[np.float64]] = []
        self._winds: list[tuple[float, float]] = []
        self._discs: list[int] = []
        self._numbers: dict[Numbers, int] = {}
        self.out: NDArray[np.float64] = np.empty((0, b.OUT_SIZE))

    def ask(
        self, numbers: Numbers, speed_m_s: float, hyzer_deg: float = 0.0, nose_deg: float = 0.0,
        launch_deg: float = LAUNCH_DEG, wind: Wind = STILL,
    ) -> int:  # fmt: skip
        """Place of a right-hand backhand in the results; asked for when it is new."""
        key = (numbers, speed_m_s, hyzer_deg, nose_deg, launch_deg, wind)
        if key not in self._places:
            self._places[key] = len(self._releases)
            release = Release(
                speed_m_s,
                Throw.RHBH,
                math.radians(hyzer_deg),
                math.radians(nose_deg),
                math.radians(launch_deg),
            )
            self._releases.append(release.row())
            self._winds.append(Air(wind=wind).wind_vector())
            self._discs.append(self._numbers.setdefault(numbers, len(self._numbers)))
        return self._places[key]

    def fly(self, constants: Constants) -> None:
        """Fly everything asked for; the results stand in `out` [throws, OUT_SIZE]."""
        aero = np.array([aero_row(Disc("fit", *n), constants) for n in self._numbers])
        zeros = np.zeros(len(self._releases), np.int64)
        self.out = b.fly_batch(
            np.array(self._releases), np.array(self._discs), aero, np.array(self._winds),
            Air().density_kg_m3, zeros, FIELD, b.STEP_S,
        )  # fmt: skip
