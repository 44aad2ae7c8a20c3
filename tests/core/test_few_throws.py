"""The round with few different throws."""

import itertools
from dataclasses import replace

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from ypodrome.core.api import Disc, PlannedThrow, Tried, rounds_with_few_throws
from ypodrome.core.flight.release import Throw
from ypodrome.core.strategy.shape import Shape
from ypodrome.core.thrower import Kind

DISC = Disc("one", 5, 5, 0, 1)


def thrown(disc: str, expected: float) -> Tried:
    throw = PlannedThrow(replace(DISC, id=disc), Kind.BACKHAND, Throw("RHBH"), 0, 0, 10, 0.8, 0, 0, (0, 0))
    return Tried(throw, Shape.STRAIGHT, 0.0, expected, (0.0, 1.0), ())


def holes(costs) -> list[list[Tried]]:
    return [[thrown(f"{j:02}", c) for j, c in enumerate(row) if np.isfinite(c)] for row in costs]


TABLES = st.integers(2, 5).flatmap(
    lambda n: st.lists(
        st.lists(st.one_of(st.floats(2.0, 6.0), st.just(float("inf"))), min_size=6, max_size=6),
        min_size=n, max_size=n,
    )
)  # fmt: skip


@settings(max_examples=60, deadline=None)
@given(TABLES)
def test_no_other_set_of_as_many_throws_costs_less(rows):
    """Against every set there is."""
    costs = np.array(rows)
    found = rounds_with_few_throws(holes(rows), 0.0)
    for r in found:
        n = len(r.sorts)
        every = [costs[:, list(some)].min(axis=1).sum() for some in itertools.combinations(range(6), n)]
        assert r.expected == pytest.approx(min(every), abs=1e-6)
    if not found:
        assert not np.isfinite(costs).any(axis=1).all()


def test_each_hole_says_which_of_its_throws_is_meant():
    table = holes([[3.0, 2.9, 4.0], [float("inf"), 3.5, 3.0]])
    one, two = rounds_with_few_throws(table, 0.0)
    assert [t.expected for t in one.throws] == [2.9, 3.5]
    assert [t.throw.disc.key for t in two.throws] == ["01", "02"]
    assert two.expected == pytest.approx(5.9)


def test_it_ends_where_the_round_costs_no_more_than_is_enough():
    table = holes([[3.0, 2.9, 2.0], [3.0, 3.5, 2.9], [3.0, 2.0, 9.0]])
    assert [len(r.sorts) for r in rounds_with_few_throws(table, 9.0)] == [1]
    assert [len(r.sorts) for r in rounds_with_few_throws(table, 0.0)] == [1, 2]


def test_a_hole_that_nothing_suits_leaves_no_round():
    assert rounds_with_few_throws([*holes([[3.0]]), []], 0.0) == ()
