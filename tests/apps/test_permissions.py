"""Every URL of the resolver, as every sort of player, by every method: who gets in, who is told nothing, what
needs a token, and that asking never writes."""

import pytest
from django.contrib.auth import get_user_model
from django.db import connection
from django.test import Client
from django.test.utils import CaptureQueriesContext
from django.urls import URLPattern, get_resolver, reverse

from tests.apps.permission_rules import CLUB, OPEN, PLAYER, RULES
from ypodrome.accounts.models import Invitation, Player, Role
from ypodrome.bag import bench
from ypodrome.course.models import Draft
from ypodrome.plan.models import GamePlan, PlanLink
from ypodrome.round.services import begin_round

pytestmark = pytest.mark.django_db
METHODS = ("GET", "POST", "PUT", "PATCH", "DELETE")


def _patterns(resolver, prefix=""):
    for entry in resolver.url_patterns:
        if isinstance(entry, URLPattern):
            yield prefix + entry.name, set(entry.pattern.converters)
        else:
            space = f"{entry.namespace}:" if entry.namespace else ""
            yield from _patterns(entry, prefix + space)


URLS = dict(_patterns(get_resolver()))


def test_every_url_has_a_rule_and_every_rule_a_url():
    assert set(URLS) == set(RULES)


@pytest.fixture
def urls(demo_plan, settings):
    """Every URL of the demo player's things, by name."""
    settings.LOCAL = False
    player = demo_plan.owner
    disc = player.discs.get(name="Gantle")
    values = {"disc": disc.pk, "throw": "RHBH", "hyzer_deg": 8, "nose_deg": -2, "launch_deg": 9.5}
    line = bench.keep_line(player, "low", values | {"power_pct": 90, "wind_m_s": 0, "wind_from_deg": 0})
    gone = GamePlan.objects.create(owner=player, layout=demo_plan.layout)
    gone.delete_softly()
    invitation = Invitation.objects.create(made_by=player)
    keys = {
        "plan": demo_plan.pk, "round": begin_round(demo_plan).pk, "disc": disc.pk, "line": line.pk,
        "course": demo_plan.layout.course_id, "layout": demo_plan.layout_id, "deleted": gone.pk,
        "draft": Draft.objects.create(owner=player, document={"what": "walk", "steps": []}).pk,
        PLAYER: 0, OPEN: 0, CLUB: player.pk,
    }  # fmt: skip
    begun_twice = begin_round(demo_plan)
    tokens = {"shown": PlanLink.objects.create(plan=demo_plan).token, "accounts:join": invitation.token}

    def url(name):
        rule = RULES[name][0]
        pk = invitation.pk if name == "accounts:withdraw" else keys[rule]
        known = {
            "pk": pk, "plan": keys["plan"], "layout": keys["layout"], "position": 1, "number": 1,
            "link": demo_plan.links.get().pk, "kind": "plan", "token": tokens.get(name, "none"),
            "other": begun_twice.pk,
        }  # fmt: skip
        return reverse(name, kwargs={k: known[k] for k in URLS[name]})

    return {name: url(name) for name in URLS}


@pytest.fixture
def browsers(demo):
    """Nobody, another player, and the demo player, who owns the club."""
    other = Player.objects.create(
        user=get_user_model().objects.create_user("other"), name="Other", role=Role.KEEPER,
        thrower_document=demo.thrower_document,
    )  # fmt: skip
    found = {"nobody": Client(), "other": Client(), "owner": Client()}
    found["other"].force_login(other.user)
    found["owner"].force_login(demo.user)
    return found


def ask(browser, method, url):
    return browser.generic(method, url, b"{}", content_type="application/json")


def test_a_script_of_nobody_is_told_to_sign_in(urls, browsers):
    for name, url in urls.items():
        for method in METHODS:
            answer = ask(browsers["nobody"], method, url)
            if RULES[name][0] == OPEN:
                assert method in RULES[name][1] or answer.status_code == 405, (name, method)
                assert "/login/" not in answer.get("Location", "") or name == "logout"
            else:
                assert answer.status_code == 401, (name, method, answer.status_code)


def test_a_page_of_nobody_leads_to_the_sign_in(urls, browsers):
    for name, url in urls.items():
        if RULES[name][0] != OPEN and "GET" in RULES[name][1]:
            answer = browsers["nobody"].get(url)
            assert answer.status_code == 302 and answer["Location"].startswith("/login/"), name


def test_another_player_is_told_nothing_of_what_is_not_theirs(urls, browsers):
    for name, url in urls.items():
        rule, methods = RULES[name]
        if rule in (OPEN, PLAYER):
            continue
        for method in METHODS:
            status = ask(browsers["other"], method, url).status_code
            assert status == (404 if method in methods else 405), (name, method, status)


def test_methods_that_a_url_does_not_know_are_refused(urls, browsers):
    for name, url in urls.items():
        for method in set(METHODS) - set(RULES[name][1]):
            assert ask(browsers["owner"], method, url).status_code == 405, (name, method)


WRITES = ("INSERT", "UPDATE", "DELETE", "REPLACE")


def test_the_owner_gets_in_and_asking_writes_nothing(urls, browsers):
    browsers["owner"].get(urls["home"])  # the session is there
    for name, url in urls.items():
        if "GET" not in RULES[name][1] or name in ("login", "shown", "accounts:join"):
            continue
        with CaptureQueriesContext(
            connection,
        ) as asked:
            answer = browsers["owner"].get(url)
        assert answer.status_code in (200, 302), (name, answer.status_code)
        written = [q["sql"][:90] for q in asked if q["sql"].startswith(WRITES)]
        assert not [q for q in written if "django_session" not in q], (name, written)


def test_nothing_is_changed_without_the_token(urls, demo):
    strict = Client(enforce_csrf_checks=True)
    strict.force_login(demo.user)
    for name, url in urls.items():
        if "POST" in RULES[name][1]:
            assert ask(strict, "POST", url).status_code == 403, name


def test_in_local_mode_there_is_no_club(urls, browsers, settings):
    settings.LOCAL = True
    for name, url in urls.items():
        if RULES[name][0] == CLUB:
            assert ask(browsers["owner"], RULES[name][1][0], url).status_code == 404, name
