"""Arms: how fast, from how far; nothing planned beyond them."""

import numpy as np
import pytest

from ypodrome.core.disc import Disc
from ypodrome.core.flight.simulate import Air, Range
from ypodrome.core.hole.features import HoleLine, Pin, Tee
from ypodrome.core.hole.scene import Scene
from ypodrome.core.strategy.arsenal import MOST_OVER, POWERS, ROLLS_M
from ypodrome.core.strategy.plan import plan_hole
from ypodrome.core.strategy.situation import Situation
from ypodrome.core.thrower import KINDS, ROLLERS, Thrower, distance_of_m
from ypodrome.core.thrower.arms import arm_speed_m_s
from ypodrome.wording.cautions import caution_words

BAG = (
    Disc("putter", 2, 3, 0, 1), Disc("mid", 5, 5, -1, 1), Disc("turner", 9, 6, -4, 1), Disc("driver", 13, 6,
    -3, 2), )  # fmt: skip


@pytest.mark.parametrize("kind", KINDS)
def test_an_arm_is_faster_the_farther_it_throws(kind):
    """From 40 to 180 m, for every kind, and back again within a metre."""
    distances = np.arange(40.0, 181.0, 2.0)
    speeds = np.array([arm_speed_m_s(d, kind) for d in distances])
    assert (np.diff(speeds) >= 0).all()
    reached = np.array([distance_of_m(v, kind) for v in speeds])
    within = speeds < 59.9
    assert within[distances <= (180 if kind in ("backhand", "forehand") else 100)].all()
    assert np.abs(reached - distances)[within].max() < 1.0


@pytest.mark.parametrize("distance_m", [60.0, 105.0, 137.0, 170.0])
def test_no_level_throw_of_the_bag_goes_much_farther_than_the_arm(distance_m):
    """At most a tenth farther, with any disc and line, and none rolls away (no roller declared)."""
    thrower = Thrower(max_distance_m={"backhand": distance_m})
    arsenal = Situation(open_hole(80), thrower, BAG, Air()).arsenal
    for power in (0.5, 0.8, 1.0):
        share = np.minimum(power, arsenal.most)
        releases = arsenal.mean.copy()
        releases[:, 3] *= share
        releases[:, 8] *= share
        flown = Range().fly(arsenal.bodies, arsenal.disc, releases)
        carry = np.hypot(flown.carry_x_m, flown.carry_y_m)
        ran = np.hypot(flown.rest_x_m - flown.carry_x_m, flown.rest_y_m - flown.carry_y_m)
        on_grid = np.isin(np.round(share, 6), np.round(POWERS, 6))
        assert carry[on_grid].max() < MOST_OVER * distance_m + 1.0
        assert ran[on_grid].max() < ROLLS_M + 1.0


def test_an_arm_gets_about_its_distance_out_of_a_driver():
    thrower = Thrower(max_distance_m={"backhand": 137.0})
    arsenal = Situation(open_hole(80), thrower, (Disc("driver", 13, 5, -1, 3),), Air()).arsenal
    assert 0.9 * 137 < arsenal.farthest_m() < 1.15 * 137


def test_buying_a_disc_changes_no_arm():
    thrower = Thrower(max_distance_m={"backhand": 100.0})
    speeds = {Situation(open_hole(80), thrower, bag, Air()).arms[0].speed_m_s for bag in (BAG[:1], BAG)}
    assert len(speeds) == 1


def test_a_stored_arm_out_of_range_keeps_planning_with_a_word():
    plan = plan_hole(Situation(open_hole(80), Thrower(max_distance_m={"backhand": 200.0}), BAG, Air()))
    said = [caution_words(c, "imperial") for c in plan.cautions]
    assert any("656 ft" in words and "131 to 591 ft" in words for words in said)
    assert plan.options


def test_a_thrower_without_a_roller_is_given_none():
    """Understable discs at full power would stand up and run; with a roller declared one may."""
    thrower = Thrower(rating=775, max_distance_m={"backhand": 70.0})
    for option in plan_hole(Situation(open_hole(110), thrower, BAG, Air())).options:
        ran = np.hypot(*(option.forecast.path[-1, 1:3] - option.forecast.path[-2, 1:3]))
        assert ran < ROLLS_M + 1.0
        assert option.throw.kind not in ROLLERS


def open_hole(length: float) -> Scene:
    line = HoleLine(1, ((0, 0), (0, length)))
    return Scene(line, Tee((1,), "t", (0, 0)), Pin((1,), "A", (0, length)), 3)
