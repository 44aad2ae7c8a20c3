"""Beaufort scale, WMO-No. 306 code table 1100 (from memory): mean winds at ten metres in m/s."""

import pytest

from ypodrome.core.air import beaufort_force


@pytest.mark.parametrize(
    ("speed", "force"), [(0.1, 0), (1.0, 1), (2.5, 2), (4.4, 3), (6.7, 4), (9.3, 5), (12.3, 6), (33, 12)]
)
def test_middle_of_each_band(speed, force):
    assert beaufort_force(speed) == force
