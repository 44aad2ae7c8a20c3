"""Putting against Gelman & Nolan, A Probability Model for Golf Putting (2002): with no growth of the
spread our model is theirs, P = 2 Φ(asin(R / d) / σ) - 1."""

import math
from statistics import NormalDist

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from ypodrome.core.thrower import PuttingModel
from ypodrome.core.thrower.putting import TARGET_HALF_WIDTH_M


@pytest.mark.parametrize("distance", [1.0, 3.0, 6.0, 12.0, 20.0])
def test_published_model_without_growth(distance):
    sigma = math.radians(1.5)  # the paper's estimate for professional golfers, from memory
    expected = 2 * NormalDist().cdf(math.asin(TARGET_HALF_WIDTH_M / distance) / sigma) - 1
    assert float(PuttingModel(sigma, 0.0).make(distance)) == pytest.approx(expected, abs=1e-9)


@settings(deadline=None)
@given(near=st.floats(0.3, 0.99), drop=st.floats(0.1, 0.9))
def test_model_passes_through_the_make_rates(near, drop):
    model = PuttingModel.from_make_rates(near, near * drop)
    assert float(model.make(5.0)) == pytest.approx(near, abs=1e-6)
    assert float(model.make(10.0)) == pytest.approx(near * drop, abs=1e-6)


@settings(deadline=None)
@given(st.floats(0.5, 40.0))
def test_chances_add_up_and_wind_never_helps(distance):
    model = PuttingModel.from_make_rates(0.9, 0.35)
    assert model.throws_left(distance).sum() == pytest.approx(1.0)
    assert model.make(distance, wind_m_s=5.0) <= model.make(distance) + 1e-12


def test_longer_putts_are_harder():
    rates = PuttingModel.from_make_rates(0.9, 0.35).make(np.arange(1.0, 30.0))
    assert (np.diff(rates) <= 1e-12).all()
