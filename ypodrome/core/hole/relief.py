"""The surface through spot heights, and its contours."""

from __future__ import annotations

import math
from collections.abc import Callable, Iterator

import contourpy
import numpy as np
from numpy.typing import NDArray
from scipy.interpolate import RBFInterpolator

MOST_AT_ONCE = 1000
NEIGHBOURS = 40
"""Up to so many spots the surface goes through all at once, beyond that at each place through the
nearest (chosen: a thousand take 0.1 s)."""

SMOOTHING = 0.05
BEYOND_M = 1.0
"""The surface may swing this far beyond the lowest and highest spot (chosen)."""

CONTOUR_STEPS_M = (0.5, 1.0, 2.0, 5.0, 10.0)
MOST_CONTOURS = 14

Surface = Callable[[NDArray[np.float64]], NDArray[np.float64]]


def surface_through(at: NDArray[np.float64], z: NDArray[np.float64]) -> Surface:
    """Heights [m] of the thin-plate surface through spots at [n, 2] with heights [n].

    With fewer than three spots the ground is level at the first.
    """
    if len(z) < 3:
        return lambda points: np.full(len(points), z[0])
    try:
        nearest = NEIGHBOURS if len(z) > MOST_AT_ONCE else None
        plate = RBFInterpolator(at, z, neighbors=nearest, smoothing=SMOOTHING)
    except np.linalg.LinAlgError:  # all spots on one line
        plate = RBFInterpolator(at, z, kernel="linear", degree=0)
    return lambda points: np.clip(plate(points), z.min() - BEYOND_M, z.max() + BEYOND_M)


def contour_step_m(lowest_m: float, highest_m: float) -> float:
    """A step that gives a readable number of contours."""
    spread = highest_m - lowest_m
    return next((s for s in CONTOUR_STEPS_M if spread / s <= MOST_CONTOURS), CONTOUR_STEPS_M[-1])


def contour_lines(
    x: NDArray[np.float64], y: NDArray[np.float64], z: NDArray[np.float64]
) -> Iterator[tuple[float, bool, NDArray[np.float64]]]:
    """Level [m], whether it is every fifth, and points [n, 2] of the contours of a grid z [y, x]."""
    low, high = float(z.min()), float(z.max())
    step = contour_step_m(low, high)
    numbers = range(math.ceil(low / step), math.floor(high / step) + 1)
    for level, line in contour_levels(x, y, z, np.array(numbers) * step):
        yield level, round(level / step) % 5 == 0, line


def contour_levels(
    x: NDArray[np.float64], y: NDArray[np.float64], z: NDArray[np.float64], levels: NDArray[np.float64]
) -> Iterator[tuple[float, NDArray[np.float64]]]:
    """Lines [n, 2] of a grid z [y, x], masked or not, at the given levels."""
    generator = contourpy.contour_generator(x, y, z)
    for level in levels:
        for line in generator.lines(float(level)):
            yield float(level), line
