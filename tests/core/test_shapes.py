"""Places in and out of shapes and nearest on their edges, as the geometry library says of each."""

import numpy as np
import pytest
import shapely
from hypothesis import given, settings
from hypothesis import strategies as st
from shapely.geometry import MultiPolygon, Point, Polygon, box

from ypodrome.core.flight.cores import MANY
from ypodrome.core.hole.edges import nearest_on, segments_of
from ypodrome.core.hole.shapes import holds

NOTCHED = Polygon([(0, 0), (10, 0), (10, 8), (5, 3), (0, 8)])
TWO = MultiPolygon([box(-4, -4, -2, -2), Point(3.0, 3.0).buffer(2.0)])
AT = st.integers(-12, 24).map(lambda k: k / 2)


@given(shape=st.sampled_from([NOTCHED, TWO, Polygon()]), places=st.lists(st.tuples(AT, AT), min_size=1))
def test_a_shape_holds_what_the_library_says_lies_inside(shape, places):
    """Corners and edges among them, and places outside its box."""
    x, y = np.array(places).T
    assert holds(shape, x, y).tolist() == [bool(shapely.contains(shape, Point(p))) for p in places]
    assert [bool(holds(shape, *p)) for p in places] == holds(shape, x, y).tolist()
    grid_x, grid_y = np.meshgrid(x, y)
    assert holds(shape, grid_x, grid_y).shape == grid_x.shape


@settings(deadline=None)  # the first compiles
@given(shape=st.sampled_from([NOTCHED, TWO]), places=st.lists(st.tuples(AT, AT), min_size=1))
def test_the_nearest_place_on_an_edge_is_as_near_as_the_library_says(shape, places):
    found = nearest_on(segments_of(shape.boundary), np.array(places))
    for place, nearest in zip(places, found, strict=True):
        assert Point(place).distance(Point(nearest)) == pytest.approx(Point(place).distance(shape.boundary))
        assert shape.boundary.distance(Point(nearest)) < 1e-9


def test_so_many_places_that_cores_share_them_are_told_alike():
    x, y = np.random.default_rng(3).uniform(-12.0, 12.0, (2, 3 * MANY))
    for shape in (NOTCHED, TWO):
        assert (holds(shape, x, y) == shapely.contains(shape, shapely.points(x, y))).all()
