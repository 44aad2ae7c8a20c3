"""Against the printed table of the U.S. Standard Atmosphere, 1976 (NOAA-S/T 76-1562), table I
(geometric altitude; values from memory), and against the library `ambiance`, which implements it."""

import numpy as np
import pytest
from ambiance import Atmosphere

from ypodrome.core.air import air_density_kg_m3, standard_pressure_pa

TABLE = [  # m, °C, Pa, kg/m³
    (0, 15.0, 101325.0, 1.2250),
    (1000, 8.501, 89876.0, 1.1117),
    (2000, 2.004, 79501.0, 1.0066),
    (3000, -4.491, 70121.0, 0.90925),
    (5000, -17.474, 54048.0, 0.73643),
]


@pytest.mark.parametrize(("altitude_m", "celsius", "pascal", "density"), TABLE)
def test_printed_table(altitude_m, celsius, pascal, density):
    assert standard_pressure_pa(altitude_m) == pytest.approx(pascal, rel=2e-5)
    assert air_density_kg_m3(celsius, altitude_m) == pytest.approx(density, rel=5e-5)


def test_reference_library():
    for altitude_m in np.linspace(-100, 4500, 24):
        air = Atmosphere(float(altitude_m))
        ours = air_density_kg_m3(float(air.temperature_in_celsius[0]), float(altitude_m))
        assert ours == pytest.approx(float(air.density[0]), rel=2e-5)


def test_humid_air_is_lighter():
    """Handbook value, from memory: saturated air at 30 °C, 101325 Pa weighs 1.146 kg/m³, dry 1.164."""
    assert air_density_kg_m3(30.0) == pytest.approx(1.164, abs=0.001)
    assert air_density_kg_m3(30.0, relative_humidity=1.0) == pytest.approx(1.146, abs=0.0015)


@pytest.mark.parametrize("bad", [{"temperature_c": 80}, {"relative_humidity": 1.2}, {"altitude_m": 20000}])
def test_out_of_range_is_refused(bad):
    with pytest.raises(ValueError, match="between"):
        air_density_kg_m3(**bad)
