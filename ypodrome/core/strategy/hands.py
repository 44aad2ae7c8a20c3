"""Throws for somebody who leaves a hand out: the same flights, on ground that is valued without that hand."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import replace

import numpy as np

from ypodrome.core.strategy.forecast import best_of
from ypodrome.core.strategy.ground_value import GroundValue
from ypodrome.core.strategy.options import Option
from ypodrome.core.strategy.search import Judged, valued_again
from ypodrome.core.strategy.situation import Situation
from ypodrome.core.thrower import KINDS, Kind

HANDS: dict[str, tuple[Kind, ...]] = {
    "forehand": (Kind.FOREHAND, Kind.FOREHAND_ROLLER),
    "backhand": (Kind.BACKHAND, Kind.BACKHAND_ROLLER),
}
"""What cannot be thrown by somebody who leaves a hand out, a sore finger or no footing."""

Grounds = Mapping[str, tuple[Situation, GroundValue]]
"""By the hand that is left out: the situation without it, and what its ground is worth then."""


def grounds_without(situation: Situation, value: GroundValue) -> Grounds:
    """The ground valued without each hand, where something is left to throw; `value` is what it is worth
    with both."""
    found = {}
    for hand, kinds in HANDS.items():
        left = [k for k in situation.kinds if k not in kinds]
        if len(left) == len(situation.kinds):
            found[hand] = situation, value
        elif left:
            less = replace(situation, without=(*situation.without, *kinds))
            found[hand] = less, GroundValue(less)
    return found


def best_without(judged: Judged, grounds: Grounds) -> dict[str, Option]:
    """The best of throws judged from the tee that leaves out each hand, the throws that follow leaving it out
    too; no entry where nothing is left."""
    found = {}
    for hand, (situation, value) in grounds.items():
        off = [KINDS.index(k) for k in HANDS[hand]]
        rows = np.flatnonzero(~np.isin(judged.arsenal.kind[judged.throws.combo], off))
        if len(rows):
            found[hand] = best_of(situation, value, valued_again(judged.take(rows), value))
    return found
