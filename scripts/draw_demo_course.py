"""Draw the demo course: three holes of an invented course on an invented island.

Run: python scripts/draw_demo_course.py     writes ypodrome/demo/course.geojson

Coordinates below are metres east and north of the first tee. The scenario is ours.
"""

from __future__ import annotations

import json
import math
import random
from pathlib import Path

from ypodrome.interchange.frame import to_lon_lat

ORIGIN = (-30.21, 47.36)
OUTPUT = Path(__file__).parent.parent / "ypodrome/demo/course.geojson"
features: list[dict] = []


def place(points):
    return [[round(c, 8) for c in to_lon_lat(ORIGIN, p)] for p in points]


def add(kind: str, geometry: str, points, hole=None, **properties) -> None:
    if geometry == "Point":
        coordinates = place([points])[0]
    elif geometry == "LineString":
        coordinates = place(points)
    else:
        coordinates = [place([*points, points[0]])]
    properties = {"kind": kind, **({} if hole is None else {"hole": hole}), **properties}
    features.append(
        {
            "type": "Feature",
            "geometry": {"type": geometry, "coordinates": coordinates},
            "properties": properties,
        }
    )


def heights(rows) -> None:
    for x, y, z in rows:
        add("spot_height", "Point", (x, y), z_m=z)


def trees(points, hole, seed: int, **size) -> None:
    rng = random.Random(seed)
    for x, y in points:
        radius = round(size.get("radius", 3.0) * rng.uniform(0.8, 1.25), 1)
        add(
            "tree", "Point", (x, y), hole, canopy_radius_m=radius,
            height_m=round(size.get("height", 11.0) * rng.uniform(0.85, 1.2), 1),
            canopy_base_m=size.get("base", 1.8), density_per_m=size.get("density", 0.3),
            trunk_radius_m=size.get("trunk", 0.2), name=size.get("name", "a tree"),
        )  # fmt: skip


def hole_one() -> None:
    """Open par 3, a lane out of bounds on the right, a green that falls towards it."""
    add("hole", "LineString", [(0, 0), (6, 88)], 1, name="Lane Side", par=3, sign_distance_m=88.4,
        notes="The green falls to the lane.")  # fmt: skip
    add("tee", "Point", (0, 0), 1, label="long", surface="pavement")
    add("tee", "Point", (1, 14), 1, label="short", surface="hardpack")
    add("pin", "Point", (6, 88), 1, label="A")
    add("pin", "Point", (-4, 97), 1, label="B")
    add("area", "Polygon", [(-26, 22), (-14, 40), (-13, 70), (-20, 92), (-34, 96), (-40, 50)], 1,
        surface="long_grass", name="the meadow")  # fmt: skip
    add("area", "Polygon", [(16, 10), (20, 10), (24, 60), (25, 125), (20, 125), (19, 60)], [1, 2],
        play="ob", surface="gravel", people="road", name="the lane")  # fmt: skip
    add("barrier", "LineString", [(20.2, 10), (24.2, 60), (25.2, 125)], [1, 2], what="wall",
        top_m=1.1, name="the lane wall")  # fmt: skip
    trees([(-7, 41), (-11, 60)], 1, 11, name="the birches", radius=2.4, height=9.0)
    trees([(14, 54)], 1, 12, name="the leaning ash", radius=3.4, height=12.0, base=2.2)
    trees([(-16, 99), (-20, 90), (-14, 108), (-8, 112)], 1, 13, name="the hollies", radius=2.2,
          height=6.0, base=0.4, density=0.5)  # fmt: skip
    add("landmark", "Point", (-3, 116), 1, name="the dead pine", height_m=14)
    add("landmark", "Point", (23, 118), 1, name="the gatepost", height_m=2)


def hole_two() -> None:
    """Wooded dogleg to the left under a low ceiling."""
    line = [(34, 118), (78, 128), (101, 164)]
    add("hole", "LineString", line, 2, name="Under Beeches", par=3, sign_distance_m=81.0,
        notes="Low branches for the first fifty metres.")  # fmt: skip
    add("tee", "Point", line[0], 2, label="long", surface="hardpack")
    add("pin", "Point", line[-1], 2, label="A")
    add("pin", "Point", (106, 157), 2, label="B")
    add("grove", "Polygon", [(36, 111), (80, 120), (94, 128), (116, 160), (136, 150), (118, 106), (60, 92)],
        2, name="the lower wood", height_m=15, canopy_base_m=1.6, density_per_m=0.3,
        floor_density_per_m=0.16)  # fmt: skip
    add("grove", "Polygon", [(32, 125), (70, 134), (79, 143), (90, 168), (84, 186), (50, 176), (30, 148)],
        2, name="the upper wood", height_m=15, canopy_base_m=1.6, density_per_m=0.3,
        floor_density_per_m=0.16)  # fmt: skip
    add("grove", "Polygon", [(38, 113), (80, 122), (78, 136), (70, 133), (36, 124)], 2,
        name="the beech ceiling", height_m=16, canopy_base_m=5.5, density_per_m=0.45,
        floor_density_per_m=0.004)  # fmt: skip
    add("area", "Polygon", [(34, 110), (80, 119), (116, 158), (136, 150), (120, 104), (60, 90)], 2,
        surface="leaves", wind_factor=0.5, name="the lower wood floor")  # fmt: skip
    add("area", "Polygon", [(30, 125), (70, 134), (80, 144), (92, 170), (84, 188), (48, 178)], 2,
        surface="leaves", wind_factor=0.5, name="the upper wood floor")  # fmt: skip
    trees([(86, 126), (76, 141)], 2, 21, name="the corner beech", radius=2.2, height=14, base=3.0,
          trunk=0.35)  # fmt: skip
    trees([(96, 160), (108, 170)], 2, 22, name="the green-side beech", radius=2.4, height=13, base=2.6)
    add("landmark", "Point", (97, 128), 2, name="the white stump", height_m=1)


