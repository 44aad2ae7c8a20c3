"""The command line: keys, signs, units and exit codes of docs/formats.md."""

import json

import pytest

from tests.conftest import DEMO
from ypodrome.cli import main

FLY = ["fly", "--disc", "9/5/-1/2", "--throw", "RHBH", "--speed-mph", "53"]
FLY_KEYS = {
    "carry_m", "carry_left_m", "rest_m", "rest_left_m", "apex_m", "hang_s", "max_left_m", "max_right_m",
    "landing_speed_m_s", "descent_deg", "landing_hyzer_deg", "least_bank_deg",
}  # fmt: skip
PLAN = ["plan", str(DEMO / "course.geojson"), "--bag", str(DEMO / "bag.csv"), "--thrower",
        str(DEMO / "thrower.json"), "--wind-m-s", "4", "--wind-from-deg", "205"]  # fmt: skip


def answer(capsys, arguments):
    assert main(arguments) == 0
    return json.loads(capsys.readouterr().out)


def test_fly_prints_its_keys_and_left_is_positive(capsys):
    right = answer(capsys, FLY)
    assert set(right) == FLY_KEYS
    assert right["carry_left_m"] > 0  # a right-hand backhand fades left
    left = answer(capsys, [*FLY[:4], "LHBH", *FLY[5:]])
    assert left["carry_left_m"] == pytest.approx(-right["carry_left_m"], abs=0.01)


def test_fly_winds_and_path(capsys):
    still = answer(capsys, [*FLY, "--path"])
    assert still["path"][0][:4] == [0.0, 0.0, 0.0, 1.2]
    head = answer(capsys, [*FLY, "--wind-m-s", "5", "--wind-from-deg", "0"])
    side = answer(capsys, [*FLY, "--wind-m-s", "5", "--wind-from-deg", "90"])
    assert head["max_right_m"] > still["max_right_m"]  # into the wind it turns more
    assert side["carry_left_m"] > still["carry_left_m"]  # wind from the right carries it left


def test_fly_lands_lower_and_heights_count_from_the_lie(capsys):
    level, below = answer(capsys, FLY), answer(capsys, [*FLY, "--land-height-m", "-5"])
    assert below["hang_s"] > level["hang_s"]
    assert below["apex_m"] == pytest.approx(level["apex_m"], abs=0.05)


@pytest.mark.parametrize(
    ("arguments", "words"),
    [
        (["fly", "--disc", "9/5/-1", "--throw", "RHBH", "--speed-mph", "50"], "--disc"),
        (["fly", "--disc", "9/5/-1/2", "--throw", "BH", "--speed-mph", "50"], "RHBH"),
        ([*FLY[:-1], "nan"], "finite"),
        ([*FLY[:-1], "400"], "speed_m_s"),
        ([*FLY, "--wear", "40"], "wear"),
        ([*FLY, "--surface", "ice"], "surface"),
        ([*FLY, "--speed-m-s", "20"], "not allowed"),
        ([*FLY, "--land-height-m", "60"], "never gets up to"),
        (["plan", "missing.geojson", "--hole", "1", "--bag", "b", "--thrower", "t"], "missing.geojson"),
        ([*PLAN, "--hole", "19"], "holes: 1, 2, 3"),
        ([*PLAN, "--hole", "1", "--tee", "gold"], "long, short"),
        ([*PLAN, "--hole", "1", "--without", "backhand", "--without", "forehand"], "no kind of throw"),
        ([], "COMMAND"),
    ],
)
def test_bad_input_exits_2_and_says_where(capsys, arguments, words):
    assert main(arguments) == 2
    said = capsys.readouterr()
    assert words in said.err
    assert said.out == ""


def test_plan_is_reproducible_and_complete(capsys):
    one, two = (answer(capsys, [*PLAN, "--hole", "1"]) for _ in range(2))
    one.pop("compute_s"), two.pop("compute_s")
    assert one == two
    assert sum(one["score_chances"].values()) == pytest.approx(1.0, abs=1e-6)
    first = one["options"][0]
    assert first["rank"] == 1
    assert first["role"] == "first"
    assert {"disc", "throw", "line", "hyzer_deg", "nose_deg", "launch_deg", "power_pct", "aim_left_deg",
            "aim_point", "landing", "spread_m", "expected_score", "chances", "worst_miss", "best_miss",
            "next", "why"} <= set(first)  # fmt: skip
    assert set(first["chances"]) == {"circle1", "circle2", "ob", "lost", "obstacle", "mando", "trouble",
                                     "birdie_or_better", "par", "bogey_or_worse", "holed"}  # fmt: skip
    assert -31 < first["landing"]["lon"] < -30
    assert {o["role"] for o in one["options"]} >= {"first", "contingency"}
    assert any("road" in c for c in one["cautions"])


