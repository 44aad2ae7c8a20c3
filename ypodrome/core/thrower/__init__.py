"""The thrower: arm, spread, faults, putting."""

from ypodrome.core.thrower.arms import (
    ENTERED_ARMS_M,
    KINDS,
    OVERHEAD,
    ROLLERS,
    Kind,
    distance_of_m,
    grip_share,
)
from ypodrome.core.thrower.putting import PuttingModel
from ypodrome.core.thrower.spread import PRESETS, Spread, spread_at
from ypodrome.core.thrower.thrower import SCRATCH, Thrower

__all__ = [
    "ENTERED_ARMS_M",
    "KINDS",
    "OVERHEAD",
    "PRESETS",
    "ROLLERS",
    "SCRATCH",
    "Kind",
    "PuttingModel",
    "Spread",
    "Thrower",
    "distance_of_m",
    "grip_share",
    "spread_at",
]
