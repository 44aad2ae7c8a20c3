"""Fifty players at once against a server of its own on this machine: python -m benchmarks.load [SECONDS]

Each opens a page every five seconds; five drag an aim twice a second; every minute one has eighteen holes
planned. Prints a row for each sort of request, the plans' times, memory and processor seconds.
"""

from __future__ import annotations

import os
import random
import sys
import tempfile
import threading
import time
from collections import defaultdict
from pathlib import Path

import numpy as np

PLAYERS, DRAGGING, HOLES = 50, 5, 18
THINK_S, DRAG_S, PLAN_EVERY_S, WARM_S, MEMORY_EVERY_S = 5.0, 0.5, 60.0, 30.0, 30.0
PAGES = (
    ("overview", "", 3), ("sheet", "hole/{hole}/", 12), ("here", "hole/{hole}/here/", 2),
    ("book", "book/", 1),
    ("other", "/bag/", 2), ("other", "/round/", 1), ("other", "/courses/", 1), ("other", "/thrower/", 1),
)  # fmt: skip


def players(folder: Path) -> list[tuple[int, str]]:
    """A database of fifty players, each with the demo's bag and a planned round; their plans and sessions."""
    os.environ |= {"YPODROME_DATA": str(folder), "DJANGO_SETTINGS_MODULE": "ypodrome.web.settings"}
    import django

    django.setup()
    from importlib import import_module

    from django.conf import settings
    from django.contrib.auth import BACKEND_SESSION_KEY, HASH_SESSION_KEY, SESSION_KEY, get_user_model
    from django.core.management import call_command

    from ypodrome.accounts.models import Player
    from ypodrome.plan.models import GamePlan, PlannedHole
    from ypodrome.plan.planning import fresh

    call_command("prepare_database")
    call_command("load_demo")
    call_command("collectstatic", interactive=False, verbosity=0)
    first = GamePlan.objects.get()
    for hole in first.holes.all():
        fresh(hole)
    store = import_module(settings.SESSION_ENGINE).SessionStore
    found = []
    for k in range(PLAYERS):
        user = get_user_model().objects.create_user(f"player{k}")
        player = Player.objects.create(
            user=user, name=f"Player {k}", thrower_document=first.owner.thrower_document
        )
        for disc in first.owner.discs.all():
            disc.pk, disc.owner, disc._state.adding = None, player, True
            disc.save()
        plan = GamePlan.objects.get(pk=first.pk)
        plan.pk, plan.owner, plan._state.adding = None, player, True
        plan.save()
        for hole in first.holes.all():
            hole.pk, hole.plan, hole._state.adding = None, plan, True
            PlannedHole.objects.bulk_create([hole])
        session = store()
        session[SESSION_KEY], session["sessions"] = str(user.pk), player.sessions
        session[BACKEND_SESSION_KEY] = "django.contrib.auth.backends.ModelBackend"
        session[HASH_SESSION_KEY] = user.get_session_auth_hash()
        session.create()
        found.append((plan.pk, session.session_key))
    return found


class Told:
    """Times of answers [s] by sort, and what failed."""

    def __init__(self) -> None:
        self.lock, self.times, self.wrong = threading.Lock(), defaultdict(list), []
        self.counted_from = time.time() + WARM_S  # the first drawing of each hole is made once

    def ask(self, sort: str, send):
        began = time.perf_counter()
        status, text = send()
        took = time.perf_counter() - began
        with self.lock:
            if time.time() > self.counted_from:
                self.times[sort].append(took)
            if status not in (200, 202):
                self.wrong.append(f"{sort}: {status} {text[:120]}")
        return status


def read_pages(tab, plan: int, told: Told, until: float, seed: int) -> None:
    chance = random.Random(seed)
    rows = [page for page in PAGES for _ in range(page[2])]
    time.sleep(chance.uniform(0.0, THINK_S))
    while time.time() < until:
        began = time.time()
        sort, path, _share = chance.choice(rows)
        path = path.format(hole=chance.randint(1, HOLES))
        path = path if path.startswith("/") else f"/plan/{plan}/{path}"
        told.ask(sort, lambda path=path: tab.open(path))
        time.sleep(max(0.0, THINK_S - (time.time() - began)))


def drag_aim(tab, plan: int, told: Told, until: float, seed: int) -> None:
    chance = random.Random(seed)
    path = f"/plan/{plan}/hole/{chance.randint(1, HOLES)}/aim/"
    while time.time() < until:
        began = time.time()
        body = {"rank": 1, "aim_left_deg": round(chance.uniform(-8.0, 8.0), 1)}
        told.ask("drag", lambda body=body: tab.send(path, body))
        time.sleep(max(0.0, DRAG_S - (time.time() - began)))


