"""How hot the air feels, and from when to mind it."""

from __future__ import annotations

import math
from enum import StrEnum


class Heat(StrEnum):
    """Classes of the heat index (US National Weather Service, heat index chart)."""

    FINE = "fine"
    CAUTION = "caution"
    EXTREME_CAUTION = "extreme caution"
    DANGER = "danger"
    EXTREME_DANGER = "extreme danger"


FROM_F = (
    (125.0, Heat.EXTREME_DANGER),
    (103.0, Heat.DANGER),
    (90.0, Heat.EXTREME_CAUTION),
    (80.0, Heat.CAUTION),
)
"""Heat index [°F] from which each class holds (US National Weather Service)."""

ROTHFUSZ = (
    -42.379, 2.04901523, 10.14333127, -0.22475541, -6.83783e-3, -5.481717e-2, 1.22874e-3, 8.5282e-4, -1.99e-6,
)  # fmt: skip
"""Coefficients of Rothfusz's regression (US National Weather Service, SR 90-23, 1990), for °F and percent."""


def heat_index_c(temperature_c: float, relative_humidity: float) -> float:
    """How hot it feels in the shade [°C] at an air temperature [°C] and a relative humidity in [0, 1]:
    Rothfusz 1990 with the Weather Service's corrections for dry and for damp air, and Steadman's mean below
    80 °F."""
    t, r = 1.8 * temperature_c + 32.0, 100.0 * relative_humidity
    simple = 0.5 * (t + 61.0 + 1.2 * (t - 68.0) + 0.094 * r)
    index = simple if (simple + t) / 2.0 < 80.0 else _rothfusz(t, r)
    return (index - 32.0) / 1.8


def _rothfusz(t: float, r: float) -> float:
    terms = (1.0, t, r, t * r, t * t, r * r, t * t * r, t * r * r, t * t * r * r)
    index = sum(c * x for c, x in zip(ROTHFUSZ, terms, strict=True))
    if r < 13.0 and 80.0 <= t <= 112.0:
        index -= (13.0 - r) / 4.0 * math.sqrt((17.0 - abs(t - 95.0)) / 17.0)
    elif r > 85.0 and 80.0 <= t <= 87.0:
        index += (r - 85.0) / 10.0 * (87.0 - t) / 5.0
    return index


def heat_of(index_c: float) -> Heat:
    """The class of a heat index [°C]."""
    index_f = 1.8 * index_c + 32.0
    return next((heat for least, heat in FROM_F if index_f >= least), Heat.FINE)
