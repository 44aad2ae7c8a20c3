"""The player's house in the browser: from nothing to a plan, thrower and bag by hand, a second player."""

import re
import time
from datetime import date

import pytest
from django.contrib.auth import get_user_model
from django.core.management import call_command

from tests.browser.conftest import Watched
from ypodrome.accounts.models import Invitation, Player
from ypodrome.plan.models import GamePlan
from ypodrome.round.services import begin_round

PHONE = {"width": 390, "height": 844}
FIRST_RUN_S = 120.0


@pytest.fixture
def empty(page, live_server, transactional_db):
    """A browser before a program that nobody has used."""
    seen = Watched(page, live_server.url)
    yield seen
    assert seen.wrong == []


@pytest.mark.parametrize("size", [{"width": 1280, "height": 800}, PHONE], ids=["desk", "phone"])
def test_from_nothing_to_a_planned_hole_in_two_minutes(empty, size):
    """Timed from the first page to the first plan; the typing itself is not what takes long."""
    page = empty.page
    page.set_viewport_size(size)
    began = time.monotonic()
    empty.open("/")
    page.wait_for_url("**/thrower/welcome/")
    empty.accessible()
    assert page.evaluate("document.documentElement.scrollWidth") <= size["width"]
    page.get_by_label("Your name").fill("Rue Thackett")
    page.get_by_label("left", exact=True).check()
    page.get_by_label("plays often").check()
    page.get_by_label("Backhand, farthest").fill("260")
    page.get_by_label("Distance driver").uncheck()
    page.get_by_role("button", name="Plan the first hole").click()
    page.wait_for_url(re.compile(r"/plan/\d+/hole/1/$"))
    empty.planned()
    assert time.monotonic() - began < FIRST_RUN_S
    player = Player.objects.get()
    assert (player.name, player.thrower.hand) == ("Rue Thackett", "left")
    assert all("LH" in o.inner_text() for o in page.locator(".option").all())
    if size != PHONE:
        empty.follow("All holes", "**/plan/*/")
        page.wait_for_selector("[data-replan]", state="detached", timeout=120_000)
        assert player.plans.get().holes.filter(computed=None).count() == 0


def test_thrower_and_bag_by_hand(watched):
    page = watched.page
    watched.open("/thrower/")
    watched.accessible()
    now = page.locator("figcaption .score").first
    before = now.inner_text()
    page.get_by_label("Rating").fill("980")
    page.get_by_text("As typed; not kept yet.").wait_for(timeout=30_000)
    page.get_by_text(f"was {before}", exact=False).first.wait_for()
    assert float(now.inner_text()) < float(before)
    watched.accessible()
    page.get_by_role("button", name="Keep", exact=True).click()
    page.get_by_text("Kept. Holes are planned anew", exact=False).wait_for()
    watched.open("/bag/")
    watched.follow("Gantle", "**/bag/*/")
    watched.accessible()
    page.get_by_label("Wear").fill("3")
    page.get_by_role("button", name="Keep").click()
    page.get_by_text("Gantle is kept.").wait_for()
    page.get_by_role("button", name="put away").first.click()
    page.get_by_role("heading", name="At home").wait_for()
    page.get_by_role("button", name="Undo").click()
    page.get_by_role("heading", name="At home").wait_for(state="detached")
    assert Player.objects.get().discs.get(name="Gantle").wear == 3.0


def test_one_number_is_changed_on_the_bench_and_the_landing_moves(watched):
    """More fade ends farther left for a right hand's backhand [common practice]."""
    page = watched.page
    watched.open("/bag/bench/")
    page.locator("select[name=disc]").select_option(label="Quellan 7/5/0/2")
    page.get_by_text("What the numbers do").click()
    page.locator("[name=as_fade]").fill("4")
    page.get_by_text("Fade 2 → 4: it ends", exact=False).wait_for()
    assert re.search(r"and \d+ ft left\.", page.locator("#numbers").inner_text())
    watched.accessible()


def test_a_plan_is_deleted_and_put_back_by_one_click(watched):
    page = watched.page
    begin_round(GamePlan.objects.get())
    watched.open("/round/")
    watched.accessible()
    page.get_by_text("Change", exact=True).click()
    page.get_by_role("button", name="Delete").click()
    page.get_by_text("is deleted.", exact=False).wait_for()
    page.get_by_role("button", name="Put it back").click()
    page.get_by_text("is back.", exact=False).wait_for()
    assert GamePlan.objects.get().deleted is None


def test_a_second_player_beside_the_first(watched, settings, browser):
    """A club: the owner invites, another joins by link, plans, and neither sees the other's things."""
    settings.LOCAL = False
    settings.SESSION_COOKIE_SECURE = settings.CSRF_COOKIE_SECURE = False
    call_command("make_owner", "keeper", verbosity=0)
    page, base = watched.page, watched.base
    page.goto(f"{base}/player/join/{Invitation.objects.get().token}/")
    for label in ("Password", "Once more"):
        page.get_by_label(label, exact=True).fill("seven-leagues-7")
    page.get_by_role("button", name="Set it").click()
    page.wait_for_url("**/thrower/welcome/")
    watched.open("/player/club/")
    watched.accessible()
    page.get_by_role("button", name="Make a link").click()
    link = page.locator("code").first.inner_text()

    other = browser.new_context().new_page()
    second = Watched(other, base)
    other.goto(link)
    second.accessible()
    other.get_by_label("Name to sign in with").fill("rue")
    for label in ("Password", "Once more"):
        other.get_by_label(label, exact=True).fill("eight-leagues-8")
    other.get_by_role("button", name="Come in").click()
    other.wait_for_url("**/thrower/welcome/")
    other.get_by_label("Backhand, farthest").fill("300")
    other.get_by_role("button", name="Plan the first hole").click()
    second.planned()
    mine = Player.objects.get(user__username="rue").plans.get()
    assert page.request.get(f"{base}/plan/{mine.pk}/").status == 404
    assert other.request.get(f"{base}/plan/{GamePlan.objects.order_by('pk').first().pk}/").status == 404
    other.goto(base + "/mine/")
    second.accessible()
    other.get_by_role("button", name="Sign out", exact=True).click()
    other.wait_for_url("**/login/")
    assert second.wrong == []
    assert get_user_model().objects.count() == 3


PAGES = ["/bag/", "/thrower/", "/round/", "/mine/", "/mine/delete/", "/deleted/", "/bag/new/", "/plan/1/bag/",
         "/plan/1/links/"]  # fmt: skip


@pytest.mark.parametrize("path", PAGES)
def test_pages_of_the_house_are_accessible_and_fit_a_phone(watched, path):
    """Whatever the plan is called, and on the longest day."""
    GamePlan.objects.update(name="Long tees, into the wind", day=date(2026, 9, 30))
    watched.page.set_viewport_size(PHONE)
    watched.open(path.replace("/plan/1/", f"/plan/{GamePlan.objects.get().pk}/"))
    watched.page.wait_for_timeout(200)
    watched.accessible()
    assert watched.page.evaluate("document.documentElement.scrollWidth") <= 390
