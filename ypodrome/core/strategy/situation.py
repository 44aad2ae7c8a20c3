"""What a plan is made for: scene, thrower, bag, air, posture, seed."""

from __future__ import annotations

from dataclasses import dataclass
from functools import cached_property

from ypodrome.core.disc import Disc
from ypodrome.core.flight.simulate import Air
from ypodrome.core.hole.scene import Scene
from ypodrome.core.strategy.arsenal import (
    APPROACH_SHAPES_DEG,
    PLANNED_KINDS,
    Arm,
    Arsenal,
    approach_discs,
    build_arsenal,
)
from ypodrome.core.thrower import Thrower

POSTURES = ("par", "even", "attack")


@dataclass(frozen=True)
class Situation:
    """Inputs of a hole's plan. `without` names kinds of throw that are off today."""

    scene: Scene
    thrower: Thrower
    bag: tuple[Disc, ...]
    air: Air
    posture: str = "even"
    without: tuple[str, ...] = ()
    seed: int = 1

    def __post_init__(self) -> None:
        if self.posture not in POSTURES:
            raise ValueError(f"posture must be one of {', '.join(POSTURES)}, got {self.posture}")
        if not self.bag:
            raise ValueError("the bag is empty: add at least one disc")
        if not self.kinds:
            raise ValueError("no kind of throw is left: allow a backhand or a forehand")
        if self.seed < 1:
            raise ValueError("seed must be 1 or more")

    @property
    def kinds(self) -> tuple[str, ...]:
        """Kinds of throw the player has and that are on today."""
        owned = self.thrower.max_distance_m
        return tuple(k for k in PLANNED_KINDS if k in owned and k not in self.without)

    @property
    def arms(self) -> tuple[Arm, ...]:
        """Kind, throw and full release speed of each kind that is on today."""
        t = self.thrower
        return tuple((k, t.throw(k), t.arm_speed_m_s(k)) for k in self.kinds)

    @property
    def wind_m_s(self) -> float:
        return self.air.wind.speed_m_s

    @cached_property
    def arsenal(self) -> Arsenal:
        """Everything that can be thrown from the tee."""
        return build_arsenal(self.bag, self.arms)

    @cached_property
    def approach_arsenal(self) -> Arsenal:
        """The smaller choice that values lies on the way."""
        return build_arsenal(approach_discs(self.bag), self.arms, APPROACH_SHAPES_DEG)
