"""Not sure of the pin: one throw for all places where the basket may stand, and what the wrong one costs."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np

from ypodrome.core.refused import Refused
from ypodrome.core.strategy.again import judged
from ypodrome.core.strategy.forecast import outlined
from ypodrome.core.strategy.ground_value import GroundValue
from ypodrome.core.strategy.options import Option, PlannedThrow
from ypodrome.core.strategy.plan import plan_hole
from ypodrome.core.strategy.search import THOROUGH, Case, costs_among, objective, search_among
from ypodrome.core.strategy.situation import Situation


@dataclass(frozen=True)
class PinCase:
    """What it comes to if the basket stands here: `own` is the throw that one would choose then, `for_all`
    the one throw for all pins; `wrong` [pins] what the throws of the pins, in their order, cost more than
    `own`."""

    pin: str
    weight: float
    own: Option
    for_all: Option
    wrong: tuple[float, ...]


@dataclass(frozen=True)
class UnsurePlan:
    """The one throw for all pins, case by case, what it is expected to come to, and what is expected where
    one looks first: the difference is what looking saves."""

    cases: tuple[PinCase, ...]
    expected: float
    known: float


def shares(weights: Sequence[float]) -> tuple[float, ...]:
    """Weights as chances. ValueError unless two or more can be, and none is below zero."""
    total = sum(weights)
    if any(not 0.0 <= w < np.inf for w in weights) or sum(w > 0.0 for w in weights) < 2:
        raise Refused("give at least two pins a weight above zero, and none one below")
    return tuple(w / total for w in weights)


def plan_unsure(situations: Sequence[Situation], weights: Sequence[float]) -> UnsurePlan:
    """The throw from the tee that is best over the pins of the situations, which differ in nothing else, by
    their weights. It is searched under the mixture, and never dearer than the best of the pins' own."""
    chances = shares(weights)
    plans = [plan_hole(s) for s in situations]
    own = [p.options[0] for p in plans]
    cases = [Case(s, GroundValue(s, p.worth), w) for s, p, w in zip(situations, plans, chances, strict=True)]
    tried = [_of_mixture(cases), *(o.throw for o in own)]
    found = [_everywhere(cases, throw) for throw in tried]
    cost = [sum(c.weight * _cost(c, o) for c, o in zip(cases, row, strict=True)) for row in found]
    best = found[int(np.argmin(cost))]
    rows = []
    for k, case in enumerate(cases):
        wrong = tuple(row[k].forecast.expected - own[k].forecast.expected for row in found[1:])
        rows.append(PinCase(case.situation.scene.pin.label, case.weight, own[k], best[k], wrong))
    return UnsurePlan(
        tuple(rows),
        sum(r.weight * r.for_all.forecast.expected for r in rows),
        sum(r.weight * r.own.forecast.expected for r in rows),
    )


def _of_mixture(cases: Sequence[Case]) -> PlannedThrow:
    """The best throw under the mixture."""
    first = cases[0].situation
    found = search_among(cases, np.array(first.scene.tee.at), 0, THOROUGH)
    best = found[0].take(np.array([int(costs_among(cases, found, 0).argmin())]))
    return outlined(first, best)[0].throw


def _everywhere(cases: Sequence[Case], throw: PlannedThrow) -> list[Option]:
    """A throw judged in every case; it is one of the bag, so that it can be."""
    found = (judged(c.situation, c.value, throw) for c in cases)
    return [option for option in found if option is not None]


def _cost(case: Case, option: Option) -> float:
    s = case.situation
    return float(objective(np.array(option.forecast.outlook), s.posture, s.scene.par, 0))
