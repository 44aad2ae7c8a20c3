"""What a hole's sign says against what was measured."""

from __future__ import annotations

import itertools
import math
from dataclasses import dataclass

from ypodrome.core.ground.field import height_at
from ypodrome.core.hole.scene import Scene
from ypodrome.core.units import M_PER_FT, feet

DISAGREES = 0.03
"""Share by which sign and measure may differ before it is worth a word (chosen: players laser 220
for a sign of 216 and shrug)."""

FEET_PER_FOOT_OF_RISE = 3.0
"""Distance that one foot of rise is worth [common practice]."""


@dataclass(frozen=True)
class Measured:
    """Lengths of a hole from one tee to one pin [m]; `rise_m` is pin above tee."""

    straight_m: float
    along_line_m: float
    rise_m: float

    @property
    def plays_like_m(self) -> float:
        """Straight distance with three feet for each foot of rise [common practice]; the plan has
        the figure of the thrower's own flights."""
        return max(0.0, self.straight_m + FEET_PER_FOOT_OF_RISE * self.rise_m)


def measure(scene: Scene) -> Measured:
    """Measure a hole."""
    along = sum(math.dist(a, b) for a, b in itertools.pairwise(scene.line_of_play))
    tee_z, pin_z = (height_at(scene.field, *at) for at in (scene.tee.at, scene.pin.at))
    return Measured(scene.distance_m, along, pin_z + scene.pin.raised_m - tee_z)


def off_by(sign_m: float, measured: Measured) -> float:
    """Share by which a sign misses the nearer of the two measured lengths."""
    lengths = (measured.straight_m, measured.along_line_m)
    return min(abs(sign_m / length - 1.0) for length in lengths if length > 0.0)


def sign_warning(sign_m: float | None, measured: Measured, others: dict[str, float]) -> str | None:
    """A sentence when the sign disagrees with the measure, and what may have happened.

    `others` are straight lengths [m] of the hole's other tees and pins, by their words.
    """
    if sign_m is None or off_by(sign_m, measured) <= DISAGREES:
        return None
    guess = _guess(sign_m, measured, others)
    straight_m = measured.straight_m
    return (
        f"The sign says {feet(sign_m):.0f} ft ({sign_m:.0f} m), measured are {feet(straight_m):.0f} ft "
        f"({straight_m:.0f} m){guess}."
    )


def _guess(sign_m: float, measured: Measured, others: dict[str, float]) -> str:
    if off_by(sign_m * M_PER_FT, measured) <= DISAGREES:
        return ": the sign's figure is in feet, but was taken for metres"
    if off_by(sign_m / M_PER_FT, measured) <= DISAGREES:
        return ": the sign's figure is in metres, but was taken for feet"
    for words, length in others.items():
        if abs(sign_m / length - 1.0) <= DISAGREES:
            return f": it fits {words}"
    for unit in (M_PER_FT, 1.0):
        if _one_digit_off(round(sign_m / unit), measured.straight_m / unit):
            return ": it looks like a slip of one digit"
    return ""


def _one_digit_off(figure: int, truth: float) -> bool:
    """Whether a figure becomes true within DISAGREES by changing one digit or swapping two."""
    digits = str(figure)
    variants = [
        digits[:k] + d + digits[k + 1 :]
        for k in range(len(digits))
        for d in "0123456789"
        if (k, d) != (0, "0")
    ]
    swapped = [digits[:k] + digits[k + 1] + digits[k] + digits[k + 2 :] for k in range(len(digits) - 1)]
    return any(abs(int(v) / truth - 1.0) <= DISAGREES / 2 for v in variants + swapped)
