"""The served program when something goes wrong: killed amid writes, disk full or read-only, database locked
or spoilt, clients that dawdle or are cut off. Nothing acknowledged is lost, and nobody sees a traceback.

A few kills run with the tests; `make reliability` runs a hundred (KILLS).
"""

import contextlib
import json
import os
import random
import re
import shutil
import signal
import socket
import sqlite3
import subprocess
import threading
import time
from contextlib import closing
from pathlib import Path

import pytest

from tests.served import Server, notes_of
from ypodrome.web.serving import TOO_SOON_S

KILLS = int(os.environ.get("KILLS", "2"))
PLAN = "/plan/1/"
CLOCK = Path(__file__).parent.parent / "odd" / "clock"
"""What a process needs on its path to have its clock set by a file."""
PATIENCE_S = 15.0
"""A page is there by then beside clients that would hold it up for a minute, on a busy machine too."""


@pytest.fixture(scope="module")
def prepared(tmp_path_factory):
    """A data folder with the demo in it, to be copied."""
    folder = tmp_path_factory.mktemp("prepared")
    Server(folder).prepare()
    return folder


@pytest.fixture
def server(prepared, tmp_path):
    """A running server on a copy."""
    folder = tmp_path / "data"
    shutil.copytree(prepared, folder)
    server = Server(folder).start()
    yield server
    server.stop()


@pytest.fixture(scope="module")
def standing(prepared, tmp_path_factory):
    """A running server that outlives the test."""
    folder = tmp_path_factory.mktemp("standing") / "data"
    shutil.copytree(prepared, folder)
    server = Server(folder).start()
    yield server
    server.stop()


class Writer(threading.Thread):
    """Writes of every kind, one after the other, until the server is gone; what was acknowledged of each."""

    def __init__(self, server, kinds, begin):
        super().__init__()
        self.tab, self.kinds, self.number, self.kept = server.tab(), kinds, begin, {}

    def run(self):
        try:
            while True:
                self.number += 1
                for name, write in self.kinds.items():
                    if write(self.tab, self.number):
                        self.kept[name] = self.number
        except (OSError, ValueError):
            return


def write_notes(tab, n):
    return tab.send(f"{PLAN}hole/1/notes/", {"notes": f"note {n}"}, 20)[0] == 200


def write_feature(tab, n):
    mark = {"geometry": {"type": "Point", "coordinates": [n % 50, n % 70]},
            "properties": {"kind": "landmark", "name": f"post {n}"}}  # fmt: skip
    return tab.send("/courses/1/desk/change/", {"steps": [{"at": None, "feature": mark}]}, 20)[0] == 200


ROUND = "5f0a3c1e-7d52-4f0b-9a55-0d6f6f3f2c11"


def event_id(n):
    return f"00000000-0000-4000-8000-{n:012d}"


def write_event(tab, n):
    """A phone tells a score."""
    told = {"id": event_id(n), "what": "score only", "round": ROUND, "device": "phone", "running": n,
            "made_at": "2026-05-02T10:00:00Z", "position": 1, "hole": 1, "score": 3}  # fmt: skip
    hole = {"position": 1, "number": 1, "tee": "long", "pin": "A", "par": 3}
    about = {"uuid": ROUND, "course": "Far Meadow", "layout": "Short", "day": "2026-05-02", "holes": [hole]}
    log = {"format": "log", "version": 1, "player": "", "round": about, "events": [told]}
    return tab.send("/pocket/tell/", log, 20)[0] == 200


def write_thrower_units(tab, n):
    return tab.form("/player/units/", {"units": ("metric", "imperial")[n % 2], "next": "/"}, 20)[0] == 200


KINDS = {"notes": write_notes, "feature": write_feature, "units": write_thrower_units, "event": write_event}


def rows(folder, question):
    with closing(sqlite3.connect(folder / "ypodrome.sqlite3")) as database:
        return [row[0] for row in database.execute(question)]


