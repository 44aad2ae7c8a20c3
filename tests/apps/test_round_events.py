"""Rounds over their events: kept once each, corrected, scored, unmoved by what plan and course become."""

import json
import uuid
from dataclasses import replace

import pytest
from django.urls import reverse

from ypodrome.core.api import Event as CoreEvent
from ypodrome.core.api import What
from ypodrome.course import edits
from ypodrome.course.versions import document_of_version
from ypodrome.plan import planning
from ypodrome.round import services
from ypodrome.round.events import events_at, take
from ypodrome.round.models import Event

pytestmark = pytest.mark.django_db


def throws(*rows):
    return [dict(zip(("disc", "throw", "result"), row, strict=True)) for row in rows]


@pytest.fixture
def first(demo_plan):
    """The first hole of a round whose plan expects 2.75 on it."""
    hole = services.begin_round(demo_plan).holes.get(position=1)
    hole.promised = {"expected": 2.75}
    hole.save()
    return hole


@pytest.fixture(autouse=True)
def promise_stays(monkeypatch):
    """These tests set what was promised themselves."""
    monkeypatch.setattr(services, "promise_anew", lambda *_: None)


def test_a_round_is_scored_with_penalties_and_against_the_plan(first):
    log = throws(("Gantle", "RHBH", "out of bounds"), ("Pellow", "RHBH", "as planned"))
    services.record_hole(first, log, 1)
    score = services.round_score(first.round)
    assert score.score == 4  # two throws, one penalty, one putt
    assert score.against_par == 1
    assert score.against_plan == pytest.approx(1.25)
    assert score.dearest().number == 1
    services.record_hole(first, throws(("Gantle", "RHBH", "as planned")), 1)
    assert services.round_score(first.round).score == 2


@pytest.mark.parametrize(
    ("log", "putts", "words"),
    [
        ([], 2, "1 to 15 throws"),
        (throws(("Gantle", "RHBH", "as planned")), 40, "putts"),
        (throws(("Gantle", "kick", "as planned")), 1, "throw 1"),
        (throws(("Gantle", "RHBH", "left"), ("", "RHBH", "left")), 1, "throw 2: name the disc"),
        (throws(("Gantle", "RHBH", "vanished")), 1, "what became of it"),
        ([throws(("Gantle", "RHBH", "left"))[0] | {"left_m": -1.5}], 1, "throw 1: the distance to go"),
    ],
)
def test_an_impossible_record_is_refused_and_the_kept_one_stays(first, log, putts, words):
    services.record_hole(first, throws(("Gantle", "RHBH", "left")), 2)
    with pytest.raises(ValueError, match=words):
        services.record_hole(first, log, putts)
    assert services.round_score(first.round).score == 3


def test_saving_again_adds_only_what_differs_and_loses_nothing(first):
    log = throws(("Gantle", "RHBH", "left"), ("Pellow", "RHBH", "as planned"))
    services.record_hole(first, log, 2)
    before = Event.objects.count()
    services.record_hole(first, log, 2)
    assert Event.objects.count() == before == 4
    log[1]["result"] = "long"
    services.record_hole(first, log, 2)
    assert Event.objects.count() == before + 1
    services.record_hole(first, log[:1], 1)
    assert services.round_score(first.round).score == 2
    assert Event.objects.filter(what="throw").count() == 2  # what was told first is there still


def test_a_correction_counts_though_the_clock_was_set_back(first, monkeypatch):
    from datetime import timedelta

    from ypodrome.round import events

    log = throws(("Gantle", "RHBH", "left"))
    services.record_hole(first, log, 2)
    services.record_hole(first, throws(("Gantle", "RHBH", "long")), 2)
    earlier = events.timezone.now() - timedelta(hours=1)
    monkeypatch.setattr(events.timezone, "now", lambda: earlier)
    services.record_hole(first, throws(("Gantle", "RHBH", "short")), 2)
    ((_, told),) = services.played_holes(first.round)
    assert told.others[0].fault == "short"


def test_many_rounds_are_read_in_few_questions(client, first, django_assert_max_num_queries):
    for _ in range(12):
        services.begin_round(first.round.plan)
    with django_assert_max_num_queries(25):
        client.get(reverse("round:shelf"))


def test_a_disc_of_the_bag_is_known_by_its_lasting_id(first):
    services.record_hole(first, throws(("Gantle", "RHBH", "left"), ("Borrowed", "RHBH", "left")), 1)
    one, two = events_at(first.round, 1)[:2]
    assert one.disc_id == str(first.round.owner.discs.get(name="Gantle").uuid)
    assert one.disc_numbers.count("/") == 3
    assert (two.disc, two.disc_id) == ("Borrowed", "")