def test_plan_without_a_kind(capsys):
    plan = answer(capsys, [*PLAN, "--hole", "1", "--without", "forehand", "--wet", "--posture", "par"])
    assert {o["throw"] for o in plan["options"]} == {"RHBH"}


def test_check_lists_every_problem(capsys, tmp_path):
    assert main(["check", str(DEMO / "course.geojson")]) == 0
    document = json.loads((DEMO / "course.geojson").read_text())
    for feature in document["features"][:3]:
        feature["properties"]["kind"] = "thing"
    bad = tmp_path / "bad.geojson"
    bad.write_text(json.dumps(document))
    assert main(["check", str(bad)]) == 2
    lines = capsys.readouterr().err.strip().splitlines()
    assert len(lines) == 3
    assert all(str(bad) in line and "kind" in line for line in lines)


def test_reference_flies_the_throw_the_numbers_stand_for(capsys):
    """[common practice]: 9/5/-1/2 carries (165 + 18.5 · 9) · 1.0175 ft within 8 in 100."""
    flown = answer(capsys, ["fly", "--disc", "9/5/-1/2", "--reference"])
    assert flown["carry_m"] == pytest.approx((165 + 18.5 * 9) * 1.0175 * 0.3048, rel=0.08)


def test_many_releases_fly_as_each_alone(tmp_path, capsys):
    file = tmp_path / "releases.csv"
    file.write_text(
        "disc,throw,speed-mph,hyzer_deg,surface\n9/5/-1/2,RHBH,53,0,\n4/1/0/3,LHFH,40,12,hardpack\n"
    )
    assert main(["fly", "--releases", str(file)]) == 0
    rows = [json.loads(line) for line in capsys.readouterr().out.splitlines()]
    alone = answer(capsys, ["fly", "--disc", "4/1/0/3", "--throw", "LHFH", "--speed-mph", "40", "--hyzer-deg",
                            "12", "--surface", "hardpack"])  # fmt: skip
    assert len(rows) == 2
    assert set(rows[0]) == FLY_KEYS
    assert rows[1] == alone


@pytest.mark.parametrize(
    ("text", "words"),
    [
        ("disc,throw,speed_mph\n9/5/-1,RHBH,53\n9/5/-1/2,RHBH,fast\n", ("line 2", "line 3", "fast")),
        ("disc,velocity\n9/5/-1/2,53\n", ("line 1", "velocity")),
        ("disc,throw\n9/5/-1/2,RHBH\n", ("line 2", "--speed-mph")),
        ("disc,throw,speed_mph\n", ("no rows",)),
        ("disc,throw,speed_mph\n9/5/-1/2,RHBH,53,7\n", ("line 2", "more fields")),
    ],
)
def test_bad_rows_are_named_and_nothing_is_printed(tmp_path, capsys, text, words):
    file = tmp_path / "releases.csv"
    file.write_text(text)
    assert main(["fly", "--releases", str(file)]) == 2
    said = capsys.readouterr()
    assert said.out == ""
    assert all(word in said.err for word in words)


def test_a_plan_that_is_not_sure_of_the_pin(capsys):
    one = answer(capsys, [*PLAN, "--hole", "15", "--pins", "A=2,B=1"])["pins"]
    assert [c["pin"] for c in one["cases"]] == ["A", "B"]
    assert [c["weight"] for c in one["cases"]] == pytest.approx([2 / 3, 1 / 3], abs=1e-4)
    mean = sum(c["weight"] * c["expected_score"] for c in one["cases"])
    assert one["expected_score"] == pytest.approx(mean, abs=2e-3)
    assert one["cases"][0]["costs"]["A"] == 0.0


@pytest.mark.parametrize(
    ("pins", "words"),
    [(["A"], "A=2,B=1"), (["A=1,Q=1"], "Q"), (["A=1,B=0"], "at least two"),
     (["A=1,B=1", "--pin", "A"], "--pin")],
)  # fmt: skip
def test_impossible_pins_are_refused(capsys, pins, words):
    assert main([*PLAN, "--hole", "15", "--pins", *pins]) == 2
    assert words in capsys.readouterr().err