def test_nothing_acknowledged_is_lost_by_kill_9(server):
    chance, last = random.Random(2), 0
    for _ in range(KILLS):
        writer = Writer(server, KINDS, last)
        writer.start()
        until = time.monotonic() + PATIENCE_S
        while time.monotonic() < until and writer.is_alive() and len(writer.kept) < len(KINDS):
            time.sleep(0.01)
        time.sleep(chance.uniform(0.0, 0.5))
        server.kill()
        writer.join(30)
        last = writer.number
        assert set(writer.kept) == set(KINDS)  # writes of every kind were under way
        server.start()
        assert rows(server.folder, "pragma integrity_check") == ["ok"]
        shown = int(notes_of(server.tab().get(f"{PLAN}hole/1/")).split()[1])
        assert shown >= writer.kept["notes"]
        assert f'"post {writer.kept["feature"]}"' in server.tab().get("/courses/1/desk/all/")
        told = rows(server.folder, "select uuid from round_event where what = 'score only'")
        assert event_id(writer.kept["event"]).replace("-", "") in told
    assert last > 0
    print(
        f"\n| kill -9 amid writes | {KILLS} cycles, {last} rounds of writes | nothing acknowledged was lost |"
    )


def test_slow_and_stalled_clients_hold_nobody_up(standing):
    stalled = []
    for k in range(40):
        s = socket.create_connection(("127.0.0.1", standing.port))
        half = b"GET / HTTP/1.1\r\nHost: 127" if k % 2 else (
            b"POST /bag/file/ HTTP/1.1\r\nHost: 127.0.0.1\r\nContent-Length: 9000000\r\n\r\nabc"
        )  # fmt: skip
        s.sendall(half)
        stalled.append(s)
    began = time.monotonic()
    assert "Gantle" in standing.tab().get("/bag/")
    assert time.monotonic() - began < PATIENCE_S
    for s in stalled:
        s.close()


def test_a_body_that_is_cut_off_changes_nothing(standing):
    tab = standing.tab()
    assert write_notes(tab, 1)
    cookies = "; ".join(f"{c.name}={c.value}" for c in tab.jar)
    body = json.dumps({"notes": "note 2"}).encode()
    head = (
        f"POST {PLAN}hole/1/notes/ HTTP/1.1\r\nHost: 127.0.0.1:{standing.port}\r\nCookie: {cookies}\r\n"
        f"X-CSRFToken: {tab.token}\r\nContent-Type: application/json\r\n"
        f"Content-Length: {len(body) + 40}\r\n\r\n"
    )
    with socket.create_connection(("127.0.0.1", standing.port)) as s:
        s.sendall(head.encode() + body)
    time.sleep(0.5)
    assert notes_of(tab.get(f"{PLAN}hole/1/")) == "note 1"


def test_what_is_too_large_is_refused_before_it_is_read(standing):
    with socket.create_connection(("127.0.0.1", standing.port)) as s:
        s.sendall(
            b"POST /bag/file/ HTTP/1.1\r\nHost: 127.0.0.1\r\nContent-Length: 300000000\r\n\r\n"
            + b"x" * 10_000
        )
        assert b" 413 " in s.recv(200)


def test_while_the_database_is_locked_reads_go_on_and_writes_are_told_to_wait(standing):
    tab = standing.tab()
    with closing(sqlite3.connect(standing.folder / "ypodrome.sqlite3", isolation_level=None)) as other:
        other.execute("BEGIN EXCLUSIVE")
        began = time.monotonic()
        assert "Gantle" in tab.get("/bag/")
        assert time.monotonic() - began < 2.0
        status, said = tab.send(f"{PLAN}hole/1/notes/", {"notes": "later"})
        assert status == 503
        assert "busy writing" in said
        assert time.monotonic() - began < 12.0
        other.execute("ROLLBACK")
    assert write_notes(tab, 5)
    assert "OperationalError: database is locked" in standing.log()


@pytest.fixture
def small_disk(prepared, tmp_path):
    """A server whose folder is a small file system of its own."""
    folder = tmp_path / "disk"
    folder.mkdir()
    if subprocess.run(
        ["mount", "-t", "tmpfs", "-o", "size=64m", "tmpfs", folder], capture_output=True
    ).returncode:
        pytest.skip("a file system cannot be mounted here")
    shutil.copytree(prepared, folder, dirs_exist_ok=True)
    server = Server(folder).start()
    yield server
    server.stop()
    subprocess.run(["umount", "-l", folder], check=True)


