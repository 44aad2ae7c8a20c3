"""Laws of the flight, over wide inputs."""

import math

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from tests.throwing import DENSITY, reference_mph, throw, throws
from ypodrome.core.design import body_of
from ypodrome.core.disc import Body, Disc
from ypodrome.core.flight.batch import LONGEST_FLIGHT_S
from ypodrome.core.flight.forces import Motion, rates, rk4_step
from ypodrome.core.flight.release import Release, Throw, spin_share

NUMBERS = st.tuples(
    st.integers(1, 14), st.integers(1, 7), st.integers(-5, 1), st.integers(0, 5)
)  # fmt: skip
ANGLE = st.floats(-80, 80)


@settings(deadline=None, max_examples=60)
@given(numbers=NUMBERS, mph=st.floats(20, 80), hyzer=ANGLE, nose=st.floats(-20, 20),
       launch=st.floats(-10, 60), wind=st.floats(0, 40), wind_from=st.floats(0, 359))  # fmt: skip
def test_left_hand_is_the_mirror_of_the_right(numbers, mph, hyzer, nose, launch, wind, wind_from):
    """Exact: mirrored wind, mirrored hand, mirrored flight."""
    same = {"hyzer": hyzer, "nose": nose, "launch": launch, "wind_mph": wind}
    right = throw(numbers, mph, wind_from=wind_from, kind=Throw.RHBH, **same).out
    left = throw(numbers, mph, wind_from=(180 - wind_from) % 360, kind=Throw.LHBH, **same).out
    assert left.carry_x_m == pytest.approx(right.carry_x_m, abs=1e-5)
    assert left.carry_y_m == pytest.approx(-right.carry_y_m, abs=1e-5)
    assert left.max_left_m == pytest.approx(right.max_right_m, abs=1e-5)
    assert left.landing_hyzer_rad == pytest.approx(right.landing_hyzer_rad, abs=1e-6)


def test_forehands_mirror_forehands():
    right, left = (throw((9, 5, -1, 2), 50, hyzer=12, kind=k).out for k in (Throw.RHFH, Throw.LHFH))
    assert left.carry_y_m == pytest.approx(-right.carry_y_m, abs=1e-6)
    assert right.carry_y_m < 0  # a right-hand forehand fades right


@settings(deadline=None, max_examples=150)
@given(numbers=NUMBERS, speed=st.floats(10, 40), hyzer=st.floats(-180, 180), nose=st.floats(-90, 90),
       launch=st.floats(-60, 90), wind=st.floats(0, 45), wind_from=st.floats(0, 359),
       seed=st.integers(0, 5))  # fmt: skip
def test_never_nan_never_endless_never_through_the_ground(
    numbers, speed, hyzer, nose, launch, wind, wind_from, seed
):
    flight = throw(numbers, speed / 0.44704, hyzer=hyzer, nose=nose, launch=launch, wind_mph=wind,
                   wind_from=wind_from, seed=seed)  # fmt: skip
    assert np.isfinite([float(v) for v in flight.out.tolist()]).all()
    assert flight.out.hang_s <= LONGEST_FLIGHT_S + 0.2
    assert (flight.path[:, 3] > -0.05).all()


def test_the_path_shows_where_the_disc_first_touches():
    flight = throw((9, 4, 0, 3), 53, launch=4, surface="hardpack")
    touch = flight.path[np.searchsorted(flight.path[:, 0], flight.out.hang_s - 1e-9)]
    assert touch[0] == pytest.approx(flight.out.hang_s)
    assert touch[1:4] == pytest.approx([flight.out.carry_x_m, flight.out.carry_y_m, flight.out.carry_z_m])
    assert flight.path[-1, 1:3] == pytest.approx([flight.out.rest_x_m, flight.out.rest_y_m])


@settings(deadline=None, max_examples=60)
@given(numbers=NUMBERS, power=st.floats(0.6, 1.25), hyzer=st.floats(-20, 50), launch=st.floats(2, 35))
def test_halving_the_step_moves_the_landing_little(numbers, power, hyzer, launch):
    """Less than 0.3 m up to a quarter more than the speed a disc is made for."""
    mph = power * reference_mph(numbers[0])
    coarse = throw(numbers, mph, hyzer=hyzer, launch=launch).out
    fine = throw(numbers, mph, hyzer=hyzer, launch=launch, step_scale=0.5).out
    gap = math.hypot(coarse.carry_x_m - fine.carry_x_m, coarse.carry_y_m - fine.carry_y_m)
    assert gap < 0.3


