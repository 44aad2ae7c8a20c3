"""The round on the phone: cards, what is prepared, and the log, each event once."""

import json
import re
import uuid
from datetime import timedelta

import pytest
from django.core.files.uploadedfile import SimpleUploadedFile
from django.test import Client
from geographiclib.geodesic import Geodesic

from ypodrome.accounts.models import Player
from ypodrome.core.api import HANDS, What
from ypodrome.course.documents import core_course
from ypodrome.interchange.frame import to_lon_lat
from ypodrome.plan.live import scene_for_hole
from ypodrome.plan.planning import plan_one
from ypodrome.pocket.document import round_document
from ypodrome.pocket.hole import BOTH
from ypodrome.pocket.models import PreparedHole
from ypodrome.round.events import events_by_position
from ypodrome.round.models import Event, Round
from ypodrome.round.services import begin_round, round_score

pytestmark = pytest.mark.django_db
LUCK = 0.05
"""Throws by which ground valued again, by other throws, may differ (chosen: as exact as a table of winds)."""


@pytest.fixture
def played(demo_plan):
    """A round of which the first hole is planned."""
    plan_one(demo_plan.holes.get(position=1))
    return begin_round(demo_plan)


@pytest.fixture
def phone(demo):
    found = Client()
    found.force_login(demo.user)
    return found


def document_of(phone, played):
    page = phone.get(f"/pocket/{played.pk}/").content.decode()
    return json.loads(re.search(r'<script id="round" type="application/json">(.*?)</script>', page)[1])


def prepared(phone, played, **asked):
    return phone.post(f"/pocket/{played.pk}/prepare/1/", asked, content_type="application/json")


def event(played, what="throw", **told):
    return {
        "id": str(uuid.uuid4()), "what": what, "round": str(played.uuid), "device": "phone", "running": 1,
        "made_at": "2026-05-02T10:00:00.000Z", "position": 1, "hole": 1,
    } | told  # fmt: skip


def log(played, *events, **head):
    about = {"uuid": str(played.uuid), "course": "Far Meadow", "layout": "Short", "day": "2026-05-02"}
    whole = {"format": "log", "version": 1, "player": "", "round": about, "events": list(events)}
    return json.dumps(whole | head)


def tell(phone, body):
    return phone.post("/pocket/tell/", body, content_type="application/json")


# ---- cards


def test_the_card_has_every_hole_at_once_and_the_plan_where_there_is_one(phone, played):
    document = document_of(phone, played)
    assert [h["position"] for h in document["holes"]] == list(range(1, 19))
    first, second = document["holes"][:2]
    option = played.plan.holes.get(position=1).kept.in_force
    shown = first["throws"][first["plan"][BOTH]]
    assert shown["disc"] == option.throw.disc.name and shown["power_pct"] == round(100 * option.throw.power)
    assert second["plan"] is None


def test_a_tapped_place_is_where_it_is_on_the_earth(played):
    """Pixels → longitude and latitude against PROJ's distances, and those against Karney's geodesics
    (geographiclib): the tee lies where the course says, and the basket as far from it as the hole is long."""
    hole = played.plan.holes.get(position=1)
    view = round_document(played, played.plan)["holes"][0]

    def lon_lat(at):
        lon, lon_x, lon_y, lat, lat_x, lat_y = view["place"]
        return lon + lon_x * at[0] + lon_y * at[1], lat + lat_x * at[0] + lat_y * at[1]

    scene, origin = scene_for_hole(hole), core_course(played.plan.layout.course).origin
    tee, pin = lon_lat(view["tee_at"]), lon_lat(view["pin_at"])
    off = Geodesic.WGS84.Inverse(tee[1], tee[0], *reversed(to_lon_lat(origin, scene.tee.at)))["s12"]
    assert off < 0.15  # a tenth of a pixel
    long = Geodesic.WGS84.Inverse(tee[1], tee[0], pin[1], pin[0])["s12"]
    assert long == pytest.approx(scene.distance_m, abs=0.3)


def test_a_hole_is_prepared_in_every_wind_and_for_each_hand(phone, played):
    view = prepared(phone, played).json()
    assert sorted({(w["turn"], w["mph"]) for w in view["winds"]}) == [
        (turn, mph) for turn in range(0, 360, 45) for mph in (5, 10, 15)
    ]
    for cell in [view["calm"], *view["winds"]]:
        assert cell[BOTH] is not None
        for hand in HANDS:
            throw = view["throws"][cell[hand]] if cell[hand] is not None else None
            assert throw is None or not throw["kind"].startswith(hand)
            assert throw is None or throw["expected"] > view["throws"][cell[BOTH]]["expected"] - LUCK
    rows = [json.dumps(t) for t in view["throws"]]
    assert len(set(rows)) == len(rows)
    assert view["own"]["throws"][view["own"]["plan"][BOTH]]["disc"]
    assert view["putts"] and view["zone"] and view["own"]["places"]


