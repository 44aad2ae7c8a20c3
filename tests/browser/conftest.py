"""Debian's Chromium, a live server, and a page that remembers what went wrong."""

from __future__ import annotations

import os
from pathlib import Path

import pytest

FLAGS = [
    "--no-sandbox", "--disable-gpu", "--disable-background-networking", "--disable-component-update",
    "--disable-sync", "--no-first-run", "--disable-quic",
]  # fmt: skip
AXE = (Path(__file__).parent.parent / "vendor" / "axe.min.js").read_text()


@pytest.fixture(scope="session")
def browser_type_launch_args():
    return {"executable_path": os.environ.get("CHROMIUM", "/usr/bin/chromium"), "args": FLAGS}


@pytest.fixture(scope="session")
def browser_context_args():
    return {"viewport": {"width": 1280, "height": 800}}


class Watched:
    """A page whose console errors, policy violations and foreign requests are kept."""

    def __init__(self, page, base: str) -> None:
        self.page, self.base = page, base
        self.wrong: list[str] = []
        page.on("console", lambda m: self.wrong.append(m.text) if m.type in ("error", "warning") else None)
        page.on("pageerror", lambda e: self.wrong.append(str(e)))
        page.on("request", self._request)

    def _request(self, request) -> None:
        if not request.url.startswith((self.base, "data:")):
            self.wrong.append(f"request to {request.url}")

    def open(self, path: str) -> None:
        self.page.goto(self.base + path)

    def follow(self, link: str, to: str) -> None:
        """Click a link and be on the page it leads to (a click alone may return on the page left)."""
        self.page.get_by_role("link", name=link).click()
        self.page.wait_for_url(to)

    def planned(self) -> None:
        """Wait until nothing is being computed and the options are there."""
        self.page.wait_for_selector(".working:not(.on)", state="attached", timeout=60_000)
        self.page.wait_for_selector(".option[aria-pressed=true]", timeout=60_000)

    def accessible(self) -> None:
        """No axe violation on the page as it stands."""
        self.page.evaluate(AXE)
        found = self.page.evaluate("axe.run().then(r => r.violations)")
        assert not found, [(v["id"], [n["html"] for n in v["nodes"]][:3]) for v in found]


def box_of(locator):
    """Where something stands on the page; asked again while it is being drawn anew."""
    for _ in range(40):
        if box := locator.bounding_box():
            return box
        locator.page.wait_for_timeout(50)
    raise AssertionError("what was to be dragged is never drawn")


@pytest.fixture(autouse=True)
def unhashed_static(settings):
    """The live server finds static files by their plain names; hashed names need collectstatic."""
    plain = {"BACKEND": "django.contrib.staticfiles.storage.StaticFilesStorage"}
    settings.STORAGES = {**settings.STORAGES, "staticfiles": plain}


@pytest.fixture
def watched(page, live_server, transactional_db):
    from django.core.management import call_command

    call_command("load_demo", verbosity=0)
    seen = Watched(page, live_server.url)
    yield seen
    assert seen.wrong == []
