"""Take the README's pictures from fresh demo data: python -m scripts.take_screenshots [VIEW ...]

Serves the demo from a temporary folder on a free port and photographs each main view, or those named.
"""

from __future__ import annotations

import os
import sys
import tempfile
from pathlib import Path

from playwright.sync_api import Page, sync_playwright

from tests.served import Server

ROOT = Path(__file__).parent.parent
FOLDER = ROOT / "docs" / "screenshots"
CHROMIUM = os.environ.get("CHROMIUM", "/usr/bin/chromium")
DESK, PHONE = (1280, 800), (390, 844)


def planned(page: Page) -> None:
    page.wait_for_selector(".working:not(.on)", state="attached", timeout=90_000)
    page.wait_for_selector(".option[aria-pressed=true]", timeout=90_000)


def all_planned(page: Page) -> None:
    """Every hole planned, and a total that the round needs."""
    page.wait_for_selector(".bars", timeout=240_000)
    page.get_by_label("Total the round needs").fill("62")
    page.get_by_role("button", name="Work it out").click()
    page.wait_for_selector(".target p:nth-of-type(2)")


def valued(page: Page) -> None:
    """The ground's value over the drawing."""
    planned(page)
    page.get_by_label("ground value").check()
    page.wait_for_selector(".value-line", state="attached")


def tapped(page: Page) -> None:
    """A lie in the fairway, and what comes next from the zone."""
    page.wait_for_timeout(500)
    box = page.locator("svg.lie-map").bounding_box()
    page.mouse.click(box["x"] + 0.54 * box["width"], box["y"] + 0.64 * box["height"])
    page.wait_for_selector("#advice .card", timeout=60_000)
    page.get_by_role("button", name="What comes next").click()
    page.wait_for_selector("#zone table", timeout=60_000)


def compared(page: Page) -> None:
    """Every disc's best throw."""
    page.get_by_role("button", name="Search each").click()
    page.wait_for_selector("table.every", timeout=60_000)


def all_tried(page: Page) -> None:
    page.get_by_role("button", name="Try every throw").click()
    page.locator(".few-round").first.wait_for(timeout=180_000)


def unsure(page: Page) -> None:
    page.get_by_role("button", name="Find one throw for all").click()
    page.locator("#mixture table").wait_for(timeout=60_000)


def surveyed(page: Page) -> None:
    """A hole at the desk with its pond selected."""
    page.wait_for_selector("[data-at]")
    page.locator("#hole-choice").select_option("9")
    page.wait_for_selector("#hole-notes svg")
    page.locator(".feature:not(.faint):has(.ground-water)").first.click()


def begun(page: Page) -> None:
    """A round, begun if there is none."""
    begin = page.get_by_role("button", name="Begin the round")
    if begin.count():
        hole = page.url.rsplit("=", 1)[-1]
        begin.click()
        page.goto(f"{page.url.split('/round')[0]}/round/1/{hole}/")


def on_the_course(page: Page) -> None:
    """The card of a hole, planned."""
    page.wait_for_selector(".bars", timeout=240_000)
    page.get_by_role("link", name="On the course").click()
    begin = page.get_by_role("button", name="Begin and open the card")
    if begin.count():
        begin.click()
    page.goto(page.url.split("#")[0] + "#4")
    page.reload()
    page.locator(".tee-words h2:not(:empty)").wait_for()


def recorded(page: Page) -> None:
    """Record three holes, with the distance to go after each throw."""
    for number, putts, result in ((1, 1, "as planned"), (2, 2, "hit something"), (3, 2, "left")):
        page.goto(f"{page.url.split('/round')[0]}/round/1/{number}/")
        page.get_by_label("Result of throw 1").select_option(result)
        lefts = page.locator("[name=left]")
        for k in range(lefts.count()):
            lefts.nth(k).fill(str(22 + 110 * (lefts.count() - 1 - k)))
        page.get_by_label("Putts").fill(str(putts))
        page.get_by_role("button", name=f"Keep hole {number}").click()
    page.goto(f"{page.url.split('/round')[0]}/round/1/after/")


def improved(page: Page) -> None:
    """A better rating, typed and not kept."""
    page.get_by_label("Rating").fill("950")
    page.get_by_text("As typed; not kept yet.").wait_for(timeout=30_000)


def listed(page: Page) -> None:
    """A second plan beside the first."""
    page.locator("summary", has_text="Change").first.click()
    page.get_by_role("button", name="Copy").click()
    page.wait_for_load_state()


def benched(page: Page) -> None:
    """Two kept lines beside the throw in hand."""
    for name, hyzer in (("stock hyzer", "20"), ("flat", "0")):
        page.get_by_label("Hyzer, exact").fill(hyzer)
        page.get_by_label("Keep as").fill(name)
        page.get_by_role("button", name="Keep this line").click()
        page.get_by_text(f"Kept as {name}", exact=False).wait_for()
    page.get_by_label("Hyzer, exact").fill("8")


def in_every_wind(page: Page) -> None:
    page.wait_for_selector("table.winds", timeout=120_000)


VIEWS = [
    ("overview", "/plan/1/", DESK, all_planned),
    ("hole-1", "/plan/1/hole/1/", DESK, planned),
    ("hole-2", "/plan/1/hole/2/", DESK, planned),
    ("hole-3", "/plan/1/hole/3/", DESK, planned),
    ("hole-9", "/plan/1/hole/9/", DESK, valued),
    ("here", "/plan/1/hole/3/here/", DESK, tapped),
    ("discs", "/plan/1/hole/1/discs/", DESK, compared),
    ("few", "/plan/1/few/", DESK, all_tried),
    ("pins", "/plan/1/hole/15/pins/", DESK, unsure),
    ("winds", "/plan/1/hole/9/winds/", DESK, in_every_wind),
    ("desk-hole", "/courses/1/desk/", DESK, surveyed),
    ("book", "/plan/1/book/", DESK, None),
    ("record", "/round/of/1/?hole=3", DESK, begun),
    ("card-phone", "/plan/1/", PHONE, on_the_course),
    ("after", "/round/of/1/?hole=1", DESK, recorded),
    ("bag", "/bag/", DESK, None),
    ("thrower", "/thrower/", DESK, improved),
    ("plans", "/round/", DESK, listed),
    ("bench", "/bag/bench/", DESK, benched),
]


def main() -> None:
    FOLDER.mkdir(parents=True, exist_ok=True)
    wanted = [v for v in VIEWS if v[0] in sys.argv[1:] or len(sys.argv) == 1]
    with tempfile.TemporaryDirectory() as data:
        server = Server(Path(data), YPODROME_WORKERS="2").prepare().start()
        try:
            with sync_playwright() as play:
                browser = play.chromium.launch(
                    executable_path=CHROMIUM, args=["--no-sandbox", "--disable-gpu"]
                )
                for name, path, (width, height), ready in wanted:
                    page = browser.new_page(viewport={"width": width, "height": height})
                    page.goto(server.base + path)
                    if ready:
                        ready(page)
                    page.wait_for_timeout(300)
                    page.screenshot(path=FOLDER / f"{name}.png")
                    page.close()
                browser.close()
        finally:
            server.stop()


if __name__ == "__main__":
    main()
