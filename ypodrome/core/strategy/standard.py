"""The line that a hole asks for: what a standard player of a level would throw."""

from __future__ import annotations

from dataclasses import replace

from ypodrome.core.disc import Disc
from ypodrome.core.strategy.ground_value import GroundValue
from ypodrome.core.strategy.options import Option
from ypodrome.core.strategy.plan import best_from
from ypodrome.core.strategy.situation import Situation
from ypodrome.core.thrower.standard import arm_of, player

STANDARD_BAG = (
    Disc("putter", 2, 3, 0, 1),
    Disc("overstable mid-range", 5, 4, 0, 3),
    Disc("straight mid-range", 5, 5, -1, 1),
    Disc("understable fairway driver", 7, 5, -2, 1),
    Disc("stable fairway driver", 7, 5, 0, 2),
    Disc("driver", 9, 5, -1, 2),
    Disc("distance driver", 11, 5, -1, 2),
)
"""A bag as most carry: from a putter to a distance driver, stable and understable [common practice]."""


def standard_line(situation: Situation) -> Option:
    """The best throw from the tee of a standard player of this player's level and hand, with a usual bag and
    arm, in the same air."""
    rating = situation.thrower.level
    standard = player(rating, arm_of(rating), situation.thrower.hand)
    other = replace(situation, thrower=standard, bag=STANDARD_BAG, without=(), lines=())
    return best_from(other, GroundValue(other), other.scene.tee.at, 0)
