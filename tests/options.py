"""Options for tests, made by hand."""

from __future__ import annotations

import numpy as np

from ypodrome.core.disc import Disc
from ypodrome.core.flight.release import Throw
from ypodrome.core.strategy.aim import Aim, At
from ypodrome.core.strategy.options import Chances, Felt, Forecast, Leave, Option, PlannedThrow, Standing
from ypodrome.core.strategy.shape import Shape
from ypodrome.core.thrower import Kind

THROW = PlannedThrow(
    Disc("Korriel", 9, 5, -1, 2), Kind.BACKHAND, Throw.RHBH, 0.0, -2.5, 9.0, 0.9, 0.0, 90.0, (0.0, 0.0)
)
FORECAST = Forecast(
    expected=3.0,
    outlook=(0.0, 0.25, 0.5, 0.25, 0.0, 0.0, 0.0, 0.0),
    chances=Chances(0.4, 0.7, 0.0, 0.0, 0.0, 0.0, 0.0, 0.25, 0.5, 0.25, 0.0),
    shape=Shape.STRAIGHT,
    apex_m=6.0,
    landing=(0.0, 80.0),
    left_m=0.0,
    long_m=0.0,
    along_m=7.0,
    across_m=4.0,
    leaves=Leave(9.0, 5.0, 14.0, 0.0, Felt.STILL),
    stopped_by={},
    over={},
    short_of=(),
    rests=np.array([[0.0, 79.0], [1.0, 80.0], [-1.0, 81.0]]),
    path=np.array([[0.0, 0.0, 0.0, 1.2, 0.0], [3.0, 0.0, 80.0, 0.0, 0.0]]),
)


def option(throw=THROW, forecast=FORECAST, **standing) -> Option:
    """A straight throw at a basket 80 m to the north."""
    return Option(throw, Aim(0.0, 0.0, At.BASKET, away_m=80.0), forecast, Standing(**standing))
