"""Density of moist air.

Sources: U.S. Standard Atmosphere 1976 (NOAA-S/T 76-1562), equations 18, 23 and 33a;
saturation vapour pressure after CIPM-2007 (Picard, Davis, Gläser, Fujii, Metrologia 45:149, 2008),
with the compressibility factor taken as one (an error below 0.05 % in any air one plays in).
"""

from __future__ import annotations

import math

from ypodrome.core.constants import (
    EARTH_RADIUS_M,
    GAS_CONSTANT_J_MOL_K,
    GRAVITY_M_S2,
    LAPSE_RATE_K_M,
    MOLAR_MASS_AIR_KG_MOL,
    MOLAR_MASS_WATER_KG_MOL,
    SEA_LEVEL_PRESSURE_PA,
    SEA_LEVEL_TEMPERATURE_K,
    ZERO_CELSIUS_K,
)
from ypodrome.core.refused import Refused


def standard_pressure_pa(altitude_m: float) -> float:
    """Pressure [Pa] of the standard atmosphere at a geometric altitude [m] of -2 to 11 km."""
    if not -2000.0 <= altitude_m <= 11_000.0:
        raise Refused(f"altitude_m must be between -2000 and 11000, got {altitude_m}")
    geopotential_m = EARTH_RADIUS_M * altitude_m / (EARTH_RADIUS_M + altitude_m)
    ratio = 1.0 - LAPSE_RATE_K_M * geopotential_m / SEA_LEVEL_TEMPERATURE_K
    exponent = GRAVITY_M_S2 * MOLAR_MASS_AIR_KG_MOL / (GAS_CONSTANT_J_MOL_K * LAPSE_RATE_K_M)
    return float(SEA_LEVEL_PRESSURE_PA * ratio**exponent)


def saturation_vapour_pressure_pa(temperature_k: float) -> float:
    """Vapour pressure [Pa] over water at saturation (CIPM-2007, equation A1.1)."""
    t = temperature_k
    return math.exp(1.2378847e-5 * t * t - 1.9121316e-2 * t + 33.93711047 - 6.3431645e3 / t)


def air_density_kg_m3(
    temperature_c: float = 15.0, altitude_m: float = 0.0, relative_humidity: float = 0.0
) -> float:
    """Air density [kg/m³] from temperature [°C], altitude [m] and relative humidity [0..1]."""
    if not -60.0 <= temperature_c <= 60.0:
        raise Refused(f"temperature_c must be between -60 and 60, got {temperature_c}")
    if not 0.0 <= relative_humidity <= 1.0:
        raise Refused(f"relative_humidity must be between 0 and 1, got {relative_humidity}")
    temperature_k = temperature_c + ZERO_CELSIUS_K
    pressure_pa = standard_pressure_pa(altitude_m)
    vapour = relative_humidity * saturation_vapour_pressure_pa(temperature_k) / pressure_pa
    molar = MOLAR_MASS_AIR_KG_MOL * (1.0 - vapour) + MOLAR_MASS_WATER_KG_MOL * vapour
    return pressure_pa * molar / (GAS_CONSTANT_J_MOL_K * temperature_k)
