"""Drawings are to scale and say what the numbers say."""

import math
import re

import numpy as np
import pytest

from ypodrome.core.ground.field import heights
from ypodrome.core.hole.scene import scene_for
from ypodrome.core.hole.shapes import holds
from ypodrome.core.strategy.aim import aim_point
from ypodrome.drawing.frame import Frame, hole_frame
from ypodrome.drawing.hole_drawing import draw_hole
from ypodrome.plan.presenters import overview, sheet
from ypodrome.plan.presenters.shot_drawing import draw_shot
from ypodrome.plan.presenters.side_drawing import draw_side
from ypodrome.plan.presenters.tee_drawing import draw_tee_view

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
    path = np.column_stack([share * 4.0, points, z, np.zeros(40)]).tolist()
    rng = np.random.default_rng(2)
    rests = (np.array([x1, y1]) + rng.normal(size=(300, 2)) * [4.0, 7.0]).tolist()
    heading = math.degrees(math.atan2(y1 - y0, x1 - x0))
    return {"path": path, "rests": rests, "lie": [x0, y0], "heading_deg": heading, "ends": [x1, y1],
            "launch_deg": 9.0, "next": None}  # fmt: skip


@pytest.fixture(scope="module")
def shown_option(option):
    """The throw with what a card says of it."""
    words = {"role": "other", "aim_point": "straight at the basket", "aim_left_deg": 0.0, "hyzer_deg": 0.0}
    return {**option, **words, "power_pct": 90, "chances": {"bogey_or_worse": 0.2}, "why": [""],
            "expected_score": 3.0, "way": None}  # fmt: skip


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
    inside = holds(shapely.Polygon(ring), *frame.pixels(np.array(option["rests"])).T)
    assert inside.mean() == pytest.approx(2 / 3, abs=0.03)


def test_side_view_shows_the_height_above_ground(scene, option):
    side = draw_side(option, scene, "metric")
    assert side.apex[2].startswith("5")
    assert side.profile.basket


def test_tee_view_puts_a_straight_aim_on_the_basket(scene, option):
    view = draw_tee_view(option, scene)
    assert view.aim_x == pytest.approx(view.basket_x, abs=0.5)
    left = draw_tee_view({**option, "heading_deg": option["heading_deg"] + 15}, scene)
    assert left.aim_x < left.basket_x


@pytest.mark.parametrize(
    ("turn", "words"), [(0, "head wind"), (92, "from the right"), (180, "tail wind"), (268, "from the left")]
)
def test_wind_words(turn, words):
    assert sheet.wind_words(turn) == words


@pytest.mark.parametrize(
    ("hyzer", "words"), [(0.5, "flat"), (12, "12° hyzer"), (-8, "8° anhyzer")]
)  # fmt: skip
def test_angle_words(hyzer, words):
    assert sheet.angle_words(hyzer) == words


def test_aim_words_name_the_nearest_landmark(scene):
    pine = next(m for m in scene.landmarks if "pine" in m.name)
    tee = scene.tee.at
    gap = (pine.at[0] - tee[0], pine.at[1] - tee[1])
    bearing, off = math.degrees(math.atan2(gap[1], gap[0])), math.degrees(3.0 / math.hypot(*gap))
    assert aim_point(scene, tee, bearing, "metric", 20.0) == "straight at the dead pine"
    assert aim_point(scene, tee, bearing + off, "metric", 20.0) == "3.0 m left of the dead pine"
    assert aim_point(scene, tee, bearing + off, "imperial", 20.0) == "10 ft left of the dead pine"
    assert "up it" in aim_point(scene, tee, bearing, "metric", 3.5)


@pytest.mark.parametrize(
    ("role", "way", "words"),
    [
        ("first", "over the beck", "First plan"),
        ("other", "short of the beck", "Short of the beck"),
        ("other", None, "Another way"),
    ],
)
def test_an_option_without_a_part_of_its_own_is_named_for_its_way(shown_option, role, way, words):
    assert sheet.card({**shown_option, "role": role, "way": way})["role_words"] == words


def test_the_other_way_of_the_next_throw_is_priced_and_spelled_out_when_close(shown_option):
    why = ["Carries the beck nearly always; staying short of it costs 0.30 of a throw."]
    short = {**shown_option, "way": "short of the beck", "expected_score": 3.3}
    follow = sheet.card({**shown_option, "why": why, "instead": short, "expected_score": 3.0})
    assert follow["choice"] == why[0].rstrip(".")
    assert follow["close"]
    far = sheet.card({**shown_option, "why": why, "instead": short, "expected_score": 2.3})
    assert far["choice"] and not far["close"]
    assert sheet.card(shown_option)["choice"] == ""


class Hole:
    def __init__(self, chances):
        self.chosen = {"score_chances": chances}


def test_the_round_is_the_sum_of_its_holes():
    """Two holes of par 3, each 2, 3 or 4: by hand."""
    hole = Hole({"1": 0.0, "2": 0.25, "3": 0.5, "4": 0.25})
    rows = overview.round_distribution([hole, hole], par=6)
    assert {r["against_par"]: round(r["chance"], 4) for r in rows} == {
        -2: 0.0625, -1: 0.25, 0: 0.375, 1: 0.25, 2: 0.0625,
    }  # fmt: skip


def test_frame_with_a_given_scale_keeps_it():
    frame = Frame.around(np.array([[0.0, 0.0], [50.0, 80.0]]), 1.0, 300, 400, scale=2.0)
    assert np.hypot(*np.diff(frame.pixels(np.array([[0, 0], [3.0, 4.0]])), axis=0)[0]) == pytest.approx(10.0)
