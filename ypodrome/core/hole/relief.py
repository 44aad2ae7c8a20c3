"""The surface through spot heights, and its contours."""

from __future__ import annotations

import math
from collections.abc import Callable, Iterator

import contourpy
import numpy as np
from numpy.typing import NDArray
from scipy.interpolate import PchipInterpolator, RBFInterpolator

MOST_AT_ONCE = 1000
NEIGHBOURS = 40
"""Up to so many spots the surface goes through all at once, beyond that at each place through the
nearest (chosen: a thousand take 0.1 s)."""

SMOOTHING = 0.05
BEYOND_M = 1.0
"""The surface may swing this far beyond the lowest and highest spot (chosen)."""

LINE_WIDE_M, LINE_SHARE = 4.0, 0.06
"""Spots lie on a line when they spread across it by no more than this, or this share of their spread along it
(chosen: a walk up the fairway wavers by a pace or two)."""

CONTOUR_STEPS_M = (0.5, 1.0, 2.0, 5.0, 10.0)
MOST_CONTOURS = 14

Surface = Callable[[NDArray[np.float64]], NDArray[np.float64]]


def surface_through(at: NDArray[np.float64], z: NDArray[np.float64]) -> Surface:
    """Heights [m] of the thin-plate surface through spots at [n, 2] with heights [n].

    One spot, or two at one place, make level ground; spots on a line ground that is level across it.
    """
    if on_a_line(at):
        return _profile_through(at, z)
    nearest = NEIGHBOURS if len(z) > MOST_AT_ONCE else None
    plate = RBFInterpolator(at, z, neighbors=nearest, smoothing=SMOOTHING)
    return lambda points: np.clip(plate(points), z.min() - BEYOND_M, z.max() + BEYOND_M)


def on_a_line(at: NDArray[np.float64]) -> bool:
    """Whether spots [n, 2] lie so nearly on one line that they say nothing of the slope across it."""
    if len(at) < 3:
        return True
    along, across = np.ptp((at - at.mean(axis=0)) @ _along_and_across(at).T, axis=0)
    return bool(across <= max(LINE_WIDE_M, LINE_SHARE * along))


def _along_and_across(at: NDArray[np.float64]) -> NDArray[np.float64]:
    """Unit vectors [2, 2] along and across the line that fits spots [n, 2] best."""
    return np.asarray(np.linalg.svd(at - at.mean(axis=0), full_matrices=False)[2])


def _profile_through(at: NDArray[np.float64], z: NDArray[np.float64]) -> Surface:
    """Ground that rises and falls along the line of its spots, level across it and level beyond."""
    middle, way = at.mean(axis=0), _along_and_across(at)[0]
    places, which = np.unique(np.round((at - middle) @ way, 1), return_inverse=True)
    mean = np.bincount(which, weights=z) / np.bincount(which)
    if len(places) < 2:
        return lambda points: np.full(len(points), mean[0])
    profile = PchipInterpolator(places, mean)
    return lambda points: np.asarray(profile(np.clip((points - middle) @ way, places[0], places[-1])))


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
            yield float(level), np.asarray(line, float)
