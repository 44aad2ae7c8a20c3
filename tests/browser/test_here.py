"""From here and every disc, in the real interface."""

import pytest
from playwright.sync_api import expect

from ypodrome.accounts.models import Player


def plan():
    return Player.objects.get().plans.get()


def test_a_lie_is_tapped_typed_and_followed(watched):
    page = watched.page
    watched.open(f"/plan/{plan().pk}/hole/1/")
    watched.planned()
    watched.follow("From here", "**/here/")
    box = page.locator("svg.lie-map").bounding_box()
    page.mouse.click(box["x"] + box["width"] / 2, box["y"] + 0.62 * box["height"])
    page.wait_for_selector("#advice .card")
    assert page.locator("#marks .lie-mark").count() == 1
    first = page.locator("#advice > p").last.inner_text()
    before = page.locator("#marks .lie-mark").bounding_box()
    page.mouse.move(before["x"] + 5, before["y"] + 5)
    page.mouse.down()
    page.mouse.move(before["x"] + 5, before["y"] - 70, steps=4)
    moved = page.locator("#marks .lie-mark").bounding_box()
    assert moved["y"] < before["y"] - 60
    page.mouse.up()
    expect(page.locator("#advice")).not_to_contain_text(first)
    page.get_by_label("To the basket").fill("20")
    page.get_by_label("on compass bearing").fill("20")
    page.get_by_role("button", name="Plan from there").click()
    page.wait_for_selector("#advice .putt-advice")
    assert "Run it" in page.locator("#advice").inner_text()
    page.get_by_role("button", name="What comes next").click()
    page.wait_for_selector("#zone table")
    page.locator("#zone [data-x]").first.click()
    page.get_by_text("Planned from there", exact=False).wait_for()
    watched.accessible()


def test_a_throw_of_ones_own_is_judged_and_every_disc_compared(watched):
    page = watched.page
    watched.open(f"/plan/{plan().pk}/hole/1/")
    watched.planned()
    watched.follow("Every disc", "**/discs/")
    page.get_by_label("Power").fill("70")
    page.get_by_label("Power").press("Tab")
    page.get_by_text("Expected ", exact=False).wait_for()
    page.get_by_role("button", name="Search each").click()
    page.wait_for_selector("table.every", timeout=60_000)
    page.get_by_role("button", name="Put it in the plan").click()
    page.get_by_text("In the plan: expected", exact=False).wait_for()
    assert plan().holes.get(number=1).kept.in_force.throw.power == pytest.approx(0.7)
    watched.accessible()


def test_one_throw_for_all_pins(watched):
    page = watched.page
    watched.open(f"/plan/{plan().pk}/hole/15/")
    watched.planned()
    watched.follow("Which pin?", "**/pins/")
    page.get_by_label("B", exact=True).fill("3")
    page.get_by_role("button", name="Find one throw for all").click()
    page.wait_for_selector("#mixture table", timeout=60_000)
    assert "60" in page.locator("#mixture table").inner_text()
    watched.accessible()


@pytest.mark.parametrize("path", ["here", "discs", "pins"])
def test_on_a_phone_they_do_not_scroll_sideways(watched, path):
    watched.page.set_viewport_size({"width": 390, "height": 844})
    watched.open(f"/plan/{plan().pk}/hole/1/{path}/")
    watched.page.wait_for_timeout(300)
    assert watched.page.evaluate("document.documentElement.scrollWidth") <= 390
