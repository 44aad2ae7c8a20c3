"""On a phone in headless Chromium: an aim dragged, a card opened offline: python -m benchmarks.phone

The drag: from a move of the finger until the drawing that answers it is painted, and of that until it was
there. The card: a round of which everything is prepared, the server stopped, the processor slowed four times:
from asking for its address until something and until the throw's name is painted. Median and 90 of 100.
"""

from __future__ import annotations

import math
import os
import tempfile
import time
from pathlib import Path

import numpy as np
from playwright.sync_api import Browser, Page, sync_playwright

from tests.served import Server

CHROMIUM = os.environ.get("CHROMIUM", "/usr/bin/chromium")
VIEW = {"width": 390, "height": 844}
PHONE = {"viewport": VIEW, "has_touch": True, "is_mobile": True, "device_scale_factor": 3}
HOLES, MOVES, OPENED, SLOWED = (1, 2, 9, 16), 25, 20, 4
PAINTED = """const painted = (then) => requestAnimationFrame(() => {
  const channel = new MessageChannel();
  channel.port1.onmessage = then;
  channel.port2.postMessage(0);
});"""
WATCH_DRAG = f"""() => {{
  {PAINTED}
  const told = window.told = {{ moved: null, answered: [], painted: [] }};
  addEventListener("pointermove", () => {{ told.moved ??= performance.now(); }}, true);
  new MutationObserver(() => {{
    if (told.moved === null) return;
    const moved = told.moved;
    told.moved = null;
    told.answered.push(performance.now() - moved);
    painted(() => told.painted.push(performance.now() - moved));
  }}).observe(document.getElementById("shot"), {{ childList: true, subtree: true, attributes: true }});
}}"""
WATCH_NAME = f"""{PAINTED}
new MutationObserver((_, watch) => {{
  if (!document.querySelector(".tee-words h2")?.textContent) return;
  watch.disconnect();
  painted(() => {{ window.named = performance.now(); }});
}}).observe(document, {{ childList: true, subtree: true, characterData: true }});"""


def dragged(page: Page) -> dict[str, list[float]]:
    """Times [ms] of the moves of one drag, each made when the one before was answered."""
    page.evaluate(WATCH_DRAG)
    grip = page.locator(".aim-grip")
    grip.scroll_into_view_if_needed()
    box = grip.bounding_box()
    x, y = box["x"] + box["width"] / 2, box["y"] + box["height"] / 2
    touch = page.context.new_cdp_session(page)

    def finger(kind: str, *points: tuple[float, float]) -> None:
        at = [{"x": a, "y": b} for a, b in points]
        touch.send("Input.dispatchTouchEvent", {"type": kind, "touchPoints": at})

    finger("touchStart", (x, y))
    for k in range(MOVES):
        finger("touchMove", (x + 12 * math.sin(k + 1), y))
        page.wait_for_function("n => window.told.painted.length > n", arg=k, timeout=10_000)
    finger("touchEnd")
    return page.evaluate("window.told")


def words(times_ms: list[float]) -> str:
    """Median and 90 of 100 as a row shows them."""
    return f"{np.median(times_ms):.0f}, {np.quantile(times_ms, 0.9):.0f} ms"


def drags(browser: Browser, server: Server) -> None:
    """The table of drags."""
    page = browser.new_context(**PHONE).new_page()
    print("| aim dragged on hole | answered | painted |")
    for hole in HOLES:
        page.goto(f"{server.base}/plan/1/hole/{hole}/")
        page.wait_for_selector(".working:not(.on)", state="attached", timeout=90_000)
        page.wait_for_selector(".option[aria-pressed=true]", timeout=90_000)
        page.wait_for_timeout(1000)
        told = dragged(page)
        print(f"| {hole} | {words(told['answered'])} | {words(told['painted'])} |")


def cards(browser: Browser, server: Server) -> None:
    """The table of cards opened; stops the server."""
    page = browser.new_context(**PHONE).new_page()
    page.goto(f"{server.base}/plan/1/")
    page.wait_for_selector(".bars", timeout=240_000)
    server.tab().form("/round/begin/1/", {"card": "yes"})
    page.goto(f"{server.base}/pocket/1/#1")
    page.get_by_role("button", name="Round", exact=True).tap()
    began = time.perf_counter()
    page.get_by_role("button", name="Take this round along").tap()
    page.get_by_text("you may switch the network off").wait_for(timeout=900_000)
    print(f"Eighteen holes prepared in {time.perf_counter() - began:.0f} s.")
    server.stop()
    page.add_init_script(WATCH_NAME)
    page.context.new_cdp_session(page).send("Emulation.setCPUThrottlingRate", {"rate": SLOWED})
    first, named = [], []
    for k in range(OPENED):
        page.goto("about:blank")
        page.goto(f"{server.base}/pocket/1/#{k % 18 + 1}")
        page.wait_for_function("window.named")
        first.append(page.evaluate("performance.getEntriesByName('first-contentful-paint')[0].startTime"))
        named.append(page.evaluate("window.named"))
    print("| card opened offline, slowed four times: first paint | the throw's name |")
    print(f"| {words(first)} | {words(named)} |")


def main() -> None:
    with tempfile.TemporaryDirectory() as folder, sync_playwright() as play:
        server = Server(Path(folder), YPODROME_WORKERS="2").prepare().start()
        browser = play.chromium.launch(executable_path=CHROMIUM)
        drags(browser, server)
        cards(browser, server)
        browser.close()


if __name__ == "__main__":
    main()
