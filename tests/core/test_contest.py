"""Moving throws in a contest: what all the aims and powers tried together say is best, and the grid on which
all stand."""

import math

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from ypodrome.core.flight.release import HEADING, SPEED
from ypodrome.core.strategy.contest import (
    FITTED,
    GRID_M,
    GRID_POWER,
    STAGES,
    Left,
    _counted_on,
    _least_of_fit,
    _moved,
    _on_grid,
    _unlike,
    contest,
)
from ypodrome.core.strategy.ground_value import GroundValue
from ypodrome.core.strategy.search import costs_of, judge
from ypodrome.core.strategy.solve import LEAST_POWER, Solved, joined


@given(
    st.sampled_from(STAGES),
    st.floats(-1.2, 1.2),
    st.floats(-1.2, 1.2),
    st.floats(0.2, 3.0),
    st.floats(0.2, 3.0),
    st.floats(-0.9, 0.9),
)
def test_the_least_of_a_bowl_is_found_between_the_places_tried(stage, aim, power, steep, steeper, twist):
    """A bowl with its bottom at a share of the widest move; beyond the widest move the rim is best. A place
    found may be a step of the fine mesh off, never worse than the best tried."""
    powers = (0.0, *stage.powers)
    wide, strong = max(stage.aims_m), max(stage.powers)

    def bowl(a, p):
        u, v = a / wide - aim, p / strong - power
        return steep * u * u + steeper * v * v + twist * np.sqrt(steep * steeper) * u * v

    tried = np.array([[bowl(a, p)] for a in stage.aims_m for p in powers])
    found_aim, found_power = _least_of_fit(stage.aims_m, powers, tried)
    assert min(stage.aims_m) <= found_aim[0] <= wide and min(powers) <= found_power[0] <= strong
    step_a, step_p = 2.0 / (FITTED - 1), (strong - min(powers)) / strong / (FITTED - 1)
    assert bowl(found_aim[0], found_power[0]) <= tried.min() + (steep + steeper) * (step_a**2 + step_p**2)
    if abs(aim) <= 1.0 and min(powers) / strong <= power <= 1.0:
        assert bowl(found_aim[0], found_power[0]) < (steep + steeper) * (step_a**2 + step_p**2)


def test_each_throw_is_moved_by_its_own_costs():
    aims, powers = (-2.0, 0.0, 2.0), (0.0, -0.025, 0.025)
    costs = np.array(
        [[(a - 1.0) ** 2, (a + 1.0) ** 2 + 400.0 * (p - 0.025) ** 2] for a in aims for p in powers]
    )
    found_aim, found_power = _least_of_fit(aims, powers, costs)
    assert np.allclose(found_aim, [1.0, -1.0], atol=0.12)
    assert np.isclose(found_power[1], 0.025)


@pytest.fixture(scope="module")
def ground(situation):
    return GroundValue(situation, played=False)


def thrown(arsenal, headings_rad, powers):
    """The first combination's throws from the tee at these headings and shares of full power [n]."""
    n = len(powers)
    release = np.repeat(arsenal.mean[:1], n, axis=0)
    release[:, HEADING], release[:, SPEED] = headings_rad, release[:, SPEED] * powers
    return Solved(np.zeros(n, np.int64), release, np.array(powers), np.zeros(n), np.zeros(n))


@given(
    st.lists(st.tuples(st.floats(-60.0, 60.0), st.floats(0.31, 1.0)), min_size=1, max_size=8),
    st.sampled_from([-2.0 * math.pi, 0.0, 2.0 * math.pi]),
    st.sampled_from([(90.0, 1.0), (80.0, 1.0), (40.0, 0.5), (24.0, 0.3)]),
)
def test_a_throw_stands_on_the_grid_wherever_it_came_from(situation, ground, many, round_the_other_way, near):
    """Within half a step of where it was; as hard as its disc may be thrown at most; what stands there
    already stays, a throw of another heading by whole turns is the same, and near the pin it is finer."""
    (gap, fine), arsenal = near, situation.arsenal
    lie, forward, most = ground.pin - np.array([0.0, gap]), math.pi / 2.0, situation.arsenal.most[0]
    step_m, step = fine * GRID_M, fine * GRID_POWER
    aside_m, powers = (np.array(x) for x in zip(*many, strict=True))
    throws = thrown(arsenal, forward + aside_m / gap + round_the_other_way, np.minimum(powers, most))
    found = _on_grid(situation, ground, throws, lie)
    there_m = gap * np.angle(np.exp(1j * (found.release[:, HEADING] - forward)))
    assert np.allclose(there_m, step_m * np.round(there_m / step_m), atol=1e-6)
    assert np.abs(there_m - aside_m).max() <= step_m / 2.0 + 1e-6
    on_step = np.isclose(found.power, step * np.round(found.power / step))
    assert (on_step | np.isin(found.power, [most, LEAST_POWER])).all()
    assert np.abs(found.power - throws.power).max() <= step / 2.0 + 1e-9
    assert np.allclose(found.release[:, SPEED] / found.power, throws.release[:, SPEED] / throws.power)
    again = _on_grid(situation, ground, found, lie)
    assert np.allclose(again.release, found.release) and np.allclose(again.power, found.power)


