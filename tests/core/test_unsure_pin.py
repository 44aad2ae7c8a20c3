"""Not sure of the pin."""

from dataclasses import replace

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st
from shapely import box

from tests.core.holes import open_hole
from ypodrome.core.hole.features import Area, Pin
from ypodrome.core.strategy.unsure_pin import plan_unsure, shares

POND = Area((1,), box(6, 60, 60, 110), play="ob", surface="water")


def with_pins(situation, *places, **features):
    """The situation with a basket at each of the places."""
    scenes = [
        replace(open_hole(**features), pin=Pin((1,), letter, at))
        for letter, at in zip("ABC", places, strict=False)
    ]
    return [replace(situation, scene=scene) for scene in scenes]


@pytest.fixture(scope="module")
def two(situation):
    """A safe pin to the left, and one close to water on the right."""
    return with_pins(situation, (-14.0, 78.0), (2.0, 84.0), areas=(POND,))


@pytest.fixture(scope="module")
def even(two):
    return plan_unsure(two, [1.0, 1.0])


def test_one_throw_serves_all_and_is_no_dearer_than_any_pins_own(even):
    throws = {c.for_all.throw for c in even.cases}
    assert len(throws) == 1
    for j in range(len(even.cases)):
        mean = sum(c.weight * (c.own.forecast.expected + c.wrong[j]) for c in even.cases)
        assert even.expected <= mean + 1e-9


def test_throwing_for_the_wrong_pin_costs_and_for_the_right_one_nothing(even):
    for k, case in enumerate(even.cases):
        assert case.wrong[k] == pytest.approx(0.0, abs=1e-9)
        assert case.wrong[1 - k] > 0.02
    assert even.expected > even.known


def test_a_pin_that_is_nearly_sure_gets_its_own_throw(two, even):
    sure = plan_unsure(two, [0.99, 0.01])
    assert sure.cases[0].for_all.forecast.expected <= even.cases[0].for_all.forecast.expected + 1e-9
    assert sure.cases[0].for_all.forecast.expected == pytest.approx(
        sure.cases[0].own.forecast.expected, abs=0.03
    )


def test_a_pin_that_stands_twice_changes_nothing(situation):
    same = plan_unsure(with_pins(situation, (0.0, 80.0), (0.0, 80.0)), [3.0, 1.0])
    assert same.expected == pytest.approx(same.known, abs=0.03)
    assert [c.weight for c in same.cases] == [0.75, 0.25]


@given(st.lists(st.floats(0.0, 1e6), min_size=2, max_size=5))
@settings(max_examples=50)
def test_weights_are_shared_out(weights):
    if sum(w > 0.0 for w in weights) < 2:
        with pytest.raises(ValueError, match="at least two pins"):
            shares(weights)
    else:
        assert sum(shares(weights)) == pytest.approx(1.0)
