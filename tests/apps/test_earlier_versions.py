"""A database made by an earlier version, migrated: what the player chose, aimed, wrote and threw is there.

`before-choices-by-key` was made by the version that kept whole options as JSON: hole 1 with notes and a
record, hole 2 with the third option chosen and a record, hole 3 with an aim of the player's own, and a kept
line.
"""

import gzip
import json
import os
import subprocess
import sys
from pathlib import Path

import pytest

DATA = Path(__file__).parent.parent / "data"

LOOK = """
import json
import django
django.setup()
from ypodrome.accounts.models import Player
from ypodrome.plan import planning
player = Player.objects.get()
plan = player.plans.get()
for hole in plan.holes.filter(number__in=(1, 2, 3)):
    planning.plan_one(hole)
holes = {h.number: h for h in plan.holes.all()}
def thrown(hole):
    option = hole.kept.in_force
    return [option.throw.disc.name, option.throw.code, round(option.aim.left_deg, 1)]
rounds = [[h.number, [t.disc for t in h.throws.all()], h.putts] for h in plan.rounds.get().holes.all()]
print(json.dumps({
    "notes": holes[1].notes, "chosen": thrown(holes[2]), "aimed": thrown(holes[3]),
    "by hand": holes[3].kept.own is not None, "unchosen": holes[1].choice,
    "lines": list(player.lines.values_list("name", flat=True)), "rounds": rounds,
    "ids": len({d.uuid for d in player.discs.all()}), "discs": player.discs.count(),
}))
"""


@pytest.fixture(scope="module")
def migrated(tmp_path_factory):
    folder = tmp_path_factory.mktemp("earlier")
    packed = (DATA / "before-choices-by-key.sqlite3.gz").read_bytes()
    (folder / "ypodrome.sqlite3").write_bytes(gzip.decompress(packed))
    env = {**os.environ, "YPODROME_DATA": str(folder), "DJANGO_SETTINGS_MODULE": "ypodrome.web.settings"}

    def run(*args):
        done = subprocess.run([sys.executable, *args], env=env, capture_output=True, text=True, check=False)
        assert done.returncode == 0, done.stderr
        return done.stdout

    run("manage.py", "migrate", "-v0")
    return json.loads(run("-c", LOOK).splitlines()[-1])


def test_notes_kept_lines_and_the_record_are_there(migrated):
    assert migrated["notes"] == "Pin was left in the morning."
    assert migrated["lines"] == ["Low line"]
    assert migrated["rounds"] == [[1, ["Tarnock"], 1], [2, ["Quellan (old)", "Tarnock"], 2]]


def test_choices_and_own_aims_are_in_force(migrated):
    assert migrated["unchosen"] is None
    assert migrated["chosen"][:2] == ["Quellan (old)", "RHBH"]
    assert migrated["aimed"] == ["Varrel", "RHBH", -25.3]
    assert migrated["by hand"]


def test_every_disc_has_a_lasting_id(migrated):
    assert migrated["ids"] == migrated["discs"]
