"""A round on a phone: taken along, played with the network off and the server stopped, sent once."""

import contextlib
import re

import pytest
from playwright.sync_api import Error, expect

from tests.browser.conftest import AXE
from tests.served import Server

PHONE = {"viewport": {"width": 390, "height": 844}, "has_touch": True, "is_mobile": True}
SMALL = {"width": 360, "height": 640}


@pytest.fixture(scope="module")
def served(tmp_path_factory):
    """The demo with a round of a short plan: four holes, two of them planned; and one that is recorded."""
    server = Server(tmp_path_factory.mktemp("pocket")).prepare()
    server.manage("shell", "-c", SHORT_ROUND)
    server.start()
    yield server
    server.stop()


SHORT_ROUND = """
from ypodrome.plan.models import GamePlan
from ypodrome.plan.planning import plan_one
from ypodrome.round.services import begin_round, record_hole
plan = GamePlan.objects.get()
plan.holes.filter(position__gt=4).delete()
for hole in plan.holes.filter(position__lt=3):
    plan_one(hole)
begin_round(plan)
before = begin_round(plan)
for hole in before.holes.all():
    throw = {"disc": "Gantle", "throw": "RHBH", "result": "out of bounds", "left_m": 61.0}
    record_hole(hole, [throw, throw], 2)
"""


@pytest.fixture
def phone(browser, served):
    """A phone that remembers what went wrong, and the card of the round on it."""
    if served.process.poll() is not None:
        served.start()  # the test before stopped it
    context = browser.new_context(**PHONE)
    page = context.new_page()
    page.wrong = []
    page.on("pageerror", lambda e: page.wrong.append(str(e)))
    page.on("console", lambda m: page.wrong.append(m.text) if "Content Security" in m.text else None)
    open_card(page, served)
    yield page
    assert page.wrong == []
    context.close()


def open_card(page, served, hole=1, played=1):
    page.goto(f"{served.base}/pocket/{played}/#{hole}")
    page.locator(".tee-words h2:not(:empty)").wait_for()


def tap(page, name):
    page.get_by_role("button", name=name, exact=True).and_(page.locator(":visible")).tap()


def as_planned(page):
    page.locator(".pocket-log .strong:visible").tap()


def take_along(page):
    tap(page, "Round")
    tap(page, "Take this round along")
    page.get_by_text("you may switch the network off").wait_for(timeout=240_000)
    tap(page, "Card")


def sent(page):
    words = page.get_by_role("region", name="Round").get_by_text("Everything told is sent.")
    words.wait_for(timeout=60_000)


def new_round(served):
    """A round of which nothing is told."""
    begun = served.tab().form("/round/begin/1/", {"card": "yes"})[1]
    return int(re.search(r"/pocket/(\d+)/told/", begun)[1])


def told(served, played=1):
    """How many events the server has of a round."""
    events = served.tab().get(f"/pocket/{played}/told/")
    return events.count('"what"')


# ---- one screen

TOO_SMALL = """() => [...document.querySelectorAll('.pocket *')].filter((n) => n.offsetParent
  && n.children.length === 0 && n.textContent.trim() && parseFloat(getComputedStyle(n).fontSize) < 16)
  .map((n) => n.outerHTML)"""
NO_TARGETS = """() => [...document.querySelectorAll('button, a, select, input')].filter((n) => n.offsetParent)
  .map((n) => [n.textContent, n.getBoundingClientRect()]).filter(([, b]) => b.height < 44 || b.width < 44)"""


def test_the_card_fits_one_screen_and_names_the_throw(phone):
    for size in (PHONE["viewport"], SMALL):
        phone.set_viewport_size(size)
        fits = phone.evaluate(
            """() => { const m = document.querySelector('.pocket-main');
            return [m.scrollHeight - m.clientHeight, document.documentElement.scrollWidth - innerWidth] }"""
        )
        assert max(fits) <= 0, (size, fits)
        assert phone.evaluate(TOO_SMALL) == []
        assert phone.evaluate(NO_TARGETS) == []
    expect(phone.locator(".tee-role")).to_have_text("First plan")
    expect(phone.locator(".tee-aim")).to_contain_text("Aim: ")


@pytest.mark.parametrize("panel", ["Card", "Wind", "Pin", "Hands", "Round", "It lies …", "Putt"])
def test_every_panel_is_accessible_and_none_scrolls_sideways(phone, panel):
    if panel != "Card":
        tap(phone, panel)
    phone.evaluate(AXE)
    found = phone.evaluate("axe.run().then(r => r.violations)")
    assert not found, [(v["id"], [n["html"] for n in v["nodes"]][:3]) for v in found]
    assert phone.evaluate("document.documentElement.scrollWidth <= innerWidth")


