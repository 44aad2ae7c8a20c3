"""The reference throw that flight numbers stand for, and what it should do [common practice, no source].

A right-hand backhand in still air at 15 °C and sea level over level ground, released flat 1.2 m up, its rim
half as fast as the disc. Every share is of the distance flown.
"""

from __future__ import annotations

import math

import numpy as np
from numpy.typing import NDArray

from ypodrome.core.disc.shape import DISC_RADIUS_M
from ypodrome.core.flight.release import (
    HYZER,
    LAUNCH,
    NOSE,
    RELEASE_SIZE,
    SIDE,
    SPEED,
    SPIN,
    USUAL_NOSE_RAD,
    Z,
)
from ypodrome.core.units import m_s_from_mph, metres_from_feet

FIRST_MPH, MPH_A_SPEED = 41.5, 1.65
"""Release speed of a disc of speed 0 and what each number adds."""

NOSE_DEG, LAUNCH_DEG, HEIGHT_M, SPIN_SHARE = math.degrees(USUAL_NOSE_RAD), 11.5, 1.2, 0.5

RIGHT_SHARE = (0.0, 0.03, 0.08, 0.14, 0.20, 0.26)
"""How far right of its aim a disc of turn 0, -1, ... -5 gets."""

BACK_SHARE = (0.02, 0.05, 0.09, 0.12, 0.16, 0.19)
"""How far a disc of fade 0, 1, ... 5 comes back from there."""

BANK_DEG, BANK_PER_FADE_DEG = 16.0, 7.0
"""A disc lands tilted to its fade side by no more than this and so much for each fade."""


def reference_speed_m_s(speed_number: NDArray[np.float64] | float) -> NDArray[np.float64]:
    """Release speed [m/s] at which a disc shows its numbers."""
    return np.asarray(m_s_from_mph(1.0) * (FIRST_MPH + MPH_A_SPEED * np.asarray(speed_number, float)))


def reference_distance_m(numbers: NDArray[np.float64]) -> NDArray[np.float64]:
    """Distance [n, m] the numbers [n, 4+] stand for."""
    speed, glide, _, fade = numbers[:, :4].T
    feet = (165.0 + 18.5 * speed) * (1.0 + 0.035 * (glide - 4.5)) * (1.0 - 0.025 * (fade - 2.0))
    return np.asarray(metres_from_feet(1.0) * feet)


def thrown(
    speed_m_s: NDArray[np.float64], hyzer_deg: float = 0.0, nose_deg: float = NOSE_DEG,
    launch_deg: float = LAUNCH_DEG, spin_share: float | NDArray[np.float64] = SPIN_SHARE,
) -> NDArray[np.float64]:  # fmt: skip
    """Right-hand backhand release rows [n, RELEASE_SIZE] at these speeds [n], towards the east."""
    rows = np.zeros((len(speed_m_s), RELEASE_SIZE))
    rows[:, Z], rows[:, SPEED], rows[:, SIDE] = HEIGHT_M, speed_m_s, 1.0
    rows[:, HYZER], rows[:, NOSE], rows[:, LAUNCH] = np.radians([hyzer_deg, nose_deg, launch_deg])
    rows[:, SPIN] = -spin_share * speed_m_s / DISC_RADIUS_M
    return rows


def bands(numbers: NDArray[np.float64]) -> dict[str, tuple[NDArray[np.float64], NDArray[np.float64]]]:
    """Lowest and highest [n] of distance_m, right, back, apex (shares), hang_s and bank_deg."""
    speed, _, turn, fade = numbers[:, :4].T
    distance = reference_distance_m(numbers)
    right, back = np.interp(-turn, range(6), RIGHT_SHARE), np.interp(fade, range(6), BACK_SHARE)
    room = np.where(turn <= -3.0, 0.05, 0.03)
    hang = distance / (0.74 * reference_speed_m_s(speed))
    one = np.ones_like(distance)
    return {
        "distance_m": (0.92 * distance, 1.08 * distance),
        "right": (right - room, right + room),
        "back": (np.where(turn <= -3.0, -np.inf, back - 0.04), back + 0.04),
        "apex": (0.06 * one, 0.10 * one),
        "hang_s": (0.90 * hang, 1.45 * hang),
        "bank_deg": (-np.inf * one, BANK_DEG + BANK_PER_FADE_DEG * fade),
    }
