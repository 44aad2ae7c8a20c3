"""Holes 10 to 18: down the scarp, along the road, over the barn, round the south and home."""

from __future__ import annotations

from shapely.geometry import LineString

from scripts.demo_course.canvas import Canvas, Lane
from scripts.demo_course.hole import Hole


def the_gates(c: Canvas) -> Hole:
    """10, a mandatory on the right with a drop zone, then a double gate before the green."""
    lane = Lane((-74, 226), (-130, 150))
    hole = Hole(10, "The Gates", [lane.tee, lane.at(50, 4), lane.pin], sign_ft=310,
                notes="Pass left of the marked oak, then between the gate trees.")  # fmt: skip
    hole.tees = {"long": lane.tee}
    hole.pins = {"A": lane.pin}
    c.trees([lane.at(34, -4)], 10, 101, name="the marked oak", radius=3.0, height=12, base=3.0, trunk=0.4)
    c.add("mando", "LineString", lane.all((34, -4), (34, -44)), 10, label="left of the marked oak")
    c.trees(lane.all((72, 7), (72, -7)), 10, 102, name="the gate trees", radius=1.6, height=9, base=2.6)
    c.add("mando", "LineString", lane.all((72, 7), (72, 42)), 10, label="the gate, left post")
    c.add("mando", "LineString", lane.all((72, -7), (72, -42)), 10, label="the gate, right post")
    c.add("drop_zone", "Point", lane.at(40, 6), 10, label="DZ", serves="mando")
    c.copse(lane.all((20, 18), (90, 20), (90, 34), (20, 34)), 10, 103, 9, [LineString(hole.line)],
            name="the sycamores", radius=3.0, height=13)  # fmt: skip
    c.landmark(lane.at(112, 0), 10, "the tall stump", 3)
    return hole


def ditch_side(c: Canvas) -> Hole:
    """11, a fairway that falls from left to right to a ditch out of bounds."""
    lane = Lane((-146, 134), (-142, 36))
    hole = Hole(11, "Ditch Side", [lane.tee, lane.pin], sign_ft=322)
    hole.tees = {"long": lane.tee, "short": lane.at(18, 6)}
    hole.pins = {"A": lane.pin}
    c.area(lane.all((-14, -24), (118, -22), (118, -27), (-14, -29)), 11, play="ob", surface="mud",
           name="the ditch")  # fmt: skip
    c.area(lane.all((10, -6), (92, -6), (104, -22), (-6, -24)), 11, surface="hardpack",
           name="the grazed slope")  # fmt: skip
    c.trees(lane.all((44, 12), (60, 16), (80, 11)), 11, 111, name="the crab apples", radius=2.6, height=6,
            base=1.2)  # fmt: skip
    c.landmark(lane.at(118, 4), 11, "the water tank", 5)
    return hole


def the_pulpit(c: Canvas) -> Hole:
    """12, a green perched on a knoll: a drop behind on one side, a fence that stops on the other."""
    lane = Lane((-134, 18), (-62, -20))
    hole = Hole(12, "The Pulpit", [lane.tee, lane.pin], sign_ft=367, notes="Long left falls away.")
    hole.tees = {"long": lane.tee}
    hole.pins = {"A": lane.pin}
    hole.raised_m = {"A": 0.6}
    c.barrier(lane.all((88, -13), (95, -4), (96, 3)), 12, what="fence", top_m=1.8, solid=1.0,
              name="the backstop fence")  # fmt: skip
    c.trees(lane.all((50, 9), (62, -11)), 12, 121, name="the maples", radius=2.6, height=9, base=2.0)
    c.area(lane.all((96, 4), (112, 16), (108, 28), (88, 20)), 12, surface="rough", find_chance=0.95,
           name="the brambles below")  # fmt: skip
    c.landmark(lane.at(104, -10), 12, "the flagpole", 9)
    return hole


def road_bank(c: Canvas) -> Hole:
    """13, walkers across the fairway, a green that tips to the road, a basket on a stump."""
    lane = Lane((-44, -44), (34, -76))
    hole = Hole(13, "Road Bank", [lane.tee, lane.pin], sign_ft=276)
    hole.tees = {"long": lane.tee}
    hole.pins = {"A": lane.pin}
    hole.raised_m = {"A": 0.9}
    c.area([(-60, -97), (150, -93), (150, -101), (-60, -105)], [12, 13, 14, 15], play="ob",
           surface="pavement", people="road", name="the coast road")  # fmt: skip
    c.area(lane.all((30, 30), (34, 30), (40, -24), (36, -24)), 13, surface="gravel", people="path",
           name="the church path")  # fmt: skip
    c.trees(lane.all((54, 12), (66, 15), (78, 12)), 13, 131, name="the field maples", radius=2.8, height=8)
    c.landmark(lane.at(104, 6), 13, "the milestone", 1)
    return hole


def over_the_barn(c: Canvas) -> Hole:
    """14, over or round the barn to a green with trees on three sides."""
    lane = Lane((56, -62), (132, -36))
    hole = Hole(14, "Over the Barn", [lane.tee, lane.pin], sign_m=80, overhead_allowed=False)
    hole.tees = {"long": lane.tee}
    hole.pins = {"A": lane.pin}
    c.add("barrier", "Polygon", lane.all((34, 8), (44, 8), (44, -5), (34, -5)), 14, what="building",
          top_m=5.5, name="the barn")  # fmt: skip
    guards = ((66, 9), (73, 11), (81, 10), (88, 6), (91, 0))
    c.trees(lane.all(*guards), 14, 141, name="the guard hollies", radius=2.2, height=7, base=0.3,
            density=0.5)  # fmt: skip
    c.area(lane.all((20, 26), (60, 24), (60, 13), (20, 12)), 14, play="ob", surface="hardpack",
           people="play", name="the farmyard")  # fmt: skip
    c.landmark(lane.at(98, 4), 14, "the weather vane", 8)
    return hole


