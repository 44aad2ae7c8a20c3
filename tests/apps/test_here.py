"""From here, every disc, a throw of one's own: what is asked for, answered and refused."""

import json
import math

import pytest
from django.urls import reverse

from ypodrome.core.api import tried
from ypodrome.core.strategy.reason import TIE
from ypodrome.core.units import feet
from ypodrome.drawing.frame import hole_frame
from ypodrome.drawing.hole_drawing import HEIGHT, WIDTH
from ypodrome.plan import here, pins, planning, table
from ypodrome.plan.live import scene_for_hole
from ypodrome.standins.gps_fix import DEVICE, fix

pytestmark = pytest.mark.django_db


@pytest.fixture
def hole(demo_plan):
    return planning.plan_one(demo_plan.holes.get(number=3))


@pytest.fixture
def post(client, demo_plan):
    def send(what, **values):
        return client.post(f"/plan/{demo_plan.pk}/hole/3/{what}/", json.dumps(values), "application/json")

    return send


def test_a_place_on_the_drawing_is_the_place_it_shows(hole):
    scene = scene_for_hole(hole)
    frame = hole_frame(scene, WIDTH, HEIGHT)
    for point in (scene.tee.at, scene.pin.at, (scene.tee.at[0] + 13.0, scene.tee.at[1] - 7.0)):
        assert frame.place(*frame.pixels([point])[0]) == pytest.approx(point, abs=1e-6)


def test_distance_and_bearing_to_the_basket_say_where(hole):
    """A basket seen 100 m off due north is 100 m north of the lie."""
    scene = scene_for_hole(hole)
    frame = hole_frame(scene, WIDTH, HEIGHT)
    lie = here.lie_of(hole, scene, frame, {"distance": feet(100.0), "bearing": 0.0})
    assert lie == pytest.approx((scene.pin.at[0], scene.pin.at[1] - 100.0))
    east = here.lie_of(hole, scene, frame, {"distance": feet(50.0), "bearing": 90.0})
    assert east == pytest.approx((scene.pin.at[0] - 50.0, scene.pin.at[1]))


def test_from_a_lie_the_score_counts_what_was_thrown(hole, post):
    x, y = hole_frame(scene_for_hole(hole), WIDTH, HEIGHT).one(hole.kept.in_force.forecast.landing)
    one = post("here/plan", x=x, y=y, thrown=1, stance="level").json()
    assert "lie-mark" in one["parts"]["marks"]
    scene = scene_for_hole(hole)
    frame = hole_frame(scene, WIDTH, HEIGHT)
    plans = [
        here.from_here(hole, frame.place(x, y), {"thrown": n, "stance": stance})
        for n, stance in ((1, "level"), (3, "level"), (1, "knee"))
    ]
    assert plans[1].expected == pytest.approx(plans[0].expected + 2.0, abs=0.02)
    assert plans[2].expected > plans[0].expected + 0.05
    follow = hole.kept.in_force.standing.next
    assert plans[0].expected == pytest.approx(follow.forecast.expected, abs=0.1)


def test_near_the_basket_the_putt_is_told(hole, post):
    pin = scene_for_hole(hole).pin.at
    x, y = hole_frame(scene_for_hole(hole), WIDTH, HEIGHT).one((pin[0] - 6.0, pin[1]))
    advice = post("here/plan", x=x, y=y, thrown=2, stance="level").json()["parts"]["advice"]
    assert "Run it" in advice and "Lay up" in advice


def test_the_simulated_receiver_says_so_and_is_a_few_metres_off(hole):
    assert "imulated" in DEVICE
    assert fix((0.0, 0.0), 4) == fix((0.0, 0.0), 4) != (0.0, 0.0)
    scene = scene_for_hole(hole)
    frame = hole_frame(scene, WIDTH, HEIGHT)
    at = here.lie_of(hole, scene, frame, {"gps": True, "thrown": 1})
    rests = hole.kept.in_force.forecast.rests
    assert 0.0 < min(math.dist(at, rest) for rest in rests.tolist()) < 15.0


@pytest.mark.parametrize(
    ("values", "words"),
    [
        ({"x": 5000, "y": 1}, "x: must be a number"),
        ({"x": 1900, "y": 3900}, "too far from its line of play"),
        ({"distance": "far", "bearing": 3}, "distance: must be a number"),
        ({"distance": None, "bearing": None}, "distance: must be a number from 1"),
        ({"distance": 4000, "bearing": 3}, "no hole is that long"),
        ({"x": 212, "y": 500, "thrown": 1.5e9}, "thrown: must be a number from 0 to 20"),
        ({"x": 212, "y": 500, "stance": "hopping"}, "stance: must be one of"),
        ({}, "distance: must be a number"),
    ],
)
def test_lies_that_cannot_be_are_refused_and_say_why(hole, post, values, words):
    answer = post("here/plan", **({"thrown": 1, "stance": "level"} | values))
    assert answer.status_code == 400
    assert words in answer.json()["error"]


