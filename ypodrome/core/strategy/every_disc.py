"""The best throw of every disc: each searched with its own lines and powers, over the same worth of
ground."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import replace

from ypodrome.core.hole.features import Point
from ypodrome.core.strategy.ground_value import GroundValue
from ypodrome.core.strategy.options import Option
from ypodrome.core.strategy.plan import best_from
from ypodrome.core.strategy.reason import TIE
from ypodrome.core.strategy.situation import Situation


def best_of_every_disc(
    situation: Situation, ground: GroundValue, lie: Point, thrown: int = 0, offered: Sequence[Option] = ()
) -> tuple[Option, ...]:
    """The best throw of each disc of the bag from a lie, those that cost least first; discs that may not be
    thrown there are left out. A throw that a plan has `offered` from there stands for its disc, with the
    plan's own figures, unless another is plainly better."""
    found = []
    for disc in situation.bag:
        try:
            best = best_from(replace(situation, bag=(disc,)), ground, lie, thrown)
        except ValueError:  # never over water, and nothing else to be done with it
            continue
        theirs = (o for o in offered if o.throw.disc.key == disc.key)
        known = min(theirs, key=lambda o: o.forecast.expected, default=best)
        plainly = best.forecast.expected < known.forecast.expected - TIE
        found.append(best if plainly else known)
    return tuple(sorted(found, key=lambda o: o.forecast.expected))