def test_what_is_prepared_is_worked_out_once_and_again_when_the_plan_is_another(phone, played):
    first = prepared(phone, played).json()
    assert prepared(phone, played).json() == first and PreparedHole.objects.count() == 1
    player = played.owner
    player.discs.filter(name=first["own"]["throws"][0]["disc"]).update(state="resting")
    again = prepared(phone, played).json()
    assert again["own"]["throws"][0]["disc"] != first["own"]["throws"][0]["disc"]


def test_feet_and_metres_are_both_prepared(phone, played, demo):
    prepared(phone, played)
    kept = PreparedHole.objects.get()
    demo.units = "metric"
    demo.save()
    view = prepared(phone, played).json()
    assert view == kept.views["metric"] | {"stamp": view["stamp"]}
    assert PreparedHole.objects.get().key == kept.key


def test_another_pin_is_prepared_with_a_plan_of_its_own(phone, played):
    hole = played.plan.holes.get(position=1)
    pins = document_of(phone, played)["holes"][0]["pins"]
    other = next(p for p in pins if p != hole.pin)
    view = prepared(phone, played, pin=other).json()
    assert view["pin"] == other
    assert view["ground"]["distance"] != document_of(phone, played)["holes"][0]["distance"]
    assert played.plan.holes.get(position=1).pin == hole.pin
    answer = prepared(phone, played, pin="Z")
    assert answer.status_code == 400 and "no pin" in answer.json()["error"]


# ---- the log


def test_each_event_counts_once_however_often_it_is_told(phone, played):
    throw = event(played, throw_no=1, disc="Gantle", throw="RHBH")
    putt = event(played, "putt", throw_no=2, putt="made", running=2, made_at="2026-05-02T10:01:00.000Z")
    assert tell(phone, log(played, throw, putt)).json() == {"new": 2, "known": 0}
    assert tell(phone, log(played, putt, throw)).json() == {"new": 0, "known": 2}
    assert round_score(played).score == 2
    told = phone.get(f"/pocket/{played.pk}/told/").json()["events"]
    assert {e["id"] for e in told} == {throw["id"], putt["id"]}


def test_an_event_may_come_before_the_one_it_corrects(phone, played):
    throw = event(played, throw_no=1)
    gone = event(played, "correction", corrects=throw["id"], becomes="withdrawn", running=2,
                 made_at="2026-05-02T10:01:00.000Z")  # fmt: skip
    tell(phone, log(played, gone))
    tell(phone, log(played, throw))
    assert round_score(played).score == 0
    assert {e.what for e in events_by_position(played)[1]} == {What.THROW, What.CORRECTION}


def test_a_round_begun_elsewhere_is_kept_with_its_holes(phone, demo):
    class Elsewhere:
        uuid = uuid.uuid4()

    holes = [{"position": k, "number": k, "tee": "long", "pin": "A", "par": 3} for k in (1, 2)]
    about = {"uuid": str(Elsewhere.uuid), "course": "Far Meadow", "layout": "Short", "day": "2026-05-02"}
    body = log(Elsewhere, event(Elsewhere, "score only", score=4), round=about | {"holes": holes})
    assert tell(phone, body).status_code == 200
    played = Round.objects.get(uuid=Elsewhere.uuid)
    assert (played.course_name, played.holes.count(), round_score(played).against_par) == ("Far Meadow", 2, 1)
    assert phone.get(f"/round/{played.pk}/after/").status_code == 200


