"""Databases made by earlier versions, migrated: what the player chose, aimed, wrote and threw is there.

Both have hole 1 with notes and a record, hole 2 with the third option chosen and a record, hole 3 with an
aim of the player's own, and a kept line. `before-choices-by-key` was made by the version that kept whole
options as JSON; `before-lasting-records` by the one that kept throws as rows of a hole, with distances left:
it has besides a second round and a second plan, preferences, and a tree moved at the desk.
"""

import gzip
import json
import os
import sqlite3
import subprocess
import sys
from contextlib import closing
from pathlib import Path

import pytest

DATA = Path(__file__).parent.parent / "data"

LOOK = """
import json
import django
django.setup()
from ypodrome.accounts.models import Player
from ypodrome.course import edits
from ypodrome.plan import planning
from ypodrome.round import services
player = Player.objects.get()
plan = player.plans.order_by("pk").first()
for hole in plan.holes.filter(number__in=(1, 2, 3)):
    planning.plan_one(hole)
holes = {h.number: h for h in plan.holes.all()}
def thrown(hole):
    option = hole.kept.in_force
    return [option.throw.disc.name, option.throw.code, round(option.aim.left_deg, 1)]
rounds = [
    [[h.number, [[t.disc, services.result_of(t), t.to_go_m] for t in p.others], len(p.putts),
      services.score_of(h, p).score, round(h.expected, 2)]
     for h, p in services.played_holes(r)]
    for r in player.rounds.order_by("pk")
]
gained = [h.gained and round(h.gained.total, 4) for r in player.rounds.order_by("pk")[:1]
          for h in services.round_score(r).holes]
course = plan.layout.course
undone = edits.undo(course).rows[0]["at"] if course.changes.exists() else None
print(json.dumps({
    "notes": holes[1].notes, "chosen": thrown(holes[2]), "aimed": thrown(holes[3]),
    "by hand": holes[3].kept.own is not None, "unchosen": holes[1].choice,
    "lines": list(player.lines.values_list("name", flat=True)), "rounds": rounds, "gained": gained,
    "ids": len({d.uuid for d in player.discs.all()}), "discs": player.discs.count(),
    "plans": sorted(p.name for p in player.plans.all()), "undone": undone,
    "likes": player.thrower_document.get("prefers"), "version": plan.version.number,
    "round plans": [r.plan_id == plan.pk for r in player.rounds.all()],
}))
"""


def _migrated(folder, name):
    packed = (DATA / f"{name}.sqlite3.gz").read_bytes()
    (folder / "ypodrome.sqlite3").write_bytes(gzip.decompress(packed))
    env = {**os.environ, "YPODROME_DATA": str(folder), "DJANGO_SETTINGS_MODULE": "ypodrome.web.settings"}

    def run(*args):
        done = subprocess.run([sys.executable, *args], env=env, capture_output=True, text=True, check=False)
        assert done.returncode == 0, done.stderr
        return done.stdout

    with closing(sqlite3.connect(folder / "ypodrome.sqlite3")) as before:
        column = "choice" if _has(before, "choice") else "chosen"
        rows = before.execute(
            f"select {column} from plan_plannedhole where number > 1 order by plan_id, number"
        )
        chosen = [_disc(json.loads(row[0])) for row in rows.fetchall()[:2]]
    said = run("manage.py", "prepare_database")
    found = json.loads(run("-c", LOOK).splitlines()[-1])
    return found | {"discs before": chosen, "said": said, "folder": folder, "env": env}


def _has(database, column):
    return column in {row[1] for row in database.execute("pragma table_info(plan_plannedhole)")}


def _disc(choice):
    return choice["throw"]["disc"]["name"] if "key" in choice else choice["disc"]


@pytest.fixture(scope="module", params=["before-choices-by-key", "before-lasting-records"])
def migrated(request, tmp_path_factory):
    return _migrated(tmp_path_factory.mktemp("earlier"), request.param) | {"from": request.param}


