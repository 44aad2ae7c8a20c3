"""The survey desk: changes kept, undone and redone; files shown before they are taken; permissions."""

import json

import pytest
from django.core.files.uploadedfile import SimpleUploadedFile
from django.urls import reverse

from tests.conftest import DEMO
from ypodrome.course import documents, drafts, edits, services
from ypodrome.course.models import Course, Draft
from ypodrome.interchange.course_schema import PENS, schema_document
from ypodrome.interchange.problems import FileProblems

pytestmark = pytest.mark.django_db


@pytest.fixture
def empty(demo):
    return services.new_course(demo, "Fennick Holt", -30.0, 47.0)


def point(kind, x, y, **properties):
    geometry = {"type": "Point", "coordinates": [x, y]}
    return {"at": None, "feature": {"geometry": geometry, "properties": {"kind": kind, **properties}}}


def first_hole():
    line = {"type": "LineString", "coordinates": [[0, 0], [0, 80]]}
    return [
        {"at": None, "feature": {"geometry": line, "properties": {"kind": "hole", "hole": 1}}},
        point("tee", 0, 0, hole=1, label="long"),
        point("pin", 0, 80, hole=1, label="A"),
    ]


def test_a_hole_drawn_from_nothing_can_be_planned_on(empty):
    answer = edits.change(empty, first_hole())
    assert [row["at"] for row in answer.rows] == [1, 2, 3]
    assert answer.problems == []
    core = documents.core_course(Course.objects.get(pk=empty.pk))
    assert core.hole_numbers() == [1]
    scene = documents.scene_of(empty, 1, "long", "A", 3, False)
    assert scene.distance_m == pytest.approx(80.0, abs=0.01)


def test_what_is_missing_is_said_while_it_is_drawn(empty):
    answer = edits.change(empty, [point("tee", 0, 0, hole=1, label="long")])
    assert any("line of play" in p for p in answer.problems)


def test_undo_and_redo_bring_the_features_back(empty):
    edits.change(empty, first_hole())
    before = edits.desk_rows(empty)
    edits.change(empty, [{"at": 2, "feature": None}, point("tree", 5, 30, hole=1)])
    after = edits.desk_rows(empty)
    edits.undo(empty)
    assert edits.desk_rows(empty) == before
    edits.redo(Course.objects.get(pk=empty.pk))
    assert edits.desk_rows(empty) == after
    fresh = Course.objects.get(pk=empty.pk)
    edits.undo(fresh)
    edits.undo(fresh)
    assert edits.desk_rows(fresh) == []
    with pytest.raises(ValueError, match="nothing to undo"):
        edits.undo(fresh)


def test_a_new_change_after_undo_ends_redo_and_gives_no_name_twice(empty):
    edits.change(empty, first_hole())
    edits.undo(empty)
    answer = edits.change(empty, [point("landmark", 1, 1, name="the post")])
    assert answer.rows[0]["at"] == 1 or answer.rows[0]["at"] > 3
    with pytest.raises(ValueError, match="nothing to redo"):
        edits.redo(empty)


@pytest.mark.parametrize(
    ("step", "words"),
    [
        ({"at": 99, "feature": None}, "not on this course"),
        ({"at": None, "feature": {"geometry": None, "properties": {}}}, "geometry"),
        (point("tree", 0, 0, height_m="tall"), "height_m"),
        (point("castle", 0, 0), "kind"),
        (point("tree", float("nan"), 0), "geometry"),
        (point("tree", 1e12, 0), "geometry"),
    ],
)
def test_a_bad_step_is_refused_with_its_field_and_nothing_changes(empty, step, words):
    with pytest.raises(ValueError, match=words):
        edits.change(empty, [*first_hole(), step])
    assert empty.features.count() == 0
    assert empty.changes.count() == 0


@pytest.mark.parametrize(
    ("steps", "words"),
    [
        (None, "list"), ("nonsense", "list"), (["nonsense"], "step 1 needs a feature"),
        ([{"at": "2", "feature": None}], "whole number"), ([{"feature": [1]}], "no object"),
    ],
)  # fmt: skip
def test_what_is_no_step_is_refused(client, empty, steps, words):
    url = reverse("course:desk_change", args=(empty.pk,))
    answer = client.post(url, json.dumps({"steps": steps}), "application/json")
    assert answer.status_code == 400
    assert words in answer.json()["error"]


def test_desk_answers_over_http(client, empty):
    url = reverse("course:desk_change", args=(empty.pk,))
    answer = client.post(url, json.dumps({"steps": first_hole()}), "application/json")
    assert answer.status_code == 200
    assert answer.json()["applied"] == 1
    refused = client.post(url, json.dumps({"steps": []}), "application/json")
    assert refused.status_code == 400
    everything = client.get(reverse("course:desk_all", args=(empty.pk,))).json()
    assert len(everything["rows"]) == 3
    assert everything["schema"] == schema_document()
    notes = client.get(reverse("course:desk_hole", args=(empty.pk, 1))).content.decode()
    assert "262 ft" in notes
    missing = client.get(reverse("course:desk_hole", args=(empty.pk, 2))).content.decode()
    assert "not on this course" in missing


