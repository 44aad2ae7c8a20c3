"""Places in and out of shapes, as the geometry library says of each."""

import numpy as np
import shapely
from hypothesis import given
from hypothesis import strategies as st
from shapely.geometry import MultiPolygon, Point, Polygon, box

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
