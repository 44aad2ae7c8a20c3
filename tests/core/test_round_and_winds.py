"""Round targets against enumeration, wind tables, windows of exactness."""

import itertools

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st
from shapely.geometry import LineString, box

from ypodrome.core.air import Wind
from ypodrome.core.flight.simulate import Air
from ypodrome.core.hole.features import Area, Barrier, Grove, HoleLine, Pin, Tee
from ypodrome.core.hole.scene import Scene
from ypodrome.core.strategy.plan import plan_hole
from ypodrome.core.strategy.round_target import chance_of_total, plan_for_target
from ypodrome.core.strategy.situation import Situation
from ypodrome.core.strategy.wind_table import SPEEDS_M_S, TURNS_DEG, same_throw, switches, wind_table


def scores(*chances: float) -> np.ndarray:
    return np.array(chances)


SAFE, BOLD = scores(0, 0.1, 0.8, 0.1), scores(0, 0.4, 0.2, 0.4)
"""A par 3 played for par, and played for two at the same expected score of three."""


def test_behind_the_bold_throw_is_wanted_and_ahead_the_safe_one():
    """Two holes, by hand: 4 needs two twos (0.4² against 0.1²); 7 is missed only by 8 or more."""
    assert plan_for_target([[SAFE, BOLD]] * 2, 4).choices == (1, 1)
    assert plan_for_target([[SAFE, BOLD]] * 2, 4).chance == pytest.approx(0.16)
    assert plan_for_target([[SAFE, BOLD]] * 2, 7).choices == (0, 0)
    assert plan_for_target([[SAFE, BOLD]] * 2, 7).chance == pytest.approx(1 - 0.1 * 0.1)


HOLE = st.lists(st.lists(st.floats(0.01, 1.0), min_size=4, max_size=4), min_size=1, max_size=3)


def normal(options):
    return [np.array([0.0, *o[:3]]) / sum(o[:3]) for o in options]


@settings(deadline=None, max_examples=40)
@given(st.lists(HOLE, min_size=1, max_size=3), st.integers(2, 12))
def test_against_every_choice_and_every_score(holes, target):
    """Fixed choices by enumeration; following the score is never worse than the best of them."""
    rows = [normal(h) for h in holes]
    found = plan_for_target(rows, target)

    def enumerated(choice):
        total = 0.0
        for score in itertools.product(range(4), repeat=len(rows)):
            p = np.prod([rows[i][choice[i]][k] for i, k in enumerate(score)])
            total += p * (sum(k + 1 for k in score) <= target)
        return total

    best = max(enumerated(c) for c in itertools.product(*(range(len(r)) for r in rows)))
    assert found.fixed == pytest.approx(enumerated(found.choices), abs=1e-9)
    assert found.usual == pytest.approx(enumerated((0,) * len(rows)), abs=1e-9)
    assert found.chance >= best - 1e-9


def test_totals_out_of_reach_and_certain():
    assert chance_of_total([SAFE] * 3, 2) == 0.0
    assert chance_of_total([SAFE] * 3, 12) == pytest.approx(1.0)


def hole(**features) -> Scene:
    line = HoleLine(1, ((0, 0), (0, 80)))
    return Scene(line, Tee((1,), "t", (0, 0)), Pin((1,), "A", (0, 80)), 3, **features)


@pytest.fixture(scope="module")
def table(demo_thrower, demo_bag):
    return wind_table(Situation(hole(), demo_thrower, demo_bag, Air()))


def test_a_stronger_wind_costs_more_and_a_head_wind_most(table):
    costs = {s: np.mean([table.at(t, s).best.forecast.expected for t in TURNS_DEG]) for s in SPEEDS_M_S}
    assert costs[SPEEDS_M_S[0]] < costs[SPEEDS_M_S[1]] < costs[SPEEDS_M_S[2]]
    assert (
        table.at(0, SPEEDS_M_S[2]).best.forecast.expected
        > table.at(180, SPEEDS_M_S[2]).best.forecast.expected
    )


def test_into_a_strong_wind_a_more_stable_disc_is_thrown(table):
    """[common practice]: into the wind more stable, with it less."""
    into, with_it = (table.at(t, SPEEDS_M_S[2]).best.throw.disc for t in (0, 180))
    assert into.turn + into.fade >= with_it.turn + with_it.fade


def test_switches_name_other_throws_only(table):
    for cell, turns in switches(table):
        assert not same_throw(cell.best, table.calm)
        assert cell.turn_deg in turns


def test_a_gap_in_a_wall_is_the_window(demo_thrower, demo_bag):
    """Twelve metres between two woods thirty metres out: some 22° of aim, and that wide."""
    walls = tuple(Grove((1,), box(*b), 15.0, 0.0, 0.9, 0.9) for b in ((-40, 28, -6, 32), (6, 28, 40, 32)))
    plan = plan_hole(Situation(hole(groves=walls), demo_thrower, demo_bag, Air()))
    window = plan.options[0].forecast.window
    assert 6.0 < window.width_m < 15.0
    assert 26.0 < window.away_m < 50.0
    assert "woods" in window.by


def test_open_ground_asks_for_nothing(demo_thrower, demo_bag):
    window = plan_hole(Situation(hole(), demo_thrower, demo_bag, Air())).options[0].forecast.window
    assert window.by == "free"
    assert window.degrees == 24.0


def test_out_of_bounds_bounds_the_window(demo_thrower, demo_bag):
    lanes = (Area((1,), box(12, -20, 40, 120), play="ob"), Area((1,), box(-40, -20, -12, 120), play="ob"))
    plan = plan_hole(Situation(hole(areas=lanes), demo_thrower, demo_bag, Air()))
    assert plan.options[0].forecast.window.by == "out of bounds"
    assert plan.options[0].forecast.window.degrees < 24.0


def test_the_putt_it_leaves_is_told(demo_thrower, demo_bag):
    wind = Wind(5.0, 0.0)
    leave = plan_hole(Situation(hole(), demo_thrower, demo_bag, Air(wind=wind))).options[0].forecast.leaves
    assert leave.wind in ("into", "with", "across")
    assert leave.distance_m < 40.0


def test_a_wall_across_everything_leaves_no_room_but_a_plan(demo_thrower, demo_bag):
    wall = Barrier((1,), LineString([(-60, 40), (60, 40)]), top_m=30.0, name="the great wall")
    plan = plan_hole(Situation(hole(barriers=(wall,)), demo_thrower, demo_bag, Air()))
    for option in plan.options:
        assert option.forecast.chances.circle1 < 0.05
        assert option.forecast.chances.bogey_or_worse > 0.9
        assert np.mean(option.forecast.rests[:, 1] > 41.0) < 0.05


@pytest.mark.parametrize(
    ("wind", "message"), [((402.3,), "67 mph.*900 mph"), ((3.0, 0.0, 60.0), "gust.*101 mph")]
)
def test_a_wind_nobody_throws_in_is_refused_in_both_units(wind, message):
    with pytest.raises(ValueError, match=message):
        Wind(*wind)
