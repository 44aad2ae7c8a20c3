"""What to aim at: a landmark and an offset from it, or the pin."""

from __future__ import annotations

import math

from ypodrome.core.ground.field import height_at
from ypodrome.core.hole.features import Landmark, Point
from ypodrome.core.hole.scene import Scene
from ypodrome.core.units import feet, wrap_degrees

SIDEWAYS_LIMIT_DEG = 22.0
"""A landmark farther off the aim than this is no help (chosen)."""

ON_IT_M = 0.5
USEFUL_OFFSET_DEG = 60.0
HAND_M = 1.2
HEIGHT_STEPS = (
    (0.1, "at its foot"), (0.4, "a third of the way up it"), (0.58, "half way up it"),
    (0.85, "two thirds of the way up it"),
)  # fmt: skip
"""Shares of a landmark's height, and how players say them."""


def bearing_deg(lie: Point, target: Point) -> float:
    """Direction [deg, counterclockwise from east] from a lie to a target."""
    return math.degrees(math.atan2(target[1] - lie[1], target[0] - lie[0]))


def aim_left_deg(scene: Scene, lie: Point, heading_deg: float) -> float:
    """How far left of the straight line to the pin the aim points [deg]."""
    return wrap_degrees(heading_deg - bearing_deg(lie, scene.pin.at))


def length_words(length_m: float, units: str) -> str:
    """A length to the foot or to half a metre."""
    if units == "imperial":
        return f"{feet(length_m):.0f} ft"
    return f"{length_m:.1f} m" if length_m < 10 else f"{length_m:.0f} m"


def aim_offset_m(scene: Scene, lie: Point, heading_deg: float) -> float | None:
    """How far left of the basket the aim passes at the basket's distance [m]; None when it points so far
    aside that the figure helps nobody."""
    left = aim_left_deg(scene, lie, heading_deg)
    if abs(left) > USEFUL_OFFSET_DEG:
        return None
    return math.dist(lie, scene.pin.at) * math.tan(math.radians(left))


def height_words(scene: Scene, lie: Point, mark: Landmark, launch_deg: float) -> str:
    """How high on a landmark the release points: a share of its height, or so far above it."""
    away = math.dist(lie, mark.at)
    ground, foot = (height_at(scene.field, *p) for p in (lie, mark.at))
    height = ground + HAND_M + away * math.tan(math.radians(launch_deg)) - foot
    share = height / max(mark.height_m, 0.1)
    if share > 1.05:
        return ""
    return next((words for most, words in HEIGHT_STEPS if share <= most), "at its top")


def aim_point(scene: Scene, lie: Point, heading_deg: float, units: str, launch_deg: float = 0.0) -> str:
    """The aim in words, against the landmark it passes closest to, or else the pin; where the release
    points below the landmark's top, also how far up it."""
    marks = [("the basket", scene.pin.at), *((m.name, m.at) for m in scene.landmarks)]

    def off(mark: tuple[str, Point]) -> float:
        return wrap_degrees(heading_deg - bearing_deg(lie, mark[1]))

    usable = [m for m in marks[1:] if math.dist(lie, m[1]) > 15.0 and abs(off(m)) < SIDEWAYS_LIMIT_DEG]
    if not usable and abs(off(marks[0])) > SIDEWAYS_LIMIT_DEG:
        side = "left" if off(marks[0]) > 0 else "right"
        return f"{abs(off(marks[0])):.0f}° {side} of the line to the basket"
    name, at = min(
        [marks[0], *usable] if abs(off(marks[0])) < SIDEWAYS_LIMIT_DEG else usable, key=lambda m: abs(off(m))
    )
    side_m = math.dist(lie, at) * math.tan(math.radians(off((name, at))))
    mark = next((m for m in scene.landmarks if m.name == name and m.at == at), None)
    height = height_words(scene, lie, mark, launch_deg) if mark is not None else ""
    up = f", {height}" if height else ""
    if abs(side_m) < ON_IT_M:
        return f"straight at {name}{up}"
    side = "left" if side_m > 0 else "right"
    return f"{length_words(abs(side_m), units)} {side} of {name}{up}"
