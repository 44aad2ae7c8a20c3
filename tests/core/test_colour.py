"""Colours: what players say of them [common practice, no source], and laws of the find chance."""

from dataclasses import replace

import numpy as np
import pytest
from shapely.geometry import box

from ypodrome.core.disc.colour import find_powers
from ypodrome.core.flight.simulate import Air
from ypodrome.core.ground.surfaces import SURFACE_NAMES
from ypodrome.core.hole.features import Area, HoleLine, Pin, Tee
from ypodrome.core.hole.scene import Scene
from ypodrome.core.strategy.plan import plan_hole
from ypodrome.core.strategy.situation import Situation


def power(colour, surface):
    return float(find_powers((colour,), SURFACE_NAMES)[0, SURFACE_NAMES.index(surface)])


@pytest.mark.parametrize(
    ("lost", "found", "surface"),
    [("green", "pink", "rough"), ("red", "blue", "leaves"), ("dark green", "white", "long_grass"),
     ("white", "orange", "sand"), ("brown", "yellow", "pine_straw"), ("blue", "pink", "water")],
)  # fmt: skip
def test_players_lose_the_one_and_find_the_other(lost, found, surface):
    assert power(lost, surface) > power(found, surface)


def test_a_colour_that_nobody_named_changes_nothing():
    assert (find_powers(("", "puce"), SURFACE_NAMES) == 1.0).all()


def test_loud_discs_are_lost_less_from_the_same_throw(demo_bag, demo_thrower):
    """A hole through rough where one disc in four is lost: painting the bag changes nothing but the losses,
    and where nothing is ever found no colour helps."""
    line = HoleLine(1, ((0.0, 0.0), (0.0, 80.0)))
    tee, pin = Tee((1,), "t", (0.0, 0.0)), Pin((1,), "A", (0.0, 80.0))

    def lost(colour, find):
        rough = Area((1,), box(-60, 40, 60, 120), surface="rough", find_chance=find)
        scene = Scene(line, tee, pin, 3, areas=(rough,))
        bag = tuple(replace(d, colour=colour) for d in demo_bag)
        return plan_hole(Situation(scene, demo_thrower, bag, Air())).options[0].forecast.chances.lost

    assert lost("pink", 0.75) < lost("", 0.75) < lost("green", 0.75)
    assert np.isclose(lost("pink", 0.0), lost("green", 0.0), atol=0.02)
