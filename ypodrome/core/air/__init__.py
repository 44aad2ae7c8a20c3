"""The air a disc flies through: density, wind with height, gusts."""

from ypodrome.core.air.atmosphere import air_density_kg_m3, standard_pressure_pa
from ypodrome.core.air.daylight import sunset_at
from ypodrome.core.air.heat import Heat, heat_index_c, heat_of
from ypodrome.core.air.wind import Wind, beaufort_force

__all__ = [
    "Heat", "Wind", "air_density_kg_m3", "beaufort_force", "heat_index_c", "heat_of", "standard_pressure_pa",
    "sunset_at",
]  # fmt: skip
