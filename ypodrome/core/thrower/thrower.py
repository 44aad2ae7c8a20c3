"""Who throws: hand, arm by kind of throw, spread, faults, putting."""

from __future__ import annotations

import math
from collections.abc import Mapping
from dataclasses import dataclass, field
from functools import lru_cache

from ypodrome.core.flight.release import Throw
from ypodrome.core.refused import Refused
from ypodrome.core.thrower.arms import (
    CODES,
    KINDS,
    LONGEST_ENTRY_M,
    LONGEST_M,
    SHORTEST_ENTRY_M,
    SHORTEST_M,
    Kind,
    arm_speed_m_s,
)
from ypodrome.core.thrower.level import HIGHEST, LOWEST, MOST_FAULTS, PRESET_RATINGS, fault_share, rating_of
from ypodrome.core.thrower.preferences import Preferences
from ypodrome.core.thrower.putting import PuttingModel, check_rates
from ypodrome.core.thrower.spread import Spread, spread_at

USUAL_RATING = PRESET_RATINGS["club"]


@dataclass(frozen=True)
class Thrower:
    """A player. `max_distance_m` by kind of throw; kinds left out are not thrown.

    `rating` is the number on the sport's scale; it sets what is not given: spread, faults, putting. `spread`
    is the player's own, `spreads` those of single kinds. `make_rates` are pairs of distance [m] and share
    made on a flat calm green."""

    name: str = "Player"
    hand: str = "right"
    units: str = "imperial"
    rating: float | None = None
    spread: Spread | None = None
    spreads: Mapping[str, Spread] = field(default_factory=dict)
    faults: float | None = None
    max_distance_m: Mapping[str, float] = field(default_factory=lambda: {"backhand": 100.0, "forehand": 80.0})
    make_rates: tuple[tuple[float, float], ...] = ()
    preferences: Preferences = Preferences()

    def __post_init__(self) -> None:
        if self.hand not in ("right", "left"):
            raise Refused(f'hand must be "right" or "left", got "{self.hand}"')
        if self.units not in ("imperial", "metric"):
            raise Refused(f'units must be "imperial" or "metric", got "{self.units}"')
        if self.rating is not None and not LOWEST <= self.rating <= HIGHEST:
            raise Refused(f"rating must be between {LOWEST:g} and {HIGHEST:g}, got {self.rating:g}")
        if self.faults is not None and not 0.0 <= self.faults <= MOST_FAULTS:
            raise Refused(f"fault_share must be between 0 and {MOST_FAULTS:g}, got {self.faults:g}")
        for kind in (*self.max_distance_m, *self.spreads):
            if kind not in KINDS:
                raise Refused(f"unknown kind of throw {kind}; known: {', '.join(KINDS)}")
        for kind, distance_m in self.max_distance_m.items():
            if not (math.isfinite(distance_m) and SHORTEST_M <= distance_m <= LONGEST_M):
                raise Refused(
                    f"throws.{kind}.max_distance_m must be between {SHORTEST_ENTRY_M:g} and "
                    f"{LONGEST_ENTRY_M:g}, got {distance_m:g}"
                )
        if self.make_rates:
            check_rates(self.make_rates)

    @property
    def level(self) -> float:
        """The rating, or what the spread stands for."""
        if self.rating is not None:
            return self.rating
        return USUAL_RATING if self.spread is None else rating_of(self.spread.aim_deg)

    @property
    def fault_share(self) -> float:
        """Share of throws that are simply bad."""
        return fault_share(self.level) if self.faults is None else self.faults

    @property
    def putting(self) -> PuttingModel:
        """Putting as declared, or as the rating has it."""
        return _putting(self.level, self.make_rates)

    def spread_of(self, kind: str) -> Spread:
        """Spread of a kind of throw."""
        return self.spreads.get(kind) or self.spread or spread_at(self.level)

    def throw(self, kind: str) -> Throw:
        """The throw of this kind with this player's hand."""
        return Throw(("R" if self.hand == "right" else "L") + CODES[Kind(kind)])

    def arm_speed_m_s(self, kind: str) -> float:
        """Release speed [m/s] of a driver at full power for a kind of throw."""
        return arm_speed_m_s(self.max_distance_m[kind], Kind(kind))

    def odd_arms(self) -> tuple[str, ...]:
        """Kinds whose stored distance lies outside what may be entered today."""
        return tuple(
            k for k, d in self.max_distance_m.items() if not SHORTEST_ENTRY_M <= d <= LONGEST_ENTRY_M
        )


@lru_cache(maxsize=256)
def _putting(rating: float, rates: tuple[tuple[float, float], ...]) -> PuttingModel:
    """Putting through declared rates, thrown away as often as the rating has it, or the rating's own."""
    rated = PuttingModel.rated(rating)
    return PuttingModel.declared(rates, rated.lost) if rates else rated


SCRATCH = Thrower("A scratch player", rating=1000.0, max_distance_m={"backhand": 130.0, "forehand": 108.0})
"""The player that par is measured by: 1000 on the scale, 425 ft [common practice], figures chosen."""
