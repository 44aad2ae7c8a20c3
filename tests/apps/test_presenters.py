"""Drawings are to scale and say what the numbers say."""

import math
import re
from dataclasses import replace
from types import SimpleNamespace

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st
from shapely.geometry import box

from tests.options import FORECAST, THROW
from tests.options import option as made
from ypodrome.core.api import LiePlan, Putt, Stance
from ypodrome.core.green.styles import Style
from ypodrome.core.ground.field import heights
from ypodrome.core.hole.features import Barrier, HoleLine, Pin, SpotHeight, Tee, Tree
from ypodrome.core.hole.scene import Scene, scene_for
from ypodrome.core.hole.shapes import holds
from ypodrome.core.strategy.aim import At, aim_of, bearing_deg
from ypodrome.core.strategy.options import How, Role, Way
from ypodrome.core.strategy.reason import Reason, Why
from ypodrome.drawing.frame import Frame, hole_frame
from ypodrome.drawing.hole_drawing import draw_hole
from ypodrome.plan.presenters import overview, sheet
from ypodrome.plan.presenters.here import here_view
from ypodrome.plan.presenters.shot_drawing import draw_shot
from ypodrome.plan.presenters.side_drawing import draw_side
from ypodrome.plan.presenters.tee_drawing import RIDGES_M, draw_tee_view
from ypodrome.wording.throws import aim_words, angle_words, role_words
from ypodrome.wording.winds import wind_words

WIDTH, HEIGHT = 424.0, 736.0


@pytest.fixture(scope="module")
def scene(demo_course):
    return scene_for(demo_course, 1)


@pytest.fixture(scope="module")
def option(scene):
    """A throw straight at the pin, five metres high throughout."""
    (x0, y0), (x1, y1) = scene.tee.at, scene.pin.at
    share = np.linspace(0.0, 1.0, 40)
    points = np.stack([x0 + share * (x1 - x0), y0 + share * (y1 - y0)], axis=1)
    z = heights(scene.field, points) + 5.0
    path = np.column_stack([share * 4.0, points, z, np.zeros(40)])
    rests = np.array([x1, y1]) + np.random.default_rng(2).normal(size=(300, 2)) * [4.0, 7.0]
    heading = math.degrees(math.atan2(y1 - y0, x1 - x0))
    forecast = replace(FORECAST, path=path, rests=rests, landing=(x1, y1))
    return made(replace(THROW, lie=(x0, y0), heading_deg=heading), forecast)


def numbers(d: str) -> list[float]:
    return [float(v) for v in re.findall(r"-?\d+\.?\d*", d)]


def test_a_hole_is_drawn_to_scale_with_the_tee_below_the_pin(scene):
    frame = hole_frame(scene, WIDTH, HEIGHT)
    tee, pin = frame.one(scene.tee.at), frame.one(scene.pin.at)
    assert pin[0] == pytest.approx(tee[0], abs=0.11)
    assert tee[1] - pin[1] == pytest.approx(scene.distance_m * frame.scale, abs=0.2)


def test_every_part_of_the_hole_line_is_inside_the_drawing(demo_course):
    for number in demo_course.hole_numbers():
        s = scene_for(demo_course, number)
        pixels = hole_frame(s, WIDTH, HEIGHT).pixels(np.array([*s.line.points, s.tee.at, s.pin.at]))
        assert (pixels > 0).all()
        assert (pixels < [WIDTH, HEIGHT]).all()


def test_the_north_arrow_points_north(demo_course):
    for number in demo_course.hole_numbers():
        s = scene_for(demo_course, number)
        drawing, frame = draw_hole(s, "metric")
        (x0, y0), (x1, y1) = frame.pixels(np.array([(0.0, 0.0), (0.0, 10.0)]))
        turn = math.degrees(math.atan2(x1 - x0, -(y1 - y0)))
        assert (drawing.north_deg - turn + 180) % 360 - 180 == pytest.approx(0.0, abs=0.1)


def test_barbs_are_as_long_as_the_disc_is_high(scene, option):
    frame = hole_frame(scene, WIDTH, HEIGHT)
    barbs = re.findall(r"l(-?[\d.]+) (-?[\d.]+)", draw_shot(option, scene, frame).barbs)
    lean = math.hypot(1.0, 0.5)  # barbs lean back by half their width
    for dx, dy in barbs[1:-1]:
        assert math.hypot(float(dx), float(dy)) == pytest.approx(5.0 * frame.scale * lean, rel=0.03)


