"""The round as a whole over HTTP: targets, copies, comparison, winds, ground value, notes."""

import json

import pytest
from django.urls import reverse

from ypodrome.core.api import tried
from ypodrome.course import edits
from ypodrome.interchange.frame import geometry_in_metres
from ypodrome.plan import comparison, conditions, planning, table, target
from ypodrome.plan.inputs import staleness
from ypodrome.plan.models import GamePlan
from ypodrome.round.services import begin_round, played_holes, round_score

pytestmark = pytest.mark.django_db


@pytest.fixture
def three(demo_plan):
    """The first three holes, planned; the others are taken off the plan."""
    demo_plan.holes.filter(number__gt=3).delete()
    for hole in demo_plan.holes.all():
        planning.plan_one(hole)
    return demo_plan


def test_a_target_is_set_told_played_and_cleared(client, three):
    url = reverse("plan:target", args=(three.pk,))
    client.post(url, {"target": "9"})
    page = client.get(reverse("plan:overview_of", args=(three.pk,))).content.decode()
    assert "or better" in page
    assert "when every choice may follow the score" in page
    client.post(url, {"target": "9", "act": "play"})
    found = target.target_of(list(three.holes.all()), 9)
    assert not found.changes
    assert found.plan.chance >= found.plan.fixed - 1e-9
    client.post(url, {"target": ""})
    assert GamePlan.objects.get(pk=three.pk).target is None


@pytest.mark.parametrize("text", ["two", "2", "99"])
def test_an_unlikely_target_is_refused(client, three, text):
    client.post(reverse("plan:target", args=(three.pk,)), {"target": text})
    assert GamePlan.objects.get(pk=three.pk).target is None


def test_another_plan_is_made_and_compared(client, three):
    url = reverse("plan:beside", args=(three.pk,))
    answer = client.post(url, {"name": "windy", "wind": "2", "wet": "on", "without": ["forehand"]})
    other = GamePlan.objects.get(name="windy")
    assert answer["Location"].endswith(f"/{other.pk}/")
    assert (other.wet, other.without) == (True, ["forehand"])
    assert other.wind_m_s == pytest.approx(2 * three.wind_m_s)
    page = client.get(url).content.decode()
    assert "not planned yet" in page
    for hole in other.holes.all():
        planning.plan_one(hole)
    page = client.get(url + f"?with={other.pk}").content.decode()
    assert "All of these" in page
    assert client.post(url, {"name": " "}).status_code == 400


def test_notes_are_kept_through_planning_and_bounded(client, three):
    url = reverse("plan:notes", args=(three.pk, 1))
    assert client.post(url, json.dumps({"notes": "left of the ash"}), "application/json").status_code == 200
    planning.plan_one(three.holes.get(number=1))
    assert three.holes.get(number=1).notes == "left of the ash"
    for bad in ("x" * 3000, 7):
        assert client.post(url, json.dumps({"notes": bad}), "application/json").status_code == 400


def test_what_is_stale_is_said(three):
    hole = three.holes.get(number=1)
    assert staleness(hole)[1] == []
    conditions.set_conditions(hole, {"wet": True, "wind_m_s": 7.0})
    assert staleness(hole)[1] == ["the wind is another", "wet or dry has changed"]


def test_winds_and_ground_value_are_shown(client, three):
    url = reverse("plan:winds", args=(three.pk, 1))
    assert "twenty-four winds" in client.get(url).content.decode()
    client.post(url)
    winds = client.get(url).content.decode()
    assert "head wind" in winds
    assert "15 mph" in winds
    kept = three.holes.get(number=1).winds
    assert len(kept["cells"]) == 24
    answer = client.post(reverse("plan:value", args=(three.pk, 1)), {}, "application/json")
    value = answer.json()["parts"]["value"]
    assert value.count("value-line") > 4


def test_a_scratch_player_scores_better_and_is_compared(client, three):
    for hole in three.holes.all():
        answer = client.post(reverse("plan:scratch", args=(three.pk, hole.number)))
        assert answer.json()["expected"] < hole.kept.in_force.forecast.expected
    page = client.get(reverse("plan:overview_of", args=(three.pk,))).content.decode()
    assert "A scratch player gains most on" in page


