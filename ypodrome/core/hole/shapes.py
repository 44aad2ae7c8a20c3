"""Questions put to shapes that several threads share.

GEOS prepares a geometry in place, and builds the index behind it only when it is first asked: two threads
that ask one prepared shape at once can bring the process down. `shapely.contains_xy` prepares what it is
given. So here every question is put to a copy of its own, and nowhere else is a shape
prepared (ruff bans it).
"""

from __future__ import annotations

import numpy as np
import shapely
from numpy.typing import ArrayLike, NDArray
from shapely.geometry.base import BaseGeometry

from ypodrome.core.flight.cores import MANY, on_all_cores


def holds(shape: BaseGeometry, x: ArrayLike, y: ArrayLike) -> NDArray[np.bool_]:
    """Whether places (x, y), arrays of one shape, lie inside a shape; its edge is outside. What
    lies outside its box is not asked about."""
    places = np.stack([np.asarray(x, float), np.asarray(y, float)])
    west, south, east, north = shape.bounds
    inside = (places[0] > west) & (places[0] < east) & (places[1] > south) & (places[1] < north)
    near, inside = places[:, inside], np.array(inside)
    found = np.zeros(near.shape[1], bool)

    def ask(s: slice) -> None:
        found[s] = shapely.contains_xy(_own(shape), *near[:, s])

    if len(found):
        on_all_cores(ask, len(found), MANY, MANY)
    inside[inside] = found
    return inside


def meets(shape: BaseGeometry, others: ArrayLike) -> NDArray[np.bool_]:
    """Which of many geometries [n] meet a shape."""
    own = _own(shape)
    shapely.prepare(own)
    return np.asarray(shapely.intersects(own, others))


def _own(shape: BaseGeometry) -> BaseGeometry:
    """A copy nobody else holds."""
    return shapely.from_wkb(shapely.to_wkb(shape))
