"""The player's house: the way in, thrower, bag, plans and rounds listed and put back, club, leaving."""

import json
from datetime import timedelta

import pytest
from django.contrib.auth import get_user_model
from django.core.files.uploadedfile import SimpleUploadedFile
from django.core.management import call_command
from django.test import Client
from django.urls import reverse
from django.utils import timezone

from ypodrome.accounts.models import Invitation, Player, Role
from ypodrome.accounts.quota import MOST
from ypodrome.archive.leaving import delete_player
from ypodrome.bag import services
from ypodrome.bag.layout import doubles, gaps, laid_out
from ypodrome.bag.models import BagDisc
from ypodrome.bag.wear import worn_by_now
from ypodrome.core.refused import Refused
from ypodrome.course.models import Course
from ypodrome.plan import planning
from ypodrome.plan.inputs import is_stale
from ypodrome.plan.models import GamePlan
from ypodrome.round.models import Event, Round
from ypodrome.round.services import begin_round, record_hole
from ypodrome.thrower.shows import shows
from ypodrome.web.deleted import purge

pytestmark = pytest.mark.django_db

ANSWERS = {
    "name": "Rue Thackett", "hand": "left", "units": "metric", "rating": "850", "backhand_far": "82",
    "forehand_far": "", "discs": ["Putter", "Straight midrange", "Distance driver"],
}  # fmt: skip


def page(browser, name, *args, **query):
    return browser.get(reverse(name, args=args), query).content.decode()


def test_the_first_player_is_asked_and_gets_a_plan(db, settings):
    browser = Client()
    assert browser.get("/")["Location"] == "/thrower/welcome/"
    assert "Before the first plan" in browser.get("/thrower/welcome/").content.decode()
    assert not Player.objects.exists()
    refused = browser.post("/thrower/welcome/", ANSWERS | {"backhand_far": "9"})
    assert refused.status_code == 400
    assert "max_distance_m" in refused.content.decode()
    assert not Player.objects.exists()
    answer = browser.post("/thrower/welcome/", ANSWERS)
    player = Player.objects.get()
    assert answer["Location"] == f"/plan/{player.plans.get().pk}/hole/1/"
    assert (player.thrower.hand, player.thrower.level, player.units) == ("left", 850.0, "metric")
    assert {d.name for d in player.discs.all()} == set(ANSWERS["discs"])
    assert browser.get(answer["Location"]).status_code == 200


THROWER = {
    "name": "Ines Quarrow", "hand": "right", "rating": "930", "backhand_far": "350", "forehand_far": "",
    "tomahawk_speed": "55", "tomahawk_disc": "9/5/-1/2", "putt_1_far": "15", "putt_1_made": "93",
    "fault_pct": "11",
}  # fmt: skip


def test_a_thrower_is_kept_in_si_taken_back_and_given_out(client, demo):
    before = demo.thrower_document
    assert client.post(reverse("thrower:page"), THROWER).status_code == 302
    thrower = Player.objects.get().thrower
    assert thrower.max_distance_m["backhand"] == pytest.approx(350 * 0.3048, abs=0.1)
    assert set(thrower.max_distance_m) == {"backhand", "tomahawk"}
    assert thrower.make_rates == ((pytest.approx(4.57, abs=0.01), 0.93),)
    assert (thrower.level, thrower.fault_share) == (930.0, 0.11)
    out = client.get(reverse("thrower:export"))
    assert json.loads(out.content)["rating"] == 930
    client.post(reverse("thrower:before"))
    assert Player.objects.get().thrower_document == before
    file = SimpleUploadedFile("t.json", out.content)
    client.post(reverse("thrower:file"), {"file": file})
    assert Player.objects.get().thrower.level == 930.0


@pytest.mark.parametrize(
    ("values", "words"),
    [
        ({"rating": "4000"}, "Rating"),
        ({"backhand_far": "20"}, "backhand, farthest"),
        ({"backhand_far": ""}, "backhand or a forehand must"),
        ({"putt_1_made": ""}, "how far, and how many"),
        ({"tomahawk_disc": "fast"}, "throws.tomahawk.radar.disc"),
        ({"fault_pct": "²"}, "simply bad"),
        ({"spread_aim_deg": "2"}, "all six, or none"),
    ],
)
def test_a_thrower_that_cannot_be_is_named_and_not_kept(client, demo, values, words):
    values = THROWER | ({"tomahawk_speed": ""} if words.startswith("backhand or") else {}) | values
    if words.startswith("backhand or"):
        words = "at least one throw"
    answer = client.post(reverse("thrower:page"), values)
    assert answer.status_code == 400
    assert words in answer.content.decode().replace("&#x27;", "'")
    assert Player.objects.get().thrower_document == demo.thrower_document


