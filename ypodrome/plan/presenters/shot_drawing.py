"""The chosen throw from above: the quill of its flight, and the cloud of its ends.

The quill is our way of showing height on a map: barbs stand off the flight line, each as long as
the disc is high there, at the scale of the drawing. The side view stands the same barbs upright.
"""

from __future__ import annotations

import math
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from ypodrome.core.api import Option, Scene, heights, two_thirds
from ypodrome.drawing.frame import Frame, barbs_of, dots_of, path_of

BARB_EVERY_M = 3.0
AIM_HANDLE_M = 30.0
DRAWN_RESTS = 300


@dataclass(frozen=True)
class ShotDrawing:
    """Path data of one throw, where its aim handle sits, the throw that follows and its other way."""

    flight: str
    barbs: str
    cloud: str
    ellipse: str
    end: tuple[float, float]
    aim: tuple[float, float]
    aim_line: str
    follow: ShotDrawing | None = None
    instead: ShotDrawing | None = None


def draw_shot(option: Option, scene: Scene, frame: Frame, light: bool = False) -> ShotDrawing:
    """The marks of an option; lightly, without the cloud of its ends."""
    throw, forecast, standing = option.throw, option.forecast, option.standing
    path, rests = forecast.path, forecast.rests[:DRAWN_RESTS]
    pixels = frame.pixels(path[:, 1:3])
    lie = np.array(throw.lie)
    heading = math.radians(throw.heading_deg)
    reach = max(AIM_HANDLE_M, 0.8 * float(np.hypot(*(path[-1, 1:3] - lie))))
    aim = lie + reach * np.array([math.cos(heading), math.sin(heading)])
    return ShotDrawing(
        flight=path_of(pixels),
        barbs=_barbs(path, scene, frame),
        cloud="" if light else dots_of(frame.pixels(rests)),
        ellipse=path_of(frame.pixels(two_thirds(rests)), closed=True),
        end=frame.one(forecast.landing),
        aim=frame.one((float(aim[0]), float(aim[1]))),
        aim_line=path_of(frame.pixels(np.array([lie, aim]))),
        follow=draw_shot(standing.next, scene, frame, light) if standing.next else None,
        instead=draw_shot(standing.instead, scene, frame, light) if standing.instead else None,
    )


def spaced(path: NDArray[np.float64], every_m: float) -> tuple[NDArray, NDArray]:
    """Distances flown [n] at equal steps, and the path rows [n, 5] interpolated there."""
    steps = np.hypot(*np.diff(path[:, 1:3], axis=0).T)
    along = np.concatenate([[0.0], np.cumsum(steps)])
    at = np.arange(0.0, along[-1], every_m)
    rows = np.stack([np.interp(at, along, path[:, k]) for k in range(path.shape[1])], axis=1)
    return at, rows


def _barbs(path: NDArray, scene: Scene, frame: Frame) -> str:
    rows = spaced(path, BARB_EVERY_M)[1]
    high = rows[:, 3] - heights(scene.field, np.ascontiguousarray(rows[:, 1:3]))
    return barbs_of(frame.pixels(rows[:, 1:3]), np.maximum(high, 0.0) * frame.scale)


def barbs_along(places: NDArray, high_m: NDArray, frame: Frame) -> str:
    """Barbs at equal steps along a flight told by a few places [n, 2] and how high it is there [n, m]."""
    along = np.concatenate([[0.0], np.cumsum(np.hypot(*np.diff(places, axis=0).T))])
    at = np.arange(0.0, along[-1], BARB_EVERY_M)
    marks = np.stack([np.interp(at, along, places[:, k]) for k in (0, 1)], axis=1)
    return barbs_of(frame.pixels(marks), np.maximum(np.interp(at, along, high_m), 0.0) * frame.scale)
