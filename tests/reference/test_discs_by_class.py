"""Every disc flies its numbers: bands, order, behaviours and physical limits over sets nobody fitted
[common practice, no source; induced drag of round wings; ranges measured on golf discs, Kamaruddin 2011].

The sets are drawn by rule, half of them with half steps, with seeds the priors never saw. What is asked for
is in docs/flight-model.md, with what a larger draw meets."""

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from scripts.flight_fit.judge import Bench, judged, share
from scripts.flight_fit.sets import drawn
from ypodrome.core.design import bodies_of, body_of
from ypodrome.core.design.reference import BACK_SHARE, RIGHT_SHARE, bands
from ypodrome.core.disc import Disc, Plastic

SEED = 90210
LEAST = 0.95
"""Share of the discs a check is about that must do it, unless said."""

ORDER = ("order, 1 of", "order, 0.5 of", "half a step of")
CONFLICTS = {
    "band: right": 0.88,  # slow discs that turn two and fade three cannot have both
    "band: apex": 0.92,
    "band: bank_deg": 0.90,
    "order on 15° hyzer, 1 of turn": 0.88,
    "order on 10 mph head, 1 of turn": 0.90,
    "order on 10 mph head, 1 of fade": 0.88,
    "order on 8° anhyzer, 1 of fade": 0.92,
    "hyzer flip, T -2.5 to -3.5": 0.80,
    "head 10: understable lose under 30 %": 0.90,
    "flex: F >= 3 comes back 30%": 0.90,
    "overstable on 10° of hyzer never stands up": 0.85,
    "straight putter missed by 10° is lost": 0.30,  # all go 15 % off line, but some come back flat
    "putt of 15 m on 6° of hyzer arrives within 20° of flat": 0.60,
}
"""What the model misses its target by, written down so that it gets no worse."""


@pytest.fixture(scope="module")
def checks():
    return judged(Bench(drawn(200, SEED)))


def test_every_check_is_about_some_discs(checks):
    assert len(checks) > 60
    assert all(share(check)[1] >= 4 for check in checks.values())


def test_order_holds_for_neighbours(checks):
    """One more glide goes farther, more turn ends further right, more fade further left, at whole and half
    steps; half a step moves the landing less than 6 %. Of 200 sets three in two hundred may fail by chance,
    and four in a hundred half a step's move: between turn -3 and -4 it does (docs/flight-model.md)."""
    for name, check in checks.items():
        if name.startswith(ORDER[:2]):
            assert share(check)[0] >= 0.985, (name, share(check))
        if name.startswith(ORDER[2]):
            assert share(check)[0] >= 0.96, (name, share(check))


def test_bands_behaviours_and_limits_hold_for_their_classes(checks):
    missed = {
        name: share(check)
        for name, check in checks.items()
        if not name.startswith(ORDER) and share(check)[0] < CONFLICTS.get(name, LEAST)
    }
    assert not missed


def test_a_disc_does_not_depend_on_its_batch_mates():
    """To the bit: alone, in any batch, in any order."""
    discs = [Disc("x", *numbers) for numbers in drawn(24, SEED + 1)]
    together = bodies_of(discs)
    from ypodrome.core.design import bodies

    bodies._kept.clear()
    alone = np.array([body_of(d) for d in discs[::-1]])[::-1]
    assert together.tolist() == alone.tolist()


def test_plastic_of_one_mould_finishes_in_its_order():
    """Premium hardest, base softest [common practice]."""
    for numbers in drawn(12, SEED + 2):
        if numbers[3] < 1:
            continue
        premium, base = (
            Bench(numbers[None]).throw(bodies=bodies_of([Disc("x", *numbers, plastic=p)]))
            for p in (Plastic.PREMIUM, Plastic.BASE)
        )
        assert base.carry_y_m[0] < premium.carry_y_m[0]


@settings(deadline=None, max_examples=25)
@given(st.integers(1, 15), st.integers(1, 7), st.integers(-5, 1), st.integers(0, 6))
def test_any_numbers_make_a_disc_that_flies(speed, glide, turn, fade):
    """Also such as no disc is made with: finite, forward, off the ground."""
    bench = Bench(np.array([[speed, glide, turn, fade]], float))
    flown = bench.throw()
    assert 20.0 < flown.carry_x_m[0] < 200.0
    assert flown.apex_m[0] > 1.0


def test_the_targets_are_the_trades():
    """[common practice, no source]: 7/4.5/-1/2 carries 90 m; turn and fade shares by number."""
    low, high = bands(np.array([[7.0, 4.5, -1.0, 2.0]]))["distance_m"]
    assert (low[0] + high[0]) / 2 == pytest.approx((165 + 18.5 * 7) * 0.3048)
    assert RIGHT_SHARE == (0.0, 0.03, 0.08, 0.14, 0.20, 0.26)
    assert BACK_SHARE == (0.02, 0.05, 0.09, 0.12, 0.16, 0.19)
