"""What is seen from where one stands."""

import math
from dataclasses import replace

import numpy as np
import pytest
from hypothesis import example, given, settings
from hypothesis import strategies as st
from shapely import box

from tests.core.holes import open_hole
from ypodrome.core.hole.features import Grove, SpotHeight
from ypodrome.core.hole.sight import DISC_M, EYE_M, SIGHT_STEP_M, hidden_by, in_sight
from ypodrome.core.strategy.ground_value import GroundValue
from ypodrome.core.strategy.plan import best_from
from ypodrome.core.strategy.reason import Why
from ypodrome.core.strategy.standard import STANDARD_BAG, standard_line
from ypodrome.core.strategy.why import MOSTLY_SEEN
from ypodrome.core.strategy.why import reasons as reasons_of

TEE = (0.0, 0.0)
RIDGE = tuple(SpotHeight((), (float(x), float(y)), 3.0 * math.exp(-(((y - 40.0) / 8.0) ** 2)))
              for x in range(-60, 61, 10) for y in range(-40, 131, 4))  # fmt: skip
WOODS = (Grove((), box(-20, 20, 20, 60), 14.0, 3.0, 0.3, 0.1, "woods"),)


@pytest.fixture(scope="module")
def behind_a_ridge():
    return open_hole(spot_heights=RIDGE)


def test_a_ridge_hides_what_lies_low_behind_it(behind_a_ridge):
    places = np.array([(0.0, 20.0), (0.0, 39.0), (0.0, 60.0), (0.0, 80.0)])
    assert in_sight(behind_a_ridge.field, TEE, places).tolist() == [True, True, False, False]


def test_thick_woods_hide_and_a_fringe_does_not():
    field = open_hole(groves=WOODS).field
    assert in_sight(field, TEE, np.array([(0.0, 26.0), (0.0, 70.0)])).tolist() == [True, False]


@given(st.lists(st.tuples(st.floats(-30, 30), st.floats(2, 100)), min_size=1, max_size=8))
@example([(0.0, 34.0), (0.0, 32.5)])
@settings(max_examples=40, deadline=None)
def test_many_places_are_seen_as_each_is(places):
    """As one by one, where eye and ground, or the woods and what of them hides, are not within a step's luck
    of each other."""
    field = open_hole(spot_heights=RIDGE, groves=WOODS).field
    together = in_sight(field, TEE, np.array(places))
    for seen, place in zip(together, places, strict=True):
        alone = {hidden_by(field, TEE, place, DISC_M + dz) is None for dz in (-0.04, 0.0, 0.25)}
        a_step = SIGHT_STEP_M / math.hypot(*place)
        for share in (1.0 - a_step, 1.0 + a_step):
            alone.add(hidden_by(field, TEE, (share * place[0], share * place[1]), DISC_M) is None)
        assert seen in alone


def test_what_is_seen_over_a_brow_is_as_similar_triangles_have_it(behind_a_ridge):
    """An eye at 1.6 m looks up at a ridge of 3 m, 40 m off: beyond, only what stands above that line."""
    up = (3.0 - EYE_M) / 40.0
    for beyond in (60.0, 80.0):
        needed = EYE_M + up * beyond
        assert hidden_by(behind_a_ridge.field, TEE, (0.0, beyond), needed - 0.4) == "the ground"
        assert hidden_by(behind_a_ridge.field, TEE, (0.0, beyond), needed + 0.4) is None


def test_a_throw_that_lands_out_of_sight_says_so(situation, behind_a_ridge):
    hidden = replace(situation, scene=behind_a_ridge)
    option = best_from(hidden, GroundValue(hidden), TEE, 0)
    assert option.forecast.seen < MOSTLY_SEEN
    told = {r.why: r.figures for r in reasons_of(option, option, None, None, False)}
    assert told[Why.UNSEEN] == {"seen": option.forecast.seen}


def test_the_standard_player_has_the_level_and_hand_but_not_the_bag_of_the_player(situation):
    left = replace(situation, thrower=replace(situation.thrower, hand="left"))
    option = standard_line(left)
    assert option.throw.disc in STANDARD_BAG
    assert option.throw.code.hand == "left"
    better = replace(situation, thrower=replace(situation.thrower, rating=1000.0))
    assert standard_line(better).forecast.expected < standard_line(situation).forecast.expected - 0.15
