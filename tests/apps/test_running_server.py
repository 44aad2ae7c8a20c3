"""The served program as `make demo` starts it, in a process of its own: two tabs plan at once."""

import json
import os
import socket
import subprocess
import sys
import time
import urllib.request
from concurrent.futures import ThreadPoolExecutor
from http.cookiejar import CookieJar

import pytest

WINDS = [(3.0, 20.0 * k) for k in range(6)]


def free_port() -> int:
    with socket.socket() as s:
        s.bind(("127.0.0.1", 0))
        return s.getsockname()[1]


@pytest.fixture
def served(tmp_path):
    """Address of a server on an empty database with the demo in it, and its process."""
    environment = os.environ | {"YPODROME_DATA": str(tmp_path), "YPODROME_MODE": "local"}
    for command in ("migrate", "load_demo", "collectstatic"):
        extra = ["--noinput"] if command == "collectstatic" else []
        subprocess.run([sys.executable, "manage.py", command, "-v0", *extra], env=environment, check=True)
    port = free_port()
    server = subprocess.Popen(
        [sys.executable, "manage.py", "serve", "--port", str(port)], env=environment,
        stderr=subprocess.PIPE,
    )  # fmt: skip
    yield f"http://127.0.0.1:{port}", server
    server.terminate()
    server.wait(20)


class Tab:
    """A browser tab without the browser: cookies, and the token that writes need."""

    def __init__(self, base: str) -> None:
        self.base, self.jar = base, CookieJar()
        self.opener = urllib.request.build_opener(urllib.request.HTTPCookieProcessor(self.jar))

    def get(self, path: str) -> str:
        return self.opener.open(self.base + path, timeout=120).read().decode()

    def post(self, path: str, body: dict) -> dict:
        token = next(c.value for c in self.jar if c.name == "csrftoken")
        request = urllib.request.Request(
            self.base + path, json.dumps(body).encode(),
            {"Content-Type": "application/json", "X-CSRFToken": token, "Referer": self.base + path},
        )  # fmt: skip
        return json.loads(self.opener.open(request, timeout=120).read())


def when_up(base: str) -> None:
    for _ in range(100):
        try:
            urllib.request.urlopen(base, timeout=5)
            return
        except OSError:
            time.sleep(0.2)
    raise AssertionError("the server did not start")


def test_the_wind_turned_in_two_tabs_at_once(served):
    """Every turn is answered with a plan, and the server that answered first is still the one that runs."""
    base, server = served
    when_up(base)
    tabs = [Tab(base), Tab(base)]
    for tab in tabs:
        tab.get("/plan/1/hole/3/")

    def turn(k: int) -> dict:
        speed, bearing = WINDS[k // 2]
        return tabs[k % 2].post(
            "/plan/1/hole/3/replan/", {"wind_m_s": speed, "wind_from_deg": bearing, "gust_m_s": speed}
        )

    with ThreadPoolExecutor(4) as pool:
        answers = list(pool.map(turn, range(2 * len(WINDS))))
    assert all(a["expected"] for a in answers)
    assert server.poll() is None
    assert "Worker" not in _said(server), "a worker was lost and replaced"


def _said(server: subprocess.Popen) -> str:
    server.terminate()
    return server.communicate(timeout=20)[1].decode()
