"""GPX walks and CSV laser shots: what they become, and what is refused."""

import math

import gpxpy
import gpxpy.gpx
import pytest
from geographiclib.geodesic import Geodesic
from hypothesis import given, settings
from hypothesis import strategies as st

from ypodrome.interchange.frame import geometry_in_degrees, geometry_in_metres, to_lon_lat
from ypodrome.interchange.problems import FileProblems
from ypodrome.interchange.shots_csv import read_shots
from ypodrome.interchange.survey_words import TREES, read_word
from ypodrome.interchange.walk_gpx import read_walk
from ypodrome.standins.gps_walk import ERROR_SD_M, gpx_of, wander
from ypodrome.standins.rangefinder import shoot


@pytest.mark.parametrize(
    ("text", "kind", "hole", "properties"),
    [
        ("3 tee long", "tee", 3, {"label": "long"}),
        ("Tee", "tee", None, {"label": "long"}),
        ("12 Pin B", "pin", 12, {"label": "B"}),
        ("basket", "pin", None, {"label": "A"}),
        ("tree tall pine", "tree", None, TREES["tall pine"]),
        ("tree the old oak", "tree", None, {"name": "the old oak"}),
        ("7 dz", "drop_zone", 7, {"label": "DZ"}),
        ("corner", "corner", None, {}),
        ("landmark: the cairn", "landmark", None, {"name": "the cairn"}),
        ("where we had lunch", "landmark", None, {"name": "where we had lunch"}),
        ("", "landmark", None, {"name": "unnamed point"}),
    ],
)
def test_a_surveyors_words(text, kind, hole, properties):
    word = read_word(text)
    assert (word.kind, word.hole, word.properties) == (kind, hole, properties)


NAMES = st.sampled_from(["4 tee long", "corner", "4 pin A", "tree slim", "landmark x", "height", "odd words"])


@settings(deadline=None, max_examples=40)
@given(st.lists(st.tuples(NAMES, st.floats(-0.01, 0.01), st.floats(-0.01, 0.01)), min_size=1, max_size=12))
def test_every_waypoint_but_corners_and_heights_becomes_one_feature(stops):
    features = read_walk(gpx_of([(n, -30.0 + x, 47.0 + y) for n, x, y in stops], "t").encode()).features
    points = [f for f in features if f["geometry"]["type"] == "Point"]
    assert len(points) == sum(n not in ("corner", "height") for n, _, _ in stops)
    for feature, (_, x, y) in zip(
        points, [s for s in stops if s[0] not in ("corner", "height")], strict=True
    ):
        assert feature["geometry"]["coordinates"] == pytest.approx([-30.0 + x, 47.0 + y], abs=1e-6)


def test_gpx_as_the_reference_library_writes_it_is_read():
    document = gpxpy.gpx.GPX()
    document.waypoints.append(gpxpy.gpx.GPXWaypoint(47.001, -30.002, elevation=41.5, name="height"))
    spot = read_walk(document.to_xml(version="1.1").encode()).features[0]
    assert spot["properties"] == {"kind": "spot_height", "z_m": 41.5}


@pytest.mark.parametrize(
    ("data", "words"),
    [
        (b"", "empty"),
        (b"not xml", "not GPX"),
        (b"<gpx/>", "no waypoints"),
        (b'<!DOCTYPE x [<!ENTITY a "b">]><gpx>&a;</gpx>', "entities"),
        (b'<gpx version="1.1"><wpt lat="95" lon="0"><name>x</name></wpt></gpx>', "off the earth"),
        (b"\xff\xfe\x00", "UTF-8"),
    ],
)
def test_a_broken_walk_is_refused(data, words):
    with pytest.raises(FileProblems, match=words):
        read_walk(data)


@pytest.mark.parametrize(
    ("data", "words"),
    [
        (b"", "empty"),
        (b"a,b\n1,2\n", "header lacks the column"),
        (b"from,distance_m,bearing_deg,what\n", "no shots"),
        (b"from,distance_m,bearing_deg,what\ntee,far,10,tree\n", "line 2, distance_m: must be a number"),
        (b"from,distance_m,bearing_deg,what\ntee,nan,10,tree\n", "finite"),
        (b"from,distance_m,bearing_deg,what\ntee,9000,10,tree\n", "up to 1000 m"),
        (b"from,distance_m,bearing_deg,what,hole\ntee,9,10,tree,x\n", "line 2, hole"),
    ],
)
def test_broken_shots_are_refused_by_line_and_field(data, words):
    with pytest.raises(FileProblems, match=words):
        read_shots(data)