def test_on_a_full_disk_reads_go_on_and_writes_say_so(small_disk):
    tab, filler = small_disk.tab(), small_disk.folder / "filler"
    assert write_notes(tab, 1)
    with filler.open("wb", buffering=0) as f, contextlib.suppress(OSError):
        while f.write(b"x" * 4096) == 4096:
            pass
    answers = [tab.send(f"{PLAN}hole/1/notes/", {"notes": "n" * 1900}) for _ in range(4)]
    assert {status for status, _ in answers} <= {200, 503}
    assert any("disk is full" in said for status, said in answers if status == 503)
    status, page = tab.open(f"{PLAN}hole/1/")
    assert status == 200
    assert "Traceback" not in page
    assert tab.open("/health/")[0] == 503
    filler.unlink()
    assert write_notes(tab, 2)
    assert notes_of(tab.get(f"{PLAN}hole/1/")) == "note 2"


def test_on_a_disk_that_cannot_be_written_reads_go_on_and_writes_say_so(small_disk):
    tab, folder = small_disk.tab(), str(small_disk.folder)
    assert write_notes(tab, 1)
    if subprocess.run(["mount", "-o", "remount,ro", folder], capture_output=True).returncode:
        pytest.skip("a file system cannot be made read-only here")
    status, said = tab.send(f"{PLAN}hole/1/notes/", {"notes": "later"})
    assert (status, "Traceback" in said) == (503, False)
    assert notes_of(tab.get(f"{PLAN}hole/1/")) == "note 1"
    subprocess.run(["mount", "-o", "remount,rw", folder], check=True)
    assert write_notes(tab, 2)


def test_two_servers_on_one_database_lose_nothing(server):
    other = Server(server.folder).start()
    try:
        writers = [Writer(s, {"feature": write_feature}, k * 10_000) for k, s in enumerate((server, other))]
        for w in writers:
            w.start()
        until = time.monotonic() + 60.0
        while time.monotonic() < until and not all(w.kept for w in writers):
            time.sleep(0.3)
        time.sleep(1.0)
        kept = [w.kept["feature"] for w in writers]
        found = server.tab().get("/courses/1/desk/all/")
        assert all(f'"post {n}"' in found for n in kept)
    finally:
        other.kill()
        server.kill()
    for w in writers:
        w.join(30)


def spoil(folder, how):
    database = folder / "ypodrome.sqlite3"
    if how == "missing":
        database.unlink()
    elif how == "empty":
        database.write_bytes(b"")
    elif how == "truncated":
        database.write_bytes(database.read_bytes()[:20_000])
    elif how == "damaged":
        data = bytearray(database.read_bytes())
        data[4096:60_000] = os.urandom(60_000 - 4096)
        database.write_bytes(data)
    elif how == "foreign":
        database.write_bytes(b"not a database at all" * 400)
    elif how == "newer":
        with closing(sqlite3.connect(database)) as d:
            row = ("plan", "9999_later", "2030-01-01")
            d.execute("INSERT INTO django_migrations (app, name, applied) VALUES (?, ?, ?)", row)
            d.commit()


@pytest.fixture(scope="module")
def copied(prepared, tmp_path_factory):
    """A data folder with a backup in it."""
    folder = tmp_path_factory.mktemp("copied") / "data"
    shutil.copytree(prepared, folder)
    Server(folder).manage("backup")
    return folder


@pytest.mark.parametrize(
    ("how", "words"),
    [("missing", "was before"), ("empty", "was before"), ("truncated", "is damaged"),
     ("damaged", "is damaged"), ("foreign", "is damaged"), ("newer", "made by version")],
)  # fmt: skip
def test_a_spoilt_database_is_not_served_and_the_last_copy_is_named(copied, tmp_path, how, words):
    folder = tmp_path / "data"
    shutil.copytree(copied, folder)
    spoil(folder, how)
    told = Server(folder).manage("serve", check=False)
    assert told.returncode != 0
    assert words in told.stderr
    assert "Traceback" not in told.stderr
    if how != "newer":
        assert "ypodrome-backup-" in told.stderr


