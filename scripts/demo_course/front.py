"""Holes 1 to 9: lane, beeches, creek, barrow, larches, the Rise, and down to the mill pond."""

from __future__ import annotations

from scripts.demo_course.canvas import Canvas, Lane
from scripts.demo_course.hole import Hole


def lane_side(c: Canvas) -> Hole:
    """1, open par 3: a lane out of bounds on the right, a green that falls towards it."""
    hole = Hole(1, "Lane Side", [(0, 0), (6, 88)], sign_ft=290, notes="The green falls to the lane.")
    hole.tees = {"long": (0, 0), "short": (1, 14)}
    hole.pins = {"A": (6, 88), "B": (-4, 97)}
    c.area([(-26, 22), (-14, 40), (-13, 70), (-20, 92), (-34, 96), (-40, 50)], 1, surface="long_grass",
           name="the meadow")  # fmt: skip
    c.area([(16, 10), (20, 10), (24, 60), (25, 125), (20, 125), (19, 60)], [1, 2], play="ob",
           surface="gravel", people="road", name="the lane")  # fmt: skip
    c.barrier([(20.2, 10), (24.2, 60), (25.2, 125)], [1, 2], what="wall", top_m=1.1, name="the lane wall")
    c.trees([(-7, 41), (-11, 60)], 1, 11, name="the birches", radius=2.4, height=9.0)
    c.trees([(14, 54)], 1, 12, name="the leaning ash", radius=3.4, height=12.0, base=2.2)
    c.trees([(-16, 99), (-20, 90), (-14, 108), (-8, 112)], 1, 13, name="the hollies", radius=2.2,
            height=6.0, base=0.4, density=0.5)  # fmt: skip
    c.landmark((-3, 116), 1, "the dead pine", 14)
    c.landmark((23, 118), 1, "the gatepost", 2)
    return hole


def under_beeches(c: Canvas) -> Hole:
    """2, dogleg to the left with the keeper's garden out of bounds inside the corner."""
    hole = Hole(2, "Under Beeches", [(34, 118), (78, 128), (101, 164)], sign_ft=266,
                notes="The keeper's garden inside the corner is out of bounds.")  # fmt: skip
    hole.tees = {"long": (34, 118)}
    hole.pins = {"A": (101, 164), "B": (106, 157)}
    c.woods([(36, 111), (80, 120), (94, 128), (116, 160), (136, 150), (118, 106), (60, 92)], 2,
            "the lower wood", base=1.6, floor=0.16)  # fmt: skip
    c.woods([(32, 125), (70, 134), (79, 143), (90, 168), (84, 186), (50, 176), (30, 148)], 2,
            "the upper wood", base=1.6, floor=0.16)  # fmt: skip
    c.add("grove", "Polygon", [(38, 113), (80, 122), (78, 136), (70, 133), (36, 124)], 2,
          name="the beech ceiling", height_m=16, canopy_base_m=5.5, density_per_m=0.45,
          floor_density_per_m=0.004)  # fmt: skip
    c.area([(56, 139), (72, 141), (82, 158), (78, 168), (58, 160)], 2, play="ob", surface="long_grass",
           wind_factor=0.6, name="the keeper's garden")  # fmt: skip
    c.trees([(86, 126), (76, 141)], 2, 21, name="the corner beech", radius=2.2, height=14, base=3.0,
            trunk=0.35)  # fmt: skip
    c.trees([(96, 160), (108, 170)], 2, 22, name="the green-side beech", radius=2.4, height=13, base=2.6)
    c.landmark((97, 128), 2, "the white stump", 1)
    return hole


