"""A player's data out and in again: complete, once, and nothing half-taken."""

import io
import json
import zipfile
from datetime import date

import pytest
from django.contrib.auth import get_user_model

from ypodrome.accounts.models import Player
from ypodrome.accounts.quota import MOST
from ypodrome.archive.reading import read_contents
from ypodrome.archive.taking import take_in
from ypodrome.archive.writing import archive_of
from ypodrome.bag import bench, services
from ypodrome.bag.models import BagDisc
from ypodrome.core.refused import Refused
from ypodrome.course import edits
from ypodrome.course.models import Course
from ypodrome.interchange.archive_zip import write_archive
from ypodrome.interchange.problems import FileProblems
from ypodrome.plan import choices, conditions, planning
from ypodrome.plan.models import GamePlan
from ypodrome.round import services as rounds
from ypodrome.round.joining import join

pytestmark = pytest.mark.django_db
DAY, LATER = date(2026, 5, 1), date(2026, 6, 1)


@pytest.fixture
def lived(demo_plan):
    """A player with everything: a choice, an own aim, notes, a kept line, a lost disc, a round, two course
    versions, a second plan."""
    player = demo_plan.owner
    one, two = demo_plan.holes.filter(position__in=(1, 2))
    planning.plan_one(one)
    choices.choose(one, 2)
    conditions.set_notes(two, "mind the wall, “left”")
    disc = player.discs.get(name="Gantle")
    values = {"disc": disc.pk, "throw": "RHBH", "hyzer_deg": 8, "nose_deg": -2, "launch_deg": 9.5}
    bench.keep_line(player, "low", values | {"power_pct": 90, "wind_m_s": 0, "wind_from_deg": 0})
    services.set_state(player.discs.get(name="Fessil"), "lost", DAY, "the pond on 9")
    played = rounds.begin_round(demo_plan)
    throw = {"disc": "Gantle", "throw": "RHBH", "result": "lost disc", "left_m": 31.25}
    rounds.record_hole(played.holes.get(position=1), [throw], 2)
    rounds.record_hole(played.holes.get(position=1), [throw], 1)
    course = demo_plan.layout.course
    edits.change(course, [{"at": course.features.last().position, "feature": None}])
    planning.start_plan(player, course.layouts.first(), 10)
    return player


def elsewhere(player):
    """Another player, as in an empty place: without a course of the first one's in sight."""
    user = get_user_model().objects.create_user("elsewhere")
    return Player.objects.create(user=user, name="Nobody", thrower_document=player.thrower_document)


def test_out_in_out_gives_the_same_bytes(lived):
    out = archive_of(lived, DAY)
    other = elsewhere(lived)
    counts = take_in(other, read_contents(out), thrower=True)
    assert counts == {"discs": 14, "lines": 1, "courses": 1, "plans": 2, "rounds": 1, "events": 5}
    assert archive_of(other, DAY) == out


def test_only_the_date_of_the_manifest_differs(lived):
    with (
        zipfile.ZipFile(io.BytesIO(archive_of(lived, DAY))) as one,
        zipfile.ZipFile(io.BytesIO(archive_of(lived, LATER))) as two,
    ):
        differ = [n for n in one.namelist() if one.read(n) != two.read(n)]
    assert differ == ["manifest.json"]


def test_writing_it_changes_nothing_even_after_an_edit(lived):
    course = lived.courses.get()
    edits.change(course, [{"at": course.features.last().position, "feature": None}])
    before = list(course.versions.values_list("number", flat=True))
    out = archive_of(lived, DAY)
    assert list(course.versions.values_list("number", flat=True)) == before
    contents = read_contents(out)
    assert contents.courses[0].present == max(before) + 1
    other = elsewhere(lived)
    take_in(other, contents, thrower=True)
    assert archive_of(other, DAY) == out


def test_versions_that_nothing_was_made_on_are_dropped(lived):
    course = lived.courses.get()
    plan = GamePlan.objects.of(lived).order_by("created").last()
    for _ in range(3):
        edits.change(course, [{"at": course.features.last().position, "feature": None}])
        planning.plan_one(plan.holes.get(position=1))
    needed = {p.version_id for p in GamePlan.objects.all()} | {r.version_id for r in lived.rounds.all()}
    assert len(needed) <= course.versions.count() <= len(needed) + 1


def test_no_more_is_taken_in_than_there_is_room_for(lived, monkeypatch):
    out = archive_of(lived, DAY)
    other = elsewhere(lived)
    monkeypatch.setitem(MOST, "discs", 10)
    with pytest.raises(Refused, match="you keep 14 discs of 10"):
        take_in(other, read_contents(out), thrower=True)
    assert not other.discs.exists()


