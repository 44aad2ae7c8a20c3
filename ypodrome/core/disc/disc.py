"""A disc as its owner knows it."""

from __future__ import annotations

import math
from dataclasses import dataclass
from enum import StrEnum

from ypodrome.core.refused import Refused

RANGES = {
    "speed": (1.0, 15.0),
    "glide": (1.0, 7.0),
    "turn": (-5.0, 1.0),
    "fade": (0.0, 6.0),
    "weight_g": (120.0, 200.0),
    "wear": (0.0, 10.0),
}
"""Values in use [common practice, no source]; a number outside is taken for a slip of the pen."""


class Plastic(StrEnum):
    """Blends by how they behave: base wears and grips, grippy grips most, premium slides and lasts."""

    BASE = "base"
    GRIPPY = "grippy"
    PREMIUM = "premium"


@dataclass(frozen=True)
class Disc:
    """A disc: the four flight numbers, weight [g], plastic, wear (0 new to 10 beaten in). `id` is its lasting
    name, by which plans, rounds and kept lines know it."""

    name: str
    speed: float
    glide: float
    turn: float
    fade: float
    weight_g: float = 175.0
    plastic: Plastic = Plastic.PREMIUM
    wear: float = 0.0
    water_ok: bool = True
    colour: str = ""
    notes: str = ""
    id: str = ""

    def __post_init__(self) -> None:
        for field, (low, high) in RANGES.items():
            value = getattr(self, field)
            if not (math.isfinite(value) and low <= value <= high):
                raise Refused(f"{field} must be between {low:g} and {high:g}, got {value}")

    @property
    def key(self) -> str:
        """What tells discs of a bag apart: the lasting name, or the name where there is none."""
        return self.id or self.name

    @property
    def numbers(self) -> str:
        """The four numbers as written on a disc."""
        return "/".join(f"{n:g}" for n in (self.speed, self.glide, self.turn, self.fade))