def test_the_landing_ellipse_holds_two_throws_in_three(scene, option):
    import shapely

    frame = hole_frame(scene, WIDTH, HEIGHT)
    shot = draw_shot(option, scene, frame)
    ring = np.array(numbers(shot.ellipse)).reshape(-1, 2)
    inside = holds(shapely.Polygon(ring), *frame.pixels(option.forecast.rests).T)
    assert inside.mean() == pytest.approx(2 / 3, abs=0.03)


def test_side_view_shows_the_height_above_ground(scene, option):
    side = draw_side(option, scene, "metric")
    assert side.apex[2].startswith("5")
    assert side.profile.basket


def test_tee_view_puts_a_straight_aim_on_the_basket(scene, option):
    view = draw_tee_view(option, scene)
    assert view.aim_x == pytest.approx(view.basket_x, abs=0.5)
    turned = replace(option.throw, heading_deg=option.throw.heading_deg + 15)
    left = draw_tee_view(replace(option, throw=turned), scene)
    assert left.aim_x < left.basket_x


@pytest.mark.parametrize(
    ("turn", "words"), [(0, "head wind"), (92, "from the right"), (180, "tail wind"), (268, "from the left")]
)
def test_wind_words(turn, words):
    assert wind_words(turn) == words


@pytest.mark.parametrize(
    ("hyzer", "words"), [(0.5, "flat"), (12, "12° hyzer"), (-8, "8° anhyzer")]
)  # fmt: skip
def test_angle_words(hyzer, words):
    assert angle_words(hyzer) == words


def test_aim_words_name_the_nearest_landmark(scene):
    pine = next(m for m in scene.landmarks if "pine" in m.name)
    tee = scene.tee.at
    gap = (pine.at[0] - tee[0], pine.at[1] - tee[1])
    bearing, off = math.degrees(math.atan2(gap[1], gap[0])), math.degrees(1.0 / math.hypot(*gap))

    def words(bearing_deg, units, launch_deg=20.0):
        return aim_words(replace(aim_of(scene, tee, bearing_deg, launch_deg), left_deg=0.0), units)

    assert words(bearing, "metric") == "straight at the dead pine"
    assert words(bearing + off, "metric") == "1.0 m left of the dead pine"
    assert words(bearing + off, "imperial") == "3 ft left of the dead pine"
    assert "up it" in words(bearing, "metric", 3.5)


def open_ground(**features):
    line = HoleLine(1, ((0, 0), (0, 80)))
    return Scene(line, Tee((1,), "t", (0, 0)), Pin((1,), "A", (0, 80)), 3, **features)


def test_where_nothing_stands_an_angle_is_told():
    aim = aim_of(open_ground(), (0.0, 0.0), 90.0 + 20.0)
    assert aim_words(aim, "metric") == "20° left of the basket"
    assert aim.offset_m == pytest.approx(80.0 * math.tan(math.radians(20.0)))


def test_between_two_trees_the_gap_is_the_mark():
    trees = tuple(Tree((1,), (x, 40.0)) for x in (-14.0, -8.0, 20.0))
    into = math.degrees(math.atan2(40.0, -11.0))
    aim = aim_of(open_ground(trees=trees), (0.0, 0.0), into)
    assert aim.at == At.GAP
    assert aim.wide_m == pytest.approx(6.0, abs=0.6)
    assert aim_words(aim, "metric").startswith("the middle of the")
    beside = aim_of(open_ground(trees=trees), (0.0, 0.0), into - 3.0)
    assert aim_words(beside, "metric").startswith("the right half of the")


@settings(deadline=None, max_examples=60)
@given(turn=st.floats(-40.0, 40.0))
def test_no_mark_is_farther_aside_than_an_eye_judges(scene, turn):
    heading = bearing_deg(scene.tee.at, scene.pin.at) + turn
    aim = aim_of(scene, scene.tee.at, heading, 11.0)
    assert aim.at == At.ANGLE or abs(aim.side_m) <= 9.0


def test_the_ground_before_a_tree_hides_what_is_below_it_and_the_ground_behind_does_not(option):
    tree = Tree((1,), (0.0, 40.0))
    seen = draw_tee_view(
        replace(option, throw=replace(option.throw, lie=(0.0, 0.0))), open_ground(trees=(tree,))
    )
    behind, before = seen.things.split('class="trunk"')
    assert behind.count('class="ridge"') == sum(d > 40 for d in RIDGES_M)
    assert before.count('class="ridge"') == sum(d < 40 for d in RIDGES_M)


