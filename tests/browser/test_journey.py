"""The first journey in a real browser: plan, hole, wind, aim, choose, print, record, after."""

import re

import pytest

from tests.browser.conftest import box_of
from ypodrome.accounts.models import Player
from ypodrome.round.services import begin_round

pytestmark = pytest.mark.django_db(transaction=True)

DRAG_PX = 60
HOLES = 6


def plan():
    return Player.objects.get().plans.get()


def test_the_whole_journey(watched):
    page = watched.page
    plan().holes.filter(position__gt=HOLES).delete()
    watched.open("/")
    page.wait_for_selector(".bars", timeout=240_000)  # every hole is planned
    watched.accessible()

    watched.follow("1 Lane Side", "**/hole/1/")
    watched.planned()
    watched.accessible()
    assert page.evaluate("document.documentElement.scrollHeight") <= 800
    turn_the_wind(watched)
    drag_the_aim(watched)
    choose_by_keyboard(watched)

    page.keyboard.press("n")
    page.wait_for_url("**/hole/2/")
    watched.planned()
    watched.follow("Print", "**/book/")
    assert page.locator("article.pocket-page").count() == HOLES + 1
    watched.accessible()

    record(watched)


def turn_the_wind(watched):
    page = watched.page
    dial = page.locator(".dial").bounding_box()
    page.mouse.move(dial["x"] + 100, dial["y"] + 56)
    page.mouse.down()
    page.mouse.move(dial["x"] + 56, dial["y"] + 8)
    page.mouse.up()
    page.get_by_text("head wind", exact=False).first.wait_for()
    page.wait_for_selector("[role=status]:has-text('First plan'), [role=status]:has-text('stays first')")
    watched.planned()
    assert plan().wind_source == "felt on the course"


def drag_the_aim(watched):
    page = watched.page
    before = page.locator("#shot .cloud").first.get_attribute("d")
    aimed_before = plan().holes.get(number=1).kept.in_force.aim.left_deg
    handle = page.locator(".aim-grip").bounding_box()
    x, y = handle["x"] + handle["width"] / 2, handle["y"] + handle["height"] / 2
    page.mouse.move(x, y)
    page.mouse.down()
    page.mouse.move(x - DRAG_PX, y, steps=4)
    page.wait_for_selector("#card:has-text('expected')")
    page.mouse.up()
    page.get_by_text("Your aim is in the plan", exact=False).wait_for()
    assert page.locator("#shot .cloud").first.get_attribute("d") != before
    hole = plan().holes.get(number=1)
    assert hole.kept.own is not None
    assert hole.kept.in_force.aim.left_deg > aimed_before + 4


def choose_by_keyboard(watched):
    page = watched.page
    page.keyboard.press("3")
    page.get_by_text("Option 3 is in the plan", exact=False).wait_for()
    hole = plan().holes.get(number=1)
    assert hole.kept.place == 2
    assert hole.kept.own is None
    page.reload()
    watched.planned()
    assert page.locator(".option[aria-pressed=true]").get_attribute("data-rank") == "3"


def record(watched):
    page = watched.page
    watched.open(f"/round/of/{plan().pk}/")
    watched.accessible()
    page.get_by_role("button", name="Begin the round").click()
    page.wait_for_url("**/round/*/1/")
    watched.accessible()
    page.get_by_role("button", name="One more throw").click()
    page.get_by_label("Result of throw 1").select_option("out of bounds")
    page.get_by_label("Distance to go after throw 1").fill("200")
    page.get_by_label("Distance to go after throw 2").fill("15")
    page.get_by_label("Putts").fill("1")
    page.get_by_text("1 over par", exact=False).wait_for()
    page.get_by_role("button", name="Keep hole 1").click()
    page.wait_for_url("**/round/*/2/")
    page.get_by_role("button", name="Keep hole 2").click()
    page.wait_for_url("**/round/*/3/")
    watched.follow("After", "**/after/")
    page.wait_for_selector("table")
    text = page.locator("main").inner_text()
    assert re.search(r"\b7\s+on 2 holes", text)
    assert "against the plan" in text
    assert "hole 3" in text
    assert "on 1 hole with all distances noted" in text
    watched.accessible()


def test_units_and_forehand_off(watched):
    page = watched.page
    watched.open(f"/plan/{plan().pk}/hole/1/")
    watched.planned()
    assert " ft" in page.locator("#facts").inner_text()
    page.get_by_label("forehand off").check()
    page.wait_for_selector("#options:not(:has-text('RHFH'))")
    watched.planned()
    page.get_by_role("button", name="Show metres").click()
    watched.planned()
    assert "88 m measured" in page.locator("#facts").inner_text()
    assert page.get_by_label("forehand off").is_checked()


def test_a_lost_server_loses_nothing(watched):
    page = watched.page
    watched.open(f"/plan/{plan().pk}/hole/1/")
    watched.planned()
    page.route("**/replan/", lambda route: route.abort())
    page.keyboard.press("]")
    page.get_by_text("Your settings are kept", exact=False).wait_for()
    assert page.locator(".option").count() >= 3
    watched.wrong.clear()  # the browser logs the failed request itself


@pytest.mark.parametrize("path", ["/bag/", "/courses/", "/login/"])
def test_quiet_pages(watched, path):
    watched.open(path)
    watched.accessible()


@pytest.mark.parametrize("path", ["/plan/{}/", "/plan/{}/hole/1/", "/round/of/{}/", "/round/of/{}/?hole=2"])
def test_phone_pages_do_not_scroll_sideways(watched, path):
    begin_round(plan())
    watched.page.set_viewport_size({"width": 390, "height": 844})
    watched.open(path.format(plan().pk))
    watched.page.wait_for_timeout(300)
    assert watched.page.evaluate("document.documentElement.scrollWidth") <= 390


def test_the_bench_follows_sliders_and_handles(watched):
    page = watched.page
    watched.open("/bag/bench/")
    watched.accessible()
    before = page.locator("#numbers").inner_text()
    page.get_by_label("Hyzer, exact").fill("25")
    page.wait_for_selector("#numbers td:has-text('hyzer')")
    page.locator("#numbers").filter(has_not_text=before).wait_for()
    page.locator("[data-drag=launch]").hover()
    handle = box_of(page.locator("[data-drag=launch]"))
    page.mouse.move(handle["x"] + 8, handle["y"] + 8)
    page.mouse.down()
    page.mouse.move(handle["x"] - 4, handle["y"] - 40, steps=3)
    page.mouse.up()
    assert float(page.get_by_label("Height, exact").input_value()) > 20
    page.get_by_label("Keep as").fill("high hyzer")
    page.get_by_role("button", name="Keep this line").click()
    page.get_by_text("Kept as high hyzer", exact=False).wait_for()
    assert Player.objects.get().lines.get().launch_deg > 20
    watched.accessible()