def test_a_spread_of_ones_own_is_kept_and_shown_again(client, demo):
    sizes = {"speed_pct": 3, "aim_deg": 2.5, "hyzer_deg": 4, "nose_deg": 1.5, "launch_deg": 2, "spin_pct": 7}
    client.post(reverse("thrower:page"), THROWER | {f"spread_{k}": str(v) for k, v in sizes.items()})
    thrower = Player.objects.get().thrower
    assert {k: getattr(thrower.spread, k) for k in sizes} == sizes
    assert 'value="2.5"' in page(client, "thrower:page")
    client.post(reverse("thrower:page"), THROWER)
    assert Player.objects.get().thrower.spread is None


def test_what_is_typed_is_shown_beside_what_is_kept(client, demo):
    url = reverse("thrower:try")
    part = client.post(url, json.dumps(THROWER), "application/json").json()["parts"]["shows"]
    assert "as typed" in part
    assert "as kept" in part
    assert Player.objects.get().thrower_document == demo.thrower_document
    answer = client.post(url, json.dumps(THROWER | {"rating": "none"}), "application/json")
    assert answer.status_code == 400
    assert answer.json()["error"] == "rating: must be a number from 700 to 1040"


def shown_values(client):
    """What the form of the thrower shows, as a browser would send it back."""
    form = client.get(reverse("thrower:page")).context["form"]
    return {f.html_name: f.field.widget.format_value(f.value()) or "" for f in form}


def test_keeping_what_is_shown_changes_nothing_and_plans_nothing(client, demo_plan):
    """Shown are rounded feet; kept are metres, a named spread, and more putts than a form usually has."""
    player = demo_plan.owner
    makes = [[3, 0.97], [5, 0.9], [7, 0.62], [10, 0.35], [13, 0.2], [16, 0.125]]
    player.thrower_document |= {"putting": {"make": makes}, "fault_share": 0.1234}
    player.save()
    before = planning.plan_one(demo_plan.holes.get(position=1))
    values = shown_values(client)
    values["hand"] = "right"
    assert client.post(reverse("thrower:page"), values).status_code == 302
    kept = Player.objects.get().thrower_document
    assert kept == player.thrower_document
    assert not is_stale(type(before).objects.get(pk=before.pk))
    client.post(reverse("thrower:page"), values | {"forehand_far": "300"})
    changed = Player.objects.get().thrower_document
    assert changed["throws"]["forehand"]["max_distance_m"] == pytest.approx(300 * 0.3048, abs=0.1)
    assert changed["throws"]["backhand"] == kept["throws"]["backhand"]
    assert changed["putting"]["make"] == makes


def test_a_better_rating_scores_better_and_scatters_less_in_the_open(demo):
    """The level of play: a rating above another is a lower score (docs/level.md)."""
    bag = services.core_bag(demo)
    base = {k: v for k, v in demo.thrower_document.items() if k not in ("spread", "putting")}
    worse, better = (shows(base | {"rating": r}, bag) for r in (820, 980))
    for one, two in zip(worse.stock, better.stock, strict=True):
        assert two.expected < one.expected
        assert two.half_away_m < one.half_away_m
    assert (better.makes >= worse.makes).all()


def test_the_bag_lies_as_the_numbers_say(demo):
    """A right hand's backhand: higher fade ends farther left, more turn farther right, in still air; into
    the wind everything goes less far [common practice]."""
    thrower, bag = demo.thrower, services.core_bag(demo)
    still = {p.disc.name: p for p in laid_out(thrower, bag, "backhand", 4.5, "still")}
    assert still["Hadrun"].left_m > still["Quellan"].left_m > still["Sorrin"].left_m
    assert still["Pellow"].far_m < still["Mirrick"].far_m < still["Varrel"].far_m
    into = {p.disc.name: p for p in laid_out(thrower, bag, "backhand", 4.5, "into")}
    assert all(into[name].far_m < still[name].far_m for name in still)


