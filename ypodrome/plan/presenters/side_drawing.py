"""The hole from the side, along the line actually flown."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from ypodrome.core.api import Option, Scene, heights
from ypodrome.drawing.frame import path_of
from ypodrome.drawing.profile import Profile, draw_profile
from ypodrome.plan.presenters.shot_drawing import spaced
from ypodrome.wording.measures import short_length

WIDTH, HEIGHT = 424.0, 176.0
BEYOND_M = 10.0
BARB_EVERY_M = 3.0


@dataclass
class SideDrawing:
    """A profile and the flight over it, as path data."""

    profile: Profile
    flight: str
    barbs: str
    apex: tuple[float, float, str]


def draw_side(option: Option, scene: Scene, units: str) -> SideDrawing:
    """Ground, flight, canopies, walls and basket over the distance flown."""
    path = option.forecast.path
    at, rows = spaced(path, 1.0)
    at, points = _extended(at, rows[:, 1:3])
    profile = draw_profile(scene, at, points, WIDTH, HEIGHT, units, float(path[:, 3].max()))
    flown = np.concatenate([[0.0], np.cumsum(np.hypot(*np.diff(path[:, 1:3], axis=0).T))])
    k = int(path[:, 3].argmax())
    x, y = profile.px(flown[k], path[k, 3])
    high_m = path[k, 3] - heights(scene.field, np.ascontiguousarray(path[k : k + 1, 1:3]))[0]
    return SideDrawing(
        profile,
        flight=path_of(profile.px(flown, path[:, 3])),
        barbs=_barbs(path, scene, profile),
        apex=(round(float(x), 1), round(float(max(y - 6, 10)), 1), short_length(float(high_m), units)),
    )


def _extended(at: NDArray, points: NDArray) -> tuple[NDArray, NDArray]:
    """The flown line carried on straight for a little, so that what lies behind is seen."""
    step = points[-1] - points[-min(6, len(points))]
    step = step / max(float(np.hypot(*step)), 1e-9)
    more = np.arange(1.0, BEYOND_M + 1.0)
    return (
        np.concatenate([at, at[-1] + more]),
        np.concatenate([points, points[-1] + more[:, None] * step]),
    )


def _barbs(path: NDArray, scene: Scene, profile: Profile) -> str:
    at, rows = spaced(path, BARB_EVERY_M)
    ground = heights(scene.field, np.ascontiguousarray(rows[:, 1:3]))
    high, low = profile.px(at, rows[:, 3]), profile.px(at, ground)
    return "".join(f"M{a[0]:.1f} {a[1]:.1f}V{b[1]:.1f}" for a, b in zip(high, low, strict=True))
