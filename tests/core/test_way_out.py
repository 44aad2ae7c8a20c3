"""Among trees, and behind a mandatory: a plan looks for a way out."""

import numpy as np
import pytest
from shapely.geometry import LineString, Point, Polygon

from tests.core.holes import open_hole
from ypodrome.core.flight.simulate import Air
from ypodrome.core.hole.features import DropZone, Grove, Mando
from ypodrome.core.hole.scene import scene_for
from ypodrome.core.strategy import placements
from ypodrome.core.strategy.ground_value import GroundValue
from ypodrome.core.strategy.search import judge, search
from ypodrome.core.strategy.situation import Situation
from ypodrome.core.strategy.solve import solve

ALONG, BESIDE_M = (0.2, 0.3, 0.4, 0.5, 0.6), (-20.0, -15.0, -11.0, 11.0, 15.0, 20.0)


@pytest.fixture(scope="module")
def beeches(demo_course, demo_thrower, demo_bag):
    """The demo's corridor through thick woods, and the worth of its ground."""
    situation = Situation(scene_for(demo_course, 2), demo_thrower, demo_bag, Air())
    return situation, GroundValue(situation)


def test_with_ways_out_a_plan_from_among_trees_is_cheaper_by_tenths(beeches, monkeypatch):
    """Without them the search, which aims at the basket and short of it, misses some."""
    situation, ground = beeches
    tee, pin = np.array(situation.scene.tee.at), ground.pin
    side = np.array([tee[1] - pin[1], pin[0] - tee[0]]) / np.hypot(*(pin - tee))
    lies = [tee + share * (pin - tee) + off * side for share in ALONG for off in BESIDE_M]
    shut = [
        lie for lie in lies if ground.situation.scene.in_bounds(lie[None])[0] and len(ground.ways_out(lie))
    ]
    assert len(shut) >= 3

    def costs():
        return np.array([search(situation, ground, lie, 1).score.min() for lie in shut])

    found = costs()
    monkeypatch.setattr(placements, "WAYS_OUT", 0)
    saved = costs() - found
    assert saved.max() > 0.1
    assert saved.min() > -0.1


def test_where_the_way_is_open_nothing_more_is_tried(situation):
    assert len(GroundValue(situation).ways_out(np.array([0.0, 30.0]))) == 0


HERE, CLEAR_M, WOODS_M, HALF_GAP = np.array([0.0, 35.0]), 3.0, 30.0, 0.3


def boxed_in(gap_deg):
    """Thick woods all round a clearing, with one gap that leads out at so many degrees from the basket."""
    turn = np.radians(gap_deg + 90.0) + np.linspace(-HALF_GAP, HALF_GAP, 5)
    gap = Polygon([HERE, *HERE + 2.0 * WOODS_M * np.stack([np.cos(turn), np.sin(turn)], axis=1)])
    round_about = Point(HERE).buffer(WOODS_M).difference(Point(HERE).buffer(CLEAR_M)).difference(gap)
    return open_hole(150.0, groves=(Grove((1,), round_about, 14.0, 2.0, 0.3, 0.12),))


def thrown_to(situation, ground, spots):
    """The least expected throws of all that can be thrown from there to these places."""
    arsenal, costs = situation.arsenal, []
    for spot in spots:
        every = np.arange(len(arsenal.disc))
        lies, targets = (np.repeat(np.asarray(at)[None], len(every), axis=0) for at in (HERE, spot))
        throws = solve(arsenal, every, lies, targets, situation.scene.bare_field, situation.air)
        costs.append(judge(situation, ground, arsenal, throws, 64).score.min())
    return min(costs)


@pytest.mark.parametrize("gap_deg", [0, 70, 110, 220])
def test_boxed_in_by_thick_woods_one_goes_out_by_the_gap(gap_deg, demo_thrower, demo_bag):
    """[common practice]: from thick woods one pitches out, sideways or back if need be."""
    situation = Situation(boxed_in(gap_deg), demo_thrower, demo_bag, Air())
    ground, turn = GroundValue(situation), np.radians(gap_deg + 90.0)
    pitches = [HERE + away * np.array([np.cos(turn), np.sin(turn)]) for away in (38.0, 45.0, 60.0)]
    assert search(situation, ground, HERE, 1).score.min() < thrown_to(situation, ground, pitches) + 0.05


@pytest.mark.parametrize("side", [-1.0, 1.0])
def test_behind_a_mandatory_one_plays_round_it(side, demo_thrower, demo_bag):
    """Who would miss it with every throw at the basket, and go back to the drop zone, first throws to where
    it can be passed (PDGA Official Rules of Disc Golf, 804.01)."""
    gate = LineString([(-6.0 * side, 37.0), (40.0 * side, 37.0)])
    scene = open_hole(
        75.0, mandos=(Mando((1,), gate, "the oak"),), drop_zones=(DropZone((1,), "D", (0.0, 5.0), "mando"),)
    )
    situation = Situation(scene, demo_thrower, demo_bag, Air())
    ground = GroundValue(situation)
    found = search(situation, ground, HERE, 1)
    best = int(found.score.argmin())
    assert found.cloud.outcome.mando.reshape(len(found.throws), -1)[best].mean() < 0.2
    round_it = [(-x * side, y) for x in (10.0, 14.0, 18.0) for y in (38.0, 45.0, 55.0)]
    assert found.score[best] < thrown_to(situation, ground, round_it) + 0.05