def test_a_round_begun_on_two_devices_is_read_as_one_and_taken_apart(phone, played):
    other, next_day = begin_round(played.plan), begin_round(played.plan)
    Round.objects.filter(pk=next_day.pk).update(day=played.day + timedelta(days=1))
    tell(phone, log(played, event(played, throw_no=1, disc="Gantle")))
    mine = event(other, throw_no=1, disc="Tarn", device="second", made_at="2026-05-02T10:00:05.000Z")
    tell(phone, log(other, mine))
    page = phone.get(f"/round/{played.pk}/after/").content.decode()
    assert f"/join/{other.pk}/" in page and f"/join/{next_day.pk}/" not in page
    assert phone.post(f"/round/{played.pk}/join/{next_day.pk}/").status_code == 400
    phone.post(f"/round/{played.pk}/join/{other.pk}/")
    # a second device goes on telling its own round, and both read all
    putt = event(other, "putt", throw_no=2, putt="made", device="second", running=2, position=1,
                 made_at="2026-05-02T10:01:00.000Z")  # fmt: skip
    tell(phone, log(other, putt))
    for part in (played, other):
        told = phone.get(f"/pocket/{part.pk}/told/").json()["events"]
        assert len(told) == 3 and {e["round"] for e in told} == {str(part.uuid)}
    assert round_score(played).score == 2  # the throw that both told counts once
    assert "Tarn" in phone.get(f"/round/{played.pk}/1/").content.decode()
    assert phone.get(f"/round/{other.pk}/after/")["Location"] == f"/round/{played.pk}/after/"
    assert phone.get("/round/").content.decode().count("/after/") == 2
    phone.post(f"/round/{played.pk}/apart/")
    assert [round_score(Round.objects.get(pk=r.pk)).score for r in (played, other)] == [1, 2]


def test_a_part_goes_and_comes_back_with_its_round(phone, played):
    other = begin_round(played.plan)
    phone.post(f"/round/{played.pk}/join/{other.pk}/")
    phone.post(f"/round/{played.pk}/delete/")
    assert Round.objects.get(pk=other.pk).deleted
    assert phone.get("/deleted/").content.decode().count("<td>round</td>") == 1
    phone.post(f"/deleted/round/{played.pk}/")
    assert not Round.objects.exclude(deleted=None).exists()


def test_another_players_log_is_not_taken(phone, played):
    answer = tell(phone, log(played, event(played), player=str(uuid.uuid4())))
    assert answer.status_code == 400 and "another player" in answer.json()["error"]
    assert not Event.objects.exists()


def test_events_of_a_deleted_plan_and_round_are_kept(phone, played):
    played.plan.delete_softly()
    played.delete_softly()
    assert tell(phone, log(played, event(played, throw_no=1))).json()["new"] == 1
    played.put_back()
    assert events_by_position(played)[1]


def test_a_script_whose_player_is_signed_out_is_told_so(played, settings):
    settings.LOCAL = False
    answer = tell(Client(), log(played, event(played)))
    assert answer.status_code == 401 and "sign in" in answer.json()["error"]


@pytest.mark.parametrize(
    ("wrong", "said"),
    [
        ({"position": "x"}, "event 1: position"),
        ({"what": "flew"}, "event 1: what"),
        ({"id": "7"}, "event 1"),
        ({"round": str(uuid.uuid4())}, "event 1"),
        ({"position": -1}, "position"),
        ({"disc": "x" * 200}, "disc"),
        ({"made_at": "noon"}, "event"),
    ],
)
def test_a_wrong_event_is_named_and_nothing_of_its_log_is_kept(phone, played, wrong, said):
    answer = tell(phone, log(played, event(played), event(played) | wrong))
    assert answer.status_code == 400
    assert said.replace("event 1", "event 2") in answer.json()["error"]
    assert not Event.objects.exists()


@pytest.mark.parametrize(
    "body", ["{}", "[]", '{"format": "log", "version": 9}', '{"format": "log", "version": 1}']
)
def test_what_is_no_log_is_refused(phone, demo, body):
    assert tell(phone, body).status_code == 400


def test_a_saved_log_is_read_in_once(phone, played):
    body = log(played, event(played, throw_no=1, putt="made")).encode()
    for said in ("1 event read in.", "0 events read in; 1 had come before."):
        upload = SimpleUploadedFile("log.json", body, "application/json")
        answer = phone.post("/pocket/read-in/", {"file": upload}, follow=True)
        assert said in answer.content.decode()
    assert round_score(played).score == 1


# ---- the file


def test_the_file_has_all_that_is_prepared_and_asks_nobody(phone, played):
    prepared(phone, played)
    answer = phone.get(f"/pocket/{played.pk}/file/")
    page = answer.content.decode()
    assert answer["Content-Disposition"].startswith("attachment")
    whole = json.loads(re.search(r'<script id="round" type="application/json">(.*?)</script>', page)[1])
    assert whole["file"] and [(v["position"], v["stamp"]) for v in whole["prepared"]] == [
        (1, whole["holes"][0]["stamp"])
    ]
    assert whole["player"] == str(Player.objects.get().uuid)
    assert not re.findall(r'(?:src|href)="(?!data:)[^"]', page), "the file asks for something"


def test_the_card_says_so_when_its_plan_is_gone(phone, played):
    played.plan.delete_softly()
    answer = phone.get(f"/pocket/{played.pk}/")
    assert answer.status_code == 400 and "plan of this round is gone" in answer.content.decode()
