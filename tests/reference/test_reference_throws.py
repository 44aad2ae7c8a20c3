"""The reference throws that flight numbers stand for, in their bands [common practice, no source]."""

import pytest
from ypodrome.core.disc.aero import nominal_speed_m_s
from ypodrome.core.disc.reference_throws import LAUNCH_DEG, NUMBERS, targets

from tests.throwing import carry, throw
from ypodrome.core.units import mph


@pytest.mark.parametrize("numbers", NUMBERS, ids=lambda n: "/".join(map(str, n)))
def test_reference_throw(numbers):
    flight = throw(numbers, mph(nominal_speed_m_s(numbers[0])), launch=LAUNCH_DEG)
    distance = carry(flight)
    out = flight.out
    measured = {
        "distance_m": distance,
        "right": out.max_right_m / distance,
        "back": (out.carry_y_m + out.max_right_m) / distance,
        "apex": out.apex_m / distance,
        "hang_s": out.hang_s,
    }
    for name, target in targets(numbers).items():
        assert abs(target.miss(measured[name])) <= 1.0, (name, measured[name], target)
