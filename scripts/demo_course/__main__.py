"""Draw the demo course: eighteen holes of an invented course on an invented island.

Run: python -m scripts.demo_course     writes ypodrome/demo/course.geojson

Coordinates are metres east and north of the first tee. The scenario is ours; docs/demo-course.md
says which hole shows which situation.
"""

from __future__ import annotations

import math
from pathlib import Path

from shapely.geometry import LineString

from scripts.demo_course import back, front, landscape
from scripts.demo_course.canvas import Canvas
from scripts.demo_course.hole import Hole
from scripts.demo_course.terrain import CREEK, corridor, height

OUTPUT = Path(__file__).parent.parent.parent / "ypodrome/demo/course.geojson"
SPOTS_APART_M = 8.0
CREEK_WIDTH_M = 7.0
CLUB = {3: ("short", "A", 4), 6: ("short", "A", 3), 7: ("short", "A", 3), 8: ("long", "A", 3),
        16: ("short", "A", 5), 18: ("short", "B", 6)}  # fmt: skip
"""Holes that the club layout plays from another tee, to another pin or at another par."""

CLUB_PINS_PAR_4 = {7, 9}


def layouts(holes: list[Hole]) -> list[dict]:
    """The open layout from the long tees, and the club layout from the short ones where there are."""
    longs = [{"hole": h.number, "tee": "long", "pin": "A", "par": h.par} for h in holes]
    longs[5] |= {"pin": "B"}
    shorts = []
    for h in holes:
        tee, pin, par = CLUB.get(h.number, ("short" if "short" in h.tees else "long", "A", h.par))
        par += 1 if h.number in CLUB_PINS_PAR_4 else 0
        shorts.append({"hole": h.number, "tee": tee, "pin": pin, "par": par})
    tens = [dict(row) for row in longs]
    tens[5] |= {"pin": "C", "par": 4}
    return [
        {"name": "Open", "division": "open", "holes": longs},
        {"name": "Club", "division": "club", "holes": shorts},
        {"name": "Open, pin C on the Rise", "division": "open", "holes": tens},
    ]


def spot_heights(canvas: Canvas, holes: list[Hole]) -> None:
    placed: list[tuple[float, float]] = []
    for hole in holes:
        ends = [*hole.tees.values(), *hole.pins.values()]
        for at in [*ends, *corridor(hole.line)]:
            if all(math.dist(at, p) > SPOTS_APART_M for p in placed):
                placed.append(at)
                canvas.add("spot_height", "Point", at, z_m=height(*at))


def main() -> None:
    canvas = Canvas()
    landscape.draw(canvas)
    creek = LineString(CREEK).buffer(CREEK_WIDTH_M / 2, cap_style="flat", join_style="round")
    canvas.area([(round(x, 1), round(y, 1)) for x, y in creek.simplify(0.4).exterior.coords[:-1]], [3, 18],
                play="ob", surface="water", name="the creek", wind_factor=1.1)  # fmt: skip
    holes = [draw(canvas) for draw in (*front.HOLES, *back.HOLES)]
    for hole in holes:
        hole.draw(canvas)
    spot_heights(canvas, holes)
    canvas.write(OUTPUT, {
        "format": "course", "version": 1, "name": "Quernby Rise", "layouts": layouts(holes),
    })  # fmt: skip
    for hole in holes:
        tee, pin = hole.tees["long"], hole.pins["A"]
        sign = hole.sign_m or (hole.sign_ft or 0.0) * 0.3048
        print(f"{hole.number:2} {hole.name:15} {math.dist(tee, pin):6.1f} m, sign {sign:6.1f}, "
              f"rise {height(*pin) - height(*tee):+.1f}")  # fmt: skip
    print(len(canvas.features), "features")


if __name__ == "__main__":
    main()
