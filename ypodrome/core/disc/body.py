"""What the air and the ground make of a disc: the record a flight is computed from."""

from __future__ import annotations

from typing import NamedTuple

import numpy as np


class Body(NamedTuple):
    """Mass and shape of a disc in flight, SI and dimensionless; s is the sine of the angle of attack.

    Lift          C_L = (lift_0 + lift_slope s) cos α
    Drag          C_D = drag_0 + drag_k q + drag_k4 q², q = sin²(α - α0), α0 by its sine and cosine
    Pitching      C_M = (moment_0 + moment_slope s + moment_rise σ(s - kink_sin) - moment_top σ(s - TOP_SIN)
                  - moment_fall σ(-s - FALL_SIN)) cos α, nose-up positive; σ is `forces.ramp`
    """

    mass_kg: float
    area_m2: float
    diameter_m: float
    inertia_kg_m2: float
    lift_0: float
    lift_slope: float
    drag_0: float
    drag_k: float
    drag_k4: float
    drag_sin0: float
    drag_cos0: float
    moment_0: float
    moment_slope: float
    moment_rise: float
    kink_sin: float
    moment_top: float
    moment_fall: float
    spin_decay_1_s: float
    grip: float


BODY = np.dtype([(name, "f8") for name in Body._fields])
"""The same as a record of NumPy, one element a disc."""
