"""The best throw of every disc: each searched with its own lines and powers, over the same worth of
ground."""

from __future__ import annotations

from dataclasses import replace

from ypodrome.core.hole.features import Point
from ypodrome.core.strategy.ground_value import GroundValue
from ypodrome.core.strategy.options import Option
from ypodrome.core.strategy.plan import best_from
from ypodrome.core.strategy.situation import Situation


def best_of_every_disc(
    situation: Situation, ground: GroundValue, lie: Point, thrown: int = 0
) -> tuple[Option, ...]:
    """The best throw of each disc of the bag from a lie, those that cost least first; discs that may not be
    thrown there are left out."""
    found = []
    for disc in situation.bag:
        try:
            found.append(best_from(replace(situation, bag=(disc,)), ground, lie, thrown))
        except ValueError:  # never over water, and nothing else to be done with it
            continue
    return tuple(sorted(found, key=lambda o: o.forecast.expected))
