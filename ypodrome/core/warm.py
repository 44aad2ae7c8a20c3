"""Compile every kernel once, so that the first plan does not wait for it."""

from __future__ import annotations

import numpy as np

from ypodrome.core.disc import Disc, aero_row
from ypodrome.core.flight.release import Release
from ypodrome.core.flight.simulate import Air, fly, fly_many
from ypodrome.core.ground.field import open_field
from ypodrome.core.strategy.solve import heights


def warm() -> None:
    """Fly one throw alone and one in a batch."""
    disc, release, field = Disc("warm", 5, 5, -1, 1), Release(20.0), open_field()
    fly(disc, release, Air(), field)
    fly_many(
        release.row()[None], np.zeros(1, np.int64), aero_row(disc)[None], np.zeros((1, 2)), 1.2,
        np.ones(1, np.int64), field,
    )  # fmt: skip
    heights(field, np.zeros((1, 2)))