def test_all_wrong_lines_are_listed_at_once():
    data = b"from,distance_m,bearing_deg,what\ntee,x,y,tree\ntee,1,z,tree\n"
    with pytest.raises(FileProblems) as caught:
        read_shots(data)
    assert len(caught.value.problems) == 3


def test_feet_are_feet():
    shot = read_shots(b"from,distance_ft,bearing_deg,height_ft,what\ntee,100,370,-10,tree\n")[0]
    assert shot.distance_m == pytest.approx(30.48)
    assert shot.rise_m == pytest.approx(-3.048)
    assert shot.bearing_deg == pytest.approx(10.0)


@settings(deadline=None, max_examples=40)
@given(lat=st.floats(-60, 60), distance=st.floats(5, 800), bearing=st.floats(0, 360))
def test_a_shot_lands_where_geographiclib_lands_it(lat, distance, bearing):
    """Distance and bearing in our metres against the geodesic on WGS 84: within 2 cm at 800 m."""
    a = math.radians(bearing)
    lon_lat = to_lon_lat((-30.0, lat), (distance * math.sin(a), distance * math.cos(a)))
    exact = Geodesic.WGS84.Direct(lat, -30.0, bearing, distance)
    gap = Geodesic.WGS84.Inverse(lon_lat[1], lon_lat[0], exact["lat2"], exact["lon2"])["s12"]
    assert gap < 0.02


COORDINATE = st.floats(-5000, 5000)


@settings(deadline=None, max_examples=40)
@given(st.lists(st.tuples(COORDINATE, COORDINATE), min_size=2, max_size=6))
def test_metres_to_degrees_and_back_within_two_millimetres(points):
    line = {"type": "LineString", "coordinates": [list(p) for p in points]}
    back = geometry_in_metres((-30.2, 47.3), geometry_in_degrees((-30.2, 47.3), line))
    for given_, found in zip(points, back["coordinates"], strict=True):
        assert found == pytest.approx(given_, abs=0.002)


def test_the_simulated_rangefinder_errs_as_it_says():
    """400 shots at 100 m: the mean is right, and the scatter is that of the instrument."""
    readings = [shoot((0, 0, 0), (60, 80, 4), k) for k in range(400)]
    distances = [r.distance_m for r in readings]
    assert sum(distances) / 400 == pytest.approx(100.0, abs=0.05)
    assert 0.1 < (sum((d - 100.0) ** 2 for d in distances) / 400) ** 0.5 < 0.3
    with pytest.raises(ValueError, match="600"):
        shoot((0, 0, 0), (900, 0, 0), 1)


def test_the_simulated_walk_wanders_as_it_says():
    stops = [(str(k), 10.0 * k, 0.0) for k in range(500)]
    walked = wander(stops, 1)
    off = [w[1] - s[1] for w, s in zip(walked, stops, strict=True)]
    assert (sum(o * o for o in off) / 500) ** 0.5 == pytest.approx(ERROR_SD_M, rel=0.25)


def test_what_of_a_walk_is_not_used_is_said():
    from tests.odd.files import WALK

    assert read_walk(WALK).left_out == ""
    track = b'<trk><trkseg><trkpt lat="47" lon="-30"/></trkseg></trk></gpx>'
    assert read_walk(WALK.replace(b"</gpx>", track)).left_out == "1 track: only waypoints are read"


def test_shots_from_an_old_machine_and_doubled_columns():
    from tests.odd.files import SHOTS

    assert len(read_shots(SHOTS.replace(b"\n", b"\r"))) == len(read_shots(SHOTS)) == 2
    with pytest.raises(FileProblems, match="twice"):
        read_shots(SHOTS.replace(b"height_m", b"what"))
    with pytest.raises(FileProblems, match="control character"):
        read_shots(SHOTS.replace(b"tree", b"tr\x00ee"))


def test_the_first_problems_are_told_and_the_rest_counted():
    rows = b"from,bearing_deg,what,distance_m\n" + b"x,y,z,w\n" * 4000
    with pytest.raises(FileProblems) as refused:
        read_shots(rows)
    assert len(refused.value.problems) == 200
    assert refused.value.more == 4000 * 2 - 200
    assert str(refused.value).endswith(f"and {refused.value.more} more")
