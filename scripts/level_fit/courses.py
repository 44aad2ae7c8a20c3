"""Invented whole courses: eighteen holes of ordinary trouble, from a seed."""

from __future__ import annotations

import numpy as np
from shapely.geometry import Polygon, box

from ypodrome.core.hole.features import Area, Grove, HoleLine, Pin, SpotHeight, Tee, Tree
from ypodrome.core.hole.scene import Scene
from ypodrome.core.units import metres_from_feet

LENGTHS_FT = {1: (210, 420), 2: (240, 520)}
"""Shortest and longest hole of each course."""

WOODS_M = 15.0


def course(seed: int, holes: int = 18) -> list[Scene]:
    """The first holes of a course."""
    rng = np.random.default_rng(seed)
    low, high = LENGTHS_FT[seed]
    return [_hole(rng, metres_from_feet(float(length))) for length in rng.uniform(low, high, holes)]


def _hole(rng: np.random.Generator, length: float) -> Scene:
    """A gently bent lane: trees beside it, woods on one hand, sometimes a road or water."""
    side = float(rng.choice([-1, 1]))
    corner = (side * rng.uniform(0.0, 0.08) * length, 0.5 * length)
    line = HoleLine(1, ((0, 0), corner, (0, length)))
    trees = tuple(
        Tree((1,), (float(x), float(y)), canopy_radius_m=float(rng.uniform(2, 4)))
        for x, y in zip(rng.choice([-1, 1], 10) * rng.uniform(7, 28, 10), rng.uniform(15, length + 12, 10),
                        strict=True)
    )  # fmt: skip
    wood = Grove((1,), _lane(side, length, WOODS_M))
    areas = []
    if rng.random() < 0.5:
        areas.append(Area((1,), _lane(-side, length, float(rng.uniform(14, 24))), play="ob"))
    if rng.random() < 0.25:
        pond = Polygon([(-12, 0.5 * length), (4, 0.48 * length), (7, 0.6 * length), (-10, 0.63 * length)])
        areas.append(Area((1,), pond, play="ob", surface="water"))
    tilt = rng.uniform(-0.04, 0.04)
    spots = tuple(
        SpotHeight((), (x, y), tilt * y) for x in (-60, 0, 60) for y in (-50, 0.5 * length, length + 50)
    )
    par = 3 if length < 115 else 4
    tee, pin = Tee((1,), "t", (0, 0)), Pin((1,), "A", (0, length))
    return Scene(line, tee, pin, par, areas=tuple(areas), trees=trees, groves=(wood,), spot_heights=spots)


def _lane(side: float, length: float, away: float) -> Polygon:
    """Ground from `away` to 45 m to one side of a hole."""
    west, east = sorted((side * away, side * 45.0))
    return box(west, -20.0, east, length + 30.0)