def test_the_zone_has_parts_and_each_says_what_comes_next(hole, post):
    page = post("here/zone").json()["parts"]["zone"]
    for where in ("left", "middle", "right", "short"):
        assert f">{where}</button>" in page


def throw(fessil, **values):
    return {"disc": fessil, "kind": "backhand", "hyzer_deg": 10, "launch_deg": 12, "power_pct": 80,
            "aim_left_deg": 3.0} | values  # fmt: skip


def test_a_throw_of_ones_own_is_judged_and_kept(hole, post, demo_plan):
    disc = str(demo_plan.owner.discs.get(name="Fessil").uuid)
    said = post("discs/own", **throw(disc)).json()
    assert "Fessil" in said["parts"]["card"]
    assert demo_plan.holes.get(number=3).kept.own is None
    post("discs/own", **throw(disc), keep=True)
    kept = demo_plan.holes.get(number=3).kept
    assert kept.in_force.throw.disc.name == "Fessil"
    assert kept.in_force.forecast.expected == pytest.approx(said["expected"], abs=1e-6)
    assert (kept.in_force.throw.hyzer_deg, kept.in_force.throw.power) == pytest.approx((10.0, 0.8))
    assert kept.in_force.standing.reasons


@pytest.mark.parametrize(
    ("values", "words"),
    [({"disc": "nobody's"}, "disc"), ({"kind": "kick"}, "kind"),
     ({"power_pct": 130}, "power_pct: must be a number from 20 to 100"),
     ({"hyzer_deg": "flat"}, "hyzer_deg: must be a number")],
)  # fmt: skip
def test_impossible_throws_are_refused(hole, post, demo_plan, values, words):
    disc = str(demo_plan.owner.discs.first().uuid)
    answer = post("discs/own", **throw(disc, **values))
    assert answer.status_code == 400
    assert words in answer.json()["error"]


def test_every_disc_has_its_best_throw_best_first(hole):
    found = table.try_every(hole)
    every = table.tried_on(hole)
    assert {o.throw.disc.name for o in found} == {d.name for d in hole.plan.owner.discs.all()}
    scores = [o.forecast.expected for o in found]
    assert scores == sorted(scores)
    assert scores[0] == pytest.approx(hole.kept.plan.expected_score, abs=0.08)
    for offered in hole.kept.options:  # one throw has one price on every screen
        row = next(t for t in every if t.sort == tried(offered).sort)
        plainly_better = row.expected < offered.forecast.expected - TIE
        cheaper_of_its_sort = row.expected <= offered.forecast.expected + 1e-9
        assert row in [tried(o) for o in hole.kept.options] or plainly_better
        assert cheaper_of_its_sort


def test_the_pages_open_before_and_after_planning(client, demo_plan):
    for path in ("here", "discs"):
        assert client.get(f"/plan/{demo_plan.pk}/hole/5/{path}/").status_code == 200


def test_one_throw_for_all_pins_is_found_and_kept(client, demo_plan):
    url = reverse("plan:pins", args=(demo_plan.pk, 15))
    assert b"How likely is each pin" in client.get(url).content
    body = {"weights": {"A": 2, "B": 1}, "keep": True}
    answer = client.post(url + "plan/", json.dumps(body), "application/json")
    assert answer.status_code == 200
    assert "B’s throw" in answer.json()["parts"]["mixture"]
    hole = demo_plan.holes.get(number=15)
    found = pins.plan_pins(hole, body["weights"])
    mine = next(c for c in found.cases if c.pin == hole.pin)
    assert hole.kept.in_force.throw == mine.for_all.throw
    assert hole.kept.in_force.forecast.expected == pytest.approx(mine.for_all.forecast.expected, abs=1e-4)


@pytest.mark.parametrize(
    ("weights", "words"),
    [({"A": 1}, "at least two"), ({"A": 1, "Q": 1}, "no pin Q"), ({"A": "x", "B": 1}, "A: must be a number"),
     ({"A": -1, "B": 1}, "A: must be a number"), (None, "how likely")],
)  # fmt: skip
def test_impossible_weights_are_refused(client, demo_plan, weights, words):
    url = reverse("plan:pins_plan", args=(demo_plan.pk, 15))
    answer = client.post(url, json.dumps({"weights": weights}), "application/json")
    assert answer.status_code == 400
    assert words in answer.json()["error"]
