"""What players know discs to do [common practice, no source]. The rest of the list is in
docs/flight-model.md with what the model still misses."""

import pytest

from tests.throwing import FROM_RIGHT, HEAD, TAIL, carry, degrees, left_share, run_out, throw
from ypodrome.core.disc.aero import nominal_speed_m_s
from ypodrome.core.flight import batch as b
from ypodrome.core.flight.release import Throw
from ypodrome.core.units import mph

V9, V7 = mph(nominal_speed_m_s(9)), mph(nominal_speed_m_s(7))


def test_hyzer_flip_stands_up_and_ends_on_line():
    flips = {h: throw((9, 5, -3, 1), 1.12 * V9, hyzer=h) for h in range(5, 14)}
    best = min(flips, key=lambda h: abs(left_share(flips[h])))
    assert degrees(flips[best], b.LEAST_BANK_RAD) < 5
    assert abs(left_share(flips[best])) < 0.05
    assert left_share(throw((9, 5, -3, 1), 1.12 * V9, hyzer=best - 4)) < -0.03
    assert left_share(throw((9, 5, -3, 1), 1.12 * V9, hyzer=best + 4)) > 0.03
    assert left_share(throw((9, 4, 0, 3), 1.12 * V9, hyzer=best)) > 0.15


def test_flex_goes_right_and_lands_on_hyzer():
    flex = throw((9, 4, 0, 3), V9, hyzer=-10, launch=11)
    assert flex.out[b.MAX_RIGHT_M] > 2.0
    assert degrees(flex, b.LANDING_HYZER_RAD) > 10


def test_too_much_disc_gains_little():
    assert carry(throw((13, 5, -1, 3), 45)) < 1.08 * carry(throw((7, 5, 0, 2), 45))


def test_thrown_faster_a_disc_turns_more():
    usual, hard = throw((7, 5, -1, 1), V7), throw((7, 5, -1, 1), 1.2 * V7)
    assert hard.out[b.MAX_RIGHT_M] > 2 * usual.out[b.MAX_RIGHT_M]


@pytest.mark.parametrize("numbers", [(9, 5, -2, 2), (9, 5, -3, 1)])
def test_head_wind_turns_and_lifts(numbers):
    still, into = throw(numbers, V9), throw(numbers, V9, wind_mph=10, wind_from=HEAD)
    assert into.out[b.MAX_RIGHT_M] > 1.5 * still.out[b.MAX_RIGHT_M]
    assert into.out[b.APEX_M] > still.out[b.APEX_M]


def test_winds_along_the_line_change_a_stable_driver():
    still = throw((9, 4, 0, 3), V9)
    into = throw((9, 4, 0, 3), V9, wind_mph=10, wind_from=HEAD)
    withit = throw((9, 4, 0, 3), V9, wind_mph=10, wind_from=TAIL)
    assert 0.05 < 1 - carry(into) / carry(still) < 0.25
    assert withit.out[b.APEX_M] < still.out[b.APEX_M]


def test_crosswind_moves_a_stable_shot():
    """13 mph from the side moves a 290 ft stable shot 15 to 60 ft (4.6 to 18.3 m)."""
    still = throw((7, 5, 0, 2), V7)
    blown = throw((7, 5, 0, 2), V7, wind_mph=13, wind_from=FROM_RIGHT)
    assert 4.6 < blown.out[b.CARRY_Y] - still.out[b.CARRY_Y] < 18.3


def test_a_tail_wind_gains_a_little_when_the_launch_is_chosen_for_it():
    """0 to 12 % for a distance line of 9/5/-1/2 in 10 mph."""
    still = max(carry(throw((9, 5, -1, 2), V9, launch=a)) for a in range(5, 18, 2))
    tail = max(
        carry(throw((9, 5, -1, 2), V9, launch=a, wind_mph=10, wind_from=TAIL)) for a in range(5, 18, 2)
    )
    assert 0.0 <= tail / still - 1 < 0.12


def test_nose_up_costs_distance_and_climbs():
    level, up = throw((9, 5, -1, 2), V9), throw((9, 5, -1, 2), V9, nose=5)
    down = throw((9, 5, -1, 2), V9, nose=-3)
    assert carry(up) < 0.9 * carry(level)
    assert up.out[b.APEX_M] > 1.25 * level.out[b.APEX_M]
    assert carry(down) < 1.12 * carry(level)
    assert down.out[b.APEX_M] < level.out[b.APEX_M]


def test_overstable_approach_disc_forgives_a_wrong_angle():
    straight, firm = throw((2, 3, -2, 0), 40, hyzer=-10), throw((4, 1, 0, 3), 40, hyzer=-10)
    assert left_share(straight) < -0.15
    assert abs(left_share(firm)) < 0.10
    assert degrees(firm, b.LANDING_HYZER_RAD) > 0


def test_steep_landings_stick_and_low_ones_run():
    """Spike within 3 m on grass; a low fast landing on hardpack runs 3 to 12 m to the fade side."""
    assert run_out(throw((9, 4, 0, 4), V9, hyzer=60, launch=40)) < 3.0
    low = throw((9, 4, 0, 3), V9, launch=3, surface="hardpack")
    assert 3.0 < run_out(low) < 12.0
    assert low.out[b.REST_Y] > low.out[b.CARRY_Y]


def test_overhand_turns_onto_its_back_and_mirrors():
    right = throw((9, 4, 0, 4), V9, hyzer=75, launch=35, kind=Throw.RHOH)
    left = throw((9, 4, 0, 4), V9, hyzer=75, launch=35, kind=Throw.LHOH)
    assert right.path[:-1, 4].max() > 1.6  # past a right angle: upside down
    assert degrees(right, b.DESCENT_RAD) > 35
    assert left.out[b.CARRY_Y] == pytest.approx(-right.out[b.CARRY_Y], abs=1e-6)
