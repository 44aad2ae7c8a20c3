"""A round's score against par and against what its plan expected."""

from __future__ import annotations

from dataclasses import dataclass

from ypodrome.core.record.gained import Gained


@dataclass(frozen=True)
class HoleScore:
    """One hole played: throws made (putts not counted), putts, penalties, and where it was noted what
    each part of the game gained."""

    number: int
    par: int
    expected: float
    throws: int
    putts: int
    penalties: int
    gained: Gained | None = None

    @property
    def score(self) -> int:
        """Throws, putts and penalty throws together."""
        return self.throws + self.putts + self.penalties

    @property
    def against_par(self) -> int:
        return self.score - self.par

    @property
    def against_plan(self) -> float:
        """Throws more (positive) or fewer than the plan expected."""
        return self.score - self.expected


@dataclass(frozen=True)
class RoundScore:
    """All holes played so far."""

    holes: tuple[HoleScore, ...]

    @property
    def score(self) -> int:
        return sum(h.score for h in self.holes)

    @property
    def against_par(self) -> int:
        return sum(h.against_par for h in self.holes)

    @property
    def against_plan(self) -> float:
        return sum(h.against_plan for h in self.holes)

    @property
    def gained(self) -> Gained | None:
        """What each part of the game gained on the holes where it was noted, if there are any."""
        noted = [h.gained for h in self.holes if h.gained is not None]
        return sum(noted[1:], noted[0]) if noted else None

    def dearest(self) -> HoleScore | None:
        """The hole that cost most against the plan, if one cost half a throw or more."""
        worst = max(self.holes, key=lambda h: h.against_plan, default=None)
        return worst if worst is not None and worst.against_plan >= 0.5 else None

    def best(self) -> HoleScore | None:
        """The hole that gained most on the plan, if one gained half a throw or more."""
        best = min(self.holes, key=lambda h: h.against_plan, default=None)
        return best if best is not None and best.against_plan <= -0.5 else None