def test_a_spoilt_database_is_not_touched_and_its_copy_is_served_again(copied, tmp_path):
    folder = tmp_path / "data"
    shutil.copytree(copied, folder)
    server = Server(folder)
    spoil(folder, "damaged")
    spoilt = (folder / "ypodrome.sqlite3").read_bytes()
    told = server.manage("prepare_database", check=False)
    assert told.returncode != 0
    assert "Traceback" not in told.stderr
    assert (folder / "ypodrome.sqlite3").read_bytes() == spoilt
    server.manage("restore", str(next(folder.glob("ypodrome-backup-*"))))
    server.start()
    assert "Gantle" in server.tab().get("/bag/")
    server.stop()


def test_a_first_start_that_was_killed_heals(tmp_path):
    server = Server(tmp_path)
    process = subprocess.Popen(
        ["python", "manage.py", "prepare_database"], env=server.environment, stderr=subprocess.DEVNULL
    )  # fmt: skip
    time.sleep(1.2)
    process.kill()
    process.wait()
    server.manage("prepare_database")
    server.manage("load_demo")


def children(pid):
    """Children of a process, with how nice they are."""
    found = {}
    for stat in Path("/proc").glob("[0-9]*/stat"):
        with contextlib.suppress(OSError):
            fields = stat.read_text().rsplit(")", 1)[1].split()
            if int(fields[1]) == pid:
                found[int(stat.parent.name)] = int(fields[16])
    return found


def test_pages_that_die_are_made_again_and_nothing_outlives_its_owner(server):
    until = time.monotonic() + 40.0
    while time.monotonic() < until and 19 not in children(server.process.pid).values():
        time.sleep(0.2)  # workers stand back once they are up
    time.sleep(TOO_SOON_S)  # pages that die at once are not made again
    front = [pid for pid, nice in children(server.process.pid).items() if nice == 0]
    for pid in front:
        os.kill(pid, signal.SIGKILL)
    until = time.monotonic() + 40.0
    while time.monotonic() < until:
        with contextlib.suppress(OSError):
            if "Gantle" in server.tab().get("/bag/", timeout=5):
                break
        time.sleep(0.3)
    else:
        raise AssertionError("no pages were made again")
    everything = children(server.process.pid)
    assert len(everything) >= 2
    server.process.kill()
    server.process.wait()
    until = time.monotonic() + 20.0
    while time.monotonic() < until and any(Path(f"/proc/{pid}").exists() for pid in everything):
        time.sleep(0.2)
    assert not [pid for pid in everything if Path(f"/proc/{pid}").exists()]


@pytest.fixture
def clocked(prepared, tmp_path):
    """A running server, and the file that sets its wall clock."""
    folder, clock = tmp_path / "data", tmp_path / "clock"
    shutil.copytree(prepared, folder)
    clock.write_text("0")
    server = Server(folder, PYTHONPATH=str(CLOCK), CLOCK_FILE=str(clock)).start()
    yield server, clock
    server.stop()


def test_a_clock_that_jumps_loses_nothing_and_changes_no_order(clocked):
    server, clock = clocked
    tab = server.tab()
    throw = {"disc": "Gantle", "throw": "RHBH", "result": "as planned", "left": "30"}
    for n, days in enumerate((0, -3, 400, -1, 0), start=1):
        clock.write_text(str(86_400 * days))
        time.sleep(0.5)
        tab.form("/round/begin/1/", {})
        assert f"/round/{n}/" in tab.get("/round/of/1/")  # the round begun last, whatever its day
        whole = re.search(r'name="whole" value="(\d+)"', tab.get("/round/1/1/"))[1]
        assert tab.form("/round/1/1/", throw | {"putts": n, "whole": whole})[0] == 200
        assert f'<span class="figure-big">{1 + n}</span>' in tab.get("/round/1/after/")  # told last, stands
        assert tab.post(f"{PLAN}hole/1/replan/", {"wind_m_s": float(n)})["changed"]
        assert write_notes(tab, n) and notes_of(tab.get(f"{PLAN}hole/1/")) == f"note {n}"
    assert len(set(rows(server.folder, "select day from round_round"))) == 4  # it did jump
    assert rows(server.folder, "select count(*) from round_round") == [5]
    assert "Traceback" not in server.log()
