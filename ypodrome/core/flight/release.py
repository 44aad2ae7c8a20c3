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
from numpy.typing import ArrayLike, NDArray

from ypodrome.core.compiled import formula
from ypodrome.core.disc.shape import DISC_RADIUS_M
from ypodrome.core.flight.forces import Motion
from ypodrome.core.refused import Refused

X, Y, Z, SPEED, HEADING, LAUNCH, NOSE, HYZER, SPIN, SIDE = range(10)
RELEASE_SIZE = 10
"""Columns: position [m], speed [m/s], heading [rad, counterclockwise from east], launch, nose and
hyzer [rad], spin [rad/s, signed about the axis], side (+1 if hyzer leans the disc left, else -1)."""


class Throw(StrEnum):
    """Kinds of throw, hand first: backhand, forehand, tomahawk (overhand), thumber."""

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
        """backhand, forehand, tomahawk or thumber"""
        return {"BH": "backhand", "FH": "forehand", "OH": "tomahawk", "TH": "thumber"}[self.value[2:]]

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
        return self.spin_sign if self.kind in ("tomahawk", "thumber") else -self.spin_sign


SLOWEST_M_S, FASTEST_M_S = 1.0, 60.0
"""Release speeds taken for a throw (chosen: nobody throws faster than 45 m/s)."""

USUAL_NOSE_RAD = math.radians(-2.5)
"""Angle of attack of an ordinary throw as it leaves the hand: the nose a little down, and the disc rises
into its flight [common practice], size chosen with the reference throw."""

SPIN_SHARE = {"backhand": 0.50, "forehand": 0.42, "tomahawk": 0.20, "thumber": 0.20}
"""Rim speed over forward speed. Backhand 0.45 to 0.55, forehands less [common practice];
overhead throws chosen well below: the arm throws, the wrist hardly turns."""

SLOW_SPIN, SLOW_M_S, FAST_M_S = 0.3, 10.0, 18.0
"""A slow throw comes from the wrist: at putting speed the rim is faster by this share of SPIN_SHARE, as much
as 500 to 600 turns a minute, and from FAST_M_S on no more than usual [common practice], sizes chosen."""


def slow_spin(speed_m_s: ArrayLike) -> NDArray[np.float64]:
    """How much more than its usual share a throw of this speed [m/s] spins: 1 for a fast one."""
    slow = np.clip((FAST_M_S - np.asarray(speed_m_s, float)) / (FAST_M_S - SLOW_M_S), 0.0, 1.0)
    return np.asarray(1.0 + SLOW_SPIN * slow)


def spin_share(speed_m_s: ArrayLike, kind: str) -> NDArray[np.float64]:
    """Rim speed over forward speed that usually goes with a release speed [m/s] of a kind of throw."""
    return np.asarray(SPIN_SHARE[kind] * slow_spin(speed_m_s))


def typical_spin_rad_s(speed_m_s: float, throw: Throw) -> float:
    """Signed spin [rad/s] that usually goes with a release speed."""
    return throw.spin_sign * float(spin_share(speed_m_s, throw.kind)) * speed_m_s / DISC_RADIUS_M


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
                raise Refused(f"{name} must be a finite number")
        if not SLOWEST_M_S <= self.speed_m_s <= FASTEST_M_S:
            raise Refused(
                f"speed_m_s must be between {SLOWEST_M_S:g} and {FASTEST_M_S:g}, got {self.speed_m_s:g}"
            )

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


@formula
def release_motion(release: NDArray[np.float64]) -> Motion:
    """The motion a release row starts with."""
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
    return Motion(
        release[X], release[Y], release[Z], speed * vx, speed * vy, speed * vz,
        cos_n * ax - sin_n * vx, cos_n * ay - sin_n * vy, cos_n * az - sin_n * vz, release[SPIN],
    )  # fmt: skip