def test_gaps_and_doubles_are_named(client, demo):
    thrower, bag = demo.thrower, services.core_bag(demo)
    placed = laid_out(thrower, bag, "backhand", 4.5, "still")
    few = [p for p in placed if p.disc.name in ("Pellow", "Varrel")]
    assert [(a.disc.name, b.disc.name) for a, b in gaps(few)] == [("Pellow", "Varrel")]
    services.copy_disc(demo.discs.get(name="Gantle"))
    pairs = {frozenset((a.name, b.name)) for a, b in
             doubles(thrower, services.core_bag(Player.objects.get()), "backhand", 4.5)}  # fmt: skip
    assert frozenset(("Gantle", "Gantle 2")) in pairs
    assert "The Gantle and the Gantle 2 end together" in page(client, "bag:shelf")


DISC = {"name": "Newling", "speed": "5", "glide": "5", "turn": "0", "fade": "1", "weight_g": "175",
        "plastic": "base", "wear": "0"}  # fmt: skip


def test_a_disc_is_added_edited_lost_found_and_every_change_undone(client, demo):
    client.post(reverse("bag:new"), DISC)
    disc = demo.discs.get(name="Newling")
    client.post(reverse("bag:edit", args=(disc.pk,)), DISC | {"wear": "4"})
    lost = {"state": "lost", "lost_on": "2026-05-01", "lost_where": "hole 9, the pond"}
    client.post(reverse("bag:state", args=(disc.pk,)), lost)
    assert "hole 9, the pond" in page(client, "bag:shelf")
    assert "Newling" not in {d.name for d in services.bag_of(Player.objects.get())}
    for state, wear in (("bag", 4.0), ("bag", 0.0)):
        client.post(reverse("bag:undo"))
        disc.refresh_from_db()
        assert (disc.state, disc.wear) == (state, wear)
    client.post(reverse("bag:undo"))
    disc.refresh_from_db()
    assert disc.deleted is not None


@pytest.mark.parametrize(
    ("values", "words"),
    [({"name": "Gantle"}, "tell them apart"), ({"speed": "40"}, "less than or equal to 15"),
     ({"fade": "x"}, "Enter a number"), ({"name": ""}, "required"), ({"plastic": "wood"}, "valid choice")],
)  # fmt: skip
def test_a_disc_that_cannot_be_is_refused(client, demo, values, words):
    answer = client.post(reverse("bag:new"), DISC | values)
    assert answer.status_code == 400
    assert words in answer.content.decode()
    assert demo.discs.count() == 14


def test_a_file_is_shown_before_it_is_taken_and_taken_back(client, demo):
    text = "name,speed,glide,turn,fade\nGantle,4,1,0,4\nNewling,5,5,0,1\n"
    before = {d.name: (d.fade, d.state) for d in demo.discs.all()}
    shown = client.post(reverse("bag:read"), {"file": SimpleUploadedFile("b.csv", text.encode())})
    assert "Added: 1" in shown.content.decode()
    assert "not in the file: 13" in shown.content.decode()
    assert "fade 3 → 4" in shown.content.decode()
    assert {d.name: (d.fade, d.state) for d in demo.discs.all()} == before
    client.post(reverse("bag:merge"), {"text": text})
    assert demo.discs.get(name="Gantle").fade == 4.0
    assert demo.discs.get(name="Pellow").state == "bag"
    client.post(reverse("bag:undo"))
    assert {d.name: (d.fade, d.state) for d in BagDisc.objects.of(demo)} == before


def test_wear_counts_from_the_throws_logged_since_it_was_set(client, demo_plan):
    player = demo_plan.owner
    disc = player.discs.get(name="Fessil")
    at = {
        "owner": player,
        "device": "phone",
        "made_at": timezone.now() + timedelta(minutes=1),
        "what": "throw",
    }
    Event.objects.bulk_create(
        Event(uuid=f"00000000-0000-4000-8000-{k:012d}", running=k, disc_id=disc.uuid, **at)
        for k in range(130)
    )
    assert services.throws_of(player)[str(disc.uuid)] == 130
    assert worn_by_now(disc, 130) == 5.0  # base plastic, 4 before
    assert "5 by now?" in page(client, "bag:shelf")
    client.post(reverse("bag:worn", args=(disc.pk,)))
    disc.refresh_from_db()
    assert disc.wear == 5.0


