"""Services: what is stored, what is kept, what is refused."""

import json

import pytest
from django.core.management import call_command

from tests.conftest import DEMO
from ypodrome.bag.services import import_bag
from ypodrome.course.services import document_of, import_course
from ypodrome.interchange.problems import FileProblems
from ypodrome.plan import choosing, services
from ypodrome.plan.alike import in_force, nearest_alike
from ypodrome.plan.inputs import is_stale
from ypodrome.plan.models import PlannedHole
from ypodrome.round import services as rounds
from ypodrome.standins.weather_station import reading

pytestmark = pytest.mark.django_db


def test_demo_is_loaded_once_and_never_over_changes(demo):
    demo.discs.filter(name="Gantle").delete()
    call_command("load_demo", verbosity=0)
    assert not demo.discs.filter(name="Gantle").exists()
    assert demo.courses.count() == 1


def test_an_exported_course_is_the_imported_one(demo):
    source = json.loads((DEMO / "course.geojson").read_text())
    out = document_of(demo.courses.get())
    assert out["features"] == source["features"]
    assert out["ypodrome"]["layouts"] == source["ypodrome"]["layouts"]


def test_a_bad_file_changes_nothing(demo):
    before = demo.discs.count()
    with pytest.raises(FileProblems):
        import_bag(demo, b"name,speed,glide,turn,fade\nA,99,5,0,2\n")
    with pytest.raises(FileProblems):
        import_course(demo, b"{}")
    assert (demo.discs.count(), demo.courses.count()) == (before, 1)


def test_planning_keeps_the_players_choice_and_marks_what_is_stale(demo_plan):
    hole = demo_plan.holes.get(number=1)
    assert is_stale(hole)
    services.plan_one(hole)
    assert not is_stale(hole)
    choosing.choose(hole, 2)
    second = hole.chosen["disc"], hole.chosen["throw"], hole.chosen["line"]
    services.set_conditions(hole, {"wind_m_s": 3.0})
    hole.refresh_from_db()
    assert is_stale(hole)
    services.plan_one(hole)
    kept = hole.chosen["disc"], hole.chosen["throw"], hole.chosen["line"]
    offered = [(o["disc"], o["throw"], o["line"]) for o in hole.result["options"]]
    assert kept == (second if second in offered else offered[0])


def option(power_pct, aim_left_deg, disc="Korriel"):
    return {"disc": disc, "throw": "RHBH", "line": "straight", "hyzer_deg": 0.0, "launch_deg": 9.0,
            "power_pct": power_pct, "aim_left_deg": aim_left_deg}  # fmt: skip


def test_of_two_throws_of_one_name_the_chosen_one_is_in_force():
    """The same disc and line at two powers; an aim moved by hand still belongs to its power."""
    options = [option(100, -13.0), option(95, -20.0), option(100, 2.0)]
    assert nearest_alike(options, option(95, -20.0)) == 1
    assert nearest_alike(options, option(95, -12.0)) == 1
    assert nearest_alike(options, option(100, 3.5)) == 2
    assert nearest_alike(options, option(100, -13.0, disc="Varrel")) is None
    lower = option(95, -20.0) | {"launch_deg": 6.0}
    assert nearest_alike(options, lower) == 1
    assert in_force(options, lower) is None
    assert in_force(options, option(95, -12.0)) == 1
    assert in_force(options, option(93, -12.0)) is None


def test_a_hole_on_which_nothing_was_chosen_follows_the_first_plan(demo_plan):
    hole = demo_plan.holes.get(number=1)
    services.plan_one(hole)
    services.set_conditions(hole, {"wind_m_s": 7.0, "wind_from_deg": 250.0})
    hole.refresh_from_db()
    services.plan_one(hole)
    assert hole.chosen == hole.result["options"][0]


