"""Where the worth of a hole is worked out: close together where it changes within a few steps."""

import numpy as np
import pytest
from scipy.spatial import cKDTree
from shapely.geometry import LineString

from tests.core.holes import open_hole
from ypodrome.core.hole.features import Mando
from ypodrome.core.strategy.mesh import mesh, ring_ends

POST = np.array([3.0, 60.0])
PIN = np.array([0.0, 95.0])


def gaps(mandos):
    """From places along the line from the basket past a post, on the far side of it, to the nearest lie that
    is played out."""
    places = mesh(open_hole(95.0, mandos=mandos))
    away = (POST - PIN) / np.hypot(*(POST - PIN))
    behind = POST + np.linspace(2.0, 28.0, 14)[:, None] * away
    return cKDTree(places.lies[places.played]).query(behind)[0]


@pytest.mark.parametrize("side", [1, -1])
def test_lies_are_close_where_a_mandatory_comes_into_the_way(side):
    """A step aside there is the difference between a straight throw and one round the post."""
    gate = Mando((1,), LineString([POST, POST + np.array([side * 60.0, 0.0])]))
    assert gaps((gate,)).max() < 5.0
    assert gaps((gate,)).mean() < 0.8 * gaps(()).mean()


def test_rings_end_where_the_next_is_farther_from_the_basket():
    places = mesh(open_hole(95.0))
    ends = ring_ends(places.lies, PIN)
    away = np.hypot(*(places.lies - PIN).T)
    assert ends[-1] == len(places.lies)
    for end in ends[:-1]:
        assert away[:end].max() <= away[end:].min()
        assert places.ring[end - 1] < places.ring[end]