def test_events_are_taken_once_each_however_they_come(first):
    played = first.round
    common = {"round": str(played.uuid), "device": "phone", "position": 1, "made_at": "2026-05-01T10:00Z"}
    events = [
        CoreEvent(str(uuid.uuid4()), What.THROW, running=1, throw_no=1, **common),
        CoreEvent(str(uuid.uuid4()), What.PUTT, running=2, throw_no=2, putt="made", **common),
    ]
    assert take(played.owner, events).new == 2
    again = take(played.owner, [*reversed(events), events[0]])
    assert (again.new, again.known) == (0, 2)
    changed = replace(events[0], disc="Other")
    take(played.owner, [changed])
    assert events_at(played, 1)[0].disc == ""  # the first telling stands: changing it takes a correction
    assert services.round_score(played).score == 2


def test_an_event_of_a_round_not_there_yet_waits_for_it(demo_plan):
    early = CoreEvent(
        str(uuid.uuid4()), What.PUTT, round=str(uuid.uuid4()), device="phone", running=1, position=1,
        throw_no=1, putt="made", made_at="2026-05-01T10:00:00+00:00",
    )  # fmt: skip
    take(demo_plan.owner, [early])
    played = services.begin_round(demo_plan)
    played.uuid = uuid.UUID(early.round)
    played.save()
    assert services.round_score(played).score == 1


def test_a_plan_or_course_gone_changes_no_round(first):
    played, plan = first.round, first.round.plan
    services.record_hole(first, throws(("Gantle", "RHBH", "left")), 2)
    version = played.version
    features = len(document_of_version(version)["features"])
    course = plan.layout.course
    edits.change(course, [{"at": course.features.first().position, "feature": None}])
    plan.delete()
    played.refresh_from_db()
    assert played.plan is None
    score = services.round_score(played)
    assert (score.score, score.holes[0].expected) == (3, 2.75)
    assert len(document_of_version(played.version)["features"]) == features


def test_a_nine_played_twice_has_two_records_of_one_hole(demo_plan):
    second = demo_plan.holes.get(position=2)
    second.number, second.tee, second.pin = 1, demo_plan.holes.get(position=1).tee, "A"
    second.save()
    played = services.begin_round(demo_plan)
    one, two = played.holes.filter(position__in=(1, 2))
    services.record_hole(one, throws(("Gantle", "RHBH", "left")), 2)
    services.record_hole(two, throws(("Gantle", "RHBH", "left")), 1)
    assert [(h.number, h.score) for h in services.round_score(played).holes] == [(1, 3), (1, 2)]


def test_a_form_cut_short_or_filled_in_before_another_is_refused(client, first):
    url = reverse("round:record", args=(first.round_id, 1))
    row = {"disc": ["Gantle"], "throw": ["RHBH"], "result": ["left"], "left": [""]}
    answer = client.post(url, row | {"putts": "2"})
    assert answer.status_code == 400
    assert "cut short" in answer.content.decode()
    assert client.post(url, row | {"putts": "2", "whole": "0"}).status_code == 302
    answer = client.post(url, row | {"putts": "1", "whole": "0"})
    assert "recorded on this hole meanwhile" in answer.content.decode()
    assert services.round_score(first.round).score == 3
    answer = client.post(url, row | {"putts": "²", "whole": "3"})
    assert "putts: say how many" in answer.content.decode()


def test_the_latest_round_is_opened_at_the_first_hole_not_told(client, first):
    of_plan = reverse("round:of_plan", args=(first.round.plan_id,))
    services.record_hole(first, throws(("Gantle", "RHBH", "left")), 2)
    assert client.get(of_plan)["Location"].endswith(f"/round/{first.round_id}/2/")
    began = client.post(reverse("round:begin", args=(first.round.plan_id,)))
    assert began["Location"].endswith("/1/")
    assert first.round.plan.rounds.count() == 2


def test_the_promise_is_that_of_the_plan_when_play_on_the_hole_began(demo_plan, monkeypatch):
    monkeypatch.undo()
    played = services.begin_round(demo_plan)
    hole = played.holes.get(position=1)
    assert hole.promised == {}
    planned = planning.plan_one(demo_plan.holes.get(position=1))
    first = planned.kept.in_force
    services.record_hole(hole, throws((first.throw.disc.name, first.throw.code, "as planned")), 1)
    hole.refresh_from_db()
    assert hole.expected == pytest.approx(first.forecast.expected, abs=1e-3)
    event = events_at(played, 1)[0]
    assert event.planned.split("|")[0] == first.throw.disc.id
    assert json.loads(event.promised)["power_pct"] == round(100 * first.throw.power)
    demo_plan.holes.filter(position=1).update(computed=None)
    services.promise_anew(hole, services.planned_hole(hole), events_at(played, 1))
    assert hole.expected == pytest.approx(first.forecast.expected, abs=1e-3)
