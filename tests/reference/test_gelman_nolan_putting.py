"""Putting: the direction factor is Gelman & Nolan's, A Probability Model for Golf Putting (2002); make rates
by rating from memory of the trade [common practice]; declared rates rule."""

import math
from statistics import NormalDist

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from ypodrome.core.thrower import PuttingModel
from ypodrome.core.thrower.putting import HALF_HEIGHT_M, HALF_WIDTH_M, HEIGHT_OVER_SIDE

DISTANCES = (3, 5, 7, 10, 15, 20, 30)
RATES = {
    1040: (0.99, 0.97, 0.88, 0.62, 0.25, 0.12, 0.04),
    1010: (0.99, 0.95, 0.84, 0.56, 0.21, 0.10, 0.03),
    950: (0.97, 0.88, 0.70, 0.42, 0.14, 0.06, 0.02),
    900: (0.96, 0.83, 0.60, 0.33, 0.10, 0.045, 0.012),
    775: (0.88, 0.62, 0.37, 0.18, 0.05, 0.02, 0.005),
}
"""Flat and calm, from memory of the trade: within 5 in 100, beyond 12 m within 3."""


@pytest.mark.parametrize("distance", [1.0, 3.0, 6.0, 12.0, 20.0])
def test_published_model_without_growth(distance):
    """P = 2 Φ(R / (σ d)) - 1, theirs for the small angles putts are; the height is another such factor."""
    sigma = math.radians(1.5)  # the paper's estimate for professional golfers, from memory
    inside = [2 * NormalDist().cdf(half / (factor * sigma * distance)) - 1
              for half, factor in ((HALF_WIDTH_M, 1.0), (HALF_HEIGHT_M, HEIGHT_OVER_SIDE))]  # fmt: skip
    assert float(PuttingModel(sigma, 0.0).make(distance)) == pytest.approx(math.prod(inside), abs=1e-9)


@pytest.mark.parametrize(("rating", "rates"), RATES.items())
def test_make_rates_by_rating(rating, rates):
    made = PuttingModel.rated(rating).make(np.array(DISTANCES))
    room = np.where(np.array(DISTANCES) > 12, 0.03, 0.05)
    assert (np.abs(made - rates) <= room).all(), made.round(3)


@settings(deadline=None)
@given(st.floats(700, 1035), st.floats(1.0, 40.0))
def test_a_better_rating_never_putts_worse(rating, distance):
    worse, better = (float(PuttingModel.rated(r).make(distance)) for r in (rating, rating + 5))
    assert better >= worse


@settings(deadline=None)
@given(near=st.floats(0.3, 0.98), drop=st.floats(0.1, 0.9))
def test_model_passes_through_the_make_rates(near, drop):
    model = PuttingModel.declared([(5.0, near), (10.0, near * drop)])
    assert float(model.make(5.0)) == pytest.approx(near, abs=2e-3)
    assert float(model.make(10.0)) == pytest.approx(near * drop, abs=2e-3)


@pytest.mark.parametrize(
    "rates", [[(5.0, 0.5), (10.0, 0.6)], [(5.0, 1.2)], [(0.1, 0.5)], [(5.0, 0.9), (5.0, 0.9)], []]
)
def test_impossible_rates_are_refused(rates):
    with pytest.raises(ValueError, match="putting"):
        PuttingModel.declared(rates)


@settings(deadline=None)
@given(st.floats(0.5, 40.0), st.floats(0, 9))
def test_wind_never_helps(distance, wind):
    model = PuttingModel.rated(900)
    assert model.make(distance, along_m_s=-wind) <= model.make(distance) + 1e-12
    assert model.make(distance, across_m_s=wind) <= model.make(distance) + 1e-12


def test_a_head_wind_is_harder_than_a_cross_wind():
    """It lifts the disc; across it only drifts [common practice]."""
    model = PuttingModel.rated(950)
    assert model.make(9.0, along_m_s=-7.0) < model.make(9.0, across_m_s=7.0)


def test_uphill_is_a_little_harder():
    """15 % uphill costs about as much as downhill, not four times [common practice]; what a downhill miss
    costs comes on top."""
    level, up, down = (float(PuttingModel.rated(900).make(9.0, rise)) for rise in (0.0, 1.35, -1.35))
    assert level > up and level > down
    assert level - up < 2.5 * (level - down)


def test_longer_putts_are_harder():
    rates = PuttingModel.rated(900).make(np.arange(1.0, 30.0))
    assert (np.diff(rates) <= 1e-12).all()
