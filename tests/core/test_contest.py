"""Moving throws in a contest: what all the aims and powers tried together say is best."""

import numpy as np
from hypothesis import given
from hypothesis import strategies as st

from ypodrome.core.strategy.contest import FITTED, STAGES, _least_of_fit


@given(
    st.sampled_from(STAGES),
    st.floats(-1.2, 1.2),
    st.floats(-1.2, 1.2),
    st.floats(0.2, 3.0),
    st.floats(0.2, 3.0),
    st.floats(-0.9, 0.9),
)
def test_the_least_of_a_bowl_is_found_between_the_places_tried(stage, aim, power, steep, steeper, twist):
    """A bowl with its bottom at a share of the widest move; beyond the widest move the rim is best. A place
    found may be a step of the fine mesh off, never worse than the best tried."""
    powers = (0.0, *stage.powers)
    wide, strong = max(stage.aims_m), max(stage.powers)

    def bowl(a, p):
        u, v = a / wide - aim, p / strong - power
        return steep * u * u + steeper * v * v + twist * np.sqrt(steep * steeper) * u * v

    tried = np.array([[bowl(a, p)] for a in stage.aims_m for p in powers])
    found_aim, found_power = _least_of_fit(stage.aims_m, powers, tried)
    assert min(stage.aims_m) <= found_aim[0] <= wide and min(powers) <= found_power[0] <= strong
    step_a, step_p = 2.0 / (FITTED - 1), (strong - min(powers)) / strong / (FITTED - 1)
    assert bowl(found_aim[0], found_power[0]) <= tried.min() + (steep + steeper) * (step_a**2 + step_p**2)
    if abs(aim) <= 1.0 and min(powers) / strong <= power <= 1.0:
        assert bowl(found_aim[0], found_power[0]) < (steep + steeper) * (step_a**2 + step_p**2)


def test_each_throw_is_moved_by_its_own_costs():
    aims, powers = (-2.0, 0.0, 2.0), (0.0, -0.025, 0.025)
    costs = np.array(
        [[(a - 1.0) ** 2, (a + 1.0) ** 2 + 400.0 * (p - 0.025) ** 2] for a in aims for p in powers]
    )
    found_aim, found_power = _least_of_fit(aims, powers, costs)
    assert np.allclose(found_aim, [1.0, -1.0], atol=0.12)
    assert np.isclose(found_power[1], 0.025)
