"""Measuring a hole: signs, sight lines, contours, scouting."""

import math
from dataclasses import replace

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st
from shapely.geometry import box

from ypodrome.core.flight.cores import with_cores
from ypodrome.core.flight.simulate import Air
from ypodrome.core.ground.field import heights
from ypodrome.core.hole.features import Course, Grove, HoleLine, Pin, SpotHeight, Tee, Unknown
from ypodrome.core.hole.relief import contour_lines, surface_through
from ypodrome.core.hole.scene import Scene, scene_for
from ypodrome.core.hole.scouting import scouting_list
from ypodrome.core.hole.sight import BASKET_TOP_M, EYE_M, blind_because, seen_from_m
from ypodrome.core.hole.signs import Measured, measure, sign_warning
from ypodrome.core.strategy.ground_value import GroundValue
from ypodrome.core.strategy.plan import plan_hole
from ypodrome.core.strategy.situation import Situation

LINE = HoleLine(1, ((0, 0), (90, 0)))


def scene(**features) -> Scene:
    return Scene(LINE, Tee((1,), "t", (0, 0)), Pin((1,), "A", (90, 0)), 3, **features)


def spots(height) -> tuple[SpotHeight, ...]:
    """Spot heights of a function of x and y on a grid around the hole."""
    return tuple(
        SpotHeight((), (x, y), height(x, y)) for x in range(-50, 151, 12) for y in range(-50, 51, 12)
    )


def measured(straight: float) -> Measured:
    return Measured(straight, straight, 0.0)


def test_straight_along_and_plays_like():
    """A dogleg of 30 and 40 at a right angle is 50 straight (3-4-5); 5 m of rise asks for 15 more."""
    bend = HoleLine(1, ((0, 0), (30, 0), (30, 40)))
    hill = spots(lambda x, y: 5.0 * y / 40)
    hole = Scene(bend, Tee((1,), "t", (0, 0)), Pin((1,), "A", (30, 40)), 3, spot_heights=hill)
    m = measure(hole)
    assert m.straight_m == pytest.approx(50.0)
    assert m.along_line_m == pytest.approx(70.0)
    assert m.rise_m == pytest.approx(5.0, abs=0.2)
    assert m.plays_like_m == pytest.approx(65.0, abs=0.7)


@pytest.mark.parametrize("sign", [98.0, 100.0, 102.9])
def test_a_sign_within_three_per_cent_is_let_pass(sign):
    """216 ft on the sign against 220 by laser is no mistake [common practice]."""
    assert sign_warning(sign, measured(100.0), {}) is None
    assert sign_warning(216 * 0.3048, measured(220 * 0.3048), {}) is None
    assert sign_warning(None, measured(100.0), {}) is None


@pytest.mark.parametrize(
    ("sign_m", "others", "words"),
    [
        (200 * 0.3048, {}, "slip of one digit"),
        (300.0, {}, "in feet, but was taken for metres"),
        (91.44 * 0.3048, {}, "in metres, but was taken for feet"),
        (110.0, {"pin B": 110.5}, "it fits pin B"),
    ],
)
def test_a_wrong_sign_is_told_with_what_may_have_happened(sign_m, others, words):
    """A hole of 300 ft: the sign a hundred feet short, in the wrong unit, or of the other pin."""
    warning = sign_warning(sign_m, measured(91.44), others)
    assert words in warning
    assert "measured are 300 ft" in warning


@settings(deadline=None, max_examples=25)
@given(crest=st.floats(0.0, 6.0), at=st.floats(20, 70), slope=st.floats(-0.1, 0.1))
def test_sight_over_ground_agrees_with_brute_force(crest, at, slope):
    """A fine walk along the straight line from eye to basket, on the same surface."""
    hole = scene(spot_heights=spots(lambda x, y: slope * x + crest * math.exp(-(((x - at) / 12) ** 2))))
    along = np.linspace(0.0, 90.0, 4000)
    ground = heights(hole.field, np.stack([along, np.zeros_like(along)], axis=1))
    eye = ground[0] + EYE_M + (ground[-1] + BASKET_TOP_M - ground[0] - EYE_M) * along / 90.0
    clearance = (eye - ground).min()
    if abs(clearance) > 0.05:
        assert (blind_because(hole, (0, 0)) == "the ground") == (clearance < 0)


def test_a_blind_basket_is_seen_from_the_crest():
    hole = scene(spot_heights=spots(lambda x, y: 6.0 * math.exp(-(((x - 45) / 10) ** 2))))
    assert blind_because(hole, (0, 0)) == "the ground"
    assert 25.0 < seen_from_m(hole) < 50.0


def test_woods_hide_and_a_clear_floor_does_not():
    thick = Grove((1,), box(20, -9, 60, 9), 12.0, 2.5, 0.3, 0.2)
    assert blind_because(scene(groves=(thick,)), (0, 0)) == "the woods"
    clear = replace(thick, canopy_base_m=4.0, floor_density_per_m=0.0)
    assert blind_because(scene(groves=(clear,)), (0, 0)) is None


@settings(deadline=None, max_examples=20)
@given(a=st.floats(-0.3, 0.3), b=st.floats(-0.3, 0.3), c=st.floats(-50, 50))
def test_a_plane_of_spots_gives_that_plane(a, b, c):
    """A thin plate through points of a plane is that plane."""
    at = np.array([(x, y) for x in range(0, 60, 15) for y in range(0, 60, 15)], float)
    surface = surface_through(at, a * at[:, 0] + b * at[:, 1] + c)
    inside = np.array([(10.0, 20.0), (31.0, 7.0), (44.0, 40.0)])
    assert surface(inside) == pytest.approx(a * inside[:, 0] + b * inside[:, 1] + c, abs=0.05)


