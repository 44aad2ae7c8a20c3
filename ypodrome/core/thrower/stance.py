"""How a player stands: what a bad footing takes from a throw."""

from __future__ import annotations

from enum import StrEnum
from typing import NamedTuple


class Stance(StrEnum):
    """Footings players tell apart [common practice]."""

    LEVEL = "level"
    BANK = "bank"
    KNEE = "knee"
    BACKED = "backed"


class Footing(NamedTuple):
    """Factor on the whole spread, and share of full power that is left."""

    spread: float
    power: float


FOOTINGS = {
    Stance.LEVEL: Footing(1.0, 1.0),
    Stance.BANK: Footing(1.2, 0.92),
    Stance.KNEE: Footing(1.35, 0.70),
    Stance.BACKED: Footing(1.3, 0.60),
}
"""On a bank without a run-up, on a knee under branches, backed against a trunk without a reach-back
[common practice], sizes chosen."""
