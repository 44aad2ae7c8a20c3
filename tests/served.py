"""The program as `manage.py serve` runs it, in a process of its own on a folder of its own; and browser tabs
without a browser."""

from __future__ import annotations

import json
import os
import re
import signal
import socket
import subprocess
import sys
import tempfile
import time
import urllib.error
import urllib.parse
import urllib.request
from http.cookiejar import CookieJar, DefaultCookiePolicy
from pathlib import Path

UP_WITHIN_S = 60.0


def free_port() -> int:
    with socket.socket() as s:
        s.bind(("127.0.0.1", 0))
        return s.getsockname()[1]


class Server:
    """A server on a data folder; started, stopped, killed, started again on the same port."""

    def __init__(self, folder: Path, **environment: str) -> None:
        self.folder, self.port = folder, free_port()
        self.base = f"http://127.0.0.1:{self.port}"
        self.environment = os.environ | {
            "YPODROME_DATA": str(folder), "YPODROME_MODE": "local", "YPODROME_WORKERS": "1",
        } | environment  # fmt: skip
        self.environment.pop("DJANGO_ALLOW_ASYNC_UNSAFE", None)  # for tests in this process
        self.process: subprocess.Popen | None = None
        self.errors = tempfile.TemporaryFile("w+")  # noqa: SIM115 (a pipe nobody reads holds a server up)

    def manage(self, *command: str, check: bool = True) -> subprocess.CompletedProcess:
        return subprocess.run(
            [sys.executable, "manage.py", *command], env=self.environment, check=check, capture_output=True,
            text=True,
        )  # fmt: skip

    def prepare(self) -> Server:
        """A database with the demo in it."""
        for command in (["prepare_database"], ["load_demo"], ["collectstatic", "--noinput", "-v0"]):
            self.manage(*command)
        return self

    def start(self) -> Server:
        self.process = subprocess.Popen(
            [sys.executable, "manage.py", "serve", "--port", str(self.port)], env=self.environment,
            start_new_session=True, stdout=subprocess.DEVNULL, stderr=self.errors,
        )  # fmt: skip
        began = time.monotonic()
        while time.monotonic() - began < UP_WITHIN_S:
            if self.process.poll() is not None:
                raise AssertionError(f"the server stopped: {self.said()}")
            try:
                urllib.request.urlopen(self.base + "/health/", timeout=5)
                return self
            except urllib.error.HTTPError:
                return self
            except OSError:
                time.sleep(0.05)
        raise AssertionError("the server did not start")

    def kill(self) -> None:
        """kill -9, it and its workers."""
        os.killpg(self.process.pid, signal.SIGKILL)
        self.process.wait(20)

    def stop(self) -> None:
        if self.process and self.process.poll() is None:
            self.process.terminate()
            self.process.wait(30)

    def said(self) -> str:
        self.stop()
        self.errors.seek(0)
        return self.errors.read()

    def log(self) -> str:
        return "".join(f.read_text() for f in (self.folder / "log").glob("ypodrome*.log"))

    def tab(self) -> Tab:
        tab = Tab(self.base)
        tab.get("/bag/")
        return tab


class Tab:
    """A browser tab without the browser: cookies, and the token that writes need."""

    def __init__(self, base: str, **headers: str) -> None:
        self.base, self.headers = base, headers
        self.jar = CookieJar(DefaultCookiePolicy(secure_protocols=("http", "https")))
        self.opener = urllib.request.build_opener(urllib.request.HTTPCookieProcessor(self.jar))

    @property
    def token(self) -> str:
        return next(c.value for c in self.jar if c.name == "csrftoken")

    def open(
        self, path: str, body: bytes | None = None, kind: str = "", timeout: float = 120.0
    ) -> tuple[int, str]:
        """Status and text of an answer."""
        headers = dict(self.headers)
        if kind:
            https = headers.get("X-Forwarded-Proto") == "https"
            origin = self.base.replace("http:", "https:") if https else self.base
            headers |= {"Content-Type": kind, "X-CSRFToken": self.token, "Referer": origin + path}
        request = urllib.request.Request(self.base + path, body, headers)
        try:
            answer = self.opener.open(request, timeout=timeout)
        except urllib.error.HTTPError as error:
            return error.code, error.read().decode()
        return answer.status, answer.read().decode()

    def get(self, path: str, timeout: float = 120.0) -> str:
        return self.open(path, timeout=timeout)[1]

    def post(self, path: str, body: dict, timeout: float = 120.0) -> dict:
        """The answer to JSON, asked for again while it is being worked out."""
        while True:
            status, text = self.open(path, json.dumps(body).encode(), "application/json", timeout)
            if status != 202:
                return json.loads(text)
            time.sleep(0.1)

    def send(self, path: str, body: dict, timeout: float = 120.0) -> tuple[int, str]:
        """Status and text of the answer to JSON."""
        return self.open(path, json.dumps(body).encode(), "application/json", timeout)

    def form(self, path: str, values: dict, timeout: float = 120.0) -> tuple[int, str]:
        """Status and text of the answer to a form."""
        body = urllib.parse.urlencode(values, doseq=True).encode()
        return self.open(path, body, "application/x-www-form-urlencoded", timeout)


def notes_of(page: str) -> str:
    """The notes on a hole's sheet."""
    return re.search(r'maxlength="2000">([^<]*)</textarea>', page)[1]