def test_contours_lie_at_their_level():
    """Brute force: the height of the surface at every corner of every contour."""
    x, y = np.arange(0.0, 100.0, 2.0), np.arange(0.0, 80.0, 2.0)
    gx, gy = np.meshgrid(x, y)
    z = 0.05 * gx + 4.0 * np.exp(-(((gx - 50) / 20) ** 2) - ((gy - 40) / 20) ** 2)
    lines = list(contour_lines(x, y, z))
    assert len(lines) > 5
    for level, _, line in lines:
        exact = 0.05 * line[:, 0] + 4.0 * np.exp(
            -(((line[:, 0] - 50) / 20) ** 2) - ((line[:, 1] - 40) / 20) ** 2
        )
        assert exact == pytest.approx(level, abs=0.06)


def two_holes(**features) -> Course:
    """Hole 1 to the east; hole 2 back to the west, 60 m north of it."""
    lines = (LINE, HoleLine(2, ((90, 60), (0, 60))))
    tees = (Tee((1,), "t", (0, 0)), Tee((2,), "t", (90, 60)))
    pins = (Pin((1,), "A", (90, 0)), Pin((2,), "A", (0, 60)))
    return Course("x", (0.0, 0.0), lines=lines, tees=tees, pins=pins, **features)


GREEN = Unknown((2,), box(-8, 52, 8, 68), "green", "where is the drop")


def test_a_green_across_is_looked_at_from_the_hole_before():
    look = scouting_list(two_holes(unknowns=(GREEN,)))[0]
    assert (look.hole, look.from_hole, look.in_sight) == (2, 1, True)
    assert look.away_m == pytest.approx(60.0, abs=3.0)


def test_behind_woods_it_is_looked_at_from_its_own_line():
    wood = Grove((), box(-60, 20, 160, 45), 12.0, 0.5, 0.3, 0.3)
    look = scouting_list(two_holes(unknowns=(GREEN,), groves=(wood,)))[0]
    assert (look.from_hole, look.in_sight) == (2, True)


def test_the_list_is_in_walking_order_and_empty_without_unknowns():
    assert scouting_list(two_holes()) == ()
    first = Unknown((1,), box(80, -8, 98, 8), "green")
    looks = scouting_list(two_holes(unknowns=(GREEN, first)))
    assert [look.order for look in looks] == sorted(look.order for look in looks)


def test_unknown_woods_stop_discs_and_unknown_ground_scatters_them(demo_thrower, demo_bag):
    def first(**features):
        return plan_hole(Situation(scene(**features), demo_thrower, demo_bag, Air())).options[0]

    known = first()
    unseen = first(unknowns=(Unknown((1,), box(70, -20, 110, 20), "green"),))
    assert unseen.forecast.expected > known.forecast.expected
    wooded = scene_for(two_holes(unknowns=(Unknown((1,), box(30, -9, 50, 9), "woods"),)), 1)
    assert len(wooded.field.groves) == 1


def test_unknown_ground_is_worth_the_same_on_one_core_and_on_two(demo_thrower, demo_bag):
    unseen = scene(unknowns=(Unknown((1,), box(40, -20, 110, 20), "green"),))
    asked = Situation(unseen, demo_thrower, demo_bag, Air())
    one, two = (with_cores(n, GroundValue, asked).outlooks for n in (1, 2))
    assert (one == two).all()


def pasted_profile(bearing_deg: float, waver_m: float = 0.0):
    """Heights every eight metres along a fairway, up and down again, in its own direction."""
    along = np.arange(0.0, 121.0, 8.0)
    z = 6.0 * np.sin(along / 120.0 * math.pi)
    way = np.array([math.sin(math.radians(bearing_deg)), math.cos(math.radians(bearing_deg))])
    off = waver_m * np.where(np.arange(len(along)) % 2, 1.0, -1.0)
    at = along[:, None] * way + off[:, None] * np.array([way[1], -way[0]])
    return at, z, way


@pytest.mark.parametrize("bearing", [0.0, 12.0, 57.0, 90.0])
@pytest.mark.parametrize("waver", [0.0, 1.0])
def test_heights_on_a_line_make_level_cross_sections(bearing, waver):
    """No saw: across the line the ground is level as far as the hole reaches, along it through them."""
    at, z, way = pasted_profile(bearing, waver)
    surface = surface_through(at, z)
    across = np.array([way[1], -way[0]])
    for distance in (20.0, 60.0, 100.0):
        places = distance * way + np.linspace(-40, 40, 17)[:, None] * across
        assert np.ptp(surface(places)) < 0.05
    assert surface(at) == pytest.approx(z, abs=0.3)


def test_one_height_or_two_make_ground_without_a_slope_nobody_measured():
    assert surface_through(np.zeros((1, 2)), np.array([3.0]))(np.array([[50.0, 9.0]])) == pytest.approx([3.0])
    two = surface_through(np.array([[0.0, 0.0], [0.0, 100.0]]), np.array([0.0, 4.0]))
    assert two(np.array([[30.0, 50.0], [-30.0, 50.0]])) == pytest.approx([2.0, 2.0])
