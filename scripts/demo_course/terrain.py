"""The lie of the land: one rise, a barrow, a creek, a mill pond, a scarp, small works at greens."""

from __future__ import annotations

import math

from shapely import Point
from shapely.geometry import LineString

CREEK = [(262, 268), (247, 231), (236, 203), (229, 175), (219, 148), (214, 118), (228, 88), (262, 62),
         (300, 34), (330, 16)]  # fmt: skip
SETTLED = LineString(CREEK)


def bump(x: float, y: float, at: tuple[float, float], wide: tuple[float, float], high: float) -> float:
    return high * math.exp(-((x - at[0]) ** 2) / (2 * wide[0] ** 2) - (y - at[1]) ** 2 / (2 * wide[1] ** 2))


def step(across: float, width: float, high: float) -> float:
    """From 0 to `high` as `across` goes from well below 0 to well above."""
    return high / (1.0 + math.exp(-max(-40.0, min(40.0, across / width))))


def height(x: float, y: float) -> float:
    """Metres above the sea."""
    z = 30.0 + 0.006 * y
    z += bump(x, y, (90, 332), (92, 92), 26)  # the Rise
    z += bump(x, y, (326, 246), (60, 17), 8)  # the barrow
    z -= bump(x, y, (-98, 288), (42, 36), 5)  # the mill pond
    z -= 5.0 * math.exp(-(SETTLED.distance(Point(x, y)) ** 2) / (2 * 17**2))
    z -= step(-(x + 158) + 0.12 * (y - 90), 7, 7) * step(y + 10, 15, 1) * step(250 - y, 20, 1)  # the scarp
    z += bump(x, y, (-62, -20), (13, 13), 4.5)  # the pulpit
    z -= step(-(y + 82) + 0.1 * (x - 30), 5, 5) * step(150 - x, 15, 1)  # down to the road
    z += step(1.2 * (462 - x) * -1 + 20, 6, 4) * bump(x, y, (455, 92), (40, 26), 1)  # the bank at 17
    z -= 1.9 * bump(x, y, (25, 95), (15, 34), 1)  # hole 1 falls to the lane
    return round(z, 2)


def corridor(points: list[tuple[float, float]]) -> list[tuple[float, float]]:
    """Places worth levelling along a line of play: three across every 17 m, a ring at its end."""
    line = LineString(points)
    places = []
    for along in range(-10, int(line.length) + 26, 17):
        here, ahead = line.interpolate(max(0, along)), line.interpolate(max(0, along) + 1.0)
        if along >= line.length:
            here, ahead = line.interpolate(line.length - 1), line.interpolate(line.length)
        dx, dy = ahead.x - here.x, ahead.y - here.y
        size = math.hypot(dx, dy) or 1.0
        over = along - min(max(along, 0), line.length)
        x, y = here.x + over * dx / size, here.y + over * dy / size
        places += [(x - left * dy / size, y + left * dx / size) for left in (-24, -8, 8, 24)]
    x, y = points[-1]
    places += [(x + 7 * math.cos(k), y + 7 * math.sin(k)) for k in (0, 1.05, 2.1, 3.15, 4.2, 5.25)]
    return [(round(px, 1), round(py, 1)) for px, py in [*places, points[0], points[-1]]]