@pytest.mark.parametrize("rise_m", [-30.0, 0.0, 12.0])
def test_the_basket_is_in_the_picture_down_and_up_a_hill(option, rise_m):
    slope = tuple(SpotHeight((), (x, y), rise_m * y / 80.0) for x in (-60, 0, 60) for y in (-40, 0, 80, 160))
    seen = draw_tee_view(
        replace(option, throw=replace(option.throw, lie=(0.0, 0.0))), open_ground(spot_heights=slope)
    )
    _, foot, top, *_ = numbers(seen.basket)
    assert top > 0.0
    assert foot < seen.height


def test_a_building_before_the_tee_is_drawn_with_its_near_face_over_its_far_one(option):
    """Four faces, the far ones first, each as high on the picture as it stands."""
    barn = Barrier((1,), box(-6.0, 30.0, 6.0, 45.0), top_m=4.0)
    ahead = replace(option, throw=replace(option.throw, lie=(0.0, 0.0), heading_deg=90.0))
    drawn = draw_tee_view(ahead, open_ground(barriers=(barn,)))
    faces = [np.reshape(numbers(d), (-1, 2)) for d in re.findall(r'class="wall" d="([^"]+)"', drawn.things)]
    heights_px = [np.ptp(face[:, 1]) for face in faces]
    assert len(faces) == 4
    assert heights_px[0] == min(heights_px)
    near = faces[-1]
    assert np.ptp(near[:, 0]) / np.ptp(near[:, 1]) == pytest.approx(12.0 / 4.0, rel=0.02)


@pytest.mark.parametrize(
    ("role", "way", "words"),
    [
        (Role.FIRST, Way(How.OVER, "the beck", 0.9), "First plan"),
        (Role.OTHER, Way(How.SHORT_OF, "the beck", 0.9), "Short of the beck"),
        (Role.OTHER, None, "Another way"),
    ],
)
def test_an_option_without_a_part_of_its_own_is_named_for_its_way(role, way, words):
    assert role_words(made(role=role, way=way)) == words


def test_the_other_way_of_the_next_throw_is_priced_and_spelled_out_when_close():
    told = (Reason(Why.DECIDES, {"chance": 1.0}, (How.OVER, "the beck")),
            Reason(Why.OTHERWISE, {"cost": 0.3}, (How.SHORT_OF, "")))  # fmt: skip
    short = made(forecast=replace(FORECAST, expected=3.3))
    follow = sheet.card(made(reasons=told, instead=short), "metric")
    assert follow["choice"] == "Carries the beck nearly always; staying short of it costs 0.30 of a throw"
    assert follow["close"]
    far = sheet.card(made(forecast=replace(FORECAST, expected=2.3), reasons=told, instead=short), "metric")
    assert far["choice"] and not far["close"]
    assert sheet.card(made(reasons=told), "metric")["choice"] == ""


@pytest.mark.parametrize(
    ("expected", "words"), [(2.97, "Thrown instead, for 0.11 of a throw more"), (3.08, "First plan")]
)
def test_a_throw_dearer_than_the_putt_is_told_as_such(option, scene, expected, words):
    throw = replace(
        option, forecast=replace(option.forecast, expected=3.08), standing=made(role=Role.FIRST).standing
    )
    putt = Putt(16.0, 0.0, Style.TOUCH, 0.07, 2.7, 0.0, expected - 1.0, 2.02, scene.pin.at, 1.2, 1.0)
    lie = LiePlan(scene.tee.at, 1, Stance.LEVEL, 16.0, (throw,), putt, expected, FORECAST.outlook)
    view = here_view(lie, scene, hole_frame(scene, WIDTH, HEIGHT), "metric")
    assert (view["card"]["role_words"], view["putting"]) == (words, expected < 3.0)


class Hole:
    def __init__(self, outlook):
        self.kept = self.planned = SimpleNamespace(in_force=made(forecast=replace(FORECAST, outlook=outlook)))


def test_the_round_is_the_sum_of_its_holes():
    """Two holes of par 3, each 2, 3 or 4: by hand."""
    hole = Hole((0.0, 0.25, 0.5, 0.25))
    rows = overview.round_distribution([hole, hole], par=6)
    assert {r["against_par"]: round(r["chance"], 4) for r in rows} == {
        -2: 0.0625, -1: 0.25, 0: 0.375, 1: 0.25, 2: 0.0625,
    }  # fmt: skip


def test_frame_with_a_given_scale_keeps_it():
    frame = Frame.around(np.array([[0.0, 0.0], [50.0, 80.0]]), 1.0, 300, 400, scale=2.0)
    assert np.hypot(*np.diff(frame.pixels(np.array([[0, 0], [3.0, 4.0]])), axis=0)[0]) == pytest.approx(10.0)