def hole_three() -> None:
    """Par 4: a creek across the fairway, a wide way left and a gap to the right."""
    line = [(122, 188), (214, 214), (296, 166)]
    add("hole", "LineString", line, 3, name="Two Fords", par=4, sign_distance_m=176.0)
    add("tee", "Point", line[0], 3, label="long", surface="pavement")
    add("pin", "Point", line[-1], 3, label="A", raised_m=0.4)
    creek_north = [(206, 118), (216, 150), (228, 176), (236, 206), (252, 232), (262, 262)]
    creek_south = [(268, 260), (259, 230), (243, 203), (235, 174), (223, 148), (213, 116)]
    add("area", "Polygon", [*creek_north, *creek_south], 3, play="ob", surface="water",
        name="the creek", wind_factor=1.1)  # fmt: skip
    add("area", "Polygon", [(278, 150), (300, 146), (318, 160), (312, 182), (288, 184), (274, 170)], 3,
        surface="cut_grass", name="the green")  # fmt: skip
    trees([(158, 189), (166, 184), (178, 186), (186, 180), (196, 184), (204, 176), (150, 180)], 3, 31,
          name="the alders", radius=3.2, height=12, base=1.2)  # fmt: skip
    trees([(172, 172), (184, 166), (194, 158), (164, 166)], 3, 32, name="the outer alders",
          radius=3.4, height=12, base=1.2)  # fmt: skip
    trees([(214, 240), (226, 244), (196, 238), (182, 234)], 3, 33, name="the oaks", radius=4.5,
          height=14, base=2.0, trunk=0.4)  # fmt: skip
    trees([(262, 182), (270, 190), (266, 152)], 3, 34, name="the creek willows", radius=2.8, height=8,
          base=0.8, density=0.4)  # fmt: skip
    trees([(306, 150), (312, 176)], 3, 35, name="the green birches", radius=2.2, height=9)
    add("area", "Polygon", [(322, 130), (328, 130), (334, 200), (328, 200)], 3, play="ob",
        surface="gravel", people="path", name="the shore path")  # fmt: skip
    add("landmark", "Point", (308, 196), 3, name="the beacon", height_m=9)
    add("landmark", "Point", (232, 226), 3, name="the stepping stones", height_m=1)


def main() -> None:
    heights([
        (-40, -30, 31), (0, -5, 30.5), (20, 0, 30), (-30, 40, 32), (0, 40, 31), (18, 40, 29.6),
        (-20, 88, 33.6), (-4, 88, 32.4), (6, 88, 31.3), (15, 88, 30.0), (22, 90, 28.9),
        (0, 120, 32.5), (30, 118, 30.5), (60, 126, 31), (80, 130, 31.6), (100, 164, 33.5),
        (120, 140, 30.5), (60, 160, 34), (80, 185, 36), (122, 188, 38), (150, 196, 36.5),
        (170, 176, 34), (190, 210, 33.5), (214, 226, 31.5), (205, 150, 31), (230, 190, 28.5),
        (226, 150, 28), (255, 250, 28.8), (250, 190, 29.5), (276, 168, 32), (296, 166, 33.5),
        (320, 165, 31), (300, 200, 31.5), (330, 130, 29.5), (340, 210, 29), (100, 230, 40),
    ])  # fmt: skip
    hole_one()
    hole_two()
    hole_three()
    layout = [("long", "A", 3), ("long", "A", 3), ("long", "A", 4)]
    document = {
        "type": "FeatureCollection",
        "ypodrome": {
            "format": "course", "version": 1, "name": "Quernby Rise",
            "layouts": [{
                "name": "Morning three", "division": "open",
                "holes": [{"hole": n, "tee": t, "pin": p, "par": par}
                          for n, (t, p, par) in enumerate(layout, start=1)],
            }],
        },
        "features": features,
    }  # fmt: skip
    lines = ",\n".join(json.dumps(f, ensure_ascii=False) for f in features)
    head = json.dumps({k: v for k, v in document.items() if k != "features"}, ensure_ascii=False)
    OUTPUT.write_text(f'{head[:-1]}, "features": [\n{lines}\n]}}\n', encoding="utf-8")
    for a, b in (((0, 0), (6, 88)), ((34, 118), (101, 164)), ((122, 188), (296, 166))):
        print(f"{math.dist(a, b):.1f} m")


if __name__ == "__main__":
    main()
