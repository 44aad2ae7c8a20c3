"""Odd requests and spoilt files: no answer is an error of the server, nothing takes long, no memory grows.

Some hundred run with the tests; `make fuzz` runs ten thousand and five thousand and prints what came of them.
Each is taken back, so that all meet the same things.
"""

import os
import resource
import time
from collections import Counter
from pathlib import Path

import pytest
from django.core.files.uploadedfile import SimpleUploadedFile
from django.db import transaction
from django.urls import reverse
from hypothesis import HealthCheck, given, settings

from tests.apps.test_jobs import Held
from tests.apps.test_permissions import urls  # noqa: F401
from tests.odd.files import NAMES, spoilt_files
from tests.odd.requests import odd_requests, send
from ypodrome.jobs import asked
from ypodrome.jobs.queue import Queue

pytestmark = pytest.mark.django_db
REQUESTS, FILES = (int(n) for n in os.environ.get("FUZZ", "250,250").split(","))
LONGEST_S, MOST_GROWTH_MB = 5.0, 200.0
TAKEN_BY = {"course": "course:shelf", "walk": "course:shelf", "shots": "course:shelf", "bag": "bag:read",
            "thrower": "thrower:file", "archive": "archive:take"}  # fmt: skip


def many(examples):
    return settings(
        max_examples=examples, deadline=None, suppress_health_check=list(HealthCheck), database=None
    )


def memory_mb():
    """What this process holds [MB]."""
    return int(Path("/proc/self/statm").read_text().split()[1]) * resource.getpagesize() / 2**20


@pytest.fixture
def player(client, demo_plan, urls, monkeypatch):  # noqa: F811
    """The demo player's browser on a server that plans later, and that has made every page once: what it
    loads for that is no growth."""
    monkeypatch.setattr(asked, "_queue", Queue(Held(), 1))
    monkeypatch.setattr(asked, "PATIENCE_S", 0.0)
    client.force_login(demo_plan.owner.user)
    client.raise_request_exception = False
    for url in urls.values():
        client.get(url)
    return client


class Told:
    """Asks, takes back what an answer changed, and counts."""

    def __init__(self, client):
        self.client, self.signed_in = client, {k: m.value for k, m in client.cookies.items()}
        self.statuses, self.longest, self.grown_mb = Counter(), 0.0, 0.0

    def ask(self, send_it):
        self.client.cookies.clear()
        self.client.cookies.load(self.signed_in)
        began, held = time.process_time(), memory_mb()
        with transaction.atomic():
            status = send_it().status_code
            transaction.set_rollback(True)
        took = time.process_time() - began
        self.grown_mb += memory_mb() - held  # hypothesis grows too, between requests
        self.statuses[status] += 1
        self.longest = max(self.longest, took)
        assert status < 500, status
        assert took < LONGEST_S


@pytest.fixture
def told(request, player):
    """Prints a row of a table at the end."""
    told = Told(player)
    yield told
    shown = ", ".join(f"{n} × {status}" for status, n in sorted(told.statuses.items()))
    print(f"\n| {request.node.name} | {shown} | longest {told.longest:.2f} s | {told.grown_mb:+.0f} MB |")
    assert told.grown_mb < MOST_GROWTH_MB


@many(REQUESTS)
@given(odd=odd_requests())
def test_no_odd_request_is_an_error_of_the_servers(player, urls, told, odd):  # noqa: F811
    told.ask(lambda: send(player, odd, urls))


@many(FILES)
@given(spoilt=spoilt_files())
def test_no_spoilt_file_is_an_error_of_the_servers(player, told, spoilt):
    kind, data = spoilt
    upload = SimpleUploadedFile(NAMES[kind], data)
    told.ask(lambda: player.post(reverse(TAKEN_BY[kind]), {"file": upload}))
