"""Release states: how a throw leaves the hand.

A release is a row of RELEASE_SIZE numbers. `hyzer` is positive when the edge on the fade side is
down; for overhand throws it is positive when the disc's top faces the side it is thrown on edge to:
the thrower's head for a tomahawk (forehand grip), away from the head for a thumber (60° to 90°: on
edge). `nose` is the angle of attack against the ground velocity.
"""

from __future__ import annotations

import math
from dataclasses import dataclass
from enum import StrEnum

import numpy as np
from numpy.typing import NDArray

from ypodrome.core.compiled import kernel
from ypodrome.core.disc.aero import DIAMETER_M

X, Y, Z, SPEED, HEADING, LAUNCH, NOSE, HYZER, SPIN, SIDE = range(10)
RELEASE_SIZE = 10
"""Columns: position [m], speed [m/s], heading [rad, counterclockwise from east], launch, nose and
hyzer [rad], spin [rad/s, signed about the axis], side (+1 if hyzer leans the disc left, else -1)."""


class Throw(StrEnum):
    """Kinds of throw, hand first: backhand, forehand, overhand (tomahawk), thumber."""

    RHBH = "RHBH"
    RHFH = "RHFH"
    RHOH = "RHOH"
    RHTH = "RHTH"
    LHBH = "LHBH"
    LHFH = "LHFH"
    LHOH = "LHOH"
    LHTH = "LHTH"

    @property
    def hand(self) -> str:
        """right or left"""
        return "right" if self.value.startswith("R") else "left"

    @property
    def kind(self) -> str:
        """backhand, forehand, overhand or thumber"""
        return {"BH": "backhand", "FH": "forehand", "OH": "overhand", "TH": "thumber"}[self.value[2:]]

    @property
    def spin_sign(self) -> int:
        """Sign of the spin about the axis: a right-hand backhand is clockwise from above, -1."""
        sign = 1 if self.hand == "right" else -1
        return -sign if self.kind in ("backhand", "thumber") else sign

    @property
    def hyzer_side(self) -> int:
        """+1 if a positive hyzer angle puts the left edge down.

        A disc fades to the side opposite its spin sign; an overhand throw is measured towards the
        thrower's head, a thumber away from it, which are the other sides.
        """
        return self.spin_sign if self.kind in ("overhand", "thumber") else -self.spin_sign


SPIN_RATIO = {"backhand": 0.50, "forehand": 0.42, "overhand": 0.35, "thumber": 0.35}
"""Rim speed over forward speed. Backhand 0.45 to 0.55, forehands less [common practice];
overhand chosen below forehand."""


def typical_spin_rad_s(speed_m_s: float, throw: Throw) -> float:
    """Signed spin [rad/s] that usually goes with a release speed."""
    return throw.spin_sign * SPIN_RATIO[throw.kind] * speed_m_s / (DIAMETER_M / 2.0)


@dataclass(frozen=True)
class Release:
    """One throw's release in the frame of its aim: angles [rad], speed [m/s], height [m]."""

    speed_m_s: float
    throw: Throw = Throw.RHBH
    hyzer_rad: float = 0.0
    nose_rad: float = 0.0
    launch_rad: float = math.radians(9.0)
    heading_rad: float = 0.0
    height_m: float = 1.2
    x_m: float = 0.0
    y_m: float = 0.0
    ground_z_m: float = 0.0

    def __post_init__(self) -> None:
        for name, value in vars(self).items():
            if isinstance(value, float) and not math.isfinite(value):
                raise ValueError(f"{name} must be a finite number")
        if not 1.0 <= self.speed_m_s <= 45.0:
            raise ValueError(f"speed_m_s must be between 1 and 45, got {self.speed_m_s}")

    def row(self) -> NDArray[np.float64]:
        """The release as numbers [RELEASE_SIZE] for the compiled batch."""
        return np.array(
            [
                self.x_m,
                self.y_m,
                self.ground_z_m + self.height_m,
                self.speed_m_s,
                self.heading_rad,
                self.launch_rad,
                self.nose_rad,
                self.hyzer_rad,
                typical_spin_rad_s(self.speed_m_s, self.throw),
                float(self.throw.hyzer_side),
            ]
        )


@kernel
def release_state(release: NDArray[np.float64], y: NDArray[np.float64]) -> None:
    """Write the initial state of forces.rates into `y` [10] from a release row."""
    cos_h, sin_h = math.cos(release[HEADING]), math.sin(release[HEADING])
    cos_l, sin_l = math.cos(release[LAUNCH]), math.sin(release[LAUNCH])
    speed = release[SPEED]
    vx, vy, vz = cos_l * cos_h, cos_l * sin_h, sin_l
    lean = release[SIDE] * math.sin(release[HYZER])
    upright = math.cos(release[HYZER])
    ax = -sin_l * cos_h * upright - sin_h * lean
    ay = -sin_l * sin_h * upright + cos_h * lean
    az = cos_l * upright
    cos_n, sin_n = math.cos(release[NOSE]), math.sin(release[NOSE])
    y[0], y[1], y[2] = release[X], release[Y], release[Z]
    y[3], y[4], y[5] = speed * vx, speed * vy, speed * vz
    y[6] = cos_n * ax - sin_n * vx
    y[7] = cos_n * ay - sin_n * vy
    y[8] = cos_n * az - sin_n * vz
    y[9] = release[SPIN]
