"""Every throw worth a thought from a lie: each disc searched with its own kinds, lines and powers, over the
same worth of ground."""

from __future__ import annotations

from collections.abc import Iterable, Iterator, Sequence
from dataclasses import dataclass, replace
from typing import NamedTuple

import numpy as np

from ypodrome.core.hole.features import Point
from ypodrome.core.strategy.forecast import outlined
from ypodrome.core.strategy.ground_value import GroundValue
from ypodrome.core.strategy.options import Option, PlannedThrow
from ypodrome.core.strategy.reason import TIE
from ypodrome.core.strategy.search import QUICK, search
from ypodrome.core.strategy.shape import Shape
from ypodrome.core.strategy.situation import Situation
from ypodrome.core.thrower import Kind


class Sort(NamedTuple):
    """What makes two throws one to practise: disc, kind and shape."""

    disc: str
    kind: Kind
    shape: Shape


@dataclass(frozen=True)
class Tried:
    """A throw that was tried on a hole and what it comes to, without its cloud; see `Forecast`."""

    throw: PlannedThrow
    shape: Shape
    aim_left_deg: float
    expected: float
    outlook: tuple[float, ...]
    by_day: tuple[tuple[float, ...], ...]

    @property
    def sort(self) -> Sort:
        """The throw as one practises it."""
        return Sort(self.throw.disc.key, self.throw.kind, self.shape)


def tried(option: Option) -> Tried:
    """An option as it is kept among many."""
    f = option.forecast
    return Tried(option.throw, f.shape, option.aim.left_deg, f.expected, f.outlook, f.by_day)


def every_throw(
    situation: Situation, ground: GroundValue, lie: Point, thrown: int = 0, offered: Sequence[Option] = ()
) -> tuple[Option, ...]:
    """The best throw of each disc, kind and shape from a lie, those that cost least first; discs that may not
    be thrown there are left out. A throw that a plan has `offered` from there stands for its sort, with the
    plan's own figures, unless another is plainly better."""
    best, theirs = (
        _best_by_sort(options) for options in (_searched(situation, ground, lie, thrown), offered)
    )
    for sort, option in theirs.items():
        if sort not in best or _cost(best[sort]) > _cost(option) - TIE:
            best[sort] = option
    return tuple(sorted(best.values(), key=_cost))


def _best_by_sort(options: Iterable[Option]) -> dict[Sort, Option]:
    found: dict[Sort, Option] = {}
    for option in sorted(options, key=_cost):
        found.setdefault(tried(option).sort, option)
    return found


def best_of_every_disc(throws: Sequence[Option]) -> tuple[Option, ...]:
    """Of throws, best first, the best of each disc."""
    found: dict[str, Option] = {}
    for option in throws:
        found.setdefault(option.throw.disc.key, option)
    return tuple(found.values())


def _cost(option: Option) -> float:
    return option.forecast.expected


def _searched(situation: Situation, ground: GroundValue, lie: Point, thrown: int) -> Iterator[Option]:
    for disc in situation.discs:
        alone = replace(situation, bag=(disc,))
        try:
            judged = search(alone, ground, np.array(lie), thrown, QUICK)
        except ValueError:  # ruled out here, whatever is done with it
            continue
        yield from outlined(alone, judged, thrown)