def test_what_is_not_yet_seen_is_listed_by_what_it_is_worth(client, three):
    course = three.layout.course
    pin = next(
        f for f in course.features.all() if f.properties["kind"] == "pin" and f.properties["hole"] == 2
    )
    x, y = geometry_in_metres(course.anchor, pin.geometry)["coordinates"]
    ring = [[x - 9, y - 9], [x + 9, y - 9], [x + 9, y + 9], [x - 9, y + 9], [x - 9, y - 9]]
    properties = {"kind": "unknown", "hole": 2, "what": "green", "note": "which way does it fall"}
    feature = {"geometry": {"type": "Polygon", "coordinates": [ring]}, "properties": properties}
    edits.change(course, [{"at": None, "feature": feature}])
    page = client.get(reverse("plan:unseen", args=(three.pk,))).content.decode()
    assert "which way does it fall" in page
    worth = comparison.worth_looking(GamePlan.objects.get(pk=three.pk))
    assert [w.look.hole for w in worth] == [2]
    assert worth[0].throws > 0.0


def test_what_each_part_gained_is_told_when_distances_were_noted(client, three):
    url = reverse("round:record", args=(begin_round(three).pk, 1))
    row = {"disc": ["Gantle", "Pellow"], "throw": ["RHBH", "RHBH"], "result": ["left", "as planned"]}
    again = client.post(url, row | {"left": ["sixty", "12"], "putts": "1", "whole": "0"})
    assert again.status_code == 400
    assert "throw 1, left: &#x27;sixty&#x27; is not a distance" in again.content.decode()
    assert 'value="sixty"' in again.content.decode()
    assert client.post(url, row | {"left": ["82", "12"], "putts": "1", "whole": "0"}).status_code == 302
    played = three.rounds.get()
    ((hole, told),) = played_holes(played)
    assert [t.to_go_m for t in told.others] == pytest.approx([25.0, 3.66], abs=0.01)
    gained = round_score(played).holes[0].gained
    assert gained.total == pytest.approx(hole.expected - 3)
    assert gained.tee < 0.0  # 82 ft left on a hole of 289 ft is a poor drive
    assert gained.putting > 0.0
    page = client.get(reverse("round:after", args=(played.pk,))).content.decode()
    assert "Putting" in page
    assert 'value="82"' in client.get(url).content.decode()


def test_usual_ground_costs_more_the_farther_it_is(three):
    rows = three.holes.get(number=1).kept.plan.by_distance
    distances, throws = zip(*rows, strict=True)
    assert list(distances) == sorted(distances)
    assert throws[0] == pytest.approx(1.0, abs=0.02)
    assert max(throws) == pytest.approx(throws[-1], abs=0.15)
    assert throws[-1] > throws[6] > throws[2]


def test_every_kind_the_player_throws_can_be_recorded(client, three):
    player = three.owner
    player.thrower_document["throws"] |= {
        "thumber": {"max_distance_m": 60},
        "overhand": {"max_distance_m": 55},
    }
    player.save()
    page = client.get(reverse("round:record", args=(begin_round(three).pk, 1))).content.decode()
    assert all(f"<option>{throw}</option>" in page for throw in ("RHOH", "RHTH"))


def test_the_round_with_few_throws_is_tried_shown_and_played(client, three):
    url = reverse("plan:few", args=(three.pk,))
    assert "first tried on every hole" in client.get(url).content.decode()
    for hole in three.holes.all():
        answer = client.post(reverse("plan:every", args=(three.pk, hole.number)))
        assert answer.status_code == 200
    page = client.get(url).content.decode()
    holes = list(three.holes.all())
    found = table.few_throws(holes, [table.tried_on(h) for h in holes])
    assert f"{len(found[0].sorts)} throw" in page
    in_force = sum(h.kept.in_force.forecast.expected for h in three.holes.all())
    client.post(url, {"different": str(len(found[0].sorts))})
    played = list(three.holes.all())
    assert {tried(h.kept.in_force).sort for h in played} == set(found[0].sorts)
    now = sum(h.kept.in_force.forecast.expected for h in played)
    assert now - in_force == pytest.approx(found[0].expected - in_force, abs=0.15)


def test_a_round_with_a_number_of_throws_that_was_not_found_is_refused(client, three):
    url = reverse("plan:few", args=(three.pk,))
    answer = client.post(url, {"different": "2"}, follow=True)
    assert "try every throw again" in answer.content.decode()


def test_a_target_is_chosen_from_every_throw_that_was_tried(three):
    holes = list(three.holes.all())
    before = target.target_of(holes, 9)
    assert len(before.offered_only) == 3
    for hole in holes:
        table.try_every(hole)
    after = target.target_of(holes, 9)
    assert not after.offered_only
    assert after.plan.chance >= before.plan.chance - 1e-9
