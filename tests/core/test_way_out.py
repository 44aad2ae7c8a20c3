"""Among trees: a plan looks for a way out."""

import numpy as np
import pytest

from ypodrome.core.flight.simulate import Air
from ypodrome.core.hole.scene import scene_for
from ypodrome.core.strategy import placements
from ypodrome.core.strategy.ground_value import GroundValue
from ypodrome.core.strategy.search import search
from ypodrome.core.strategy.situation import Situation

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
    shut = [lie for lie in lies if ground.in_bounds(lie[None])[0] and len(ground.ways_out(lie))]
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
