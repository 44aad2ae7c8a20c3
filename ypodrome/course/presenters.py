"""What the survey desk and the course pages show."""

from __future__ import annotations

import itertools
import math
from dataclasses import dataclass
from typing import Any

import numpy as np
from numpy.typing import NDArray

from ypodrome.core.api import (
    Course,
    Look,
    Measured,
    Scene,
    blind_because,
    cautions,
    heights,
    measure,
    scene_for,
    scouting_list,
    seen_from_m,
    sign_warning,
    whole_course,
)
from ypodrome.drawing.frame import Frame, path_of
from ypodrome.drawing.hole_drawing import HoleDrawing, draw_in
from ypodrome.drawing.profile import Profile, draw_profile
from ypodrome.wording.cautions import caution_words
from ypodrome.wording.measures import length

PROFILE = (300.0, 120.0)
MAP = (620.0, 520.0)
EYE_M, BASKET_M = 1.6, 1.4
DRAWN_EVERY_M = 1.0

Json = dict[str, Any]


def hole_context(course: Course, number: int, units: str) -> Json:
    """What was measured on a hole: every tee to every pin, sign, sight, side profile, cautions."""
    if number not in course.hole_numbers():
        raise LookupError(f"hole {number} is not on this course: draw its line of play")
    tees = [t.label for t in course.tees if not t.holes or number in t.holes]
    pins = [p.label for p in course.pins if not p.holes or number in p.holes]
    scenes = {(t, p): scene_for(course, number, t, p) for t in tees for p in pins}
    measured = {pair: measure(scene) for pair, scene in scenes.items()}
    first = scenes[tees[0], pins[0]]
    others = {
        f"the {t} tee to pin {p}": m.straight_m
        for (t, p), m in measured.items()
        if (t, p) != (tees[0], pins[0])
    }
    sign_m, side = first.line.sign_distance_m, _side(first, units)
    return {
        "line": first.line,
        "rows": [_row(t, p, m, units) for (t, p), m in measured.items()],
        "sign": length(sign_m, units) if sign_m else "",
        "warning": sign_warning(sign_m, measured[tees[0], pins[0]], others),
        "sight": _sight_words(first, units),
        "cautions": [caution_words(c, units) for c in cautions(first)],
        "profile": side.drawn,
        "known": _known(course, side),
        "sight_line": _sight_line(side),
    }


def _row(tee: str, pin: str, m: Measured, units: str) -> Json:
    return {
        "tee": tee,
        "pin": pin,
        "straight": length(m.straight_m, units),
        "along": length(m.along_line_m, units),
        "rise": f"{'−' if m.rise_m < 0 else '+'}{length(abs(m.rise_m), units)}",
        "plays": length(m.plays_like_m, units),
    }


def _sight_words(scene: Scene, units: str) -> str:
    hidden = blind_because(scene, scene.tee.at)
    if hidden is None:
        return "The basket is seen from the tee."
    along = seen_from_m(scene)
    if along is None:
        return f"Blind, behind {hidden}; the basket is not seen from anywhere along the line of play."
    return f"Blind, behind {hidden}; seen from {length(along, units)} along the line of play."


def _along(scene: Scene) -> tuple[np.ndarray, np.ndarray]:
    """Metres from the tee and points [n, 2] along the line of play."""
    points = []
    for a, b in itertools.pairwise(scene.line_of_play):
        steps = max(1, round(math.dist(a, b) / DRAWN_EVERY_M))
        points += [(a[0] + (b[0] - a[0]) * k / steps, a[1] + (b[1] - a[1]) * k / steps) for k in range(steps)]
    line = np.array([*points, scene.pin.at])
    at = np.concatenate([[0.0], np.cumsum(np.hypot(*np.diff(line, axis=0).T))])
    return at, line


@dataclass(frozen=True)
class Side:
    """A hole from the side: metres from the tee `at` points [n, 2] of its line of play, drawn."""

    scene: Scene
    at: NDArray[np.float64]
    points: NDArray[np.float64]
    drawn: Profile


def _side(scene: Scene, units: str) -> Side:
    at, points = _along(scene)
    return Side(scene, at, points, draw_profile(scene, at, points, *PROFILE, units))


NEAR_LINE_M = 8.0
"""How far beside the line of play a height still tells of it (chosen)."""


def _known(course: Course, side: Side) -> list[tuple[float, float]]:
    """Where on the profile the height is known from a spot height, in pixels; between them it is drawn
    through them."""
    marks = []
    for spot in course.spot_heights:
        gap = np.hypot(*(side.points - np.array(spot.at)).T)
        k = int(gap.argmin())
        if gap[k] <= NEAR_LINE_M:
            x, y = side.drawn.px(side.at[k], heights(side.scene.field, side.points[k][None])[0])
            marks.append((round(float(x), 1), round(float(y), 1)))
    return marks


def _sight_line(side: Side) -> str:
    """From the eye at the tee to the basket, on a hole that runs straight; nothing on one that bends."""
    scene = side.scene
    if side.at[-1] > 1.03 * scene.distance_m:
        return ""
    ground = float(heights(scene.field, np.array([scene.tee.at]))[0])
    a = side.drawn.px(0.0, ground + EYE_M)
    b = side.drawn.px(side.at[-1], ground + measure(scene).rise_m + BASKET_M)
    return f"M{a[0]:.1f} {a[1]:.1f}L{b[0]:.1f} {b[1]:.1f}"


def map_context(course: Course) -> Json:
    """The whole course from above, north up."""
    scene = whole_course(course)
    west, south, east, north = scene.bounds
    corners = np.array([(west, south), (east, north)])
    frame = Frame.around(corners, math.pi / 2, *MAP, margin_m=0.0)
    drawing = HoleDrawing(*MAP)
    draw_in(drawing, scene, frame)
    holes = [_hole_mark(line, course, frame) for line in course.lines]
    return {"drawing": drawing, "holes": holes}


def _hole_mark(line: Any, course: Course, frame: Frame) -> Json:
    pixels = frame.pixels(np.array(line.points))
    return {"number": line.number, "d": path_of(pixels), "x": pixels[0, 0], "y": pixels[0, 1]}


def scouting_rows(course: Course, units: str) -> list[Json]:
    """What to look at, as sentences in walking order."""
    return [
        {
            "hole": look.hole,
            "what": {"green": "the green", "woods": "the woods", "ground": "the ground"}[look.what],
            "note": look.note,
            "where": look_words(look, units),
        }
        for look in scouting_list(course)
    ]


def look_words(look: Look, units: str) -> str:
    """Where to look from, in words."""
    along, away = length(look.along_m, units), length(look.away_m, units)
    if look.from_hole != look.hole:
        return f"while playing hole {look.from_hole}: look across from {along} along it, {away} away"
    if look.in_sight:
        return f"walk up from the tee: seen from {along} along the line, {away} away"
    return f"walk all the way in: not seen from the line; nearest from {along} along it, {away} away"
