"""Flight numbers, weight, plastic and wear → the coefficients the integrator flies with.

Nobody publishes this mapping. Its form is ours; its constants come from `scripts/flight_fit`,
which fits them to the reference throws of `docs/flight-model.md` and writes `fitted.py`.

Forms (s = sin of the angle of attack, all bounded at every attitude):

* lift      C_L = (CL0 + CLa s) cos α
* drag      C_D = CD0 + K sin²(α - α0) + K4 sin⁴(α - α0), K4 such that a disc falling flat has 1.1
* pitching  C_M = m(s) cos α, with e = s - s0: m = low + top e below s0, a straight line through the
  angles of ordinary flight, and low + b e + c e² above it. Nose-up is positive. As the disc slows and
  its spin lasts, m grows by `spin` times the advance ratio (rim speed over speed through the air) less
  that of a release.
"""

from __future__ import annotations

import math
from collections.abc import Mapping, Sequence

import numpy as np
from numpy.typing import NDArray

from ypodrome.core.disc.disc import Disc, Plastic
from ypodrome.core.disc.fitted import FITTED
from ypodrome.core.units import KG_PER_G, m_s_from_mph

MASS, AREA, DIAMETER, INERTIA, CD0, DRAG_K, SIN_A0, COS_A0 = range(8)
CL0, CLA, CM_LOW, CM_S0, CM_B, CM_C, CM_TOP, SPIN_DECAY, GRIP, DRAG_K4, CM_SPIN = range(8, 19)
ROW_SIZE = 19
"""Columns of an aerodynamic row."""

DIAMETER_M = 0.212
"""Outside diameter: 21 to 21.8 cm for nearly all golf discs [common practice]."""

RADIUS_OF_GYRATION = 0.80
"""Of the radius. A uniform plate has 0.707, a hoop 1.0; a golf disc lies between, nearer the plate
(chosen: gives 1.26e-3 kg m² at 175 g; measured values near 1.2e-3 are in Kamaruddin 2011)."""

DRAG_MINIMUM_RAD = math.radians(-3.0)
"""Angle of attack of least drag: -4° on Hummel's (2003) disc, flatter for golf discs (chosen)."""

Fitted = Mapping[str, Sequence[float]]
"""Constants of the mapping: for every coefficient, one for each of the terms of the numbers."""

ANCHORS = ((9, 4, 0, 3), (3, 3, 0, 1), (9, 5, -1, 2), (7, 5, 0, 2), (12, 5, -1, 3), (5, 5, -1, 1))
ANCHOR_REACH = (3.0, 1.0, 1.0, 1.0)
"""Discs near which the mapping may bend away from the quadratic, those of which most is known, and how
far that reaches in speed, glide, turn and fade (chosen)."""

TERMS = 15 + len(ANCHORS)
FITTED_COLUMNS = {"cd0": CD0, "drag_k": DRAG_K, "cl0": CL0, "cla": CLA, "cm_low": CM_LOW, "cm_s0": CM_S0,
                  "cm_b": CM_B, "cm_c": CM_C, "cm_top": CM_TOP, "cm_spin": CM_SPIN}  # fmt: skip
LIMITS = {
    "cd0": (0.03, 0.2), "drag_k": (0.5, 1.0), "cl0": (0.0, 0.45), "cla": (1.1, 3.2),
    "cm_low": (-0.06, 0.06), "cm_s0": (0.03, 0.5), "cm_b": (0.2, 1.0), "cm_c": (0.3, 5.0),
    "cm_top": (0.02, 0.3), "cm_spin": (0.0, 0.2),
}  # fmt: skip
"""Bounds of the coefficients for numbers no reference throw has: drag positive and rising with the
angle of attack, lift too, the moment rising (chosen just outside what the reference discs have, which
is near what Kamaruddin 2011 measured)."""

BROADSIDE_CD = 1.1
"""Drag coefficient flat to the flow: 1.1 to 1.2 for a disc (Hoerner, Fluid-Dynamic Drag, 1965)."""

SPIN_DECAY_1_S = 0.04
"""Relative loss of spin a second: a few per cent (Potts & Crowther 2002 find little spin torque)."""

GRIP_BY_PLASTIC = {Plastic.BASE: 1.0, Plastic.GRIPPY: 1.15, Plastic.PREMIUM: 0.9}
"""Multiplies friction on the ground: hard slides, soft grips [common practice], sizes chosen."""

