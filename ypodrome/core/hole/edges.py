"""The nearest place on an edge, for many places at once."""

from __future__ import annotations

import math

import numpy as np
import shapely
from numpy.typing import NDArray

from ypodrome.core.compiled import batch_kernel
from ypodrome.core.flight.cores import on_all_cores


def segments_of(lines: shapely.Geometry) -> NDArray[np.float64]:
    """The straight pieces [n, 4] of lines: x and y of both ends."""
    pieces = [shapely.get_coordinates(part) for part in shapely.get_parts(lines)]
    rows = [np.concatenate([c[:-1], c[1:]], axis=1) for c in pieces]
    return np.concatenate([np.zeros((0, 4)), *rows])


def nearest_on(segments: NDArray[np.float64], places: NDArray[np.float64]) -> NDArray[np.float64]:
    """The place [n, 2] on any of the pieces [m, 4] that is nearest to each place [n, 2]."""
    places, out = np.ascontiguousarray(places), np.empty((len(places), 2))

    def work(s: slice) -> None:
        _nearest_on(segments, places[s], out[s])

    on_all_cores(work, len(places))
    return out


@batch_kernel
def _nearest_on(segments: NDArray[np.float64], places: NDArray[np.float64], out: NDArray[np.float64]) -> None:
    for k in range(places.shape[0]):
        x, y, least = places[k, 0], places[k, 1], math.inf
        for m in range(segments.shape[0]):
            x1, y1 = segments[m, 0], segments[m, 1]
            dx, dy = segments[m, 2] - x1, segments[m, 3] - y1
            t = ((x - x1) * dx + (y - y1) * dy) / max(dx * dx + dy * dy, 1e-12)
            t = min(1.0, max(0.0, t))
            at_x, at_y = x1 + t * dx, y1 + t * dy
            gap = (x - at_x) ** 2 + (y - at_y) ** 2
            if gap < least:
                least, out[k, 0], out[k, 1] = gap, at_x, at_y
