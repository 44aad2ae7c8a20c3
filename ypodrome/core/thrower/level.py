"""The level of play: spread, faults and putting as continuous functions of one rating.

The scale is the sport's: 1000 is scratch. The forms and where they are judged are in docs/level.md; the
constants were fitted by scripts/level_fit to the scores and shares named there."""

from __future__ import annotations

import math

LOWEST, HIGHEST = 700.0, 1040.0
PRESET_RATINGS = {"new": 775.0, "club": 900.0, "advanced": 950.0, "elite": 1010.0}
"""What the presets stand for on the scale [common practice]."""

SPEED_PCT, AIM_DEG, HYZER_DEG, NOSE_DEG, LAUNCH_DEG = 2.56, 1.95, 3.40, 1.31, 1.46
SPIN_OVER_SPEED = 2.5
SPREAD_GROWTH = 0.31
"""Standard deviations of a scratch player's throws at EASY_POWER, and their growth for each hundred points
below: e to so much (fitted; the ratios between them are chosen, scores do not tell them apart)."""

FAULT_SHARE, FAULT_GROWTH, FAULT_WIDTH = 0.135, 0.20, 4.5
"""Share of a scratch player's throws that are simply bad, its growth likewise, and how much more than usual
everything errs in them (width chosen, the rest fitted: without faults nobody ever makes a bogey)."""

MOST_FAULTS = 0.3

PUTT_RAD, PUTT_GROWTH, PUTT_POWER = 0.0123, 0.374, 0.467
"""Error of a scratch player's putts to the side at five metres [rad], its growth for each hundred points
below, and the power of the distance it grows with besides (fitted to the make rates in docs/level.md)."""


def below_scratch(rating: float) -> float:
    """Hundreds of points below scratch; ratings outside LOWEST to HIGHEST count as these."""
    return (1000.0 - min(HIGHEST, max(LOWEST, rating))) / 100.0


def spread_sizes(rating: float) -> tuple[float, ...]:
    """Standard deviations: speed [%], aim, hyzer, nose, launch [deg], spin [%]."""
    wider = math.exp(SPREAD_GROWTH * below_scratch(rating))
    sizes = (SPEED_PCT, AIM_DEG, HYZER_DEG, NOSE_DEG, LAUNCH_DEG, SPIN_OVER_SPEED * SPEED_PCT)
    return tuple(wider * size for size in sizes)


def fault_share(rating: float) -> float:
    """Share of throws that are simply bad."""
    return min(MOST_FAULTS, FAULT_SHARE * math.exp(FAULT_GROWTH * below_scratch(rating)))


def putt_sigma(rating: float) -> float:
    """Error to the side of a putt at five metres [rad]."""
    return PUTT_RAD * math.exp(PUTT_GROWTH * below_scratch(rating))


def rating_of(aim_deg: float) -> float:
    """The rating whose aim errs so much: what a spread says of the rest of a player's game."""
    if aim_deg <= 0.0:
        return HIGHEST
    return min(HIGHEST, max(LOWEST, 1000.0 - 100.0 * math.log(aim_deg / AIM_DEG) / SPREAD_GROWTH))