def test_plans_and_rounds_are_listed_named_copied_put_away_deleted_and_put_back(client, demo_plan):
    planning.plan_one(demo_plan.holes.get(position=1))
    played = begin_round(demo_plan)
    record_hole(played.holes.get(position=1), [{"disc": "Gantle", "throw": "RHBH", "result": "left"}], 2)
    key = (demo_plan.pk,)
    client.post(reverse("plan:name", args=key), {"name": "Saturday", "day": "2026-05-02"})
    client.post(reverse("plan:copy", args=key))
    listed = page(client, "round:shelf")
    assert "Sat 2 May 2026" in listed
    assert "Saturday (copy)" in listed
    assert "3 (level) after 1" in listed
    assert GamePlan.objects.get(name="Saturday (copy)").holes.get(position=1).kept is not None
    client.post(reverse("plan:archive", args=key))
    assert reverse("plan:overview_of", args=key) not in page(client, "round:shelf")
    assert reverse("plan:overview_of", args=key) in page(client, "round:shelf", away=1)
    client.post(reverse("plan:archive", args=key))
    said = client.post(reverse("plan:delete", args=key), follow=True).content.decode()
    assert "Put it back" in said
    assert client.get(reverse("plan:overview_of", args=key)).status_code == 404
    assert "its plan is gone" in page(client, "round:shelf")
    assert "Saturday" in page(client, "deleted")
    client.post(reverse("put_back", args=("plan", demo_plan.pk)))
    assert client.get(reverse("plan:overview_of", args=key)).status_code == 200


def test_changing_the_bag_marks_what_is_stale_everywhere(client, demo_plan):
    planning.plan_one(demo_plan.holes.get(position=1))
    played = begin_round(demo_plan)
    services.set_state(demo_plan.owner.discs.get(name="Sorrin"), "resting")
    assert "1 out of date" in page(client, "round:shelf")
    assert "Out of date" in page(client, "plan:book", demo_plan.pk)
    assert "out of date" in page(client, "round:record", played.pk, 1)


def test_deleted_things_go_after_thirty_days_and_courses_in_use_stay(demo_plan):
    course = demo_plan.layout.course
    played = begin_round(demo_plan)
    course.delete_softly()
    played.delete_softly()
    assert purge() == 0
    long_ago = timezone.now() - timedelta(days=31)
    Course.objects.update(deleted=long_ago)
    Round.objects.update(deleted=long_ago)
    assert purge() == 1
    assert Course.objects.filter(pk=course.pk).exists()  # a plan was made on it
    assert not Round.objects.exists()


def test_a_quota_is_told_before_and_when_it_is_met(client, demo, monkeypatch):
    monkeypatch.setitem(MOST, "discs", 15)
    assert "nearly full" in page(client, "archive:mine")
    said = client.post(reverse("bag:new"), DISC, follow=True).content.decode()
    assert "You keep 15 discs; there is room for 15." in said
    answer = client.post(reverse("bag:new"), DISC | {"name": "Another"})
    assert answer.status_code == 400
    assert "you keep 15 discs of 15" in answer.content.decode()
    client.post(reverse("bag:delete", args=(demo.discs.get(name="Newling").pk,)))
    assert client.post(reverse("bag:new"), DISC | {"name": "Another"}).status_code == 302


@pytest.fixture
def club(settings, demo):
    settings.LOCAL = False
    call_command("make_owner", "keeper", verbosity=0)
    return Player.objects.get(user__username="keeper")


def let_in(link, **values):
    browser = Client()
    values = {"password": "seven-leagues-7", "again": "seven-leagues-7"} | values
    return browser, browser.post(reverse("accounts:join", args=(link.token,)), values)


def test_an_owner_is_made_invites_and_a_member_joins_once(club):
    owner, answer = let_in(club.resets.get())
    assert answer["Location"] == "/"
    owner.post(reverse("accounts:invite"), {"role": "keeper"})
    link = Invitation.objects.get(resets=None)
    assert link.token in page(owner, "accounts:club")
    _, bad = let_in(link, username="rue", again="other")
    assert bad.status_code == 400
    member, answer = let_in(link, username="rue")
    assert member.get("/")["Location"] == "/thrower/welcome/"
    assert Player.objects.get(user__username="rue").role == Role.KEEPER
    _, again = let_in(link, username="tom")
    assert again.status_code == 404
    assert "no longer good" in again.content.decode()


def test_a_member_signs_in_changes_the_password_and_is_signed_out_everywhere(club):
    let_in(club.resets.get())
    one, two = Client(), Client()
    for browser in (one, two):
        browser.post("/login/", {"username": "keeper", "password": "seven-leagues-7"})
        assert browser.get("/mine/").status_code == 200
    new = {"old": "seven-leagues-7", "password": "eight-leagues-8", "again": "eight-leagues-8"}
    assert one.post(reverse("accounts:password"), new | {"old": "wrong"}).status_code == 400
    assert one.post(reverse("accounts:password"), new)["Location"] == "/"
    assert one.get("/mine/").status_code == 200
    assert two.get("/mine/").status_code == 302
    two.post("/login/", {"username": "keeper", "password": "eight-leagues-8"})
    one.post(reverse("accounts:sign_out_everywhere"))
    assert two.get("/mine/").status_code == 302
    assert one.post("/logout/").status_code == 302


