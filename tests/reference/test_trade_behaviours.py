"""What players know discs to do [common practice, no source], with the trade's own limits.

What the model misses stands here as a strict xfail, so that it is noticed when it is mended;
docs/flight-model.md says by how much.
"""

import math

import pytest
from ypodrome.core.disc.aero import nominal_speed_m_s

from tests.throwing import FROM_RIGHT, HEAD, TAIL, carry, degrees, left_share, run_out, throw, throw_to_height
from ypodrome.core.flight.release import Throw
from ypodrome.core.thrower import Thrower, grip_share
from ypodrome.core.units import feet, mph

V9, V7 = mph(nominal_speed_m_s(9)), mph(nominal_speed_m_s(7))
FLIP = (9, 5, -3, 1)
STABLE = (9, 4, 0, 3)


def come_back(flight):
    """Share of its drift to the right that a flight has come back across."""
    out = flight.out
    return (out.carry_y_m + out.max_right_m) / out.max_right_m


@pytest.fixture(scope="module")
def flips():
    return {h: throw(FLIP, 1.12 * V9, hyzer=h) for h in range(1, 18)}


@pytest.fixture(scope="module")
def best_flip(flips):
    """The hyzer between 5° and 13° that ends nearest the line."""
    return min(range(5, 14), key=lambda h: abs(left_share(flips[h])))


def test_hyzer_flip_stands_up_and_ends_on_line(flips, best_flip):
    assert degrees(flips[best_flip], "least_bank_rad") < 5
    assert abs(left_share(flips[best_flip])) < 0.05


def test_a_flip_missed_by_4_degrees_turns_over_or_hangs(flips, best_flip):
    assert left_share(flips[best_flip - 4]) < -0.03
    assert left_share(flips[best_flip + 4]) > 0.03


def test_an_overstable_disc_released_the_same_way_never_stands_up(best_flip):
    stable = throw(STABLE, 1.12 * V9, hyzer=best_flip)
    assert degrees(stable, "least_bank_rad") > 5
    assert left_share(stable) > 0.15


MISSED_SPIKE = pytest.mark.xfail(strict=True, reason="comes down at 43 and 48°; docs/flight-model.md")


SLOW = [(2, 3, 0, 1), (3, 3, 0, 1), (4, 1, 0, 3), (5, 4, 0, 1), (5, 5, -1, 1)]
FAST = [(7, 5, 0, 2), (9, 5, -1, 2), (9, 4, 0, 3), (12, 5, -1, 3)]


@pytest.mark.parametrize(("numbers", "kept"), [*((n, 0.45) for n in SLOW), *((n, 0.55) for n in FAST)])
def test_15_mph_in_the_face_leaves_about_half_of_a_slow_discs_way_and_more_of_a_fast_ones(numbers, kept):
    """At full power on a flat line, which nobody would choose in that wind: the disc balloons and turns.
    The shares are from memory of what players say; nobody has measured them."""
    speed = mph(nominal_speed_m_s(numbers[0]))
    still, into = throw(numbers, speed), throw(numbers, speed, wind_mph=15, wind_from=HEAD)
    assert into.out.carry_x_m > kept * still.out.carry_x_m
    assert -into.out.carry_y_m < 0.45 * still.out.carry_x_m
    assert into.out.apex_m > 1.2 * still.out.apex_m


@pytest.mark.parametrize(("wind", "most"), [(10, 0.04), (15, 0.10)])
@pytest.mark.parametrize("numbers", [STABLE, (9, 4, 0, 4), (7, 4, 0, 3), (11, 4, 0, 4)])
def test_overstable_discs_hold_into_the_wind(numbers, wind, most):
    """They go hardly right at all and still finish to their fade side."""
    speed = mph(nominal_speed_m_s(numbers[0]))
    still, into = throw(numbers, speed), throw(numbers, speed, wind_mph=wind, wind_from=HEAD)
    assert into.out.max_right_m < most * carry(still)
    assert into.out.carry_y_m > 0
    assert degrees(into, "landing_hyzer_rad") > 5


@pytest.mark.parametrize("numbers", SLOW)
def test_a_slow_disc_thrown_low_holds_into_15_mph(numbers):
    """Low into the wind is how it is done: four fifths of a calm low throw or more, and little turn."""
    speed = mph(nominal_speed_m_s(numbers[0]))
    still, into = (throw(numbers, speed, launch=3, wind_mph=w, wind_from=HEAD) for w in (0, 15))
    assert into.out.carry_x_m > 0.8 * still.out.carry_x_m
    assert -into.out.carry_y_m < 0.25 * into.out.carry_x_m


