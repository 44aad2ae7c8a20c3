"""Compile every kernel once, so that the first plan does not wait for it."""

from __future__ import annotations

import numpy as np

from ypodrome.core.design import body_of
from ypodrome.core.disc import Disc
from ypodrome.core.flight.clear_line import clear_shares
from ypodrome.core.flight.release import Release
from ypodrome.core.flight.simulate import Air, fly
from ypodrome.core.ground.field import heights, open_field
from ypodrome.core.ground.room import room_around


def warm() -> None:
    """Solve a disc, which flies many, follow one, and ask the ground what a plan asks it."""
    field, place = open_field(), np.zeros((1, 2))
    fly(body_of(Disc("warm", 5, 5, -1, 1)), Release(20.0), Air(), field)
    heights(field, place)
    clear_shares(field, place, 9.0, 0.0)
    room_around(0.0, 0.0, 1.0, field.grove, field.trees, field.barriers, field.mandos, field.basket)
