"""The wind with height against the library windpowerlib (logarithmic profile after Hellmann; Quaschning,
Regenerative Energiesysteme). Ours is displaced by the roughness so that it is zero at the ground, which
matters by less than 1 % above one metre."""

import pandas as pd
import pytest
from windpowerlib.wind_speed import logarithmic_profile

from ypodrome.core.air.wind import REFERENCE_HEIGHT_M, ROUGHNESS_M
from ypodrome.core.flight.forces import wind_profile


@pytest.mark.parametrize("height_m", [1.5, 3.0, 5.0, 10.0, 20.0, 40.0])
def test_profile(height_m):
    roughness = pd.Series([ROUGHNESS_M])
    theirs = logarithmic_profile(pd.Series([1.0]), REFERENCE_HEIGHT_M, height_m, roughness)
    assert wind_profile(height_m) == pytest.approx(float(theirs.iloc[0]), rel=0.01)