def test_an_own_aim_is_kept_and_judged_in_the_new_wind(demo_plan):
    hole = demo_plan.holes.get(number=1)
    services.plan_one(hole)
    aim = hole.chosen["aim_left_deg"] + 4.0
    document = choosing.aim(hole, 1, aim, keep=True)
    services.set_conditions(hole, {"wind_m_s": 6.0, "wind_from_deg": 100.0})
    services.plan_one(hole)
    assert hole.own_aim
    assert hole.chosen["aim_left_deg"] == pytest.approx(aim, abs=0.06)
    assert hole.chosen["disc"] == document["disc"]
    assert hole.chosen["path"] != document["path"]
    row = hole.result["options"][hole.chosen["rank"] - 1]
    assert (row["disc"], row["hyzer_deg"]) == (document["disc"], document["hyzer_deg"])
    again = choosing.aim(hole, hole.chosen["rank"], aim, keep=False)
    assert again["expected_score"] == pytest.approx(hole.chosen["expected_score"], abs=1e-6)


def test_an_own_aim_with_a_disc_no_longer_in_the_bag_gives_way_to_the_first_plan(demo_plan):
    hole = demo_plan.holes.get(number=1)
    services.plan_one(hole)
    document = choosing.aim(hole, 1, 2.0, keep=True)
    demo_plan.owner.discs.filter(name=document["disc"]).delete()
    services.plan_one(hole)
    assert not hole.own_aim
    assert hole.chosen == hole.result["options"][0]


def test_a_chosen_lay_up_stays_a_lay_up_when_its_throw_is_no_longer_offered():
    first = option(100, 0.0) | {"way": "over the beck"}
    short = option(70, 5.0, disc="Varrel") | {"way": "short of the beck"}
    gone = option(75, 5.0, disc="Wharrel") | {"way": "short of the beck"}
    hole = PlannedHole(result={"options": [option(99, 0.0) | {"way": None}]}, chosen=gone)
    assert choosing.kept_choice(hole, None, [first, short], (0.0, 0.0)) is short


@pytest.mark.parametrize(
    ("values", "words"),
    [
        ({"wind_m_s": "strong"}, "wind_m_s must be a number"),
        ({"wind_m_s": 200}, "from 0 to 30 m/s"),
        ({"posture": "bold"}, "posture"),
        ({"without": ["backhand", "forehand"]}, "must stay on"),
        ({"without": "all"}, "without"),
        ({"pin": "Z"}, "no pin"),
    ],
)
def test_impossible_conditions_are_refused_and_nothing_changes(demo_plan, values, words):
    hole = demo_plan.holes.get(number=1)
    with pytest.raises(ValueError, match=words):
        services.set_conditions(hole, values)
    demo_plan.refresh_from_db()
    assert demo_plan.posture == "even"
    assert demo_plan.without == []
    assert demo_plan.holes.get(number=1).pin == "A"


def throws(*rows):
    return [dict(zip(("disc", "throw", "result"), row, strict=True)) for row in rows]


def test_a_round_is_scored_with_penalties_and_against_the_plan(demo_plan):
    hole = demo_plan.holes.get(number=1)
    hole.chosen = {"expected_score": 2.75, "disc": "Gantle"}
    hole.save()
    played = rounds.current_round(demo_plan)
    log = throws(("Gantle", "RHBH", "out of bounds"), ("Pellow", "RHBH", "as planned"))
    rounds.record_hole(played, hole, log, 1)
    score = rounds.round_score(played)
    assert score.score == 4  # two throws, one penalty, one putt
    assert score.against_par == 1
    assert score.against_plan == pytest.approx(1.25)
    assert score.dearest().number == 1
    rounds.record_hole(played, hole, throws(("Gantle", "RHBH", "as planned")), 1)
    assert rounds.round_score(played).score == 2


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
def test_an_impossible_record_is_refused_and_the_kept_one_stays(demo_plan, log, putts, words):
    hole = demo_plan.holes.get(number=1)
    played = rounds.current_round(demo_plan)
    rounds.record_hole(played, hole, throws(("Gantle", "RHBH", "left")), 2)
    with pytest.raises(ValueError, match=words):
        rounds.record_hole(played, hole, log, putts)
    assert rounds.round_score(played).score == 3


def test_weather_station_is_breezy_and_says_it_is_simulated():
    speeds = [reading(h).wind.speed_m_s for h in range(24)]
    assert max(speeds) == max(speeds[10:16])
    assert all(1.0 < s < 8.0 for s in speeds)
    assert "imulated" in reading(10).station
    assert reading(10) == reading(10)
