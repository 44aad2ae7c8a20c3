"""What to look at on a course that has not been walked, from where, in walking order."""

from __future__ import annotations

import math
from dataclasses import dataclass

import shapely

from ypodrome.core.ground.field import Field
from ypodrome.core.hole.features import Course, Point, Unknown
from ypodrome.core.hole.scene import whole_course
from ypodrome.core.hole.sight import hidden_by

STOP_EVERY_M = 10.0
FAR_LOOK_M = 140.0
"""Farther than this a look across tells little (chosen)."""

LOOKED_AT_M = {"green": 1.4, "woods": 4.0, "ground": 0.5}
"""Height [m] of what is to be seen: a basket, the foot of the canopy, the grass."""


@dataclass(frozen=True)
class Look:
    """One thing to look at: on which hole, and from how far along which hole's line of play.

    `from_hole` is the hole itself when no earlier one shows it; then one walks up from the tee.
    """

    hole: int
    what: str
    note: str
    from_hole: int
    along_m: float
    away_m: float
    in_sight: bool

    @property
    def order(self) -> tuple[int, float]:
        return self.from_hole, self.along_m


def scouting_list(course: Course) -> tuple[Look, ...]:
    """Everything marked unknown, in the order of the walk."""
    if not course.unknowns:
        return ()
    field = whole_course(course).field
    looks = []
    for unknown in course.unknowns:
        middle = unknown.shape.representative_point()
        at = (float(middle.x), float(middle.y))
        for number in unknown.holes or tuple(course.hole_numbers()[:1]):
            looks.append(_look(course, field, unknown, number, at))
    return tuple(sorted(looks, key=lambda look: look.order))


def _look(course: Course, field: Field, unknown: Unknown, number: int, at: Point) -> Look:
    """From the nearest place on a hole played earlier that shows it; else from its own line."""
    earlier = [n for n in course.hole_numbers() if n < number]
    seen = [
        (math.dist(stop, at), n, along)
        for n in earlier
        for along, stop in _stops(course, n)
        if math.dist(stop, at) < FAR_LOOK_M
    ]
    for away, n, along in sorted(seen):
        stop = dict(_stops(course, n))[along]
        if hidden_by(field, stop, at, LOOKED_AT_M[unknown.what]) is None:
            return Look(number, unknown.what, unknown.note, n, along, away, True)
    for along, stop in _stops(course, number):
        if hidden_by(field, stop, at, LOOKED_AT_M[unknown.what]) is None:
            return Look(number, unknown.what, unknown.note, number, along, math.dist(stop, at), True)
    along, stop = min(_stops(course, number), key=lambda s: math.dist(s[1], at))
    return Look(number, unknown.what, unknown.note, number, along, math.dist(stop, at), False)


def _stops(course: Course, number: int) -> list[tuple[float, Point]]:
    """Places along a hole's line of play: distance from its start [m] and coordinates."""
    points = next(line.points for line in course.lines if line.number == number)
    line = shapely.LineString(points)
    count = max(1, int(line.length // STOP_EVERY_M))
    stops = []
    for k in range(count + 1):
        along = line.length * k / count
        point = line.interpolate(along)
        stops.append((round(along, 1), (point.x, point.y)))
    return stops