@pytest.mark.parametrize(("hyzer", "launch"), [(-8, 10), (-10, 11), (-12, 12)])
def test_flex_goes_right_and_fights_back(hyzer, launch):
    """8 to 12° of anhyzer, thrown the higher the more of it, 10 to 12°."""
    flex = throw(STABLE, V9, hyzer=hyzer, launch=launch)
    assert flex.out.max_right_m > 2.0
    assert degrees(flex, "landing_hyzer_rad") >= 10
    assert come_back(flex) >= 0.30


def test_too_much_disc_gains_little_and_fades_as_much():
    fast, slow = throw((13, 5, -1, 3), 45), throw((7, 5, 0, 2), 45)
    assert carry(fast) < 1.08 * carry(slow)
    shares = [(f.out.carry_y_m + f.out.max_right_m) / carry(f) for f in (fast, slow)]
    assert shares[0] >= shares[1]


def test_thrown_faster_a_disc_turns_more():
    usual, hard = throw((7, 5, -1, 1), V7), throw((7, 5, -1, 1), 1.2 * V7)
    assert hard.out.max_right_m > 2 * usual.out.max_right_m


@pytest.mark.parametrize("numbers", [(9, 5, -2, 2), (9, 5, -3, 1), (12, 5, -2, 2), (8, 5, -2, 2)])
def test_head_wind_turns_and_lifts(numbers):
    v = mph(nominal_speed_m_s(numbers[0]))
    still, into = throw(numbers, v), throw(numbers, v, wind_mph=10, wind_from=HEAD)
    assert into.out.max_right_m > 1.5 * still.out.max_right_m
    assert into.out.apex_m > still.out.apex_m


@pytest.mark.parametrize("numbers", [STABLE, (9, 5, -1, 2), (11, 4, 0, 3)])
def test_head_wind_costs_and_tail_wind_drops_a_stable_driver(numbers):
    v = mph(nominal_speed_m_s(numbers[0]))
    still = throw(numbers, v)
    into = throw(numbers, v, wind_mph=10, wind_from=HEAD)
    with_it = throw(numbers, v, wind_mph=10, wind_from=TAIL)
    assert 0.05 < 1 - carry(into) / carry(still) < 0.25
    assert with_it.out.apex_m < still.out.apex_m


def test_a_tail_wind_gains_a_little_when_the_launch_is_chosen_for_it():
    """0 to 12 % for a distance line of 9/5/-1/2 in 10 mph."""
    launches = range(5, 24, 2)
    still = max(carry(throw((9, 5, -1, 2), V9, launch=a)) for a in launches)
    tail = max(carry(throw((9, 5, -1, 2), V9, launch=a, wind_mph=10, wind_from=TAIL)) for a in launches)
    assert 0.0 <= tail / still - 1 < 0.12


def test_crosswind_moves_a_stable_shot():
    """13 mph from the side moves a 290 ft stable shot 15 to 60 ft (4.6 to 18.3 m)."""
    still = throw((7, 5, 0, 2), V7)
    blown = throw((7, 5, 0, 2), V7, wind_mph=13, wind_from=FROM_RIGHT)
    assert 4.6 < blown.out.carry_y_m - still.out.carry_y_m < 18.3


def test_crosswind_gets_under_a_hyzer_and_onto_an_anhyzer():
    """On the flat of a hyzer it carries the disc on; on the top of an anhyzer it pushes it down."""
    hyzer = {"hyzer": 25, "launch": 12}
    still, carried = throw(STABLE, V9, **hyzer), throw(STABLE, V9, wind_mph=13, wind_from=FROM_RIGHT, **hyzer)
    assert carried.out.carry_y_m > still.out.carry_y_m + 4.0
    anhyzer = {"hyzer": -15, "launch": 12}
    still = throw((7, 5, -1, 1), V7, **anhyzer)
    pushed = throw((7, 5, -1, 1), V7, wind_mph=13, wind_from=FROM_RIGHT, **anhyzer)
    assert pushed.out.hang_s < still.out.hang_s


@pytest.mark.parametrize("numbers", [(9, 5, -1, 2), (7, 5, 0, 2)])
def test_nose_up_costs_distance_and_climbs(numbers):
    v = mph(nominal_speed_m_s(numbers[0]))
    level, up, down = (throw(numbers, v, nose=n) for n in (0, 5, -3))
    assert carry(up) <= 0.9 * carry(level)
    assert up.out.apex_m >= 1.25 * level.out.apex_m
    assert carry(down) < 1.12 * carry(level)
    assert down.out.apex_m < level.out.apex_m


def test_a_straight_putter_missed_by_10_degrees_does_not_come_back():
    straight, meant = throw((2, 3, -2, 0), 40, hyzer=-10), throw((2, 3, -2, 0), 40)
    assert left_share(straight) <= -0.15
    assert degrees(straight, "landing_hyzer_rad") < 0
    assert carry(straight) < 0.95 * carry(meant)


