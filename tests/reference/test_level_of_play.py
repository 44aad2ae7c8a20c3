"""What a rating plays, against the sport's rating arithmetic and shares of play (both from memory of the
trade [common practice]): docs/level.md has the whole table, three seeds of it."""

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from scripts.level_fit.arithmetic import OPEN, expected_hole, expected_total, points_a_throw, scratch_total
from scripts.level_fit.courses import course
from scripts.level_fit.played import effective_feet, open_hole, played
from ypodrome.core.hole.scene import scene_for
from ypodrome.core.thrower import PRESETS, Thrower, spread_at
from ypodrome.core.thrower.level import fault_share
from ypodrome.core.thrower.spread import growth
from ypodrome.core.thrower.standard import ARMS_FT, player

CIRCLE_ONE = {"new": (0.12, 0.20), "club": (0.35, 0.45), "advanced": (0.50, 0.60), "elite": (0.68, 0.76)}
SHORT_BY = 0.05
"""What the shares may miss by where the score holds (advanced: 47 in 100)."""


@pytest.fixture(scope="module")
def open_holes():
    return {
        (n, ft): played(open_hole(ft), player(*ARMS_FT[n])) for n in ARMS_FT for ft in (200, 250, 300, 400)
    }


def test_the_arithmetic():
    """A scratch player's 48 on 5130 ft; eight points below 50 and ten above, about, for a throw."""
    assert scratch_total(5130) == pytest.approx(48.0)
    assert points_a_throw(48.0) == pytest.approx(11.2, abs=0.1)
    assert points_a_throw(54.0) == pytest.approx(9.25, abs=0.1)
    assert expected_hole(285.0, 1000.0) == pytest.approx(1.0 + 30 / 18)


@pytest.mark.parametrize("preset", ARMS_FT)
@pytest.mark.parametrize("length_ft", [200, 250, 300])
def test_open_flat_holes_score_as_the_rating_says(open_holes, preset, length_ft):
    """Within 0.12 of a throw, and 0.03 for one seed, of the arithmetic less 0.15."""
    expected = expected_hole(length_ft, ARMS_FT[preset][0]) - OPEN
    assert open_holes[preset, length_ft].score == pytest.approx(expected, abs=0.15)


@pytest.mark.parametrize("preset", ARMS_FT)
def test_long_holes_are_not_above_the_arithmetic_and_not_half_a_throw_below(open_holes, preset):
    expected = expected_hole(400, ARMS_FT[preset][0])
    assert expected - 0.5 < open_holes[preset, 400].score < expected


@pytest.mark.parametrize("preset", ARMS_FT)
def test_shares_of_the_first_circle(open_holes, preset):
    low, high = CIRCLE_ONE[preset]
    assert low - SHORT_BY < open_holes[preset, 250].circle1 < high + SHORT_BY


def test_a_club_player_makes_bogeys(open_holes):
    """8 to 20 in a hundred at 250 ft."""
    assert 0.08 < open_holes["club", 250].bogey < 0.20


@pytest.mark.parametrize("preset", ARMS_FT)
def test_whole_courses_score_as_the_rating_says(demo_course, preset):
    """The demo course and nine holes of an invented one, of another for every other preset: within 0.15 of a
    throw a hole (new: 0.2). docs/level.md has both for each."""
    rating, arm = ARMS_FT[preset]
    invented = course(1 + list(ARMS_FT).index(preset) % 2, 9)
    courses = [[scene_for(demo_course, n) for n in demo_course.hole_numbers()], invented]
    for scenes in courses:
        n = len(scenes)
        feet = sum(map(effective_feet, scenes)) * 18 / n
        total = sum(played(scene, player(rating, arm)).score for scene in scenes) * 18 / n
        assert 46 < scratch_total(feet) < 60
        room = 0.2 if preset == "new" else 0.15
        assert (total - expected_total(feet, rating)) / 18 == pytest.approx(0.0, abs=room)


@settings(deadline=None)
@given(st.floats(700, 1035))
def test_spread_and_faults_are_continuous_in_the_rating(rating):
    """A point more is a little better in everything: no steps between presets."""
    here, there = spread_at(rating).sizes, spread_at(rating + 1).sizes
    assert (there < here).all() and (there > 0.99 * here).all()
    assert 0.99 < fault_share(rating + 1) / fault_share(rating) <= 1.0


def test_presets_are_points_on_the_scale():
    assert PRESETS["club"] == spread_at(900)
    assert Thrower(rating=900).fault_share == pytest.approx(fault_share(900))


def test_spread_grows_smoothly_with_power_and_rim():
    """No steps at 60, 84 or 96 %: neighbours a thousandth apart differ by less than a hundredth."""
    power = np.linspace(0.3, 1.0, 701)
    factor = growth(np.zeros(701), power, np.zeros(701), False)
    assert (np.diff(factor) > 0).all()
    assert np.diff(factor).max() < 0.01
    rims = growth(np.zeros(121), np.full(121, 0.8), np.zeros(121), False, np.linspace(-2, 10, 121))
    assert (np.diff(rims) > 0).all()
    assert 1.1 < rims[-1] / rims[0] < 1.5
