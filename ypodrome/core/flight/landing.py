"""A throw that lands higher or lower than it started, without drawing a hole for it."""

from __future__ import annotations

import math

import numpy as np

from ypodrome.core.flight.release import Release
from ypodrome.core.flight.simulate import Air, Flight, fly
from ypodrome.core.ground.field import FAR_M, Field, open_field
from ypodrome.core.refused import Refused

FAR_BELOW_M = -60.0
RUN_IN_M = 1.5
"""The step up stands this far before the place where the disc comes down on it (chosen: less than
a disc falls its own height over in any landing)."""

REACH_M = 60.0


def fly_to_height(body: np.void, release: Release, air: Air, surface: str, land_height_m: float) -> Flight:
    """Fly a throw from level ground at z = 0 to level ground at `land_height_m`.

    Raises
    ------
    ValueError
        When the disc never comes down through that height.
    """
    if land_height_m == 0.0:
        return fly(body, release, air, open_field(surface))
    if land_height_m < 0.0:
        flight = fly(body, release, air, open_field(surface, land_height_m))
        flight.out.apex_m += land_height_m
        return flight
    path = fly(body, release, air, open_field(surface, FAR_BELOW_M)).path
    above = np.flatnonzero(path[:, 3] > land_height_m)
    if not len(above):
        raise Refused(
            f"the throw tops out {path[:, 3].max():.1f} m above the lie and never gets up to "
            f"{land_height_m:g} m: throw it higher or harder"
        )
    last = above[-1]
    share = (path[last, 3] - land_height_m) / (path[last, 3] - path[last + 1, 3])
    x, y = path[last, 1:3] + share * (path[last + 1, 1:3] - path[last, 1:3])
    return fly(body, release, air, _ledge(surface, float(x), float(y), land_height_m))


def _ledge(surface: str, x: float, y: float, height_m: float) -> Field:
    """Ground at 0 that steps up to a height just before (x, y), seen from the origin."""
    away = math.hypot(x, y)
    reach = away + REACH_M
    centres = np.arange(-reach, reach) + 0.5
    along = (centres[None, :] * x + centres[:, None] * y) / away
    height = np.where(along > away - RUN_IN_M, height_m, 0.0)
    level, shape = open_field(surface), height.shape
    return level._replace(
        x0=-reach, y0=-reach, cell_m=1.0, height=height,
        surface=np.full(shape, level.surface[0, 0], np.uint8), out=np.zeros(shape, np.uint8),
        shelter=np.ones(shape), room=np.full(shape, FAR_M), grove=np.full(shape, -1, np.int16),
    )  # fmt: skip
