"""Size and shape that all golf discs nearly share."""

from __future__ import annotations

DIAMETER_M = 0.212
"""Outside diameter: 21 to 21.8 cm for nearly all golf discs [common practice]."""

DISC_RADIUS_M = DIAMETER_M / 2.0

RADIUS_OF_GYRATION = 0.80
"""Of the radius. A uniform plate has 0.707, a hoop 1.0; a golf disc lies between, nearer the plate
(chosen: gives 1.26e-3 kg m² at 175 g; measured values near 1.2e-3 are in Kamaruddin 2011)."""

BROADSIDE_CD = 1.1
"""Drag coefficient flat to the flow: 1.1 to 1.2 for a disc (Hoerner, Fluid-Dynamic Drag, 1965)."""

SPIN_DECAY_1_S = 0.04
"""Relative loss of spin a second: a few per cent (Potts & Crowther 2002 find little spin torque)."""