def plan_rounds(tabs: list, told: Told, until: float) -> list[float]:
    """Eighteen holes planned by one player a minute, three asked for side by side; how long each took [s]."""
    took, chance = [], random.Random(9)

    def one(tab, plan: int) -> None:
        began, left = time.time(), list(range(1, HOLES + 1))
        wind = {"wind_m_s": 4.0, "wind_from_deg": round(chance.uniform(0.0, 359.0), 1), "gust_m_s": 6.0}

        def some() -> None:
            while left:
                hole = left.pop(0)
                path, again = f"/plan/{plan}/hole/{hole}/replan/", 0.2
                while told.ask("replan", lambda p=path: tab.send(p, wind)) == 202:
                    time.sleep(again)
                    again = min(1.5, 1.4 * again)

        sides = [threading.Thread(target=some) for _ in range(3)]
        for side in sides:
            side.start()
        for side in sides:
            side.join()
        took.append(time.time() - began)

    running = []
    while time.time() < until:
        running.append(threading.Thread(target=one, args=tabs[len(running) % len(tabs)]))
        running[-1].start()
        time.sleep(min(PLAN_EVERY_S, max(0.0, until - time.time())))
    for thread in running:
        thread.join()
    return took


def processes(parent: int) -> list[int]:
    """A process and its children."""
    children = []
    for stat in Path("/proc").glob("[0-9]*/stat"):
        try:
            fields = stat.read_text().rsplit(")", 1)[1].split()
        except OSError:
            continue
        if int(fields[1]) == parent:
            children.append(int(stat.parent.name))
    return [parent, *children]


def making_pages(pid: int) -> bool:
    """Workers stand back; what makes pages does not."""
    return int(Path(f"/proc/{pid}/stat").read_text().rsplit(")", 1)[1].split()[16]) == 0


def memory_mb(pid: int) -> float:
    status = Path(f"/proc/{pid}/status").read_text()
    return int(status.split("VmRSS:")[1].split()[0]) / 1024.0


def watch_memory(pids: list[int], held_mb: list[float], until: float) -> None:
    """What processes hold, now and again."""
    while time.time() < until:
        held_mb.append(sum(map(memory_mb, pids)))
        time.sleep(MEMORY_EVERY_S)


def processor_s(pids: list[int]) -> float:
    ticks = 0
    for pid in pids:
        fields = Path(f"/proc/{pid}/stat").read_text().rsplit(")", 1)[1].split()
        ticks += int(fields[11]) + int(fields[12])
    return ticks / os.sysconf("SC_CLK_TCK")


def main(seconds: float) -> None:
    """Run it, print the tables."""
    from tests.served import Server

    with tempfile.TemporaryDirectory() as folder:
        known = players(Path(folder))
        server = Server(Path(folder), YPODROME_WORKERS=str(os.cpu_count() or 1), YPODROME_PAGES="2").start()
        tabs = [(signed_in(server, session), plan) for plan, session in known]
        pids, told = processes(server.process.pid), Told()
        front = [p for p in pids if making_pages(p)]
        back = [p for p in pids if p not in front]
        until, held = time.time() + seconds, []
        threading.Thread(target=watch_memory, args=(front, held, until)).start()
        spent = processor_s(front), processor_s(back)
        threads = [
            threading.Thread(target=read_pages, args=(tab, plan, told, until, k))
            for k, (tab, plan) in enumerate(tabs)
        ]
        threads += [
            threading.Thread(target=drag_aim, args=(tab, plan, told, until, k))
            for k, (tab, plan) in enumerate(tabs[:DRAGGING])
        ]
        for thread in threads:
            thread.start()
        rounds = plan_rounds(tabs[DRAGGING : DRAGGING + 10], told, until)
        for thread in threads:
            thread.join()
        used = processor_s(front) - spent[0], processor_s(back) - spent[1]
        report(told, rounds, held, used, seconds)
        server.stop()


def signed_in(server, session: str):
    """A player's tab."""
    from http.cookiejar import Cookie

    from tests.served import Tab

    tab = Tab(server.base)
    places = "127.0.0.1", True, False, "/", True
    tab.jar.set_cookie(
        Cookie(0, "sessionid", session, None, False, *places, False, None, True, None, None, {})
    )
    assert tab.open("/bag/")[0] == 200
    return tab


def report(
    told: Told, rounds: list[float], held_mb: list[float], used_s: tuple[float, float], seconds: float
) -> None:
    """The table."""
    print("| asked for | requests | median | 95 of 100 | longest |\n|---|---|---|---|---|")
    for sort, times in sorted(told.times.items()):
        ms = 1000.0 * np.percentile(times, (50, 95, 100))
        print(f"| {sort} | {len(times)} | {ms[0]:.0f} ms | {ms[1]:.0f} ms | {ms[2]:.0f} ms |")
    pages = [t for sort, times in told.times.items() if sort not in ("drag", "replan") for t in times]
    count = sum(map(len, told.times.values()))
    print(f"\nPages together: 95 of 100 within {1000.0 * np.percentile(pages, 95):.0f} ms.")
    print(f"Rounds of {HOLES} holes planned in {', '.join(f'{t:.0f} s' for t in rounds)}.")
    print(f"{count} requests counted. Memory of what makes pages, every {MEMORY_EVERY_S:.0f} s: ", end="")
    print(", ".join(f"{mb:.0f}" for mb in held_mb), "MB.")
    print(f"Processor seconds in {seconds:.0f} s: {used_s[0]:.0f} pages, {used_s[1]:.0f} plans.")
    print(f"Failed: {len(told.wrong)} {told.wrong[:5]}")


if __name__ == "__main__":
    main(float(sys.argv[1]) if len(sys.argv) > 1 else 180.0)
