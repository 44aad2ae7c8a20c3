"""Courses in: RFC 7946 shapes, every problem listed by feature and field, nothing half taken."""

import copy
import json
import math

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from tests.conftest import DEMO
from ypodrome.interchange.course_geojson import course_from_document, read_course
from ypodrome.interchange.course_schema import KINDS
from ypodrome.interchange.frame import to_lon_lat
from ypodrome.interchange.problems import FileProblems

DOCUMENT = json.loads((DEMO / "course.geojson").read_text())


def problems_of(document) -> list[str]:
    with pytest.raises(FileProblems) as caught:
        read_course(json.dumps(document).encode() if not isinstance(document, bytes) else document)
    return [str(p) for p in caught.value.problems]


def changed(wanted: str, properties: dict):
    """The demo document with one feature of a kind changed; None removes a property."""
    document = copy.deepcopy(DOCUMENT)
    feature = next(f for f in document["features"] if f["properties"]["kind"] == wanted)
    for key, value in properties.items():
        if value is None:
            feature["properties"].pop(key)
        else:
            feature["properties"][key] = value
    return document, document["features"].index(feature) + 1


def test_demo_course_is_sound_and_to_scale(demo_course):
    assert demo_course.hole_numbers() == list(range(1, 19))
    (x0, y0), (x1, y1) = demo_course.tees[0].at, demo_course.pins[0].at
    assert math.hypot(x1 - x0, y1 - y0) == pytest.approx(math.hypot(6, 88), abs=0.02)  # as drawn


@pytest.mark.parametrize(
    ("kind", "change", "field", "words"),
    [
        ("tree", {"height_m": "tall"}, "height_m", "finite number"),
        ("tree", {"density_per_m": 3}, "density_per_m", "between 0 and 1"),
        ("hole", {"par": 12}, "par", "between 2 and 7"),
        ("hole", {"hole": None}, "hole", "whole number"),
        ("hole", {"ob_play": "replay"}, "ob_play", "one of"),
        ("area", {"surface": "ice"}, "surface", "one of"),
        ("tee", {"label": None}, "label", "missing"),
        ("spot_height", {"z_m": None}, "z_m", "missing"),
        ("barrier", {"top_m": None}, "top_m", "missing"),
        ("pin", {"kind": "flag"}, "kind", "not known"),
        ("grove", {"name": 5}, "name", "text"),
    ],
)
def test_a_wrong_property_is_named_with_its_feature(kind, change, field, words):
    document, number = changed(kind, change)
    found = [p for p in problems_of(document) if p.startswith(f"feature {number}")]
    assert any(field in p and words in p for p in found), found


def test_all_problems_are_listed_at_once():
    document, _ = changed("tree", {"height_m": "tall", "density_per_m": 7})
    changed_hole = next(f for f in document["features"] if f["properties"]["kind"] == "hole")
    changed_hole["properties"]["par"] = 99
    assert len(problems_of(document)) == 3


@pytest.mark.parametrize(
    ("geometry", "words"),
    [
        ({"type": "Polygon", "coordinates": [[[0, 0], [1e-3, 1e-3], [1e-3, 0], [0, 1e-3], [0, 0]]]}, "cross"),
        ({"type": "Polygon", "coordinates": [[[0, 0], [1e-3, 0]]]}, "four positions"),
        ({"type": "Polygon", "coordinates": [[[0, 95], [1, 95], [1, 96], [0, 95]]]}, "off the earth"),
        ({"type": "Polygon", "coordinates": "here"}, "two finite numbers"),
        ({"type": "Point", "coordinates": [0, 0]}, "Polygon or MultiPolygon"),
        (None, "Polygon or MultiPolygon"),
    ],
)
def test_a_wrong_geometry_is_named(geometry, words):
    document = copy.deepcopy(DOCUMENT)
    feature = next(f for f in document["features"] if f["properties"]["kind"] == "area")
    feature["geometry"] = geometry
    assert any("geometry" in p and words in p for p in problems_of(document))


@pytest.mark.parametrize(
    ("data", "words"),
    [
        (b"", "empty"),
        (b"\xff\xfe\x00", "UTF-8"),
        (b"{", "JSON"),
        (b"[1, 2]", "FeatureCollection"),
        (b'{"type": "FeatureCollection", "features": [NaN]}', "NaN"),
        (b'{"type": "FeatureCollection", "features": []}', '"ypodrome"'),
        (b'{"type": "FeatureCollection", "a": ' + b"[" * 100_000 + b"]" * 100_000 + b"}", "deep"),
    ],
)
def test_a_broken_file_is_refused(data, words):
    assert words in problems_of(data)[0]


def test_a_layout_must_name_what_is_there():
    document = copy.deepcopy(DOCUMENT)
    document["ypodrome"]["layouts"][0]["holes"][1]["pin"] = "Z"
    assert 'hole 2, pin: "Z" does not exist (there is: A, B)' in problems_of(document)[0]