def two_fords(c: Canvas) -> Hole:
    """3, par 4: a creek across the fairway, to carry or to lay up to."""
    hole = Hole(3, "Two Fords", [(122, 188), (214, 214), (296, 166)], par=4, sign_m=176)
    hole.tees = {"long": (122, 188), "short": (146, 197)}
    hole.pins = {"A": (296, 166)}
    hole.raised_m = {"A": 0.4}
    c.area([(278, 150), (300, 146), (318, 160), (312, 182), (288, 184), (274, 170)], 3,
           surface="cut_grass", name="the green")  # fmt: skip
    c.trees([(158, 189), (166, 184), (178, 186), (186, 180), (196, 184), (204, 176), (150, 180)], 3, 31,
            name="the alders", radius=3.2, height=12, base=1.2)  # fmt: skip
    c.trees([(172, 172), (184, 166), (194, 158), (164, 166)], 3, 32, name="the outer alders",
            radius=3.4, height=12, base=1.2)  # fmt: skip
    c.trees([(214, 240), (226, 244), (196, 238), (182, 234)], 3, 33, name="the oaks", radius=4.5,
            height=14, base=2.0, trunk=0.4)  # fmt: skip
    c.trees([(262, 182), (270, 190), (266, 152)], 3, 34, name="the creek willows", radius=2.8, height=8,
            base=0.8, density=0.4)  # fmt: skip
    c.trees([(306, 150), (312, 176)], 3, 35, name="the green birches", radius=2.2, height=9)
    c.area([(322, 130), (328, 130), (336, 176), (330, 176)], 3, play="ob", surface="gravel",
           people="path", name="the shore path")  # fmt: skip
    c.landmark((308, 196), 3, "the beacon", 9)
    c.landmark((232, 226), 3, "the stepping stones", 1)
    return hole


def barrow_crest(c: Canvas) -> Hole:
    """4, uphill and blind over the barrow, with a cairn on the crest to aim at."""
    lane = Lane((318, 190), (330, 288))
    hole = Hole(4, "Barrow Crest", [lane.tee, lane.pin], sign_ft=324,
                notes="Ring the bell when the green is clear.")  # fmt: skip
    hole.tees = {"long": lane.tee}
    hole.pins = {"A": lane.pin, "B": lane.at(92, -10)}
    c.area(lane.all((34, 28), (74, 26), (72, -26), (40, -30)), 4, surface="long_grass", wind_factor=1.25,
           name="the barrow")  # fmt: skip
    c.area(lane.all((84, 14), (112, 14), (112, -16), (84, -16)), 4, surface="cut_grass",
           name="the hidden green")  # fmt: skip
    c.trees(lane.all((70, 13), (88, 17), (104, 12)), 4, 41, name="the thorns", radius=2.0, height=5,
            base=0.6, density=0.45)  # fmt: skip
    c.trees(lane.all((28, -13), (110, -18)), 4, 42, name="the rowan", radius=2.4, height=8)
    c.landmark(lane.at(56, 3), 4, "the cairn", 3)
    c.landmark(lane.at(60, -14), 4, "the bell post", 3)
    return hole


def larch_ride(c: Canvas) -> Hole:
    """5, a straight tunnel through larches under a low ceiling."""
    lane = Lane((300, 312), (224, 336))
    hole = Hole(5, "Larch Ride", [lane.tee, lane.pin], sign_m=80)
    hole.tees = {"long": lane.tee, "short": lane.at(14)}
    hole.pins = {"A": lane.pin}
    c.woods(lane.all((4, 5), (72, 5.5), (90, 16), (86, 30), (0, 26)), 5, "the north larches",
            "pine_straw", height=18, base=2.2, floor=0.13)  # fmt: skip
    c.woods(lane.all((4, -5), (72, -5.5), (90, -16), (86, -30), (0, -26)), 5, "the south larches",
            "pine_straw", height=18, base=2.2, floor=0.13)  # fmt: skip
    c.area(lane.all((0, 5), (72, 5.5), (72, -5.5), (0, -5)), 5, surface="pine_straw", wind_factor=0.5,
           name="the ride")  # fmt: skip
    c.add(
        "grove",
        "Polygon",
        lane.all((8, 5), (64, 5.5), (64, -5.5), (8, -5)),
        5,
        height_m=18,
        name="the larch ceiling",
        canopy_base_m=5.0,
        density_per_m=0.35,
        floor_density_per_m=0.004,
    )
    c.landmark(lane.at(96, 1), 5, "the white gate", 2)
    return hole


def three_ways(c: Canvas) -> Hole:
    """6, up the Rise: two tees, three pins, and a par for each pairing."""
    lane = Lane((196, 362), (124, 386))
    hole = Hole(6, "Three Ways", [(196, 362), (124, 386), (84, 380)], sign_ft=249)
    hole.tees = {"long": lane.tee, "short": lane.at(16, -5)}
    hole.pins = {"A": lane.pin, "B": (104, 392), "C": (84, 378)}
    c.area(lane.all((-4, 34), (70, 30), (66, 18), (0, 16)), 6, surface="rough", find_chance=0.93,
           name="the bracken")  # fmt: skip
    c.trees(lane.all((38, 9), (52, 13), (60, 8)), 6, 61, name="the pines", radius=2.2, height=15, base=4.0)
    c.trees(lane.all((30, -11), (64, -9), (82, -13)), 6, 62, name="the gorse", radius=2.0, height=2.6,
            base=0.1, density=0.5)  # fmt: skip
    c.landmark((78, 396), 6, "the lone Scots pine", 17)
    return hole


