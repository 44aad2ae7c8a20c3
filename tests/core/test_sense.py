"""The contest among the throws that lead, and what sense makes of those that cannot be told apart."""

from dataclasses import replace

import numpy as np
import pytest
from shapely.geometry import box

from tests.core.holes import open_hole
from ypodrome.core.hole.features import Area, Tree
from ypodrome.core.strategy import sense
from ypodrome.core.strategy.contest import contest
from ypodrome.core.strategy.ground_value import GroundValue
from ypodrome.core.strategy.search import THOROUGH, Case, candidates, judge
from ypodrome.core.strategy.sense import EQUAL, ease, settled

TEE, FRESH = np.zeros(2), 4096
POND = Area((1,), box(2, 60, 30, 75), play="ob", surface="water", name="the pond")


@pytest.fixture(scope="module", params=["a pond", "a gap"])
def led(request, situation):
    """A situation, its ground, and the throws that lead from the tee."""
    trees = tuple(Tree((1,), at) for at in ((-6.0, 40.0), (5.0, 42.0)))
    scene = open_hole(90.0, areas=(POND,)) if request.param == "a pond" else open_hole(95.0, trees=trees)
    here = replace(situation, scene=scene)
    ground = GroundValue(here)
    return here, ground, candidates((Case(here, ground, 1.0),), TEE, 0, THOROUGH)


def scores(here, ground, throws):
    """What throws come to by many draws that none of them was chosen by."""
    return judge(here, ground, here.arsenal, throws, FRESH, 9).score


def test_what_a_contest_leaves_is_as_good_as_the_best_that_entered(led):
    here, ground, found = led
    left = contest(here, ground, found.throws, found.costs, TEE, 0)
    assert (found.throws.combo[left.owner] == left.throws.combo).all()
    assert scores(here, ground, left.throws).min() < scores(here, ground, found.throws).min() + 0.01


def test_what_a_contest_says_of_throws_is_what_other_draws_say_of_them(led):
    """Compared with each other; in still air, where there are no winds beside."""
    here, ground, found = led
    still = replace(here, air=replace(here.air, wind=replace(here.air.wind, speed_m_s=0.0)))
    left = contest(still, ground, found.throws, found.costs, TEE, 0)
    off = left.costs - scores(still, ground, left.throws)
    assert np.abs(off - off.mean()).max() < 4 * EQUAL


def test_of_throws_that_cannot_be_told_apart_the_easier_is_first_and_costs_no_more_than_that(
    led, monkeypatch
):
    here, ground, _ = led
    judged, order = settled(here, ground, TEE, 0)
    monkeypatch.setattr(sense, "EQUAL", 1e-9)
    plainly, cheapest = settled(here, ground, TEE, 0)
    first, best = (j.throws.take(o[:1]) for j, o in ((judged, order), (plainly, cheapest)))
    assert ease(here.arsenal, first)[0] <= ease(here.arsenal, best)[0]
    assert scores(here, ground, first)[0] < scores(here, ground, best)[0] + EQUAL + 0.02
