"""The shot bench: what is flown, what a miss costs, what is kept."""

import json

import pytest
from django.core.files.uploadedfile import SimpleUploadedFile
from django.urls import reverse

from ypodrome.bag import bench
from ypodrome.bag.presenters import PLAN, REAR, SIDE, row_of, scales, views_of
from ypodrome.bag.services import core_bag, core_lines

pytestmark = pytest.mark.django_db

VALUES = {"throw": "RHBH", "hyzer_deg": 8, "nose_deg": 0, "launch_deg": 9, "power_pct": 90,
          "wind_m_s": 0, "wind_from_deg": 0}  # fmt: skip


@pytest.fixture
def values(demo):
    return VALUES | {"disc": demo.discs.get(name="Quellan").pk}


def post(client, what, body, *args):
    url = reverse(f"bag:bench_{what}", args=args)
    return client.post(url, json.dumps(body), content_type="application/json")


def test_misses_move_the_end_the_way_players_know(demo, values):
    """[common practice]: more hyzer ends left, nose up ends short, harder ends farther."""
    trial = bench.trial_from(demo, values)
    flight, ghosts = bench.fly_trial(demo, trial).out, bench.fly_ghosts(demo, trial)

    def left(out):
        return out.rest_y_m / out.rest_x_m

    def missed(how):
        return next(f.out for name, f in ghosts.items() if name.endswith(how))

    assert left(missed("more hyzer")) > left(flight)
    assert left(missed("less hyzer")) < left(flight)
    assert missed("nose up").rest_x_m < flight.rest_x_m
    assert missed("harder").rest_x_m > flight.rest_x_m
    assert missed("softer").rest_x_m < flight.rest_x_m


def test_misses_are_the_players_own(demo, values):
    """One standard deviation of this player's spread, in whole degrees."""
    spread = demo.thrower.spread_of("backhand")
    names = bench.fly_ghosts(demo, bench.trial_from(demo, values))
    assert f"{spread.hyzer_deg:.0f}° more hyzer" in names
    assert f"{spread.nose_deg:.0f}° nose up" in names


def test_wind_is_counted_from_the_aim(demo, values):
    def end(wind_from):
        trial = bench.trial_from(demo, values | {"wind_m_s": 6, "wind_from_deg": wind_from})
        return bench.fly_trial(demo, trial).out

    assert end(180).apex_m < end(0).apex_m
    assert end(90).rest_y_m > end(270).rest_y_m


def test_a_forehand_is_thrown_at_the_forehands_speed(demo, values):
    back = bench.trial_from(demo, values).release(demo)
    fore = bench.trial_from(demo, values | {"throw": "RHFH"}).release(demo)
    assert fore.speed_m_s < back.speed_m_s


def test_all_views_have_one_scale_and_hold_the_flight(demo, values):
    flight = bench.fly_trial(demo, bench.trial_from(demo, values))
    s = scales([flight])
    views = views_of(flight, s)
    for name, (width, height) in (("plan", PLAN), ("side", SIDE), ("rear", REAR)):
        pairs = [p.split(" ") for p in views[name][1:].split("L")]
        assert all(0 <= float(x) <= width and 0 <= float(y) <= height for x, y in pairs), name


def test_the_table_speaks_the_players_units(demo, values):
    flight = bench.fly_trial(demo, bench.trial_from(demo, values))
    metres = float(row_of("x", flight, "metric")["rest"].removesuffix(" m"))
    feet = float(row_of("x", flight, "imperial")["rest"].removesuffix(" ft"))
    assert feet * 0.3048 == pytest.approx(metres, abs=0.2)


def test_lines_are_kept_shown_and_dropped(client, demo, values):
    assert client.get(reverse("bag:bench")).status_code == 200
    answer = post(client, "keep", values | {"name": "stock hyzer"})
    assert "stock hyzer" in answer.json()["parts"]["lines"]
    line = demo.lines.get()
    shown = post(client, "fly", values | {"shown": [line.pk], "hyzer_deg": 20}).json()["parts"]
    assert "1 stock hyzer" in shown["numbers"]
    post(client, "keep", values | {"name": "stock hyzer", "hyzer_deg": 12})
    assert demo.lines.get().hyzer_deg == 12
    assert post(client, "drop", values, line.pk).status_code == 200
    assert not demo.lines.exists()
    assert post(client, "drop", values, line.pk).status_code == 404


@pytest.mark.parametrize(
    ("change", "words"),
    [
        ({"disc": 999999}, "not in the bag"),
        ({"throw": "kick"}, "throw: must be one of"),
        ({"hyzer_deg": "much"}, "hyzer_deg: must be a number"),
        ({"power_pct": 900}, "power_pct: must be a number from 20"),
        ({"wind_m_s": float("nan")}, "the request: holds NaN"),
    ],
)
def test_impossible_trials_are_refused(client, values, change, words):
    answer = post(client, "fly", values | change)
    assert answer.status_code == 400
    assert words in answer.json()["error"]
    assert post(client, "keep", values | {"name": "  "}).json()["error"] == "name the line"


def test_kept_lines_outlive_a_new_bag_as_far_as_their_discs_do(client, demo, values):
    post(client, "keep", values | {"name": "soft one"})
    post(client, "keep", values | {"name": "hard one", "disc": demo.discs.get(name="Hadrun").pk})
    file = SimpleUploadedFile("b.csv", b"name,speed,glide,turn,fade\nQuellan,5,5,-1,1\n")
    page = client.post(reverse("bag:read"), {"file": file}).content.decode()
    assert "Changed: 1" in page
    client.post(reverse("bag:merge"), {"text": file.file.getvalue().decode(), "put_away": "on"})
    player = type(demo).objects.get()
    assert [line.disc.speed for line in core_lines(player)] == [5.0]
    assert [d.name for d in core_bag(player)] == ["Quellan"]
    assert player.lines.count() == 2  # the other waits for its disc
