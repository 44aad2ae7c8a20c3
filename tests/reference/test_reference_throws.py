"""The reference throws that flight numbers stand for, in their bands [common practice, no source]."""

import pytest

from tests.throwing import carry, throw
from ypodrome.core.disc.aero import nominal_speed_m_s
from ypodrome.core.disc.reference_throws import LAUNCH_DEG, NUMBERS, targets
from ypodrome.core.flight import batch as b
from ypodrome.core.units import mph


@pytest.mark.parametrize("numbers", NUMBERS, ids=lambda n: "/".join(map(str, n)))
def test_reference_throw(numbers):
    flight = throw(numbers, mph(nominal_speed_m_s(numbers[0])), launch=LAUNCH_DEG)
    distance = carry(flight)
    out = flight.out
    measured = {
        "distance_m": distance,
        "right": out[b.MAX_RIGHT_M] / distance,
        "back": (out[b.CARRY_Y] + out[b.MAX_RIGHT_M]) / distance,
        "apex": out[b.APEX_M] / distance,
        "hang_s": out[b.HANG_S],
    }
    for name, target in targets(numbers).items():
        assert abs(target.miss(measured[name])) <= 1.0, (name, measured[name], target)