def low_yew(c: Canvas) -> Hole:
    """15, canopy over the last fifteen metres with a log below (A), or a skip under the yew (B)."""
    lane = Lane((154, -28), (226, -66))
    hole = Hole(15, "Low Yew", [lane.tee, lane.pin], sign_ft=267)
    hole.tees = {"long": lane.tee}
    hole.pins = {"A": lane.pin, "B": lane.at(70, -15)}
    c.add("grove", "Polygon", lane.all((64, 8), (92, 9), (92, -7), (64, -7)), 15, name="the limes",
          height_m=14, canopy_base_m=3.2, density_per_m=0.4, floor_density_per_m=0.01)  # fmt: skip
    c.barrier(lane.all((70, 4), (71, -5)), 15, what="log", top_m=0.7, name="the fallen log")
    c.trees([lane.at(63, -15)], 15, 151, name="the yew", radius=5.5, height=8, base=1.3, density=0.6,
            trunk=0.5)  # fmt: skip
    c.area(lane.all((30, -4), (72, -8), (76, -24), (40, -22)), 15, surface="hardpack",
           name="the bare ground")  # fmt: skip
    c.landmark(lane.at(98, 2), 15, "the lych gate", 3)
    return hole


def split_copse(c: Canvas) -> Hole:
    """16, par 4: a copse splits the fairway, the left way long and open, the right short and tight."""
    lane = Lane((248, -84), (424, -52))
    hole = Hole(16, "Split Copse", [lane.tee, lane.at(92, 24), lane.pin], par=4, sign_ft=588)
    hole.tees = {"long": lane.tee, "short": lane.at(24, 4)}
    hole.pins = {"A": lane.pin}
    middle = lane.all((58, 8), (104, 10), (120, 2), (104, -8), (58, -6))
    c.woods(middle, 16, "the split copse", height=14, base=1.2, floor=0.2)
    c.copse(lane.all((50, -22), (128, -22), (128, -34), (50, -34)), 16, 161, 14,
            [LineString([lane.tee, lane.at(90, -15), lane.pin])], name="the ash row", height=13)  # fmt: skip
    c.trees(lane.all((150, 12), (160, -12)), 16, 163, name="the green oaks", radius=3.6, height=12)
    c.landmark(lane.at(192, 4), 16, "the dovecote", 7)
    return hole


def far_field(c: Canvas) -> Hole:
    """17, out over the barley and back on a wide hyzer, under wires; the bank feeds the basket."""
    lane = Lane((432, -18), (450, 88))
    hole = Hole(17, "Far Field", [lane.tee, lane.pin], sign_m=107)
    hole.tees = {"long": lane.tee, "short": lane.at(20, 2)}
    hole.pins = {"A": lane.pin}
    c.woods(lane.all((22, 8), (80, 7), (76, -5), (48, -7), (24, -5)), 17, "the spinney", height=13,
            base=1.0, floor=0.22)  # fmt: skip
    c.area(lane.all((8, -14), (92, -16), (96, -52), (4, -50)), 17, play="ob", surface="long_grass",
           name="the barley")  # fmt: skip
    c.barrier(lane.all((40, 40), (44, -50)), 17, what="wire", base_m=9.0, top_m=9.6, solid=0.6,
              name="the wires")  # fmt: skip
    c.trees([lane.at(43, -24)], 17, 171, name="the wire pole", radius=0.3, height=10, base=9.0, trunk=0.2)
    c.landmark(lane.at(124, -8), 17, "the hay rick", 5)
    return hole


def homeward(c: Canvas) -> Hole:
    """18, par 5 in three placements: over the creek, along the wall, and home to the yard."""
    line = [(424, 112), (336, 104), (248, 32), (160, 24)]
    lane = Lane(line[0], line[1])
    hole = Hole(18, "Homeward", line, par=5, sign_ft=958, notes="The shed roof is in bounds below it.")
    hole.tees = {"long": line[0], "short": lane.at(26)}
    hole.pins = {"A": line[-1], "B": (150, 34)}
    c.copse([(300, 118), (330, 128), (250, 96), (236, 66), (244, 110)], 18, 181, 10, [LineString(line)],
            name="the rooks' elms", radius=3.6, height=16, base=3.0)  # fmt: skip
    c.copse([(350, 84), (310, 60), (288, 20), (300, -6), (360, 50)], 18, 183, 11, [LineString(line)],
            name="the sallows", radius=2.6, height=7, base=0.6)  # fmt: skip
    c.area([(322, 8), (350, 0), (362, 18), (346, 32), (326, 26)], 18, play="ob", surface="water",
           find_chance=0.2, name="the sluice pool")  # fmt: skip
    c.barrier([(236, 12), (196, 6), (172, 6)], 18, what="wall", top_m=1.2, name="the yard wall")
    c.trees([(196, 36), (176, 38), (184, 14)], 18, 185, name="the cherry trees", radius=2.4, height=6)
    c.landmark((142, 22), 18, "the clubhouse gable", 8)
    c.landmark((340, 118), 18, "the split rock", 2)
    return hole


HOLES = (the_gates, ditch_side, the_pulpit, road_bank, over_the_barn, low_yew, split_copse, far_field,
         homeward)  # fmt: skip
