"""Throws made softer and harder: turned with it, or as they were."""

from dataclasses import replace

import numpy as np
import pytest

from ypodrome.core.flight.release import HEADING
from ypodrome.core.flight.simulate import Air
from ypodrome.core.strategy.cloud import mean_flights
from ypodrome.core.strategy.search import held_variants, power_variants
from ypodrome.core.strategy.solve import solve

STEPS = (-0.05, 0.04)


@pytest.fixture(scope="module")
def still(situation):
    return replace(situation, air=Air())


@pytest.fixture(scope="module")
def thrown(still):
    """Every combination of the bag thrown at a place 70 m off, on level ground in still air."""
    arsenal = still.arsenal
    able = np.flatnonzero(arsenal.reach.max(axis=1) > 75.0)
    lies, targets = np.zeros((len(able), 2)), np.tile((0.0, 70.0), (len(able), 1))
    return solve(arsenal, able, lies, targets, still.scene.bare_field, still.air)


def turned_deg(still, throws, others):
    """How far others end to a side of where throws do, as seen from the lie."""
    ends = [mean_flights(still, still.arsenal, some) for some in (throws, others)]
    one, other = (np.arctan2(e.rest_x_m, e.rest_y_m) for e in ends)
    return np.degrees(np.abs(np.angle(np.exp(1j * (other - one)))))


@pytest.mark.parametrize("which", range(len(STEPS)))
def test_held_variants_end_where_the_throw_does_but_shorter_or_farther(still, thrown, which):
    """What a throw made softer or harder bends more or less, its aim makes up for."""
    held = held_variants(still.arsenal, thrown, STEPS)[which]
    plain = power_variants(still.arsenal, thrown, STEPS)[which]
    off, was = turned_deg(still, thrown, held), turned_deg(still, thrown, plain)
    assert np.quantile(off, 0.9) < 1.0
    assert off.mean() < 0.4 * was.mean()
    assert (held.power == plain.power).all()


def test_a_step_of_nothing_moves_nothing(still, thrown):
    (same,) = held_variants(still.arsenal, thrown, (0.0,))
    np.testing.assert_allclose(same.release[:, HEADING], thrown.release[:, HEADING])
    np.testing.assert_allclose(same.power, thrown.power)