TURN_PER_WEAR = -0.12
FADE_PER_WEAR = -0.10
WEAR_BY_PLASTIC = {Plastic.BASE: 1.0, Plastic.GRIPPY: 0.9, Plastic.PREMIUM: 0.8}
"""A fully beaten disc (10) turns about one number more and fades about one less
[common practice]; the same knocks move premium less."""


def nominal_speed_m_s(speed_number: float) -> float:
    """Release speed [m/s] at which a disc shows its numbers: 36 + 1.9 S mph [common practice]."""
    return m_s_from_mph(36.0 + 1.9 * speed_number)


def worn_numbers(disc: Disc) -> tuple[float, float, float, float]:
    """Speed, glide, turn and fade after wear."""
    wear = disc.wear * WEAR_BY_PLASTIC[disc.plastic]
    turn = disc.turn + TURN_PER_WEAR * wear
    return disc.speed, disc.glide, turn, max(0.0, disc.fade + FADE_PER_WEAR * wear)


def aero_row(disc: Disc, fitted: Fitted = FITTED) -> NDArray[np.float64]:
    """One row of coefficients [ROW_SIZE] for the compiled flight, SI and dimensionless."""
    return row_with(disc, coefficients(worn_numbers(disc), fitted))


def row_with(disc: Disc, fitted_coefficients: NDArray[np.float64]) -> NDArray[np.float64]:
    """A disc's row with given coefficients, in the order of FITTED_COLUMNS, in place of the mapping's."""
    row = np.empty(ROW_SIZE)
    radius_m = DIAMETER_M / 2.0
    mass_kg = disc.weight_g * KG_PER_G
    row[MASS] = mass_kg
    row[AREA] = math.pi * radius_m**2
    row[DIAMETER] = DIAMETER_M
    row[INERTIA] = mass_kg * (RADIUS_OF_GYRATION * radius_m) ** 2
    row[SIN_A0] = math.sin(DRAG_MINIMUM_RAD)
    row[COS_A0] = math.cos(DRAG_MINIMUM_RAD)
    row[SPIN_DECAY] = SPIN_DECAY_1_S
    row[GRIP] = GRIP_BY_PLASTIC[disc.plastic]
    row[list(FITTED_COLUMNS.values())] = fitted_coefficients
    row[DRAG_K4] = BROADSIDE_CD - row[CD0] - row[DRAG_K]
    return row


def plausible(numbers: tuple[float, float, float, float]) -> tuple[float, float, float, float]:
    """The nearest numbers that discs are made with: the mapping says nothing of others.

    Fast discs have some glide and some fade, very understable ones little [common practice]; limits
    chosen just outside the discs the mapping is fitted to.
    """
    speed, glide, turn, fade = numbers
    glide = min(6.0, max(glide, 1.0 if speed < 5.0 else 3.0))
    turn = min(turn, 0.5)
    fade = min(fade, 5.0, max(2.0, 5.0 + turn))
    least_fade = max(0.0, (speed - 5.0) / 5.0 + 0.4 * min(turn, 0.0), turn)
    return speed, glide, turn, max(fade, least_fade)


def number_terms(numbers: tuple[float, float, float, float]) -> NDArray[np.float64]:
    """The terms [TERMS] of the flight numbers that every coefficient is a sum of: the quadratic in four
    numbers around 9/4.5/-1/2, fifteen terms, and the nearness to each anchor."""
    speed, glide, turn, fade = plausible(numbers)
    w, g, t, f = (speed - 9.0) / 6.0, glide - 4.5, turn + 1.0, fade - 2.0
    squares = (w * w, g * g / 4.0, t * t / 4.0, f * f / 4.0)
    products = (w * g / 2.0, w * t / 2.0, w * f / 2.0, g * t / 4.0, g * f / 4.0, t * f / 4.0)
    away = (np.array((speed, glide, turn, fade)) - np.array(ANCHORS)) / np.array(ANCHOR_REACH)
    nearness = np.exp(-0.5 * (away**2).sum(axis=1))
    return np.array([1.0, w, g, t, f, *squares, *products, *nearness])


def coefficients(numbers: tuple[float, float, float, float], fitted: Fitted) -> NDArray[np.float64]:
    """The mapping's coefficients [-] for flight numbers, in the order of FITTED_COLUMNS, within LIMITS."""
    values = np.array([fitted[name] for name in FITTED_COLUMNS]) @ number_terms(numbers)
    least, most = np.array([LIMITS[name] for name in FITTED_COLUMNS]).T
    return np.asarray(np.clip(values, least, most))
