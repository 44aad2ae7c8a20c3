"""The day that the throws of a round share, against what must hold of any mixture."""

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st
from scipy.stats import norm

from ypodrome.core.strategy.day import DAY_SHARE, DAY_WEIGHTS, DAYS, day_weights, days_of, round_chances
from ypodrome.core.strategy.round_target import chance_of_total, plan_for_target
from ypodrome.core.thrower.spread import AIM, standard_draws

DRAWS = standard_draws(4096, 3)
HOLES = 18


def outlooks(bad: np.ndarray) -> np.ndarray:
    """A four where it went badly, else a three."""
    return np.stack([0.0 * bad, 0.0 * bad, 1.0 - bad, 1.0 * bad], axis=1)


LEFT_IS_BAD = outlooks(DRAWS[:, AIM] > 1.0)


def moments(chances: np.ndarray) -> tuple[float, float]:
    at = np.arange(len(chances))
    mean = chances @ at
    return mean, chances @ (at - mean) ** 2


def test_the_days_are_likely_as_a_normal_bias_is():
    """Three points of Gauss and Hermite hold its moments up to the fifth."""
    aim = np.array(DAYS)[:, 0]
    assert [DAY_WEIGHTS @ aim**k for k in range(6)] == pytest.approx([1, 0, 1, 0, 3, 0], abs=1e-12)


def test_over_all_days_a_throw_is_what_it_was():
    days = day_weights(DRAWS) @ LEFT_IS_BAD
    assert days.sum(axis=1) == pytest.approx(1.0)
    assert DAY_WEIGHTS @ days == pytest.approx(LEFT_IS_BAD.mean(axis=0), abs=0.01)


def test_a_day_to_the_left_goes_left_as_often_as_its_shifted_normal():
    """On a day of bias b the aim is normal about share · b with what is left of its variance."""
    left = np.sqrt(1 - DAY_SHARE**2)
    for (aim, _), row in zip(DAYS, day_weights(DRAWS) @ LEFT_IS_BAD, strict=True):
        assert row[3] == pytest.approx(norm.sf(1.0, DAY_SHARE * aim, left), abs=0.015)


def test_a_round_keeps_its_mean_and_spreads_wider_than_independent_holes():
    tied = moments(round_chances([day_weights(DRAWS) @ LEFT_IS_BAD] * HOLES))
    free = moments(round_chances([LEFT_IS_BAD.mean(axis=0)] * HOLES))
    assert tied[0] == pytest.approx(free[0], abs=0.05)
    assert tied[1] > 1.2 * free[1]


def test_what_the_bias_does_not_touch_stays_independent():
    luck = outlooks(np.random.default_rng(5).random(len(DRAWS)) < 0.25)
    both = day_weights(DRAWS) @ luck, luck.mean(axis=0)
    tied, free = (moments(round_chances([rows] * HOLES)) for rows in both)
    assert tied == pytest.approx(free, rel=0.05)


ROW = st.lists(st.floats(0.01, 1.0), min_size=4, max_size=4).map(lambda r: np.array(r) / sum(r))
DAYWISE = st.lists(ROW, min_size=len(DAYS), max_size=len(DAYS)).map(np.array)


@settings(deadline=None, max_examples=40)
@given(st.lists(st.one_of(ROW, DAYWISE), min_size=1, max_size=4), st.integers(4, 12))
def test_one_option_a_hole_is_only_its_mixture(holes, target):
    """With nothing to choose, following the score, fixed choices and the sum over days are one chance."""
    found = plan_for_target([[hole] for hole in holes], target)
    by_hand = sum(
        w * chance_of_total([days_of(h)[d] for h in holes], target) for d, w in enumerate(DAY_WEIGHTS)
    )
    assert found.chance == pytest.approx(by_hand)
    assert found.fixed == found.usual == pytest.approx(by_hand)
    assert round_chances(holes).sum() == pytest.approx(1.0)