def test_read_twice_does_nothing_twice_and_leaves_the_first_alone(lived):
    out = archive_of(lived, DAY)
    assert sum(take_in(lived, read_contents(out), thrower=False).values()) == 0
    other = elsewhere(lived)
    take_in(other, read_contents(out), thrower=True)
    assert sum(take_in(other, read_contents(out), thrower=True).values()) == 0
    assert archive_of(lived, DAY) == out


def test_what_was_read_as_one_round_still_is(lived):
    part = rounds.begin_round(lived.plans.first())
    whole = rounds.begin_round(lived.plans.first())
    join(whole, part)
    data = archive_of(lived, DAY)
    other = elsewhere(lived)
    take_in(other, read_contents(data), thrower=True)
    assert other.rounds.get(uuid=part.uuid).joined.uuid == whole.uuid
    assert archive_of(other, DAY) == data


def test_what_was_chosen_typed_thrown_and_lost_is_there(lived):
    other = elsewhere(lived)
    take_in(other, read_contents(archive_of(lived, DAY)), thrower=True)
    plan = GamePlan.objects.of(other).order_by("created").first()
    assert plan.holes.get(position=2).notes == "mind the wall, “left”"
    theirs = GamePlan.objects.of(lived).order_by("created").first()
    hole, wanted = (planning.plan_one(p.holes.get(position=1)) for p in (plan, theirs))  # less what is lost
    (one, told), (two, kept) = ((h.kept.in_force.throw, h.choice) for h in (hole, wanted))
    assert told == kept
    assert (one.disc, one.code, one.power) == (two.disc, two.code, pytest.approx(two.power))
    assert one.heading_deg == pytest.approx(two.heading_deg, abs=1e-4)
    lost = BagDisc.objects.of(other).get(state="lost")
    assert (lost.name, lost.lost_on, lost.lost_where) == ("Fessil", DAY, "the pond on 9")
    (score,) = rounds.round_score(other.rounds.get()).holes
    assert (score.score, score.penalties) == (3, 1)
    assert sorted(plan.layout.course.versions.values_list("number", flat=True)) == [1, 2]


def remade(data, **members):
    """An archive with members changed: None takes one away."""
    with zipfile.ZipFile(io.BytesIO(data)) as old:
        found = {n: old.read(n) for n in old.namelist()}
    for name, content in members.items():
        found[name] = content
    return write_archive({n: c for n, c in found.items() if c is not None})


def bomb(_data):
    out = io.BytesIO()
    with zipfile.ZipFile(out, "w", zipfile.ZIP_DEFLATED) as archive:
        archive.writestr("manifest.json", b" " * 260_000_000)
    return out.getvalue()


def swapped(member, old, new):
    def change(data):
        with zipfile.ZipFile(io.BytesIO(data)) as archive:
            content = archive.read(member)
        assert old.encode() in content
        return remade(data, **{member: content.replace(old.encode(), new.encode(), 1)})

    return change


@pytest.mark.parametrize(
    ("spoil", "words"),
    [
        (lambda _: b"PK nonsense", "not a sound ZIP"),
        (lambda data: data[: len(data) // 2], "not a sound ZIP"),
        (bomb, "unpacks to more than 200 MB"),
        (lambda data: remade(data, **{"../escape.json": b"{}"}), "'../escape.json', which is no part"),
        (lambda data: remade(data, **{"/etc/passwd": b""}), "no part of an archive"),
        (lambda data: remade(data, **{"rounds.json": None}), "lacks rounds.json"),
        (lambda data: remade(data, **{"rounds.json": b"{]"}), "rounds.json"),
        (lambda data: remade(data, **{"manifest.json": b'{"format": "archive", "version": 9}'}), "version"),
        (lambda data: remade(data, **{"events.csv": b"id,what\n1,throw\n"}), "events.csv, line 1"),
        (swapped("events.csv", "lost disc", "stolen"), "penalty"),
        (swapped("bag.csv", ",premium,", ",wood,"), "bag.csv, line"),
        (swapped("rounds.json", '"position": 1,', '"position": "one",'), "position"),
        (swapped("settings.json", "imperial", "cubits"), "settings.json"),
        (swapped("thrower.json", '"hand": "right"', '"hand": "both"'), "thrower.json"),
        (swapped("courses.json", '"present": 2', '"present": 7'), "-7.geojson is missing"),
    ],
)
def test_a_spoilt_archive_is_named_and_nothing_is_half_taken(lived, spoil, words):
    data = spoil(archive_of(lived, DAY))
    other = elsewhere(lived)
    with pytest.raises((FileProblems, ValueError), match=words):
        take_in(other, read_contents(data), thrower=True)
    assert not other.discs.exists()
    assert not other.events.exists()
    assert not Course.objects.filter(owner=other).exists()


def test_the_manifest_says_what_it_is(lived):
    with zipfile.ZipFile(io.BytesIO(archive_of(lived, DAY))) as archive:
        manifest = json.loads(archive.read("manifest.json"))
    assert (manifest["format"], manifest["version"], manifest["made"]) == ("archive", 1, "2026-05-01")