def long_drop(c: Canvas) -> Hole:
    """7, a downhill bomb off the top of the Rise, open to every wind."""
    lane = Lane((58, 360), (-60, 414))
    hole = Hole(7, "Long Drop", [lane.tee, lane.pin], sign_ft=425)
    hole.tees = {"long": lane.tee, "short": lane.at(30, -8)}
    hole.pins = {"A": lane.pin}
    c.area(lane.all((-10, 40), (90, 44), (90, -44), (-10, -40)), 7, surface="cut_grass", wind_factor=1.3,
           name="the open hill")  # fmt: skip
    c.area(lane.all((96, 30), (150, 34), (150, 22), (100, 18)), 7, surface="rough", find_chance=0.9,
           name="the nettles")  # fmt: skip
    c.trees(lane.all((118, -15), (126, -19), (136, -14), (104, -21)), 7, 71, name="the alder row",
            radius=2.8, height=11, base=1.2)  # fmt: skip
    c.landmark(lane.at(150, 2), 7, "the red shed", 4)
    return hole


def stone_ring(c: Canvas) -> Hole:
    """8, an island: in bounds inside the ring of stones, out all round, and a drop zone."""
    lane = Lane((-54, 392), (-118, 350))
    hole = Hole(8, "Stone Ring", [lane.tee, lane.pin], sign_ft=251, ob_play="drop_zone",
                notes="Out of bounds outside the ring: play from the drop zone.")  # fmt: skip
    hole.tees = {"long": lane.tee}
    hole.pins = {"A": lane.pin}
    ring = [(13, 1), (9, 9), (1, 13), (-8, 10), (-13, 1), (-10, -9), (0, -13), (9, -10)]
    start = [(-8, 9), (8, 9), (8, -9), (-8, -9)]
    drop = [(46, 22), (58, 22), (58, 11), (46, 11)]
    c.area([lane.at(lane.length + f, left) for f, left in ring], 8, play="island", name="the stone ring")
    c.area(lane.all(*start), 8, play="island", name="the tee ground")
    c.area(lane.all(*drop), 8, play="island", name="the drop ground")
    c.add("drop_zone", "Point", lane.at(52, 16), 8, label="DZ", serves="both")
    c.trees(lane.all((40, -12), (62, 20), (88, 18), (94, 6)), 8, 81, name="the hawthorns", radius=2.2,
            height=6, base=0.8, density=0.45)  # fmt: skip
    c.landmark(lane.at(98, -2), 8, "the standing stone", 3)
    return hole


def mill_pond(c: Canvas) -> Hole:
    """9, over the pond, with room to bail out on the right."""
    lane = Lane((-140, 322), (-68, 246))
    hole = Hole(9, "Mill Pond", [lane.tee, lane.pin], sign_m=105,
                notes="The pond is deep: leave what falls in.")  # fmt: skip
    hole.tees = {"long": lane.tee, "short": lane.at(22, -16)}
    hole.pins = {"A": lane.pin}
    c.area(lane.all((22, 30), (50, 40), (82, 30), (90, 12), (80, -5), (48, -9), (26, 2)), 9, play="ob",
           surface="water", find_chance=0.0, wind_factor=1.2, name="the mill pond")  # fmt: skip
    c.trees(lane.all((36, -26), (58, -30), (76, -25)), 9, 91, name="the poplars", radius=1.8, height=16,
            base=1.5)  # fmt: skip
    c.trees(lane.all((112, 14), (116, 2)), 9, 92, name="the willows", radius=3.4, height=9, base=0.8)
    c.landmark(lane.at(122, -6), 9, "the mill chimney", 12)
    return hole


HOLES = (lane_side, under_beeches, two_fords, barrow_crest, larch_ride, three_ways, long_drop, stone_ring,
         mill_pond)  # fmt: skip