def test_a_hole_without_a_pin_and_a_far_feature_are_noticed():
    document = copy.deepcopy(DOCUMENT)
    pins = [
        f for f in document["features"] if f["properties"]["kind"] == "pin" and f["properties"]["hole"] == 3
    ]
    document["features"] = [f for f in document["features"] if f not in pins]
    document["ypodrome"]["layouts"] = []
    assert any("hole 3, pin: is missing" in p for p in problems_of(document))
    tee = next(f for f in document["features"] if f["properties"]["kind"] == "tee")
    tee["geometry"]["coordinates"][0] += 5.0
    assert any("20 km" in p for p in problems_of(document))


@settings(deadline=None, max_examples=25)
@given(st.data())
def test_any_property_replaced_by_junk_is_refused_or_harmless(data):
    """Never an exception other than a list of problems."""
    document = copy.deepcopy(DOCUMENT)
    feature = data.draw(st.sampled_from(document["features"]))
    key = data.draw(st.sampled_from(["kind", "hole", *KINDS[feature["properties"]["kind"]].properties]))
    junk = st.none() | st.booleans() | st.floats() | st.text(max_size=5) | st.lists(st.integers(), max_size=2)
    feature["properties"][key] = data.draw(junk)
    try:
        course_from_document(document)
    except FileProblems as error:
        assert error.problems


def test_two_hundred_thousand_vertices_are_refused():
    turns = [k / 2e4 for k in range(200_000)]
    circle = [[0.001 * math.cos(t), 0.001 * math.sin(t)] for t in turns]
    document = copy.deepcopy(DOCUMENT)
    area = next(f for f in document["features"] if f["properties"]["kind"] == "area")
    area["geometry"] = {"type": "Polygon", "coordinates": [[*circle, circle[0]]]}
    assert any("more than 100000 vertices" in p for p in problems_of(document))


COORDINATE = st.tuples(st.floats(-30.215, -30.2), st.floats(47.355, 47.365)).map(list)
TREES = st.lists(st.tuples(COORDINATE, st.floats(0.5, 100), st.text(max_size=30)), max_size=8)


@settings(deadline=None, max_examples=30)
@given(TREES)
def test_what_is_read_is_what_was_written(trees):
    """Every property of a tree and its place come back from the core's course, to a millimetre."""
    document = copy.deepcopy(DOCUMENT)
    for at, height, name in trees:
        properties = {"kind": "tree", "hole": 1, "height_m": height, "name": name}
        geometry = {"type": "Point", "coordinates": at}
        document["features"].append({"type": "Feature", "geometry": geometry, "properties": properties})
    course = course_from_document(json.loads(json.dumps(document)))
    for tree, (at, height, name) in zip(course.trees[len(course.trees) - len(trees) :], trees, strict=True):
        assert (tree.height_m, tree.name) == (height, name)
        assert to_lon_lat(course.origin, tree.at) == pytest.approx(at, abs=2e-8)


@pytest.mark.parametrize("swap", [False, True])
def test_rings_wind_either_way_and_must_close(swap):
    """RFC 7946 §3.1.6: rings close; readers should take either winding."""
    ring = [[-30.21, 47.36], [-30.209, 47.36], [-30.209, 47.361], [-30.21, 47.36]]
    document = copy.deepcopy(DOCUMENT)
    area = next(f for f in document["features"] if f["properties"]["kind"] == "area")
    area["geometry"] = {"type": "Polygon", "coordinates": [ring[::-1] if swap else ring]}
    assert course_from_document(document).areas


def test_foreign_members_and_a_third_coordinate_are_let_be():
    """RFC 7946 §6.1 and §3.1.1: foreign members are allowed, and positions may have a height."""
    document = copy.deepcopy(DOCUMENT)
    document["generator"] = "somebody else"
    tee = next(f for f in document["features"] if f["properties"]["kind"] == "tee")
    tee["id"], tee["geometry"]["coordinates"] = 7, [*tee["geometry"]["coordinates"], 31.5]
    assert course_from_document(document).tees


def test_a_hole_too_large_to_work_out_is_refused_before_anything_is():
    """Metre by metre, a hole of some kilometres each way once took eight gigabytes."""

    def drawn(shape, coordinates, **properties):
        geometry = {"type": shape, "coordinates": coordinates}
        return {"type": "Feature", "geometry": geometry, "properties": {"hole": 1, **properties}}

    tee, pin = [-30.21, 47.36], [-30.16, 47.41]
    features = [
        drawn("LineString", [tee, pin], kind="hole"),
        drawn("Point", tee, kind="tee", label="a"),
        drawn("Point", pin, kind="pin", label="a"),
    ]
    head = {"format": "course", "version": 1, "name": "Far", "layouts": []}
    with pytest.raises(FileProblems, match="hole 1, geometry: reaches over 5,"):
        course_from_document({"type": "FeatureCollection", "ypodrome": head, "features": features})
