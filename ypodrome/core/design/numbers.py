"""The flight numbers a disc really has: as stamped, moved by wear, plastic and weight."""

from __future__ import annotations

from typing import NamedTuple

from ypodrome.core.disc import Disc, Plastic

TURN_PER_WEAR, FADE_PER_WEAR = -0.12, -0.10
WEAR_BY_PLASTIC = {Plastic.BASE: 1.0, Plastic.GRIPPY: 0.9, Plastic.PREMIUM: 0.8}
"""A fully beaten disc (10) turns about one number more and fades about one less
[common practice]; the same knocks move premium less."""

FADE_BY_PLASTIC = {Plastic.BASE: -0.2, Plastic.GRIPPY: -0.1, Plastic.PREMIUM: 0.0}
"""Of one mould premium plastic finishes hardest [common practice], sizes chosen."""

USUAL_WEIGHT_G = 175.0
TURN_PER_G, GLIDE_PER_G, FADE_PER_G = 0.03, -0.02, 0.01
"""A lighter disc turns more, glides longer and fades a little less [common practice], sizes chosen: ten
grams are a third of a turn."""


class Numbers(NamedTuple):
    """Speed, glide, turn and fade as flown, and the weight [g] they are flown with."""

    speed: float
    glide: float
    turn: float
    fade: float
    weight_g: float = USUAL_WEIGHT_G


def flown_numbers(disc: Disc) -> Numbers:
    """The numbers a disc flies by."""
    wear = disc.wear * WEAR_BY_PLASTIC[disc.plastic]
    heavy = disc.weight_g - USUAL_WEIGHT_G
    return Numbers(
        disc.speed,
        disc.glide + GLIDE_PER_G * heavy,
        disc.turn + TURN_PER_WEAR * wear + TURN_PER_G * heavy,
        max(0.0, disc.fade + FADE_PER_WEAR * wear + FADE_BY_PLASTIC[disc.plastic] + FADE_PER_G * heavy),
        disc.weight_g,
    )