@settings(deadline=None, max_examples=40)
@given(numbers=NUMBERS, speed=st.floats(10, 35), pitch=st.floats(-60, 60), bank=st.floats(-90, 90))
def test_energy_never_rises_in_still_air(numbers, speed, pitch, bank):
    body = Body(*body_of(Disc("x", *numbers)).tolist())
    p, r = math.radians(pitch), math.radians(bank)
    axis = (-math.sin(p) * math.cos(r), math.sin(r), math.cos(p) * math.cos(r))
    m = Motion(0.0, 0.0, 100.0, speed, 0.0, 0.0, *axis, -100.0)
    energy = 9.80665 * m.z + 0.5 * speed**2
    for _ in range(20):
        m = rk4_step(m, rates(m, body, DENSITY, 0.0, 0.0), 0.05, body, DENSITY, 0.0, 0.0, 0.0)
        now = 9.80665 * m.z + 0.5 * (m.vx**2 + m.vy**2 + m.vz**2)
        assert now <= energy + 1e-3 * energy * 0.05
        energy = now


def test_batch_and_single_flight_are_one():
    """Delegation: the batch gives for each row what the single flight gives, on any core and in any lane."""
    rows = [Release(20.0 + 0.02 * k, nose_rad=math.radians(-2.5), launch_rad=math.radians(11.5)).row()
            for k in range(300)]  # fmt: skip
    out = throws([Disc("x", 7, 5, -1, 1)], rows)
    for k in (0, 137, 299):
        one = throw((7, 5, -1, 1), (20.0 + 0.02 * k) / 0.44704).out
        assert out[k].tolist() == one.tolist()


def test_a_flight_does_not_depend_on_its_neighbours():
    """Any order of a mixed batch, overheads, spikes and luck among it, gives the same flights to the bit."""
    rng = np.random.default_rng(2)
    kinds, n = list(Throw), 400
    rows = np.array([
        Release(rng.uniform(8, 32), kinds[k % 8], rng.uniform(-0.5, 1.4), rng.uniform(-0.1, 0.1),
                rng.uniform(0, 0.8)).row() for k in range(n)
    ])  # fmt: skip
    discs = [Disc("x", *numbers) for numbers in ((2, 3, 0, 1), (7, 5, -2, 1), (9, 4, 0, 4), (13, 5, -1, 3))]
    which, seeds = rng.integers(0, 4, n), np.arange(n)
    one = throws(discs, rows, seeds=seeds, which=which)
    order = rng.permutation(n)
    mixed = throws(discs, rows[order], seeds=seeds[order], which=which[order])
    assert one[order].tolist() == mixed.tolist()


@pytest.mark.parametrize("bad", [{"speed_m_s": math.nan}, {"speed_m_s": 99.0}])
def test_impossible_releases_are_refused(bad):
    with pytest.raises(ValueError, match="speed_m_s"):
        Release(**bad)


@pytest.mark.parametrize("field", ["speed", "fade", "weight_g", "wear"])
def test_impossible_discs_are_refused(field):
    values = {"speed": 9, "glide": 5, "turn": -1, "fade": 2, field: 999}
    with pytest.raises(ValueError, match=field):
        Disc("x", **values)


def test_a_slow_throw_spins_more_of_its_speed():
    """[common practice]: putts are spun from the wrist."""
    assert spin_share(9.0, "backhand") > 1.2 * spin_share(25.0, "backhand")


@settings(deadline=None, max_examples=60)
@given(numbers=NUMBERS, mph=st.floats(25, 70), hyzer=st.floats(-30, 60), launch=st.floats(0, 40),
       wind=st.floats(0, 25), wind_from=st.floats(0, 359))  # fmt: skip
def test_a_hair_more_hyzer_moves_the_landing_a_hair(numbers, mph, hyzer, launch, wind, wind_from):
    """Continuity: a thousandth of a degree moves the first contact less than 5 cm."""
    same = {"launch": launch, "wind_mph": wind, "wind_from": wind_from}
    one, other = (throw(numbers, mph, hyzer=h, **same).out for h in (hyzer, hyzer + 1e-3))
    assert math.hypot(one.carry_x_m - other.carry_x_m, one.carry_y_m - other.carry_y_m) < 0.05