def test_wrong_passwords_are_counted(club):
    browser = Client()
    for _ in range(8):
        browser.post("/login/", {"username": "keeper", "password": "wrong"})
    answer = browser.post("/login/", {"username": "keeper", "password": "wrong"})
    assert answer.status_code == 429
    assert "Too many wrong passwords" in answer.content.decode()


def test_a_club_keeps_an_owner(club, demo):
    demo.role = Role.PLAYER
    demo.save()
    browser, _ = let_in(club.resets.get())
    answer = browser.post(reverse("accounts:role", args=(club.pk,)), {"role": "player"})
    assert answer.status_code == 400
    assert "a club needs an owner" in answer.content.decode()
    with pytest.raises(Refused, match="needs an owner"):
        delete_player(club)


@pytest.fixture
def second(club):
    user = get_user_model().objects.create_user("rue")
    browser = Client()
    browser.force_login(user)
    player = Player.objects.create(user=user, name="Rue Thackett", thrower_document=club.thrower_document)
    return browser, player


def test_a_course_is_shared_and_outlives_its_keeper_in_the_club(second, demo, client):
    browser, player = second
    course = demo.courses.get()
    start = reverse("plan:start", args=(course.layouts.first().pk,))
    assert browser.post(start).status_code == 404
    client.post(reverse("course:share", args=(course.pk,)))
    browser.post(start)
    assert player.plans.count() == 1
    assert browser.get(reverse("course:desk", args=(course.pk,))).status_code == 404
    player.role = Role.KEEPER
    player.save()
    assert browser.get(reverse("course:desk", args=(course.pk,))).status_code == 200
    delete_player(demo)
    course.refresh_from_db()
    assert course.owner is None
    assert browser.get(reverse("plan:overview_of", args=(player.plans.get().pk,))).status_code == 200


def test_a_course_others_planned_on_stays_for_them_when_it_is_deleted(second, demo, client):
    browser, player = second
    course = demo.courses.get()
    client.post(reverse("course:share", args=(course.pk,)))
    browser.post(reverse("plan:start", args=(course.layouts.first().pk,)))
    client.post(reverse("course:delete", args=(course.pk,)))
    assert browser.get(reverse("plan:overview_of", args=(player.plans.get().pk,))).status_code == 200
    assert "Quernby" not in page(browser, "course:shelf")


def test_a_plan_is_shown_by_a_link_until_it_is_withdrawn(client, demo_plan, club):
    client.post(reverse("plan:links", args=(demo_plan.pk,)))
    link = demo_plan.links.get()
    reader = Client()
    shown = reader.get(f"/shown/{link.token}/")
    assert shown.status_code == 200
    assert "Quernby Rise" in shown.content.decode()
    assert 'href="/plan' not in shown.content.decode()
    client.post(reverse("plan:withdraw_link", args=(demo_plan.pk, link.pk)))
    withdrawn = reader.get(f"/shown/{link.token}/")
    assert withdrawn.status_code == 404
    assert "withdrawn" in withdrawn.content.decode()


def test_leaving_takes_what_is_private_after_the_archive_was_offered(client, demo_plan):
    begin_round(demo_plan)
    assert reverse("archive:out") in page(client, "archive:leave")
    assert client.post(reverse("archive:leave"), {"word": "yes"}).status_code == 400
    client.post(reverse("archive:leave"), {"word": "delete"})
    for model in (Player, GamePlan, Round, BagDisc, Course, get_user_model()):
        assert not model.objects.exists(), model


def test_the_archive_goes_out_and_in_over_the_page(client, demo):
    out = client.get(reverse("archive:out"))
    assert out["Content-Type"] == "application/zip"
    file = SimpleUploadedFile("a.zip", out.content)
    said = client.post(reverse("archive:take"), {"file": file}, follow=True).content.decode()
    assert "All of it was here already" in said
    bad = client.post(reverse("archive:take"), {"file": SimpleUploadedFile("a.zip", b"PK")})
    assert bad.status_code == 400
    assert "Nothing was taken" in bad.content.decode()
