"""Few throws and preferences, in the real interface."""

import pytest

from ypodrome.accounts.models import Player


@pytest.fixture
def two_holes(watched):
    """The demo's plan with two holes, so that every throw is soon tried."""
    plan = Player.objects.get().plans.get()
    plan.holes.filter(number__gt=2).delete()
    return plan


def test_the_round_with_few_throws_is_found_and_played(watched, two_holes):
    page = watched.page
    watched.open(f"/plan/{two_holes.pk}/")
    page.locator("[data-replan]").first.wait_for(state="detached", timeout=60_000)
    watched.follow("Few throws", "**/few/")
    page.get_by_role("button", name="Try every throw").click()
    page.locator(".few-round").first.wait_for(timeout=60_000)
    watched.accessible()
    page.get_by_role("button", name="Play these").first.click()
    page.get_by_text("is in the plan", exact=False).wait_for()


def test_what_is_never_thrown_and_liked_is_kept(watched):
    page = watched.page
    watched.open("/bag/preferences/")
    page.get_by_label("forehand never over water").check()
    page.get_by_label("uphill").check()
    page.get_by_label("Aim at most").fill("90")
    page.get_by_role("button", name="Keep").click()
    assert "widest_aim: must be a number from 5 to 60" in page.get_by_role("alert").inner_text()
    assert page.get_by_label("forehand never over water").is_checked()
    watched.wrong.clear()  # the browser reports the refusal, which is meant
    page.get_by_label("Aim at most").fill("25")
    page.get_by_role("button", name="Keep").click()
    page.get_by_text("Kept.", exact=False).wait_for()
    watched.accessible()
    assert Player.objects.get().thrower.preferences.widest_aim_deg == 25.0


@pytest.mark.parametrize("path", ["/bag/preferences/", "/plan/{}/few/"])
def test_on_a_phone_they_do_not_scroll_sideways(watched, path):
    watched.page.set_viewport_size({"width": 390, "height": 844})
    watched.open(path.format(Player.objects.get().plans.get().pk))
    assert watched.page.evaluate("document.documentElement.scrollWidth") <= 390
