"""Compile every kernel once, so that the first plan does not wait for it."""

from __future__ import annotations

import numpy as np

from ypodrome.core.design import body_of
from ypodrome.core.disc import Disc
from ypodrome.core.flight.release import Release
from ypodrome.core.flight.simulate import Air, fly
from ypodrome.core.ground.field import heights, open_field


def warm() -> None:
    """Solve a disc, which flies many, and follow one."""
    field = open_field()
    fly(body_of(Disc("warm", 5, 5, -1, 1)), Release(20.0), Air(), field)
    heights(field, np.zeros((1, 2)))
