"""Views: whose objects, which methods, how many queries, what headers."""

import json

import pytest
from django.test import Client
from django.urls import reverse

from tests.conftest import DEMO
from ypodrome.plan import planning

pytestmark = pytest.mark.django_db


def test_pages_forbid_other_hosts(demo_plan, client):
    hole = (demo_plan.pk, 1)
    for name, args in (("plan:overview_of", hole[:1]), ("plan:sheet", hole), ("plan:book", hole[:1])):
        policy = client.get(reverse(name, args=args))["Content-Security-Policy"]
        assert "default-src 'none'" in policy
        assert "unsafe" not in policy


def test_local_mode_opens_straight_into_the_demo(demo_plan):
    assert Client().get("/", follow=True).status_code == 200


def test_replan_choose_and_aim_answer_with_drawings(demo_plan, client):
    base = reverse("plan:sheet", args=(demo_plan.pk, 1))

    def post(what, **values):
        return client.post(f"{base}{what}/", json.dumps(values), content_type="application/json")

    planned = post("replan", wind_m_s=4.0, wind_from_deg=120.0, without=["forehand"]).json()
    assert set(planned["parts"]) == {"drawing", "side", "tee_view", "card", "options", "facts"}
    assert "RHFH" not in planned["parts"]["options"]
    assert post("choose", rank=2).status_code == 200
    hole = demo_plan.holes.get(number=1)
    assert hole.kept.place == 1
    dragged = post("aim", rank=2, aim_left_deg=3.0).json()
    assert "cloud" in dragged["parts"]["shot"]
    assert demo_plan.holes.get(number=1).kept.own is None
    post("aim", rank=2, aim_left_deg=3.0, keep=True)
    assert demo_plan.holes.get(number=1).kept.own is not None


@pytest.mark.parametrize(
    ("what", "body", "words"),
    [
        ("replan", "nonsense", "not JSON"),
        ("replan", "[]", "object"),
        ("replan", '{"wind_m_s": 99}', "from 0 to 30 m/s"),
        ("choose", '{"rank": 40}', "no option 40"),
        ("choose", '{"rank": "x"}', "rank: Enter a whole number."),
        ("aim", '{"rank": 1, "aim_left_deg": 200}', "within 90"),
        ("aim", '{"rank": 1}', "aim_left_deg"),
    ],
)
def test_bad_requests_are_told_what_is_wrong(demo_plan, client, what, body, words):
    planning.plan_one(demo_plan.holes.get(number=1))
    url = reverse(f"plan:{what}", args=(demo_plan.pk, 1))
    answer = client.post(url, body, content_type="application/json")
    assert answer.status_code == 400
    assert words in answer.json()["error"]


def test_units_switch_and_stay(demo, client):
    url = reverse("accounts:units")
    assert client.post(url, {"units": "metric", "next": "/bag/"})["Location"] == "/bag/"
    demo.refresh_from_db()
    assert demo.units == "metric"
    assert client.post(url, {"units": "cubits"}).status_code == 400
    assert client.post(url, {"units": "imperial", "next": "https://elsewhere.invalid/"})["Location"] == "/"


def test_bad_uploads_show_their_problems(client, demo):
    from django.core.files.uploadedfile import SimpleUploadedFile

    answer = client.post(reverse("bag:read"), {"file": SimpleUploadedFile("b.csv", b"name,speed\nA,1\n")})
    assert answer.status_code == 400
    assert b"header lacks the column" in answer.content
    answer = client.post(reverse("course:shelf"), {"file": SimpleUploadedFile("c.geojson", b"{")})
    assert answer.status_code == 400
    assert demo.courses.count() == 1


def test_a_course_file_is_taken_in_and_given_back(client, demo):
    with (DEMO / "course.geojson").open("rb") as file:
        assert client.post(reverse("course:shelf"), {"file": file}).status_code == 302
    course = demo.courses.order_by("-pk").first()
    back = client.get(reverse("course:export", args=(course.pk,)))
    assert back["Content-Type"] == "application/geo+json"
    assert len(back.json()["features"]) == course.features.count()


def test_overview_asks_few_questions(client, demo_plan, django_assert_max_num_queries):
    for hole in demo_plan.holes.filter(position__lte=4):
        planning.plan_one(hole)
    with django_assert_max_num_queries(40):
        client.get(reverse("plan:overview_of", args=(demo_plan.pk,)))


def test_the_line_a_standard_player_takes_is_told_beside_the_players_own(client, demo_plan):
    answer = client.post(reverse("plan:standard", args=(demo_plan.pk, 1)))
    told = answer.json()["parts"]["standard"]
    assert "A standard player of your level throws" in told
    assert "your best is" in told


def test_the_weather_through_the_round_says_what_to_mind(client, demo_plan):
    url = reverse("plan:weather", args=(demo_plan.pk,))
    morning = client.get(url, {"at": 9}).content.decode()
    assert "9:00" in morning and "12:00" in morning and "Sunset" in morning
    assert "Lightning" not in morning
    evening = client.get(url, {"at": 16}).content.decode()
    assert "Lightning 9 miles away: stop" in evening  # 14 km
    assert client.get(url, {"at": "soon"}).status_code == 200
