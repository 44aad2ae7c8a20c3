"""Shapes of lines: what players would call a flight, told from how it goes and not from how it is thrown.

Sideways is counted from the aim, positive to the side the throw fades to.
"""

from __future__ import annotations

import math
from enum import StrEnum

import numpy as np
from numpy.typing import NDArray

from ypodrome.core.thrower import ROLLERS, Kind


class Shape(StrEnum):
    """Names players use [common practice]."""

    STRAIGHT = "straight"
    LATE_FADE = "straight, late fade"
    TUNNEL = "tunnel shot"
    OVER_THE_TOP = "over the top"
    FADE = "fade"
    HYZER = "hyzer"
    SKIP_HYZER = "skip hyzer"
    STALL_HYZER = "stall hyzer"
    SPIKE_HYZER = "spike hyzer"
    HYZER_FLIP = "hyzer flip"
    TURNOVER = "turnover"
    ANHYZER = "anhyzer"
    FLEX = "flex"
    ROLLER = "roller"
    TOMAHAWK = "tomahawk"
    THUMBER = "thumber"


OVERHEAD_SHAPES = {Kind.TOMAHAWK: Shape.TOMAHAWK, Kind.THUMBER: Shape.THUMBER}

STRAIGHT_SHARE, LATE_SHARE = 0.085, 0.035
"""Share of its carry that a flight ends aside of its aim and is still straight, and from which it is said to
fade late (chosen: 8 m in 100)."""

REVERSAL_SHARE = 0.025
"""Share of its carry that a flight goes to one side before it ends to the other, to be a flex (chosen)."""

TUNNEL_APEX_M, OVER_THE_TOP_M = 3.0, 14.0
"""Highest point below which a straight line is a tunnel shot, and above which it goes over what stands in the
way (chosen)."""

SKIPS_M, SKIPS_DEG = 8.0, 22.0
"""Ground play from which, and descent up to which, a hyzer skips (chosen)."""

STALL_DEG, SPIKE_DEG, SPIKE_BANK_DEG = 20.0, 40.0, 40.0
"""Launch from which a hyzer hangs and stalls; descent and bank at the ground from which it is a spike
(chosen)."""

FLAT_DEG, UP_DEG = 5.0, 4.0
"""Release angle from which a throw counts as banked, and bank up to which a hyzer has stood up (chosen)."""


def shape_of(
    kind: Kind, hyzer_deg: float, launch_deg: float, out: np.record, path: NDArray[np.float64],
    heading_rad: float, fade_side: float,
) -> Shape:  # fmt: skip
    """The shape of a mean flight with its path [rows, 5]; `fade_side` is +1 where it fades to the left."""
    if kind in OVERHEAD_SHAPES:
        return OVERHEAD_SHAPES[kind]
    if kind in ROLLERS:
        return Shape.ROLLER
    end, turned = sideways(out, path, heading_rad, fade_side)
    if end > STRAIGHT_SHARE:
        return _to_the_fade_side(hyzer_deg, launch_deg, out, turned)
    if end < -STRAIGHT_SHARE:
        return Shape.ANHYZER if hyzer_deg <= -FLAT_DEG else Shape.TURNOVER
    if hyzer_deg >= FLAT_DEG and math.degrees(out.least_bank_rad) < UP_DEG:
        return Shape.HYZER_FLIP
    if min(turned, end + turned) > REVERSAL_SHARE and hyzer_deg <= -FLAT_DEG:
        return Shape.FLEX
    if out.apex_m < TUNNEL_APEX_M:
        return Shape.TUNNEL
    if out.apex_m > OVER_THE_TOP_M:
        return Shape.OVER_THE_TOP
    return Shape.LATE_FADE if end > LATE_SHARE else Shape.STRAIGHT


def sideways(
    out: np.record, path: NDArray[np.float64], heading_rad: float, fade_side: float
) -> tuple[float, float]:
    """Where a flight ends aside of its aim and how far it went to the other side before, as shares of its
    carry: to the fade side, and to the turn side (never below zero)."""
    start = path[0, 1:3]
    left = np.array([-math.sin(heading_rad), math.cos(heading_rad)]) * fade_side
    carry = math.hypot(out.carry_x_m - start[0], out.carry_y_m - start[1])
    end = float((np.array([out.carry_x_m, out.carry_y_m]) - start) @ left)
    turned = float(-((path[:, 1:3] - start) @ left).min(initial=0.0))
    return end / max(carry, 1.0), turned / max(carry, 1.0)


def _to_the_fade_side(hyzer_deg: float, launch_deg: float, out: np.record, turned: float) -> Shape:
    descent, bank = math.degrees(out.descent_rad), math.degrees(out.landing_hyzer_rad)
    if descent > SPIKE_DEG and bank > SPIKE_BANK_DEG:
        return Shape.SPIKE_HYZER
    if turned > REVERSAL_SHARE:
        return Shape.FLEX
    if hyzer_deg < FLAT_DEG:
        return Shape.FADE
    if launch_deg >= STALL_DEG:
        return Shape.STALL_HYZER
    ran = math.hypot(out.rest_x_m - out.carry_x_m, out.rest_y_m - out.carry_y_m)
    return Shape.SKIP_HYZER if ran > SKIPS_M and descent < SKIPS_DEG else Shape.HYZER
