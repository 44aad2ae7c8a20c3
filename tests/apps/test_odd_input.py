"""Input that no page of ours sends: every answer is a refusal in words, never an error of the server's."""

import json

import pytest
from django.core.files.uploadedfile import SimpleUploadedFile
from django.urls import reverse

from ypodrome.drawing.frame import barbs_of
from ypodrome.interchange.bag_csv import read_bag
from ypodrome.interchange.problems import FileProblems

pytestmark = pytest.mark.django_db
HUGE = 10**400


@pytest.mark.parametrize(
    ("name", "body"),
    [
        ("plan:replan", {"wind_m_s": HUGE}),
        ("plan:replan", {"wind_m_s": [1]}),
        ("plan:look", {"tee": "\ud800"}),
        ("plan:choose", {"rank": HUGE}),
        ("plan:aim", {"rank": 1, "aim_left_deg": "1e999"}),
        ("plan:pins_plan", {"weights": {"A": HUGE}}),
        ("plan:here_plan", {"distance": HUGE, "bearing": 1, "thrown": 1}),
        ("plan:own", {"disc": {}, "kind": []}),
        ("plan:notes", {"notes": "a\ud800"}),
    ],
)
def test_odd_values_are_refused_in_words(client, demo_plan, name, body):
    answer = client.post(reverse(name, args=(demo_plan.pk, 1)), json.dumps(body), "application/json")
    assert answer.status_code == 400
    assert answer.json()["error"]


def test_deep_nesting_huge_ids_and_odd_digits(client, demo_plan):
    deep = client.post(reverse("plan:replan", args=(demo_plan.pk, 1)), "[" * 5000, "application/json")
    assert deep.status_code == 400
    assert client.get(f"/plan/{HUGE}/").status_code == 404
    for url in ("/plan/999999999999999/", f"/plan/{demo_plan.pk}/hole/99/", "/nowhere/"):
        nowhere = client.get(url)
        assert nowhere.status_code == 404
        assert reverse("round:shelf") in nowhere.content.decode()
    asked = client.post(f"/plan/{demo_plan.pk}/hole/99/replan/", "{}", "application/json")
    assert (asked.status_code, "nowhere" in asked.json()["error"]) == (404, True)
    assert client.get(reverse("round:of_plan", args=(demo_plan.pk,)), {"hole": "²"}).status_code == 200
    assert client.get(reverse("plan:beside", args=(demo_plan.pk,)), {"with": "²"}).status_code == 200
    assert client.post(reverse("plan:target", args=(demo_plan.pk,)), {"target": "²"}).status_code == 302


def test_a_bag_of_wrong_rows_is_told_in_part(client, demo):
    rows = b"name,speed,glide,turn,fade\n" + b"a,x,x,x,x\n" * 100_000
    with pytest.raises(FileProblems) as refused:
        read_bag(rows)
    assert len(refused.value.problems) < 1000
    page = client.post(reverse("bag:read"), {"file": SimpleUploadedFile("b.csv", rows)}).content.decode()
    assert page.count("<li>") < 40
    assert "more." in page


def test_a_flight_of_one_point_has_no_barbs():
    """A throw so short that its drawing is one point once broke every page of its plan."""
    import numpy as np

    assert barbs_of(np.zeros((1, 2)), np.ones(1)) == ""


def test_a_failure_of_ours_is_told_with_a_reference_and_logged(client, demo_plan, monkeypatch, caplog):
    from ypodrome.plan import planning

    def broken(hole):
        raise RuntimeError("broken on purpose")

    monkeypatch.setattr(planning, "plan_one", broken)
    client.raise_request_exception = False
    answer = client.post(reverse("plan:replan", args=(demo_plan.pk, 1)), "{}", "application/json")
    assert answer.status_code == 500
    reference = answer.json()["error"].split()[-1]
    logged = caplog.text
    assert reference in logged
    assert "broken on purpose" in logged
    assert "cookie" not in logged.lower()


def test_a_page_without_its_token_says_what_to_do(demo):
    from django.test import Client

    strict = Client(enforce_csrf_checks=True)
    strict.force_login(demo.user)
    answer = strict.post(reverse("bag:undo"))
    assert answer.status_code == 403
    assert "too old" in answer.content.decode()


def test_a_drawing_that_fails_breaks_no_page(client, demo_plan, monkeypatch, caplog):
    from ypodrome.plan import planning
    from ypodrome.plan.presenters import book, overview, sheet

    planning.fresh(demo_plan.holes.get(position=1))

    def broken(*_args):
        raise IndexError("no such corner")

    for module, names in (
        (sheet, ("draw_shot", "draw_side", "draw_tee_view")),
        (overview, ("draw_shot",)),
        (book, ("draw_shot",)),
    ):
        for name in names:
            monkeypatch.setattr(module, name, broken)
        for made in vars(module).values():  # another test may have drawn the same hole
            getattr(made, "cache_clear", bool)()
    for name, keys in (("overview_of", ()), ("book", ()), ("sheet", (1,)), ("here", (1,)), ("discs", (1,))):
        answer = client.get(reverse(f"plan:{name}", args=(demo_plan.pk, *keys)))
        assert answer.status_code == 200
    assert "no such corner" in caplog.text
