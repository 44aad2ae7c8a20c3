"""Strokes gained as Broadie (Interfaces 42(2), 2012) defines them, on holes worked by hand."""

import pytest
from hypothesis import given
from hypothesis import strategies as st

from ypodrome.core.record.gained import Gained, gained_by_part, strokes_gained, throws_from
from ypodrome.core.record.score import HoleScore, RoundScore


def test_a_drive_that_leaves_2_8_where_4_were_expected_gains_two_tenths():
    """The kind of example the paper opens with, numbers from memory: 4.0 - 2.8 - 1 = 0.2; and a putt from
    where 1.5 are expected gains half a stroke when it goes in, and loses half when two are needed."""
    assert strokes_gained(4.0, 2.8) == pytest.approx(0.2)
    assert strokes_gained(1.5, 0.0) == pytest.approx(0.5)
    assert strokes_gained(1.5, 0.0, 2) == pytest.approx(-0.5)


def test_a_par_three_worked_by_hand():
    """3.1 expected; the drive leaves 2.3 (-0.2), the approach 1.1 (+0.2), the putt drops (+0.1)."""
    gained = gained_by_part(3.1, [2.3, 1.1], [0, 0], 1)
    assert (gained.tee, gained.approach, gained.putting) == pytest.approx((-0.2, 0.2, 0.1))
    assert gained.total == pytest.approx(3.1 - 3)


def test_a_penalty_is_paid_by_the_throw_that_drew_it():
    """3.0 expected; the drive goes out and lies where 2.1 are left: 3.0 - 2.1 - 2 = -1.1."""
    gained = gained_by_part(3.0, [2.1, 1.2], [1, 0], 2)
    assert gained.tee == pytest.approx(-1.1)
    assert gained.total == pytest.approx(3.0 - 5)


def test_a_throw_that_holes_leaves_nothing_whatever_was_noted():
    ace = gained_by_part(2.7, [None], [0], 0)
    assert (ace.tee, ace.approach, ace.putting) == pytest.approx((1.7, 0.0, 0.0))


def test_a_throw_nobody_noted_is_not_told_apart():
    assert gained_by_part(3.1, [None, 1.1], [0, 0], 1) is None
    assert gained_by_part(3.1, [2.3, None], [0, 0], 1) is None
    assert gained_by_part(3.1, [], [], 3) is None


@given(
    before=st.floats(2, 6),
    throws=st.lists(st.tuples(st.floats(1, 4), st.integers(0, 1)), min_size=1, max_size=6),
    putts=st.integers(1, 4),
)
def test_law_gains_add_up_to_what_was_expected_less_the_score(before, throws, putts):
    """Whatever the places are worth: the sum telescopes."""
    after, penalties = zip(*throws, strict=True)
    score = len(throws) + sum(penalties) + putts
    assert gained_by_part(before, after, penalties, putts).total == pytest.approx(before - score)


def test_a_round_adds_up_the_holes_that_were_noted():
    one = HoleScore(1, 3, 3.1, 2, 1, 0, Gained(-0.2, 0.2, 0.1))
    two = HoleScore(2, 3, 3.0, 1, 2, 0, Gained(0.5, 0.0, -0.4))
    blank = HoleScore(3, 3, 3.0, 1, 2, 0)
    together = RoundScore((one, blank, two)).gained
    assert (together.tee, together.approach, together.putting) == pytest.approx((0.3, 0.2, -0.3))
    assert RoundScore((blank,)).gained is None


def test_between_rows_the_expected_throws_are_on_the_line():
    rows = [(1.0, 1.0), (10.0, 1.6), (50.0, 2.4)]
    assert [throws_from(rows, d) for d in (0.0, 5.5, 30.0, 90.0)] == pytest.approx([1.0, 1.3, 2.0, 2.4])
