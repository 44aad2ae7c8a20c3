"""What players know discs to do [common practice, no source], beside what is judged by classes
(test_discs_by_class): ground, slopes, hands, wind aloft, arms."""

import math

import numpy as np
import pytest

from scripts.flight_fit.sets import drawn
from tests.throwing import (
    FROM_RIGHT,
    HEAD,
    carry,
    degrees,
    left_share,
    reference_mph,
    run_out,
    throw,
    throw_to_height,
)
from ypodrome.core.flight.release import Throw
from ypodrome.core.thrower import Thrower, grip_share
from ypodrome.core.units import feet, mph

STABLE = (9, 4, 0, 3)
V9, V7 = reference_mph(9), reference_mph(7)


def of_class(seed, keep, most=8):
    """Numbers drawn by rule, of those a test is about."""
    return [tuple(n) for n in drawn(120, seed) if keep(*n)][:most]


def test_too_much_disc_gains_little_and_fades_as_much():
    fast, slow = throw((13, 5, -1, 3), 45), throw((7, 5, 0, 2), 45)
    assert carry(fast) < 1.08 * carry(slow)
    shares = [(f.out.carry_y_m + f.out.max_right_m) / carry(f) for f in (fast, slow)]
    assert shares[0] >= shares[1]


@pytest.mark.parametrize("numbers", [(3, 3, 0, 1), (5, 5, -1, 1), (7, 5, 0, 2), (9, 4, 0, 3)])
def test_thrown_low_a_disc_holds_into_15_mph(numbers):
    """Low into the wind is how it is done: three quarters of a calm low throw or more, and little turn."""
    speed = reference_mph(numbers[0])
    still, into = (throw(numbers, speed, launch=5, wind_mph=w, wind_from=HEAD) for w in (0, 15))
    assert into.out.carry_x_m > 0.75 * still.out.carry_x_m
    assert -into.out.carry_y_m < 0.3 * into.out.carry_x_m


def test_crosswind_gets_under_a_hyzer_and_onto_an_anhyzer():
    """On the flat of a hyzer it carries the disc on; on the top of an anhyzer it pushes it down."""
    hyzer = {"hyzer": 25, "launch": 14}
    still, carried = throw(STABLE, V9, **hyzer), throw(STABLE, V9, wind_mph=13, wind_from=FROM_RIGHT, **hyzer)
    assert carried.out.carry_y_m > still.out.carry_y_m + 4.0
    anhyzer = {"hyzer": -15, "launch": 14}
    still = throw((7, 5, -1, 1), V7, **anhyzer)
    pushed = throw((7, 5, -1, 1), V7, wind_mph=13, wind_from=FROM_RIGHT, **anhyzer)
    assert pushed.out.hang_s < still.out.hang_s


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


@pytest.mark.parametrize("numbers", of_class(31, lambda s, g, t, f: f >= 3 and s >= 7, 4))
def test_a_spike_stays_where_it_lands(numbers):
    spike = throw(numbers, reference_mph(numbers[0]), hyzer=60, nose=0, launch=45)
    assert degrees(spike, "descent_rad") > 48
    assert run_out(spike) < 3.0


def test_a_low_flat_driver_skips_and_flares_on_hardpack():
    low = throw(STABLE, V9, launch=5, surface="hardpack")
    assert 3.0 < run_out(low) < 12.0
    assert low.out.rest_y_m > low.out.carry_y_m


@pytest.mark.parametrize("hyzer", [0, 6, 12])
def test_a_faster_rim_of_the_same_numbers_flares_more(hyzer):
    """Thrown low at an arm's full speed onto hardpack."""

    def flare(speed):
        low = throw((speed, 4, 0, 3), 58, hyzer=hyzer, launch=5, surface="hardpack")
        return low.out.rest_y_m - low.out.carry_y_m

    assert flare(12) > flare(7) > 0


def test_an_approach_disc_stops_from_a_steep_landing():
    """4/1/0/3 within 1.5 m on grass from a landing of 35° or more."""
    steep = throw((4, 1, 0, 3), 38, hyzer=30, launch=37)
    assert degrees(steep, "descent_rad") > 35
    assert run_out(steep) < 1.5


@pytest.mark.parametrize(
    "numbers", of_class(41, lambda s, g, t, f: 6 <= s <= 9 and t >= -1 and 1 <= f <= 2, 6)
)
def test_elevation_changes_the_distance_reached(numbers):
    """By 2 to 4 ft for each foot between lie and landing, up and down alike, on a stock shot of about 300 ft
    thrown on 10°."""
    v = reference_mph(numbers[0])
    level, up, down = (carry(throw_to_height(numbers, v, z, launch=10.0)) for z in (0.0, 1.5, -5.0))
    assert 2.0 <= 0.5 * ((level - up) / 1.5 + (down - level) / 5.0) <= 4.0
    assert level - up > 1.0 and down - level > 5.0


@pytest.mark.parametrize(("kind", "mirror"), [(Throw.RHOH, Throw.LHOH), (Throw.RHTH, Throw.LHTH)])
def test_overhead_throws_turn_onto_their_back_in_the_air_and_mirror(kind, mirror):
    """Before the first contact, not after it; and they stay where they come down."""
    right, left = (throw((9, 4, 0, 4), 58, hyzer=75, nose=0, launch=35, kind=k) for k in (kind, mirror))
    airborne = right.path[right.path[:, 0] <= right.out.hang_s - 1e-9]
    assert max(abs(airborne[:, 4])) > math.radians(120)
    assert degrees(right, "most_bank_rad") > 120
    assert degrees(right, "descent_rad") > 35
    assert run_out(right) < 6.0
    assert carry(right) > 30
    assert left.out.carry_y_m == pytest.approx(-right.out.carry_y_m, abs=1e-6)


def test_thumber_and_tomahawk_finish_to_opposite_sides():
    """A right-hand tomahawk finishes left, a thumber right."""
    tomahawk, thumber = (
        throw((9, 4, 0, 4), 55, hyzer=75, nose=0, launch=35, kind=k) for k in (Throw.RHOH, Throw.RHTH)
    )
    assert tomahawk.out.carry_y_m > 0 > thumber.out.carry_y_m


@pytest.mark.parametrize(
    ("numbers", "least_ft", "most_ft"),
    [((2, 3, 0, 1), 225, 285), ((3, 3, 0, 2), 225, 290), ((5, 4, 0, 3), 255, 315), ((5, 5, -1, 1), 265, 330),
     ((7, 5, 0, 2), 285, 345), ((9, 5, -1, 2), 305, 360), ((12, 5, -1, 3), 305, 360)],
)  # fmt: skip
def test_what_an_arm_of_345_ft_gets_out_of_each_kind_of_disc(numbers, least_ft, most_ft):
    """Thrown flat: a putter some 260 ft, a midrange 300, a fairway driver 325, a driver 340."""
    arm_mph = mph(Thrower(max_distance_m={"backhand": 105.0}).arm_speed_m_s("backhand"))
    assert least_ft < feet(carry(throw(numbers, grip_share(numbers[0]) * arm_mph))) < most_ft


def test_the_same_release_does_not_always_stop_at_the_same_place():
    """Bite and bounce differ from contact to contact by a third or so."""
    ran = [run_out(throw(STABLE, V9, launch=5, seed=k)) for k in range(1, 300)]
    assert 0.15 < np.std(ran) / np.mean(ran) < 0.6
