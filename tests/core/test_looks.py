"""What is seen from places in woods: looked at where something hems a place in, told between those places."""

import math

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st
from hypothesis.extra.numpy import arrays
from shapely.geometry import box

from tests.core.holes import open_hole
from ypodrome.core.hole.features import Grove
from ypodrome.core.strategy.looks import ABOUT_M, LATTICE_M, Lattice, lattice, looks_of, seen_from
from ypodrome.core.strategy.mesh import INNER_M, PLAYED_M

SHAPE = (4, 5)


def seen(of, beyond, along, left):
    """What is seen so many steps along a lattice and to its left."""
    (fx, fy), (x, y) = of.forward, of.corner
    place = x + LATTICE_M * (along * fx - left * fy), y + LATTICE_M * (along * fy + left * fx)
    return seen_from(looks_of(of, np.asarray(beyond, float)), np.array([place]))[0]


def wood(side=1):
    """Thick woods to one side of a straight hole."""
    west, east = sorted((side * 4.0, side * 40.0))
    return open_hole(100.0, groves=(Grove((1,), box(west, 0.0, east, 110.0), 14.0, 2.0, 0.3, 0.12),))


def laid(numbers):
    """A lattice askew with these of its places looked at."""
    nowhere = np.zeros((len(numbers), 2))
    return Lattice(np.array([3.0, -7.0]), np.array([0.6, 0.8]), SHAPE, np.array(numbers), nowhere)


steps = st.tuples(st.floats(0.001, SHAPE[0] - 1.001), st.floats(0.001, SHAPE[1] - 1.001))


@given(arrays(float, 20, elements=st.floats(-1.0, 5.0)), steps)
@settings(deadline=None)
def test_between_places_that_were_looked_at_nothing_beyond_theirs_is_seen(beyond, at):
    i, j = int(at[0]), int(at[1])
    around = beyond.reshape(SHAPE)[i : i + 2, j : j + 2]
    assert around.min() - 1e-9 <= seen(laid(range(20)), beyond, *at) <= around.max() + 1e-9


@given(st.integers(0, SHAPE[0] - 2), st.integers(0, SHAPE[1] - 2))
@settings(deadline=None)
def test_at_a_place_that_was_looked_at_just_that_is_seen(i, j):
    beyond = np.arange(20.0)
    at_place = seen(laid(range(20)), beyond, i + 1e-9, j + 1e-9)
    assert at_place == pytest.approx(beyond[5 * i + j], abs=1e-6)


@pytest.mark.parametrize("at", [(-0.5, 1.0), (1.0, -0.5), (3.5, 1.0), (1.0, 4.5), (0.9, 2.9)])
def test_off_the_lattice_and_where_nobody_looked_nothing_is_seen(at):
    of = laid([n for n in range(20) if n != 8])  # place (1, 3)
    assert math.isnan(seen(of, np.ones(19), *at))
    assert seen(of, np.ones(19), 0.2, 2.2) == pytest.approx(1.0)


def test_nobody_looks_about_on_open_ground():
    assert not len(lattice(open_hole(100.0)).places)


def test_in_woods_near_play_and_a_little_round_them_is_looked():
    scene = wood()
    places, pin = lattice(scene).places, np.array(scene.pin.at)
    assert len(places) > 50
    assert places[:, 0].min() > 4.0 - 2 * ABOUT_M and places[:, 0].max() < PLAYED_M
    assert scene.in_bounds(places).all()
    assert np.hypot(*(places - pin).T).min() > INNER_M - LATTICE_M


def test_a_mirrored_hole_is_looked_at_from_mirrored_places():
    right, left = lattice(wood(1)).places, lattice(wood(-1)).places
    mirrored = left * (-1.0, 1.0)
    order = [np.lexsort(np.round(p, 6).T) for p in (right, mirrored)]
    np.testing.assert_allclose(right[order[0]], mirrored[order[1]], atol=1e-9)