PAGES = (
    "/plan/1/", "/plan/1/hole/1/", "/plan/1/hole/1/here/", "/plan/1/hole/1/discs/", "/plan/1/hole/1/winds/",
    "/plan/1/hole/1/pins/", "/plan/1/book/", "/plan/1/weather/?at=16", "/plan/1/few/", "/plan/1/bag/",
    "/plan/1/beside/", "/plan/1/links/", "/plan/1/unseen/", "/round/", "/round/1/1/",
    "/round/1/after/", "/round/2/1/", "/round/2/after/", "/bag/", "/bag/new/", "/bag/bench/",
    "/bag/preferences/", "/thrower/", "/courses/", "/courses/1/desk/", "/mine/", "/deleted/",
    "/pocket/read-in/",
)  # fmt: skip


@pytest.mark.parametrize("path", PAGES)
def test_every_page_is_accessible_on_a_phone_and_none_scrolls_sideways(phone, served, path):
    phone.goto(served.base + path)
    phone.wait_for_timeout(400)
    phone.evaluate(AXE)
    found = phone.evaluate("axe.run().then(r => r.violations)")
    assert not found, [(v["id"], [n["html"] for n in v["nodes"]][:3]) for v in found]
    wide = phone.evaluate("[document.documentElement.scrollWidth, innerWidth]")
    assert wide[0] <= max(wide[1], 390), wide


# ---- the sheet under a thumb


def drag(page, start, end):
    """A finger from one place to another."""
    cdp = page.context.new_cdp_session(page)

    def touch(kind, *points):
        at = [{"x": x, "y": y} for x, y in points]
        cdp.send("Input.dispatchTouchEvent", {"type": kind, "touchPoints": at})

    touch("touchStart", start)
    for k in range(1, 9):
        touch("touchMove", tuple(a + (b - a) * k / 8 for a, b in zip(start, end, strict=True)))
        page.wait_for_timeout(30)
    touch("touchEnd")
    page.wait_for_timeout(300)


def test_the_drawing_scrolls_with_the_page_and_is_grabbed_at_its_handle_only(phone, served):
    phone.goto(f"{served.base}/plan/1/hole/1/")
    phone.wait_for_selector(".option[aria-pressed=true]")
    scrolled = "() => scrollY"
    drag(phone, (60, 600), (60, 300))
    assert phone.evaluate(scrolled) > 100
    phone.evaluate("scrollTo(0, 0)")
    phone.wait_for_timeout(200)
    handle, aimed = phone.locator(".aim-grip"), phone.locator("#card .card dl dd").nth(2)
    before, box = aimed.inner_text(), handle.bounding_box()
    assert min(box["width"], box["height"]) >= 40
    x, y = box["x"] + box["width"] / 2, box["y"] + box["height"] / 2
    drag(phone, (x, y), (x - 60, y + 40))
    phone.get_by_text("Your aim is in the plan", exact=False).wait_for()
    assert phone.evaluate(scrolled) == 0
    assert aimed.inner_text() != before


def test_arrow_keys_on_the_dial_turn_the_wind_and_leave_the_aim(phone, served):
    phone.goto(f"{served.base}/plan/1/hole/1/")
    phone.wait_for_selector(".option[aria-pressed=true]")
    dial = phone.locator(".dial")
    before = int(dial.get_attribute("aria-valuenow"))
    aims = []
    phone.on("request", lambda r: aims.append(r.url) if r.url.endswith("/aim/") else None)
    dial.focus()
    phone.keyboard.press("ArrowRight")
    phone.keyboard.press("ArrowRight")
    expect(dial).to_have_attribute("aria-valuenow", str((before + 10) % 360))
    phone.get_by_text("First plan is now").or_(phone.get_by_text("stays first plan")).wait_for(timeout=60_000)
    assert aims == []


# ---- the log


def so_far(page, words):
    expect(page.locator(".pocket-log p")).to_contain_text(words)


