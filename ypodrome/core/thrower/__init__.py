"""The thrower: arm, spread, putting."""

from ypodrome.core.thrower.putting import PuttingModel
from ypodrome.core.thrower.spread import PRESETS, Spread
from ypodrome.core.thrower.thrower import KINDS, SCRATCH, Thrower, grip_share

__all__ = ["KINDS", "PRESETS", "SCRATCH", "PuttingModel", "Spread", "Thrower", "grip_share"]
