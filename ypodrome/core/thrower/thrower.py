"""Who throws: hand, arm speed by kind of throw, spread, putting."""

from __future__ import annotations

import math
from dataclasses import dataclass, field
from functools import lru_cache

from scipy.optimize import brentq

from ypodrome.core.disc import Disc
from ypodrome.core.disc.aero import nominal_speed_m_s
from ypodrome.core.flight import batch as b
from ypodrome.core.flight.release import Release, Throw
from ypodrome.core.flight.simulate import Air, fly
from ypodrome.core.ground.field import open_field
from ypodrome.core.thrower.putting import PuttingModel
from ypodrome.core.thrower.spread import PRESETS, Spread

KINDS = ("backhand", "forehand", "overhand", "thumber", "roller")
CODES = {"backhand": "HBH", "forehand": "HFH", "overhand": "HOH", "thumber": "HTH", "roller": "HBH"}
"""Kinds of throw and the throw each is made with: a roller is a backhand set down on its edge."""

LIMITS_M = (15.0, 200.0)

SLOWEST_GRIP, DRIVER_SPEED, PUTTER_SPEED = 0.92, 9.0, 2.0
"""Share of the arm's speed that a putter leaves with, and the speed numbers between which the share rises
to the whole: a deep blunt rim cannot be gripped and ripped as a driver's [common practice], size chosen."""
LAUNCHES_RAD = tuple(math.radians(a) for a in (8.0, 11.0, 14.0))


@dataclass(frozen=True)
class Thrower:
    """A player. `max_distance_m` by kind of throw; kinds left out are not thrown."""

    name: str = "Player"
    hand: str = "right"
    units: str = "imperial"
    spread: Spread = PRESETS["club"]
    max_distance_m: dict[str, float] = field(default_factory=lambda: {"backhand": 100.0, "forehand": 80.0})
    make_at_5_m: float = 0.9
    make_at_10_m: float = 0.35

    def __post_init__(self) -> None:
        if self.hand not in ("right", "left"):
            raise ValueError(f'hand must be "right" or "left", got "{self.hand}"')
        if self.units not in ("imperial", "metric"):
            raise ValueError(f'units must be "imperial" or "metric", got "{self.units}"')
        for kind, distance_m in self.max_distance_m.items():
            if kind not in KINDS:
                raise ValueError(f"throws: unknown kind {kind}; known: {', '.join(KINDS)}")
            low, high = LIMITS_M
            if not low <= distance_m <= high:
                raise ValueError(
                    f"throws.{kind}.max_distance_m must be between {low:g} and {high:g}, got {distance_m}"
                )

    @property
    def putting(self) -> PuttingModel:
        """Putting fitted to the two make rates."""
        return PuttingModel.from_make_rates(self.make_at_5_m, self.make_at_10_m)

    def throw(self, kind: str) -> Throw:
        """The throw of this kind with this player's hand."""
        return Throw(("R" if self.hand == "right" else "L") + CODES[kind])

    def arm_speed_m_s(self, kind: str) -> float:
        """Release speed [m/s] of a driver at full power for a kind of throw."""
        return arm_speed_m_s(self.max_distance_m[kind], kind)


SCRATCH = Thrower(
    "A scratch player",
    spread=PRESETS["elite"],
    max_distance_m={"backhand": 125.0, "forehand": 105.0},
    make_at_5_m=0.97,
    make_at_10_m=0.6,
)
"""The player that par is measured by: elite spread, 410 ft, six putts of ten from the circle's edge
[common practice], figures chosen."""


def grip_share(speed_number: float) -> float:
    """Share of the arm's speed with which a disc of this speed number leaves at full power."""
    rising = (speed_number - PUTTER_SPEED) / (DRIVER_SPEED - PUTTER_SPEED)
    return SLOWEST_GRIP + (1.0 - SLOWEST_GRIP) * min(1.0, max(0.0, rising))


def _best_carry_m(speed_m_s: float, kind: str) -> float:
    """Farthest level carry at an arm speed with the fastest disc that speed is enough for."""
    owned = min(14.0, max(3.0, (speed_m_s - nominal_speed_m_s(0.0)) / nominal_speed_m_s_slope()))
    disc = Disc("owned", owned, 5.0, -1.5, 1.5)
    throw = Throw("R" + CODES[kind])
    speed_m_s = grip_share(owned) * speed_m_s
    carries = (
        fly(disc, Release(speed_m_s, throw, launch_rad=a), Air(), open_field()).out[b.CARRY_X]
        for a in LAUNCHES_RAD
    )
    return float(max(carries))


def nominal_speed_m_s_slope() -> float:
    """Extra release speed [m/s] per speed number."""
    return nominal_speed_m_s(1.0) - nominal_speed_m_s(0.0)


@lru_cache(maxsize=256)
def arm_speed_m_s(max_distance_m: float, kind: str) -> float:
    """Arm speed [m/s] that carries `max_distance_m` with the farthest disc it can use."""
    kind = kind if kind in ("backhand", "forehand") else "forehand"

    def short(speed_m_s: float) -> float:
        return _best_carry_m(speed_m_s, kind) - max_distance_m

    low, high = 6.0, 42.0
    if short(high) < 0.0:
        return high
    return float(brentq(short, low, high, xtol=0.02))