def test_penalties_provisionals_and_a_changed_pin_are_told_and_undone(phone, served):
    phone.goto(f"{served.base}/pocket/1/#4")
    tap(phone, "It lies …")
    phone.locator(".lie-paper svg").tap(position={"x": 40, "y": 90})
    tap(phone, "out of bounds")
    tap(phone, "from here again")
    tap(phone, "Keep this throw")
    so_far(phone, "2 so far")
    expect(phone.locator(".tee-role")).to_contain_text("to go")  # from the tee again
    tap(phone, "It lies …")
    tap(phone, "Provisional")
    tap(phone, "Keep this throw")
    so_far(phone, "2 so far")
    tap(phone, "Play it")
    so_far(phone, "3 so far")
    tap(phone, "It lies …")
    tap(phone, "Relief, a throw")
    so_far(phone, "4 so far")
    tap(phone, "Undo")
    so_far(phone, "3 so far")
    phone.goto(f"{served.base}/pocket/1/#1")
    phone.reload()
    tap(phone, "Pin")
    phone.locator("[data-pin]:not([aria-pressed=true])").first.tap()
    expect(phone.locator(".pocket-head small")).to_contain_text("pin B")
    phone.get_by_text("Preparing hole 1 with pin B").wait_for(state="hidden", timeout=90_000)
    tap(phone, "Undo")
    expect(phone.locator(".pocket-head small")).to_contain_text("pin A")
    phone.goto(f"{served.base}/pocket/1/#4")
    phone.reload()
    for _ in range(2):
        tap(phone, "Undo")
    expect(phone.locator(".tee-role")).to_contain_text("From the tee")


def test_where_the_phone_stands_is_where_the_disc_lies(phone, served):
    at = phone.evaluate(
        """() => { const h = JSON.parse(document.getElementById('round').textContent).holes[0], p = h.place;
        const [x, y] = h.pin_at; return [p[0] + p[1] * x + p[2] * y, p[3] + p[4] * x + p[5] * y] }"""
    )
    phone.context.grant_permissions(["geolocation"])
    phone.context.set_geolocation({"longitude": at[0], "latitude": at[1], "accuracy": 3})
    tap(phone, "It lies …")
    tap(phone, "My place")
    expect(phone.get_by_label("To go")).to_have_value("0")
    phone.context.clear_permissions()


# ---- the round without a network

TOLD = 10
"""What playing through tells: four throws, four putts, one undo, one score."""


def opened(context, url):
    """One more tab on the card."""
    page = context.new_page()
    page.goto(url)
    page.locator(".tee-words h2:not(:empty)").wait_for()
    return page


def crash(page):
    """What a phone does to a page when its memory is full."""
    with page.expect_event("crash"), contextlib.suppress(Error):
        page.goto("chrome://crash", timeout=5000)
    page.close()


def play_through(phone, another):
    """All four holes of the round as a player tells them, with a reload, other tabs and a crash; `another`
    opens one more tab on a hole."""
    as_planned(phone)
    so_far(phone, "1 so far")
    phone.reload()  # in the middle of a hole
    so_far(phone, "1 so far")
    tap(phone, "Putt")
    phone.get_by_label("From", exact=True).fill("20")
    tap(phone, "Missed")
    tap(phone, "In")
    expect(phone.locator(".tee-role")).to_have_text("Holed out")
    tap(phone, "Next hole")

    second = another(2)  # another tab on the same hole
    as_planned(phone)
    expect(second.locator(".pocket-log p")).to_contain_text("after 1", ignore_case=True)
    tap(second, "Undo")
    tap(second, "It lies …")
    second.locator(".lie-paper svg").tap(position={"x": 90, "y": 60})
    tap(second, "left")
    tap(second, "Keep this throw")
    expect(second.locator(".tee-role")).to_contain_text("to go")
    second.close()
    tap(phone, "Putt")
    tap(phone, "In")
    tap(phone, "Next hole")
    tap(phone, "It lies …")
    tap(phone, "Keep the score")
    so_far(phone, "After 3")
    tap(phone, "Next hole")

    third = another(4)  # a hole that was never planned
    tap(third, "It lies …")
    third.locator(".lie-paper svg").tap(position={"x": 40, "y": 90})
    tap(third, "Keep this throw")
    lies = re.compile("to go$")
    expect(third.locator(".tee-role")).to_have_text(lies)
    crash(third)
    expect(phone.locator(".tee-role")).to_have_text(lies)
    tap(phone, "Putt")
    tap(phone, "In")
    expect(phone.locator(".tee-role")).to_have_text("Holed out")
    so_far(phone, "After 4")


def test_a_round_with_the_server_stopped_loses_nothing_and_sends_nothing_twice(phone, served):
    take_along(phone)
    before = told(served)
    served.stop()
    phone.reload()
    phone.locator(".tee-words h2:not(:empty)").wait_for()

    tap(phone, "Wind")
    phone.get_by_role("button", name="head wind", exact=True).tap()
    tap(phone, "15 mph")
    tap(phone, "Card")
    expect(phone.locator(".tee-notes")).to_contain_text("Felt: 15 mph, head wind (planned for")
    tap(phone, "Hands")
    tap(phone, "no forehand")
    expect(phone.locator(".tee-words")).not_to_contain_text("FH")

    play_through(phone, lambda hole: opened(phone.context, f"{served.base}/pocket/1/#{hole}"))
    phone.goto(f"{served.base}/plan/1/hole/2/")  # taken along too
    expect(phone.locator("h1")).to_contain_text("2")

    served.start()
    open_card(phone, served)
    tap(phone, "Round")
    sent(phone)
    once = told(served)
    assert once - before == TOLD
    phone.reload()
    phone.wait_for_timeout(1500)
    assert told(served) == once


