"""How much one player may keep, told before it is met."""

from __future__ import annotations

from dataclasses import dataclass

from ypodrome.accounts.models import Player
from ypodrome.core.refused import Refused

MOST = {"discs": 200, "courses": 40, "plans": 400, "rounds": 1000, "events": 60_000}
"""Rows of each sort (chosen: a player with three rounds a week for six years stays below)."""

DELETED_TOO = 2
"""So many times as much may there be with what is deleted and can still be put back (chosen)."""

NEAR = 0.8
"""Share of a quota from which a player is told (chosen)."""


@dataclass(frozen=True)
class Standing:
    """How much a player keeps of one sort."""

    what: str
    count: int
    most: int

    @property
    def words(self) -> str:
        """What is counted, as a player says it."""
        return "throws and putts told" if self.what == "events" else self.what

    @property
    def near(self) -> bool:
        """Whether to be told of it."""
        return self.count >= NEAR * self.most


def standing(player: Player, what: str) -> Standing:
    """How much a player keeps of discs, courses, plans, rounds or events, what is deleted not counted."""
    rows = getattr(player, what)
    return Standing(what, (rows if what == "events" else rows.filter(deleted=None)).count(), MOST[what])


def room_for(player: Player, what: str, more: int = 1) -> None:
    """Refused when so many more would be too many."""
    now = standing(player, what)
    if getattr(player, what).count() + more > DELETED_TOO * now.most:
        raise Refused(f"too many {now.words} were deleted of late: they go for good after thirty days")
    if now.count + more > now.most:
        raise Refused(
            f"you keep {now.count} {now.words} of {now.most}: delete some first, or save your archive and "
            "ask whoever runs this server for more room"
        )
