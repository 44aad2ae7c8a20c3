"""Rollers, overhead throws, kept lines, and how the spread grows."""

import math
from dataclasses import replace

import numpy as np
import pytest
from scipy.stats import norm
from shapely.geometry import box

from tests.throwing import throws
from ypodrome.core.disc import Disc
from ypodrome.core.flight.release import Release, Throw
from ypodrome.core.flight.simulate import Air
from ypodrome.core.ground.field import open_field
from ypodrome.core.hole.features import Grove, HoleLine, Pin, Tee
from ypodrome.core.hole.scene import Scene
from ypodrome.core.strategy.arsenal import PRACTISED, StockLine, build_arsenal
from ypodrome.core.strategy.plan import plan_hole
from ypodrome.core.strategy.situation import Situation
from ypodrome.core.thrower.spread import growth, standard_draws


def hole(**features) -> Scene:
    line = HoleLine(1, ((0, 0), (85, 0)), overhead_allowed=features.pop("overhead", True))
    return Scene(line, Tee((1,), "t", (0, 0)), Pin((1,), "A", (85, 0)), 3, **features)


@pytest.fixture
def all_kinds(demo_thrower):
    kinds = {**demo_thrower.max_distance_m, "backhand_roller": 95.0, "tomahawk": 60.0, "thumber": 60.0}
    return replace(demo_thrower, max_distance_m=kinds)


def rolled(surface: str, hyzer: float = -58.0, n: int = 400, throw_: Throw = Throw.RHBH):
    """Flights of n rollers that differ in luck alone."""
    release = Release(23.0, throw_, math.radians(hyzer), 0.0, math.radians(2)).row()
    return throws([Disc("x", 9, 5, -3, 1)], np.repeat(release[None], n, 0), open_field(surface),
                  seeds=np.arange(1, n + 1))  # fmt: skip


def test_a_roller_runs_far_on_firm_ground_and_dies_in_long_grass():
    """A backhand on steep anhyzer lands on the edge its spin turns the right way [common practice]."""
    firm, soft = rolled("cut_grass"), rolled("long_grass")
    ran = np.hypot(firm.rest_x_m - firm.carry_x_m, firm.rest_y_m - firm.carry_y_m)
    assert np.median(ran) > 30.0
    assert np.median(soft.rest_x_m) < np.median(firm.rest_x_m) - 20.0


def test_on_hyzer_a_backhand_does_not_roll_away_so_surely():
    ran = [
        np.hypot(o.rest_x_m - o.carry_x_m, o.rest_y_m - o.carry_y_m)
        for o in (rolled("cut_grass"), rolled("cut_grass", hyzer=58.0))
    ]
    assert (ran[0] > 15.0).mean() > (ran[1] > 15.0).mean() + 0.2


def test_rollers_mirror_with_the_hand():
    right, left = rolled("cut_grass", n=1), rolled("cut_grass", n=1, throw_=Throw.LHBH)
    assert left.carry_y_m[0] == pytest.approx(-right.carry_y_m[0], abs=1e-6)


def test_under_a_very_low_ceiling_the_roller_is_planned(all_kinds, demo_bag):
    low = hole(groves=(Grove((1,), box(6, -60, 75, 60), 15.0, 1.2, 0.5, 0.0),))
    first = plan_hole(Situation(low, all_kinds, demo_bag, Air())).options[0]
    assert first.throw.kind == "backhand_roller"


def test_on_open_ground_it_is_not(all_kinds, demo_bag):
    assert plan_hole(Situation(hole(), all_kinds, demo_bag, Air())).options[0].throw.kind != "backhand_roller"


def test_overhead_throws_are_left_out_where_the_hole_bans_them(all_kinds, demo_bag):
    assert {"tomahawk", "thumber"} <= set(Situation(hole(), all_kinds, demo_bag, Air()).kinds)
    banned = Situation(hole(overhead=False), all_kinds, demo_bag, Air())
    assert not {"tomahawk", "thumber"} & set(banned.kinds)


def test_a_kept_line_is_offered_under_its_name(demo_thrower, demo_bag):
    disc = next(d for d in demo_bag if d.name == "Brindock")
    own = StockLine("the old faithful", disc, "backhand", 12.0, 0.0, 9.0)
    situation = Situation(hole(), demo_thrower, demo_bag, Air(), lines=(own,))
    arsenal = situation.arsenal
    combo = int(np.flatnonzero(arsenal.line >= 0)[0])
    assert arsenal.own_line(combo) == "the old faithful"
    assert arsenal.practice_factor(np.array([0, combo])).tolist() == [1.0, PRACTISED]
    assert any(o.throw.own_line == "the old faithful" for o in plan_hole(situation).options)


def test_a_line_of_a_hand_that_is_off_is_left_out(demo_thrower, demo_bag):
    own = StockLine("x", demo_bag[0], "forehand", 5.0, 0.0, 9.0)
    situation = Situation(hole(), demo_thrower, demo_bag, Air(), without=("forehand",), lines=(own,))
    assert (situation.arsenal.line < 0).all()


def test_arsenal_without_lines_is_as_before(demo_thrower, demo_bag):
    arms = Situation(hole(), demo_thrower, demo_bag, Air()).arms
    assert (build_arsenal(demo_bag, arms).line == -1).all()


ONE = np.array([1.0])


@pytest.mark.parametrize(
    ("hyzer", "power", "bend", "wet"),
    [(40, 0.7, 0, False), (-12, 0.7, 0, False), (0, 0.9, 0, False), (0, 0.99, 0, False), (0, 0.7, 30, False),
     (0, 0.7, 0, True)],
)  # fmt: skip
def test_spread_grows_with_what_is_hard(hyzer, power, bend, wet):
    """Forced angles, in-between and full power, bends, wet pads [common practice]."""
    easy = growth(0 * ONE, 0.7 * ONE, 0 * ONE, False)
    hard = growth(np.radians(hyzer) * ONE, power * ONE, np.radians(bend) * ONE, wet)
    assert hard[0] > easy[0]


def test_a_soft_standstill_narrows_it():
    assert growth(0 * ONE, 0.5 * ONE, 0 * ONE, False)[0] < growth(0 * ONE, 0.7 * ONE, 0 * ONE, False)[0]


def test_draws_are_normal_and_even():
    """Against scipy's normal distribution; a Sobol set sits closer to it than chance would."""
    z = standard_draws(512, 3)
    for column in (0, 1, 4, 5, 6, 7):
        gap = np.abs(np.sort(norm.cdf(z[:, column])) - (np.arange(512) + 0.5) / 512).max()
        assert gap < 0.01  # a plain sample of 512 strays by some 0.04
    assert np.corrcoef(z[:, 0], z[:, 3])[0, 1] == pytest.approx(0.35, abs=0.05)
