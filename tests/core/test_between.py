"""What places are worth between the nodes of a green and the sampled lies of a hole."""

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st
from hypothesis.extra.numpy import arrays

from ypodrome.core.green.between import Nodes, outlooks_between
from ypodrome.core.green.book import BEARINGS, RINGS_M
from ypodrome.core.outlook import THROWS, after, expected, later
from ypodrome.core.strategy.ground_value import GroundValue
from ypodrome.core.strategy.neighbours import SIDE_M

outlooks = arrays(float, THROWS, elements=st.floats(0.01, 1.0)).map(lambda o: o / o.sum())


@given(outlooks, st.floats(-1.5, 1.5), st.tuples(st.floats(-30, 30), st.floats(-30, 30)))
@settings(deadline=None)
def test_a_green_that_is_alike_everywhere_is_worth_that_put_off(outlook, more, lie):
    """The compiled way to put an outlook off is the plain one."""
    nodes = Nodes(np.tile(outlook, (len(RINGS_M), BEARINGS, 1)), RINGS_M, 1.0, -2.0)
    out = np.empty((1, THROWS))
    outlooks_between(nodes, np.array([lie]), np.array([more]), out)
    np.testing.assert_allclose(out, later(outlook[None], np.array([more])), atol=1e-12)


@given(outlooks, st.integers(0, 3), st.integers(0, 3))
def test_so_many_throws_before_are_one_after_the_other(outlook, some, others):
    once = after(after(outlook[None], np.array([some])), np.array([others]))
    np.testing.assert_allclose(after(outlook[None], np.array([some + others])), once)


@pytest.fixture(scope="module")
def ground(situation):
    return GroundValue(situation)


def test_the_map_says_of_the_middle_of_a_cell_what_a_lie_there_is_worth(ground):
    """Screening and judging see one worth."""
    west, south, *_ = ground.situation.scene.bounds
    cells = np.stack(np.meshgrid(np.arange(5, 30), np.arange(5, 60), indexing="xy"), axis=-1).reshape(-1, 2)
    said = ground._worth_map()[cells[:, 1], cells[:, 0]]
    np.testing.assert_allclose(said, ground.throws((west, south) + SIDE_M * (cells + 0.5)), rtol=1e-12)


def test_a_sampled_lie_is_worth_about_what_it_says(ground):
    off = ground.throws(ground.lies) - expected(ground.outlooks)
    assert np.abs(np.median(off)) < 0.02
