"""The course frame against geographiclib's geodesics on WGS 84 (Karney 2013)."""

import math

import pytest
from geographiclib.geodesic import Geodesic
from hypothesis import given, settings
from hypothesis import strategies as st

from ypodrome.interchange.frame import to_local, to_lon_lat


@settings(deadline=None)
@given(
    lat=st.floats(-70, 70), lon=st.floats(-179, 179), bearing=st.floats(0, 360),
    distance=st.floats(1, 2000),
)  # fmt: skip
def test_distance_and_bearing_from_the_origin(lat, lon, bearing, distance):
    end = Geodesic.WGS84.Direct(lat, lon, bearing, distance)
    x, y = to_local((lon, lat), (end["lon2"], end["lat2"]))
    assert math.hypot(x, y) == pytest.approx(distance, abs=0.002)
    assert x == pytest.approx(distance * math.sin(math.radians(bearing)), abs=0.002)
    back = to_lon_lat((lon, lat), (x, y))
    assert Geodesic.WGS84.Inverse(back[1], back[0], end["lat2"], end["lon2"])["s12"] < 0.001


def test_distance_between_two_places_away_from_the_origin():
    """Within 5 cm for holes a kilometre away from the middle of the course."""
    origin = (-30.2, 47.36)
    a, b = (-30.187, 47.366), (-30.188, 47.3668)
    exact = Geodesic.WGS84.Inverse(a[1], a[0], b[1], b[0])["s12"]
    assert math.dist(to_local(origin, a), to_local(origin, b)) == pytest.approx(exact, abs=0.05)
