"""Flight numbers, weight, plastic and wear → the coefficients the integrator flies with.

Nobody publishes this mapping. Its form is ours; its constants come from `scripts/fit_flight.py`,
which fits them to the reference throws of `docs/flight-model.md` and writes `fitted.py`.

Forms (s = sin of the angle of attack, all bounded at every attitude):

* lift      C_L = (CL0 + CLa s) cos α
* drag      C_D = CD0 + K sin²(α - α0) + K4 sin⁴(α - α0), K4 such that a disc falling flat has 1.1
* pitching  C_M = m(s) cos α, with e = s - s0: m = low + top e below s0, a straight line through the
  angles of ordinary flight, and low + b e + c e² above it. Nose-up is positive.
"""

from __future__ import annotations

import math

import numpy as np
from numpy.typing import NDArray

from ypodrome.core.disc.disc import Disc, Plastic
from ypodrome.core.disc.fitted import FITTED
from ypodrome.core.units import KG_PER_G, m_s_from_mph

MASS, AREA, DIAMETER, INERTIA, CD0, DRAG_K, SIN_A0, COS_A0 = range(8)
CL0, CLA, CM_LOW, CM_S0, CM_B, CM_C, CM_TOP, SPIN_DECAY, GRIP, DRAG_K4 = range(8, 18)
ROW_SIZE = 18
"""Columns of an aerodynamic row."""

DIAMETER_M = 0.212
"""Outside diameter: 21 to 21.8 cm for nearly all golf discs [common practice]."""

RADIUS_OF_GYRATION = 0.80
"""Of the radius. A uniform plate has 0.707, a hoop 1.0; a golf disc lies between, nearer the plate
(chosen: gives 1.26e-3 kg m² at 175 g; measured values near 1.2e-3 are in Kamaruddin 2011)."""

DRAG_MINIMUM_RAD = math.radians(-3.0)
"""Angle of attack of least drag: -4° on Hummel's (2003) disc, flatter for golf discs (chosen)."""

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


def aero_row(disc: Disc, fitted: dict[str, float] = FITTED) -> NDArray[np.float64]:
    """One row of coefficients [ROW_SIZE] for the compiled flight, SI and dimensionless."""
    row = np.empty(ROW_SIZE)
    _fill_body(row, disc)
    _fill_coefficients(row, worn_numbers(disc), fitted)
    return row


def _fill_body(row: NDArray[np.float64], disc: Disc) -> None:
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


def _fill_coefficients(
    row: NDArray[np.float64], numbers: tuple[float, float, float, float], f: dict[str, float]
) -> None:
    speed, glide, turn, fade = numbers
    swift = (speed - 9.0) / 6.0
    moment_scale = 1.0 + f["cm_speed"] * swift
    row[CD0] = (
        f["cd"]
        + f["cd_speed"] * swift
        + f["cd_speed2"] * swift * swift
        + f["cd_fade"] * fade
        + f["cd_glide"] * (glide - 4.5)
    )
    row[DRAG_K] = f["drag_k"] + f["k_fade"] * fade + f["k_speed"] * swift + f["k_glide"] * (glide - 4.5)
    row[DRAG_K4] = BROADSIDE_CD - row[CD0] - row[DRAG_K]
    row[CL0] = f["cl0"] + f["cl0_glide"] * (glide - 4.5) + f["cl0_speed"] * swift + f["cl0_fade"] * fade
    row[CLA] = f["cla"] + f["cla_glide"] * (glide - 4.5) + f["cla_speed"] * swift + f["cla_fade"] * fade
    low = f["low"] + f["low_speed"] * swift + f["low_fade"] * fade
    low += f["low_fade2"] * fade * fade + turn * (f["low_turn"] + f["low_turn2"] * abs(turn))
    row[CM_LOW] = low * moment_scale
    row[CM_S0] = f["s0"] + f["s0_turn"] * turn + f["s0_fade"] * fade + f["s0_fade2"] * fade * fade
    row[CM_S0] += f["s0_speed"] * swift + f["s0_glide"] * (glide - 4.5)
    row[CM_B] = (f["b"] + f["b_speed"] * swift + f["b_fade"] * fade + f["b_turn"] * turn) * moment_scale
    row[CM_C] = (f["c"] + f["c_speed"] * swift + f["c_fade"] * fade + f["c_turn"] * turn) * moment_scale
    row[CM_TOP] = f["top"] + f["top_fade"] * fade
