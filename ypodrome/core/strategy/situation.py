"""What a plan is made for: scene, thrower, bag, air, posture, seed."""

from __future__ import annotations

from dataclasses import dataclass
from enum import StrEnum
from functools import cached_property

import numpy as np
from numpy.typing import NDArray

from ypodrome.core.disc import Disc
from ypodrome.core.flight.simulate import Air, Range
from ypodrome.core.hole.scene import Scene
from ypodrome.core.refused import Refused
from ypodrome.core.strategy.arsenal import Arm, Arsenal, StockLine, build_arsenal
from ypodrome.core.strategy.repertoire import Repertoire, repertoire_of
from ypodrome.core.thrower import KINDS, OVERHEAD, Kind, Thrower
from ypodrome.core.thrower.stance import FOOTINGS, Footing, Stance


class Posture(StrEnum):
    """What a round asks for: par first, the fewest throws on average, or birdies."""

    PAR = "par"
    EVEN = "even"
    ATTACK = "attack"


POSTURES = tuple(Posture)


@dataclass(frozen=True)
class Situation:
    """Inputs of a hole's plan. `without` names kinds of throw that are off today, `lines` are the
    player's own, offered besides the usual shapes, `stance` how the player stands for the throw in hand."""

    scene: Scene
    thrower: Thrower
    bag: tuple[Disc, ...]
    air: Air
    posture: Posture = Posture.EVEN
    without: tuple[str, ...] = ()
    seed: int = 1
    lines: tuple[StockLine, ...] = ()
    stance: Stance = Stance.LEVEL

    def __post_init__(self) -> None:
        if self.posture not in POSTURES:
            raise Refused(f"posture must be one of {', '.join(POSTURES)}, got {self.posture}")
        if not self.bag:
            raise Refused("the bag is empty: add at least one disc")
        if not self.discs:
            raise Refused("every disc of the bag is ruled out in your preferences: allow one")
        if not self.kinds:
            raise Refused("no kind of throw is left: allow a backhand or a forehand")
        if self.seed < 1:
            raise Refused("seed must be 1 or more")

    @property
    def kinds(self) -> tuple[Kind, ...]:
        """Kinds of throw the player has and does not rule out, that are on today and that the hole allows."""
        off = {*self.without, *(n.kind for n in self.thrower.preferences.never if n.over is None)}
        if not self.scene.line.overhead_allowed:
            off.update(OVERHEAD)
        return tuple(k for k in KINDS if k in self.thrower.max_distance_m and k not in off)

    @property
    def arms(self) -> tuple[Arm, ...]:
        """Kind, throw and full release speed of each kind that is on today."""
        t, share = self.thrower, self.footing.power
        return tuple(Arm(k, t.throw(k), share * t.arm_speed_m_s(k), t.max_distance_m[k]) for k in self.kinds)

    @property
    def footing(self) -> Footing:
        """What the stance leaves of a throw."""
        return FOOTINGS[self.stance]

    @cached_property
    def range(self) -> Range:
        """The hole and its air, to throw in."""
        return Range(self.air, self.scene.field)

    @cached_property
    def sizes(self) -> NDArray[np.float64]:
        """Standard deviations of every kind of throw [len(KINDS), 6]."""
        return np.array([self.thrower.spread_of(k).sizes for k in KINDS])

    @property
    def aim_deg(self) -> float:
        """Spread of aim of the player's steadiest kind of throw."""
        return min(self.thrower.spread_of(k).aim_deg for k in self.kinds)

    @property
    def discs(self) -> tuple[Disc, ...]:
        """The discs of the bag that the player does not rule out altogether."""
        never = {n.disc for n in self.thrower.preferences.never if n.over is None}
        return tuple(d for d in self.bag if d.name not in never)

    @cached_property
    def arsenal(self) -> Arsenal:
        """Everything that can be thrown from the tee."""
        return build_arsenal(self.discs, self.arms, lines=self.lines)

    @property
    def repertoire(self) -> Repertoire:
        """What of that is worth a try on the way, and how it flies on open ground."""
        return repertoire_of(self.arsenal, self.thrower, self.sizes, self.scene.wet)
