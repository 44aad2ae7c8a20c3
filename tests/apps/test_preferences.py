"""The page of what a player rules out and likes."""

import pytest
from django.urls import reverse

from ypodrome.accounts.models import Player
from ypodrome.plan import planning
from ypodrome.plan.inputs import staleness

pytestmark = pytest.mark.django_db

URL = "/bag/preferences/"


def test_what_is_ticked_is_kept_told_and_makes_plans_stale(client, demo_plan):
    assert reverse("bag:preferences") == URL
    hole = planning.plan_one(demo_plan.holes.get(number=1))
    disc = demo_plan.owner.discs.filter(water_ok=True).first()
    never = ["throw|water|forehand", f"disc|water|{disc.name}", f"disc|ob|{disc.name}"]
    form = {"never": never, "putt": "uphill", "lines": ["hyzer"], "widest_aim": "20"}
    assert client.post(URL, form).status_code == 302
    player = Player.objects.get(pk=demo_plan.owner.pk)
    preferences = player.thrower.preferences
    assert {(r.kind, r.disc, r.over) for r in preferences.never} == {
        ("forehand", "", "water"), (None, disc.name, "ob"),
    }  # fmt: skip
    assert (preferences.putt, preferences.lines, preferences.widest_aim_deg) == ("uphill", ("hyzer",), 20.0)
    assert not player.discs.get(pk=disc.pk).water_ok
    page = client.get(URL).content.decode()
    assert page.count(" checked") == 3 + player.discs.filter(water_ok=False).count() - 1 + 2
    hole.plan.owner.refresh_from_db()
    assert "the thrower has changed" in staleness(type(hole).objects.get(pk=hole.pk))[1]


def test_what_leaves_nothing_to_throw_is_refused_and_not_lost(client, demo):
    kinds = [f"throw||{k}" for k in ("backhand", "forehand")]
    answer = client.post(URL, {"never": kinds, "widest_aim": "wide", "lines": ["flex"]})
    page = answer.content.decode()
    assert answer.status_code == 400
    assert "widest_aim: must be a number from 5 to 60" in page
    assert 'value="wide"' in page
    assert page.count(" checked") >= 3
    answer = client.post(URL, {"never": kinds})
    assert "a backhand or a forehand must be left" in answer.content.decode()
    assert Player.objects.get(pk=demo.pk).thrower.preferences.never == ()


def test_a_player_without_discs_can_say_what_they_like(client, demo):
    demo.discs.all().delete()
    assert client.post(URL, {"putt": "uphill", "lines": []}).status_code == 302
    assert Player.objects.get(pk=demo.pk).thrower.preferences.putt == "uphill"
