"""The air a disc flies through: density, wind with height, gusts."""

from ypodrome.core.air.atmosphere import air_density_kg_m3, standard_pressure_pa
from ypodrome.core.air.wind import Wind, beaufort_force

__all__ = ["Wind", "air_density_kg_m3", "beaufort_force", "standard_pressure_pa"]