def test_a_plan_changed_afterwards_is_shown_and_another_tab_takes_nothing_away(phone, served):
    played = new_round(served)
    open_card(phone, served, 2, played)
    second = phone.context.new_page()
    open_card(second, served, 2, played)  # before anything is prepared
    take_along(phone)
    tap(second, "Hole before")  # keeps what this tab knows
    second.close()
    open_card(phone, served, 2, played)
    phone.reload()
    expect(phone.locator(".tee-words h2")).not_to_be_empty()
    tap(phone, "Round")
    expect(phone.locator(".pocket-main")).to_contain_text("2 of 4 holes are prepared")
    tap(phone, "Card")
    before = phone.locator(".tee-words").inner_text()
    phone.wait_for_timeout(1100)  # what is made in one second is of one age
    served.tab().post("/plan/1/hole/2/choose/", {"rank": 2})
    phone.reload()
    expect(phone.locator(".tee-words h2")).not_to_be_empty()
    assert phone.locator(".tee-words").inner_text() != before
    served.tab().post("/plan/1/hole/2/choose/", {"rank": 1})


def test_what_was_taken_along_goes_with_its_player_and_what_was_told_stays(phone, served):
    played = new_round(served)
    open_card(phone, served, 4, played)
    take_along(phone)
    served.stop()
    tap(phone, "It lies …")
    tap(phone, "A penalty throw alone")
    expect(phone.locator(".pocket-panel.lie")).to_be_hidden()
    served.start()
    kept = "async () => [await caches.has('round'), (await indexedDB.databases()).length]"
    assert phone.evaluate(kept) == [True, 1]
    phone.evaluate("localStorage.setItem('ypodrome-player', 'another')")
    phone.goto(f"{served.base}/bag/")  # a page of this player, where another was before
    phone.wait_for_function("async () => !(await caches.has('round'))")
    open_card(phone, served, 4, played)
    tap(phone, "Round")
    sent(phone)
    assert told(served, played) == 1


# ---- the file


def test_the_file_opens_from_storage_and_its_log_is_read_in_once(browser, served, tmp_path, phone):
    take_along(phone)
    with phone.expect_download() as waiting:
        tap(phone, "Round")
        phone.get_by_role("link", name="Take it as a file").tap()
    path = tmp_path / "round.html"
    waiting.value.save_as(path)
    context = browser.new_context(**PHONE, accept_downloads=True, offline=True)
    page = opened(context, path.as_uri())
    play_through(page, lambda hole: opened(context, f"{path.as_uri()}#{hole}"))
    log = saved_log(page, tmp_path)
    context.close()
    first = read_in(phone, served, log)
    assert f"{TOLD} events read in" in first
    assert f"0 events read in; {TOLD} had come before" in read_in(phone, served, log)


def test_where_storage_is_refused_the_file_says_so_and_the_log_can_be_saved(browser, served, tmp_path, phone):
    with phone.expect_download() as waiting:
        tap(phone, "Round")
        phone.get_by_role("link", name="Take it as a file").tap()
    path = tmp_path / "round.html"
    waiting.value.save_as(path)
    context = browser.new_context(**PHONE, accept_downloads=True, offline=True)
    context.add_init_script(REFUSED)
    page = opened(context, path.as_uri())
    as_planned(page)
    expect(page.locator(".pocket-log p")).to_contain_text("this browser keeps nothing")
    assert '"what":"throw"' in saved_log(page, tmp_path).read_text()
    context.close()


REFUSED = "Object.defineProperty(window, 'indexedDB', { get() { throw new Error('refused') } })"


def saved_log(page, folder):
    page.evaluate("navigator.canShare = undefined")
    tap(page, "Round")
    with page.expect_download() as waiting:
        tap(page, "Save the log")
    path = folder / "log.json"
    waiting.value.save_as(path)
    return path


def read_in(page, served, log):
    page.goto(f"{served.base}/pocket/read-in/")
    page.get_by_label("Log").set_input_files(str(log))
    page.get_by_role("button", name="Read it in").tap()
    return page.locator(".notice").inner_text()
