"""Rules of play, from the sport's Official Rules of Disc Golf (from memory): putting area 10 m
(806.01), out of bounds one penalty throw and up to one metre of relief (806.02), missed mandatory
one penalty throw (804.01)."""

from dataclasses import replace

import numpy as np
import pytest
from shapely.geometry import LineString, box

from ypodrome.core.flight.batch import RESULT
from ypodrome.core.hole import rule_facts, rules
from ypodrome.core.hole.features import Area, Barrier, DropZone, HoleLine, Mando, Pin, Tee
from ypodrome.core.hole.scene import Scene


def scene(ob_play="last_in_bounds", zones=(), mandos=()):
    line = HoleLine(1, ((0, 0), (0, 80)), ob_play=ob_play)
    right = Area((1,), box(10, -40, 40, 120), play="ob")
    return Scene(
        line, Tee((1,), "t", (0, 0)), Pin((1,), "A", (0, 80)), 3, drop_zones=zones, areas=(right,),
        mandos=mandos,
    )  # fmt: skip


def flown(rest, inside, missed=False):
    row = np.zeros(1, RESULT).view(np.recarray)
    row.rest_x_m, row.rest_y_m = rest
    row.inside_x_m, row.inside_y_m = inside
    row.mando_missed = missed
    return row


TEE = np.zeros((1, 2))


def test_on_a_building_one_plays_from_straight_behind_it():
    """802.07, from memory: behind a large solid obstacle, on the line of play, at no cost."""
    barn = Barrier((1,), box(-6, 30, 6, 40), "building", 0.0, 5.0, 1.0)
    net = Barrier((1,), box(-6, 50, 6, 60), "net", 0.0, 5.0, 0.2)
    farm = replace(scene(), barriers=(barn, net))
    on_it = rules.resolve(farm, flown((3.0, 36.0), (3.0, 36.0)), TEE)
    assert on_it.penalty[0] == 0
    x, y = on_it.lie[0]
    assert 29.0 < y < 30.0
    assert x / (80.0 - y) == pytest.approx(3.0 / (80.0 - 36.0))
    assert rules.resolve(farm, flown((3.0, 55.0), (3.0, 55.0)), TEE).lie[0] == pytest.approx((3.0, 55.0))


def test_circle_and_relief_sizes():
    assert rule_facts.CIRCLE_1_M == 10.0
    assert rule_facts.OB_RELIEF_M == 1.0
    assert rule_facts.PENALTY_THROWS == 1


def test_every_fact_has_a_rule_number_and_says_whether_it_is_from_memory():
    subjects = {f.subject for f in rule_facts.FACTS}
    assert subjects >= {
        "circle",
        "out of bounds",
        "mandatory",
        "drop zone",
        "lie",
        "jump putt",
        "time to throw",
    }
    for fact in rule_facts.FACTS:
        assert fact.number.startswith("80")
        assert fact.from_memory


def test_out_of_bounds_plays_a_metre_in_from_where_it_crossed():
    outcome = rules.resolve(scene(), flown((15, 52), (9.4, 50)), TEE)
    assert outcome.out[0]
    assert outcome.penalty[0] == 1
    assert outcome.lie[0] == pytest.approx([9.0, 50.0])


@pytest.mark.parametrize(
    ("play", "zones", "lie"),
    [
        ("previous_lie", (), (0, 0)),
        ("drop_zone", (DropZone((1,), "DZ", (3, 60)),), (3, 60)),
        ("drop_zone", (), (0, 0)),
    ],
)
def test_where_play_goes_on_from(play, zones, lie):
    outcome = rules.resolve(scene(play, zones), flown((15, 52), (9.4, 50)), TEE)
    assert outcome.lie[0] == pytest.approx(lie)


def test_in_bounds_is_played_where_it_lies():
    outcome = rules.resolve(scene(), flown((9.9, 52), (9.9, 52)), TEE)
    assert outcome.penalty[0] == 0
    assert outcome.lie[0] == pytest.approx([9.9, 52.0])


def test_missed_mandatory_costs_a_throw_and_goes_to_its_drop_zone():
    zone = DropZone((1,), "M", (1, 30), serves="mando")
    gate = Mando((1,), LineString([(2, 40), (9, 40)]))
    outcome = rules.resolve(scene(zones=(zone,), mandos=(gate,)), flown((5, 60), (5, 60), True), TEE)
    assert outcome.penalty[0] == 1
    assert outcome.lie[0] == pytest.approx([1.0, 30.0])


def test_island_is_in_bounds_inside_only():
    island = Area((1,), box(-8, 72, 8, 90), play="island")
    base = scene()
    around = Scene(base.line, base.tee, base.pin, 3, areas=(island,))
    rests = np.concatenate([flown((0, 80), (0, 80)), flown((0, 60), (0, 60))]).view(np.recarray)
    outcome = rules.resolve(around, rests, np.zeros((2, 2)))
    assert outcome.out.tolist() == [False, True]
