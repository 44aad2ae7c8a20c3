"""A hand left out: what follows leaves it out too; the same flights say what a whole plan without it says."""

from dataclasses import replace

import numpy as np
import pytest

from ypodrome.core.air import Wind
from ypodrome.core.flight.simulate import Air
from ypodrome.core.hole.features import HoleLine, Pin, Tee
from ypodrome.core.hole.scene import Scene
from ypodrome.core.strategy.ground_value import GroundValue
from ypodrome.core.strategy.hands import HANDS, best_without, grounds_without
from ypodrome.core.strategy.plan import plan_hole
from ypodrome.core.strategy.search import THOROUGH, search
from ypodrome.core.strategy.situation import Situation
from ypodrome.core.thrower import Kind

LENGTH_M = 210.0
"""Farther than anybody throws: every throw is followed by another."""


@pytest.fixture(scope="module")
def situation(demo_thrower, demo_bag):
    line = HoleLine(1, ((0, 0), (0, LENGTH_M)))
    scene = Scene(line, Tee((1,), "t", (0, 0)), Pin((1,), "A", (0, LENGTH_M)), 4)
    return Situation(scene, demo_thrower, demo_bag, Air(wind=Wind(3.0, 200.0)))


@pytest.fixture(scope="module")
def judged(situation):
    value = GroundValue(situation)
    return value, search(situation, value, np.array(situation.scene.tee.at), 0, THOROUGH)


@pytest.fixture(scope="module")
def found(situation, judged):
    return best_without(judged[1], grounds_without(situation, judged[0]))


@pytest.mark.parametrize("hand", HANDS)
def test_the_same_flights_say_what_a_whole_plan_without_that_hand_says(situation, found, hand):
    whole = plan_hole(replace(situation, without=HANDS[hand])).options[0]
    assert found[hand].throw.kind not in HANDS[hand]
    assert found[hand].forecast.expected == pytest.approx(whole.forecast.expected, abs=0.1)


def test_it_costs_more_where_the_next_throw_leaves_the_stronger_hand_out_too(situation, judged, found):
    """The demo player throws farther with the backhand."""
    assert situation.thrower.max_distance_m[Kind.BACKHAND] > situation.thrower.max_distance_m[Kind.FOREHAND]
    once = best_without(judged[1], {"backhand": (situation, judged[0])})["backhand"]
    assert found["backhand"].forecast.expected > once.forecast.expected + 0.1


def test_a_player_with_one_hand_loses_nothing_without_the_other_and_all_without_it(situation, judged):
    arms = {k: d for k, d in situation.thrower.max_distance_m.items() if k == Kind.BACKHAND}
    one = replace(situation, thrower=replace(situation.thrower, max_distance_m=arms))
    grounds = grounds_without(one, judged[0])
    assert set(grounds) == {"forehand"} and grounds["forehand"][1] is judged[0]