PAGES = ["desk", "desk_all", "desk_contours", "layouts", "scouting", "export"]
WRITES = ["desk_change", "desk_undo", "desk_redo", "desk_laser"]


def test_a_stranger_sees_and_changes_nothing(empty, stranger):
    for name in PAGES:
        assert stranger.get(reverse(f"course:{name}", args=(empty.pk,))).status_code == 404
    for name in WRITES:
        answer = stranger.post(reverse(f"course:{name}", args=(empty.pk,)), "{}", "application/json")
        assert answer.status_code == 404


@pytest.mark.parametrize("name", PAGES)
def test_pages_of_the_demo_course_open(client, demo, name):
    course = demo.courses.get()
    assert client.get(reverse(f"course:{name}", args=(course.pk,))).status_code == 200


def test_opening_the_desk_asks_few_questions(client, demo, django_assert_max_num_queries):
    course = demo.courses.get()
    with django_assert_max_num_queries(16):
        client.get(reverse("course:desk_all", args=(course.pk,)))


def upload(client, name, data, course=None):
    fields = {"file": SimpleUploadedFile(name, data)} | ({"course": course.pk} if course else {})
    return client.post(reverse("course:shelf"), fields)


def test_a_course_file_is_shown_before_it_is_taken(client, demo):
    data = (DEMO / "course.geojson").read_bytes()
    before = demo.courses.count()
    answer = upload(client, "quernby.geojson", data)
    assert demo.courses.count() == before
    page = client.get(answer["Location"]).content.decode()
    assert "18 holes" in page
    client.post(answer["Location"], {"act": "new"})
    assert demo.courses.count() == before + 1
    assert not Draft.objects.exists()
    copy = demo.courses.order_by("-pk")[0]
    assert documents.document_of(copy)["features"] == json.loads(data)["features"]


def test_a_dropped_file_changes_nothing(client, demo):
    answer = upload(client, "quernby.geojson", (DEMO / "course.geojson").read_bytes())
    client.post(answer["Location"], {"act": "drop"})
    assert demo.courses.count() == 1
    assert not Draft.objects.exists()


def test_a_course_file_put_in_place_can_be_undone(demo, empty):
    edits.change(empty, first_hole())
    before = documents.document_of(empty)
    draft = drafts.read_draft(demo, "q.geojson", (DEMO / "course.geojson").read_bytes(), empty)
    drafts.take_into(draft, empty)
    assert empty.layouts.count() == 3
    back = Course.objects.get(pk=empty.pk)
    assert edits.undo(back).moved
    assert documents.document_of(back) == before
    edits.redo(back)
    assert back.layouts.count() == 3
    assert edits.course_problems(back) == []


WALK = b"""<?xml version="1.0"?><gpx version="1.1" creator="t" xmlns="http://www.topografix.com/GPX/1/1">
<wpt lat="47.0" lon="-30.0"><name>2 tee long</name></wpt>
<wpt lat="47.0004" lon="-30.0"><name>corner</name></wpt>
<wpt lat="47.0008" lon="-30.0004"><name>2 pin A</name></wpt>
<wpt lat="47.0005" lon="-30.0001"><name>tree slim</name></wpt>
</gpx>"""


def test_a_walk_becomes_a_hole(client, demo, empty):
    answer = upload(client, "walk.gpx", WALK, empty)
    client.post(answer["Location"], {"act": "into"})
    kinds = sorted(f.properties["kind"] for f in empty.features.all())
    assert kinds == ["hole", "pin", "tee", "tree"]
    line = empty.features.get(properties__kind="hole")
    assert len(line.geometry["coordinates"]) == 3
    assert edits.course_problems(empty) == []


def test_a_walk_needs_a_course_to_add_to(demo):
    with pytest.raises(FileProblems, match="desk"):
        drafts.read_draft(demo, "walk.gpx", WALK, None)


def test_laser_shots_are_placed_from_named_stations(demo, empty):
    edits.change(empty, [*first_hole(), point("spot_height", 0, 0, z_m=30.0)])
    shots = (
        b"from,distance_m,bearing_deg,height_m,what,hole\n"
        b"tee long,50,90,2,tree bushy,1\nlast,10,0,0,landmark the post,1\nthe post,5,180,,1 drop zone,\n"
    )
    draft = drafts.read_draft(demo, "shots.csv", shots, empty)
    drafts.take_into(draft, empty)
    places = {r["properties"]["kind"]: r["geometry"]["coordinates"] for r in edits.desk_rows(empty)}
    assert places["tree"] == pytest.approx([50.0, 0.0], abs=0.01)
    assert places["landmark"] == pytest.approx([50.0, 10.0], abs=0.01)
    assert places["drop_zone"] == pytest.approx([50.0, 5.0], abs=0.01)
    assert 32.0 in {r["properties"].get("z_m") for r in edits.desk_rows(empty)}


def test_an_unknown_station_is_named_with_what_there_is(demo, empty):
    edits.change(empty, first_hole())
    shots = b"from,distance_m,bearing_deg,what\nthe moon,5,0,tree\n"
    with pytest.raises(FileProblems, match=r"line 2, from.*the moon.*pin a"):
        drafts.read_draft(demo, "s.csv", shots, empty)


