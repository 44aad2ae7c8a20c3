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


@settings(deadline=None, max_examples=40)
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
