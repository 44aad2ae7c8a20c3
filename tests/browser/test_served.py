"""The program as it is served, long work in processes of its own: a page asks again until it is done."""

import pytest

from tests.browser.conftest import Watched
from tests.served import Server


@pytest.fixture
def served(page, tmp_path):
    server = Server(tmp_path, YPODROME_WORKERS="2", YPODROME_PAGES="2").prepare().start()
    seen = Watched(page, server.base)
    yield seen, server
    server.stop()
    assert seen.wrong == []


def test_a_hole_is_planned_and_the_wind_turned_while_a_round_is_being_planned(served):
    watched, server = served
    page = watched.page
    watched.open("/plan/1/hole/2/")
    page.get_by_text("Planned.", exact=False).wait_for(timeout=90_000)
    watched.open("/plan/1/")
    page.get_by_text("Planning hole", exact=False).wait_for(timeout=20_000)
    watched.open("/plan/1/hole/1/")
    watched.planned()
    page.get_by_role("slider", name="Wind from, degrees of the compass").focus()
    page.keyboard.press("]")
    page.get_by_role("status").get_by_text("expected score", exact=False).wait_for(timeout=60_000)
    watched.planned()
    watched.accessible()
    assert " 202 " in server.log()
    page.get_by_label("Notes").fill("from both processes")
    page.get_by_label("Notes").blur()
    page.get_by_text("Notes kept.").wait_for(timeout=10_000)


def test_a_form_sends_its_token_from_the_cookie(served):
    watched, _server = served
    page = watched.page
    watched.open("/bag/")
    assert "csrfmiddlewaretoken" not in page.content()
    page.get_by_role("button", name="Show metres").click()
    page.get_by_role("button", name="Show feet").wait_for(timeout=20_000)