def test_the_simulated_instruments_say_that_they_are(client, demo):
    course = demo.courses.get()
    ends = json.dumps({"from": [0, 0], "to": [30, 40], "shot": 1})
    reading = client.post(reverse("course:desk_laser", args=(course.pk,)), ends, "application/json").json()
    assert "Simulated" in reading["device"]
    assert reading["distance_m"] == pytest.approx(50.0, abs=1.0)
    walk = client.get(reverse("course:desk_walk", args=(course.pk, 2))).content
    assert b"Simulated" in walk
    draft = drafts.read_draft(demo, "walk.gpx", walk, course)
    assert dict(drafts.counts(draft))["hole"] == 1


def test_a_layout_is_kept_and_offered(client, demo):
    course = demo.courses.get()
    url = reverse("course:layouts", args=(course.pk,))
    form = {"name": "Evening two", "plays": ["1", "3"], "tee-1": "short", "pin-1": "B", "par-1": "3",
            "tee-3": "long", "pin-3": "A", "par-3": "5"}  # fmt: skip
    assert client.post(url, form).status_code == 302
    layout = course.layouts.get(name="Evening two")
    assert [(h.number, h.tee, h.pin, h.par) for h in layout.holes.all()] == [
        (1, "short", "B", 3), (3, "long", "A", 5),
    ]  # fmt: skip
    assert course.layouts.count() == 4
    refused = client.post(url, form | {"pin-1": "Z"})
    assert b"does not exist" in refused.content
    assert client.post(url, {"name": ""}).status_code == 400


def test_every_pen_draws_a_sound_feature(empty):
    shapes = {
        "Point": [0, 0],
        "LineString": [[0, 0], [0, 30]],
        "Polygon": [[[0, 0], [9, 0], [9, 9], [0, 0]]],
    }
    for pen in PENS:
        geometry = {"type": pen["shape"], "coordinates": shapes[pen["shape"]]}
        hole = {"hole": 1} if pen["kind"] == "hole" else {}
        properties = {"kind": pen["kind"], **hole, **pen["properties"]}
        edits.change(empty, [{"at": None, "feature": {"geometry": geometry, "properties": properties}}])
    assert empty.features.count() == len(PENS)


def test_a_pasted_profile_becomes_heights_along_the_line(client, demo, empty):
    edits.change(empty, first_hole())
    url = reverse("course:desk_profile", args=(empty.pk,))
    answer = client.post(
        url, json.dumps({"hole": 1, "text": "0 100\n131.2 110\n\n262, 90"}), "application/json"
    )
    spots = [r for r in answer.json()["rows"] if r["properties"]["kind"] == "spot_height"]
    assert [round(r["geometry"]["coordinates"][1]) for r in spots] == [0, 40, 80]  # feet, to the north
    assert spots[1]["properties"]["z_m"] == pytest.approx(110 * 0.3048, abs=0.01)
    for text, words in (("0 x", "line 1"), ("", "empty"), ("900 3", "262 long"), ("1 2 3", "line 1")):
        refused = client.post(url, json.dumps({"hole": 1, "text": text}), "application/json")
        assert refused.status_code == 400
        assert words in refused.json()["error"]


def test_a_course_made_unsound_says_so_on_its_plan_and_keeps_it(client, demo):
    course = demo.courses.get()
    pin = next(
        f for f in course.features.all() if f.properties["kind"] == "pin" and f.properties["hole"] == 5
    )
    edits.change(course, [{"at": pin.position, "feature": None}])
    plan = demo.plans.get()
    page = client.get(reverse("plan:sheet", args=(plan.pk, 5)))
    assert page.status_code == 409
    assert b"hole 5, pin: is missing" in page.content
    replan = client.post(reverse("plan:replan", args=(plan.pk, 5)), "{}", "application/json")
    assert replan.status_code == 409
    assert "hole 5, pin: is missing" in replan.json()["error"]
    edits.undo(Course.objects.get(pk=course.pk))
    assert client.get(reverse("plan:sheet", args=(plan.pk, 5))).status_code == 200


def test_changes_from_two_tabs_are_all_kept_and_all_undone(demo, empty):
    """Each tab has read the course before the other's change."""
    here, there = Course.objects.get(pk=empty.pk), Course.objects.get(pk=empty.pk)
    edits.change(here, first_hole()[:1])
    edits.change(there, first_hole()[1:2])
    edits.change(here, first_hole()[2:3])
    assert [c.number for c in empty.changes.all()] == [1, 2, 3]
    for left in (2, 1, 0):
        edits.undo(there)
        assert empty.features.count() == left


@pytest.mark.parametrize("step", [{"feature": [1]}, {"feature": "x"}, {"at": [1], "feature": None}])
def test_a_step_of_the_wrong_shape_is_refused(client, empty, step):
    body = json.dumps({"steps": [step]})
    answer = client.post(reverse("course:desk_change", args=(empty.pk,)), body, "application/json")
    assert answer.status_code == 400
    assert not empty.features.exists()
