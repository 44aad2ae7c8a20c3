"""Physical constants, once, with unit and source."""

GRAVITY_M_S2 = 9.80665
"""Standard acceleration of free fall, exact (CGPM 1901; used by US Standard Atmosphere 1976)."""

GAS_CONSTANT_J_MOL_K = 8.31432
"""Universal gas constant as fixed by US Standard Atmosphere 1976, table 2."""

MOLAR_MASS_AIR_KG_MOL = 0.0289644
"""Mean molar mass of dry air, US Standard Atmosphere 1976, table 2."""

MOLAR_MASS_WATER_KG_MOL = 0.018015
"""Molar mass of water (CIPM-2007, Picard et al., Metrologia 45, 2008)."""

SEA_LEVEL_PRESSURE_PA = 101325.0
SEA_LEVEL_TEMPERATURE_K = 288.15
LAPSE_RATE_K_M = 0.0065
EARTH_RADIUS_M = 6_356_766.0
"""US Standard Atmosphere 1976: sea-level state, tropospheric lapse rate, effective earth radius."""

ZERO_CELSIUS_K = 273.15
