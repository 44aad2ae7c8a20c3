"""The island between the holes: woods, orchard, moor, fields, shore. It belongs to no hole."""

from __future__ import annotations

import math

from scripts.demo_course.canvas import Canvas

SHORE_FROM_X, SHORE_TO_X, SHORE_Y = -300, 560, -128


def shore() -> list[tuple[float, float]]:
    """The south coast, in and out of small coves, and the water beyond it."""
    coast = [
        (x, round(SHORE_Y + 9 * math.sin(x / 37) + 5 * math.sin(x / 13 + 1), 1))
        for x in range(SHORE_FROM_X, SHORE_TO_X + 1, 12)
    ]
    return [*coast, (SHORE_TO_X, SHORE_Y - 90), (SHORE_FROM_X, SHORE_Y - 90)]


def draw(c: Canvas) -> None:
    c.area(shore(), play="ob", surface="water", find_chance=0.0, wind_factor=1.3, name="the sea")
    c.area([(20, 214), (84, 238), (150, 250), (188, 274), (172, 312), (92, 300), (14, 292), (-24, 250)],
           surface="leaves", wind_factor=0.6, name="the Hanger floor")  # fmt: skip
    c.add("grove", "Polygon",
          [(20, 214), (84, 238), (150, 250), (188, 274), (172, 312), (92, 300), (14, 292), (-24, 250)],
          name="the Hanger", height_m=17, canopy_base_m=2.0, density_per_m=0.3,
          floor_density_per_m=0.18)  # fmt: skip
    orchard = [(54 + 11 * k + 2 * (j % 2), 10 + 11 * j) for j in range(6) for k in range(7)]
    c.trees(orchard, None, 900, name="the old orchard", radius=2.6, height=5, base=1.2)
    c.area([(48, 4), (128, 4), (130, 72), (48, 70)], surface="long_grass", name="the orchard grass")
    c.area([(360, 190), (440, 176), (498, 214), (492, 300), (420, 336), (372, 300)], surface="rough",
           find_chance=0.95, name="Fennel Moor")  # fmt: skip
    c.area([(412, 226), (440, 218), (458, 236), (448, 262), (420, 262), (404, 246)], surface="water",
           find_chance=0.1, name="the tarn")  # fmt: skip
    c.add("grove", "Polygon", [(-186, 30), (-182, 130), (-186, 226), (-214, 232), (-222, 120), (-212, 24)],
          name="the scarp wood", height_m=13, canopy_base_m=1.2, density_per_m=0.3,
          floor_density_per_m=0.15)  # fmt: skip
    c.area([(-40, 448), (120, 428), (236, 418), (246, 452), (110, 478), (-30, 486)], surface="long_grass",
           name="the north hay")  # fmt: skip
    c.add("grove", "Polygon", [(252, 366), (330, 344), (352, 376), (300, 412), (262, 404)],
          name="the beacon wood", height_m=15, canopy_base_m=2.2, density_per_m=0.3,
          floor_density_per_m=0.12)  # fmt: skip
    c.trees([(-30, 150), (-16, 168), (-36, 178), (-10, 190), (20, 176), (6, 200), (-52, 196)], None, 901,
            name="the common thorns", radius=2.4, height=5, base=0.6, density=0.45)  # fmt: skip
    c.area([(-60, 120), (-12, 126), (20, 160), (10, 206), (-40, 206), (-66, 170)], surface="long_grass",
           name="the common")  # fmt: skip
    c.trees([(150, -6), (166, -14), (182, -8), (198, -18), (214, -10), (230, -22)], None, 902,
            name="the lime avenue", radius=3.2, height=14, base=3.0)  # fmt: skip
