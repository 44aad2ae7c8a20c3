"""Facts of the rules of play, each with its number in the sport's Official Rules of Disc Golf.

All are quoted from memory. The rules in force, the event's caddie book and its director overrule
them.
"""

from __future__ import annotations

from dataclasses import dataclass

CIRCLE_1_M = 10.0
"""Radius of the putting area, 806.01."""

CIRCLE_2_M = 20.0
"""Second circle used in round statistics [common practice]; no rule."""

OB_RELIEF_M = 1.0
"""An out-of-bounds lie may be moved up to this far in from the line, 806.02."""

STANCE_M = 0.5
"""Room for a stance behind what is too large and solid to stand in, 802.07 (size chosen)."""

PENALTY_THROWS = 1
"""Out of bounds (806.02), missed mandatory (804.01), lost disc (805.03): one throw each."""

SEARCH_MINUTES = 3
"""Time to look for a disc before it is lost, 805.03."""

THROW_SECONDS = 30
"""Time to throw once it is the player's turn and the playing area is clear, 802.03."""

LIE_WIDTH_CM, LIE_DEPTH_CM = 20, 30
"""The lie behind a marker, 802.05."""


@dataclass(frozen=True)
class RuleFact:
    """One rule in a sentence, its number, and whether it is quoted from memory."""

    subject: str
    says: str
    number: str
    from_memory: bool = True


FACTS = (
    RuleFact("circle", f"Within {CIRCLE_1_M:.0f} m of the target a throw is a putt.", "806.01"),
    RuleFact("jump putt", f"Inside {CIRCLE_1_M:.0f} m show balance behind the marker before you move on: "
             "no jump or step putt.", "806.01"),
    RuleFact("out of bounds", "One penalty throw. Play where it was last in bounds, up to "
             f"{OB_RELIEF_M:.0f} m in from the line, or as the hole says.", "806.02"),
    RuleFact("mandatory", "A throw past the wrong side costs one penalty throw; play from the drop "
             "zone, or where there is none from the previous lie.", "804.01"),
    RuleFact("drop zone", "A marked lie used instead, where the director has named one.", "806.02, 804.01"),
    RuleFact("lie", f"{LIE_WIDTH_CM} cm wide and {LIE_DEPTH_CM} cm deep behind the marker; a supporting "
             "point must be on it when the disc leaves the hand.", "802.05, 802.07"),
    RuleFact("large solid obstacle", "Where it leaves no stance at the marker, stand straight behind it on "
             "the line of play.", "802.07"),
    RuleFact("lost disc", f"Not found within {SEARCH_MINUTES} minutes: one penalty throw, from the previous "
             "lie.", "805.03"),
    RuleFact("time to throw", f"{THROW_SECONDS} seconds once it is your turn and the way is clear.",
             "802.03"),
)  # fmt: skip
