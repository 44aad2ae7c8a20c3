"""Shared fixtures: the demo files as core values, and as database rows."""

from __future__ import annotations

import os
from pathlib import Path

import pytest
from hypothesis import settings

settings.register_profile("steady", derandomize=True)
"""The same examples every run, so that a test fails for what was changed, not by luck. To look for new
ones: pytest --hypothesis-profile=default."""
settings.load_profile("steady")

os.environ.setdefault("DJANGO_ALLOW_ASYNC_UNSAFE", "1")
Path("var").mkdir(exist_ok=True)

SLOW = (
    "browser/", "test_brute_force_play", "test_level_of_play", "test_discs_by_class", "test_running_server",
    "test_earlier_versions", "test_trade_behaviours", "test_against_solve_ivp", "test_six_degrees",
    "test_permissions", "test_house", "test_rounds", "test_here", "test_carry_or_lay_up", "test_green",
    "test_unsure_pin", "test_few_throws", "test_compiled", "apps/test_pocket", "test_book",
)  # fmt: skip
"""Files that take more than some seconds."""


LONGEST = (
    "test_level_of_play", "test_reliability", "test_planning", "test_brute_force_play",
    "browser/test_pocket.py", "test_earlier_versions", "test_journey", "browser/test_house", "test_served",
    "test_server.py", "test_threads",
)  # fmt: skip
"""Files that take a minute and more, longest first: so that no worker is left with one at the end."""


def pytest_collection_modifyitems(items):
    """Mark what is slow, so that `-m "not slow"` leaves it out, and put the longest files first."""
    for item in items:
        if any(name in item.nodeid for name in SLOW):
            item.add_marker(pytest.mark.slow)
    items.sort(key=lambda item: next((k for k, n in enumerate(LONGEST) if n in item.nodeid), len(LONGEST)))


DEMO = Path(__file__).parent.parent / "ypodrome" / "demo"


@pytest.fixture(scope="session")
def demo_course():
    from ypodrome.interchange.course_geojson import read_course

    return read_course((DEMO / "course.geojson").read_bytes())


@pytest.fixture(scope="session")
def demo_bag():
    from ypodrome.interchange.bag_csv import read_bag

    return read_bag((DEMO / "bag.csv").read_bytes())


@pytest.fixture(scope="session")
def demo_thrower():
    from ypodrome.interchange.thrower_json import read_thrower

    return read_thrower((DEMO / "thrower.json").read_bytes())


@pytest.fixture
def demo(db):
    """The demo player with bag, course and plan."""
    from django.core.management import call_command

    from ypodrome.accounts.models import Player

    call_command("load_demo", verbosity=0)
    return Player.objects.get()


@pytest.fixture
def demo_plan(demo):
    return demo.plans.get()