def test_notes_kept_lines_and_the_record_are_there(migrated):
    assert migrated["notes"] == "Pin was left in the morning."
    assert migrated["lines"] == ["Low line"]
    assert migrated["round plans"] == [True] * len(migrated["rounds"])
    if migrated["from"] == "before-choices-by-key":
        found = [
            [number, [t[0] for t in throws], putts] for number, throws, putts, *_ in migrated["rounds"][0]
        ]
        assert found == [[1, ["Tarnock"], 1], [2, ["Quellan (old)", "Tarnock"], 2]]
        return
    (one, two), (again,) = migrated["rounds"]
    assert one[:4] == [1, [["Tarnock", "left", 25.0], ["Pellow", "as planned", 3.0]], 1, 3]
    assert two[:4] == [2, [["Quellan (old)", "out of bounds", None], ["Tarnock", "as planned", 8.0]], 2, 5]
    assert again[:4] == [1, [["Gone disc", "hit something", None]], 0, 1]
    assert migrated["gained"] == [pytest.approx(one[4] - 3, abs=0.01), None]


def test_choices_and_own_aims_are_in_force(migrated):
    assert migrated["unchosen"] is None
    assert migrated["chosen"][1] == "RHBH"
    assert migrated["aimed"][2] == -25.3
    assert migrated["by hand"]
    assert migrated["discs before"] == [migrated["chosen"][0], migrated["aimed"][0]]


def test_every_disc_has_a_lasting_id(migrated):
    assert migrated["ids"] == migrated["discs"]


def test_plans_preferences_versions_and_undo_are_there(migrated):
    assert migrated["version"] == 1
    if migrated["from"] == "before-lasting-records":
        assert migrated["plans"] == ["", "windy"]
        assert migrated["likes"]["putt"] == "uphill"
        assert migrated["undone"] is not None


def test_the_database_was_copied_beside_itself_first(migrated):
    (copy,) = migrated["folder"].glob("ypodrome-before-*.sqlite3")
    assert copy.name in migrated["said"]
    with closing(sqlite3.connect(copy)) as before:
        assert before.execute("select count(*) from round_holerecord").fetchall() == [
            (2 if migrated["from"] == "before-choices-by-key" else 3,)
        ]


@pytest.mark.parametrize("args", [("manage.py", "prepare_database"), ("-c", "import ypodrome.web.wsgi")])
def test_a_database_of_a_later_version_is_named_and_not_touched(migrated, tmp_path, args):
    later = tmp_path / "ypodrome.sqlite3"
    later.write_bytes((migrated["folder"] / "ypodrome.sqlite3").read_bytes())
    with closing(sqlite3.connect(later)) as database:
        database.execute(
            "insert into django_migrations (app, name, applied) values ('plan', '9999_later', 'now')"
        )
        database.execute("update accounts_installation set version = '9.9.9'")
        database.commit()
    env = migrated["env"] | {"YPODROME_DATA": str(tmp_path)}
    done = subprocess.run([sys.executable, *args], env=env, capture_output=True, text=True, check=False)
    assert done.returncode == 1
    assert "was made by version 9.9.9" in done.stderr
    assert "Traceback" not in done.stderr
    assert not list(tmp_path.glob("*-before-*"))


def test_a_backup_is_whole_and_restores_what_was_there(migrated, tmp_path):
    """Backed up, changed, restored: what was there is there again; a spoilt copy touches nothing."""
    (tmp_path / "ypodrome.sqlite3").write_bytes((migrated["folder"] / "ypodrome.sqlite3").read_bytes())
    env = migrated["env"] | {"YPODROME_DATA": str(tmp_path)}

    def run(*args):
        return subprocess.run(
            [sys.executable, "manage.py", *args], env=env, capture_output=True, text=True, check=False
        )

    def discs():
        with closing(sqlite3.connect(tmp_path / "ypodrome.sqlite3")) as database:
            return database.execute("select count(*) from bag_bagdisc").fetchone()[0]

    before = discs()
    assert "is whole" in run("backup", str(tmp_path / "kept")).stdout
    (copy,) = (tmp_path / "kept").glob("*.sqlite3")
    with closing(sqlite3.connect(tmp_path / "ypodrome.sqlite3")) as database:
        database.execute("delete from bag_stockline")
        database.execute("delete from bag_bagdisc")
        database.commit()
    spoilt = tmp_path / "spoilt.sqlite3"
    spoilt.write_bytes(b"no database" * 1000)
    refused = run("restore", str(spoilt))
    assert refused.returncode == 1
    assert "nothing is touched" in refused.stderr
    assert discs() == 0
    assert run("restore", str(copy)).returncode == 0
    assert discs() == before
    (tmp_path / "ypodrome.sqlite3").write_bytes(b"damaged" * 4000)
    assert "is kept as ypodrome-set-aside" in run("restore", str(copy)).stdout
    assert discs() == before