def test_an_overstable_approach_disc_missed_by_10_degrees_still_finishes_near():
    firm, meant = throw((4, 1, 0, 3), 40, hyzer=-10), throw((4, 1, 0, 3), 40)
    assert abs(left_share(firm)) < 0.10
    assert degrees(firm, "landing_hyzer_rad") > 0
    assert carry(firm) > 0.93 * carry(meant)


@pytest.mark.parametrize(
    "launch", [pytest.param(35, marks=MISSED_SPIKE), pytest.param(40, marks=MISSED_SPIKE), 45]
)
def test_a_spike_comes_down_steeply(launch):
    assert degrees(throw((9, 4, 0, 4), V9, hyzer=60, launch=launch), "descent_rad") > 50


@pytest.mark.parametrize("launch", [35, 40, 45])
def test_a_spike_stays_where_it_lands(launch):
    assert run_out(throw((9, 4, 0, 4), V9, hyzer=60, launch=launch)) < 3.0


def test_a_low_flat_driver_skips_and_flares_on_hardpack():
    low = throw(STABLE, V9, launch=3, surface="hardpack")
    assert 3.0 < run_out(low) < 12.0
    assert low.out.rest_y_m > low.out.carry_y_m


def test_an_approach_disc_stops_from_a_steep_landing():
    """4/1/0/3 within 1.5 m on grass from a landing of 35° or more."""
    steep = throw((4, 1, 0, 3), 38, hyzer=30, launch=35)
    assert degrees(steep, "descent_rad") > 35
    assert run_out(steep) < 1.5


@pytest.mark.parametrize("numbers", [(7, 5, 0, 2), (9, 5, -1, 2)])
def test_elevation_changes_the_distance_reached(numbers):
    """By 2 to 4 ft for each foot between lie and landing, on a stock shot of about 300 ft."""
    v = mph(nominal_speed_m_s(numbers[0]))
    level, up, down = (carry(throw_to_height(numbers, v, z)) for z in (0.0, 2.0, -5.0))
    assert 2.0 <= (level - up) / 2.0 <= 4.0
    assert 2.0 <= (down - level) / 5.0 <= 4.0


@pytest.mark.parametrize(("kind", "mirror"), [(Throw.RHOH, Throw.LHOH), (Throw.RHTH, Throw.LHTH)])
def test_overhead_throws_turn_onto_their_back_and_mirror(kind, mirror):
    right, left = (throw((9, 4, 0, 4), V9, hyzer=75, launch=35, kind=k) for k in (kind, mirror))
    assert max(abs(right.path[:-1, 4])) > math.pi / 2  # upside down
    assert degrees(right, "descent_rad") > 35
    assert carry(right) > 30
    assert left.out.carry_y_m == pytest.approx(-right.out.carry_y_m, abs=1e-6)


def test_thumber_and_tomahawk_finish_to_opposite_sides():
    """A right-hand tomahawk finishes left of where a right-hand thumber does."""
    tomahawk, thumber = (
        throw((9, 4, 0, 4), V9, hyzer=75, launch=30, kind=k) for k in (Throw.RHOH, Throw.RHTH)
    )
    assert tomahawk.out.carry_y_m * thumber.out.carry_y_m < 0


def test_putters_thrown_hard_turn_and_are_no_fairway_drivers():
    """At 53 mph, 13 over nominal, about 270 ft at most; an approach disc about 250 ft."""
    assert carry(throw((2, 3, 0, 1), 53)) < 85.0
    assert throw((2, 3, 0, 1), 53).out.max_right_m > 2.0
    assert carry(throw((4, 1, 0, 3), 53)) < 79.0


@pytest.mark.parametrize(
    ("numbers", "least_ft", "most_ft"),
    [((2, 3, 0, 1), 240, 280), ((3, 3, 0, 2), 240, 285), ((5, 4, 0, 3), 265, 310), ((5, 5, -1, 1), 280, 330),
     ((7, 5, 0, 2), 300, 340), ((9, 5, -1, 2), 320, 355), ((12, 5, -1, 3), 320, 355)],
)  # fmt: skip
def test_what_an_arm_of_345_ft_gets_out_of_each_kind_of_disc(numbers, least_ft, most_ft):
    """Thrown flat: a putter some 260 ft, a midrange 300, a fairway driver 325, a driver 340."""
    arm_mph = mph(Thrower(max_distance_m={"backhand": 105.0}).arm_speed_m_s("backhand"))
    assert least_ft < feet(carry(throw(numbers, grip_share(numbers[0]) * arm_mph))) < most_ft