@given(st.lists(st.tuples(st.integers(0, 2), st.integers(25, 30)), min_size=1, max_size=12))
def test_a_throw_over_again_is_flown_once(situation, many):
    """Wherever its heading was counted from."""
    steps, powers = (np.array(x) for x in zip(*many, strict=True))
    one = thrown(situation.arsenal, 0.1 * steps, powers / 30.0)
    other = thrown(situation.arsenal, 0.1 * steps - 2.0 * math.pi, powers / 30.0)
    first, which = _unlike(joined([one, other]))
    assert len(first) == len(set(many))
    both = np.tile(np.array(many), (2, 1))
    assert (both[first[which]] == both).all()


@given(st.integers(1, 4), st.integers(1, 6), st.integers(0, 40), st.integers(1, 40), st.integers(0, 2**32))
def test_what_rounds_told_counts_on_when_throws_are_moved(n, ways, met, draws, seed):
    """A throw as it was costs the mean of all draws it has met; its other ways differ from it as before."""
    luck = np.random.default_rng(seed)
    before, moved, row = luck.normal(size=(met, n)), luck.normal(size=(draws, ways, n)), seed % ways
    costs, known = moved.mean(axis=0), before.mean(axis=0) if met else np.full(n, 9.9)
    found = _counted_on(costs, row, draws, known, met)
    assert np.allclose(found[row], np.concatenate([before, moved[:, row]]).mean(axis=0))
    assert np.allclose(found - found[row], costs - costs[row])


@pytest.mark.parametrize("stage", STAGES)
def test_what_is_known_for_sure_is_not_forgotten(situation, ground, stage):
    """Two ways of a throw, known by very many draws to be as good: neither goes out, and the way each was
    thrown costs what it did."""
    lie = np.array(situation.scene.tee.at)
    forward = math.atan2(*(ground.pin - lie)[::-1])
    throws = _on_grid(
        situation, ground, thrown(situation.arsenal, forward + np.array([0.0, 0.4]), [0.8, 0.9]), lie
    )
    known = np.array([3.01, 3.0])
    found = _moved(situation, ground, Left(throws, np.arange(2), known, 10**9), stage, lie, 0)
    for i in range(2):
        same = np.isclose(found.throws.release, throws.release[i]).all(axis=1) & (found.owner == i)
        assert np.isclose(found.costs[same], known[i], atol=1e-6).any()


def test_what_goes_out_is_shown_as_well_thrown_as_was_found(situation, ground):
    """A throw that falls far short goes out early, harder than it came; nothing that entered is lost."""
    lie, arsenal = np.array(situation.scene.tee.at), situation.arsenal
    forward = math.atan2(*(ground.pin - lie)[::-1])
    came = thrown(arsenal, forward + np.zeros(2), [0.9, 0.6])
    came.combo[1] = 1 + np.flatnonzero(arsenal.disc[1:] != arsenal.disc[0])[0]
    costs = costs_of(situation, judge(situation, ground, arsenal, came, 256), 0)
    left, out = contest(situation, ground, came, np.zeros(2), lie, 0)
    assert left.throws.combo.tolist() == [came.combo[0]] and out.combo.tolist() == [came.combo[1]]
    assert costs_of(situation, judge(situation, ground, arsenal, out, 256), 0)[0] < costs[1] - 0.02
