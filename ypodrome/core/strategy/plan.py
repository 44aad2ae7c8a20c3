"""The plan of one hole."""

from __future__ import annotations

import math
import time
from collections.abc import Sequence
from dataclasses import dataclass, replace

import numpy as np
from numpy.typing import NDArray

from ypodrome.core.air import Wind
from ypodrome.core.design.reference import LAUNCH_DEG
from ypodrome.core.hole.features import Point
from ypodrome.core.hole.relief import on_a_line
from ypodrome.core.hole.sight import Caution, Danger, cautions
from ypodrome.core.strategy.arsenal import POWERS
from ypodrome.core.strategy.choice import other_way
from ypodrome.core.strategy.forecast import FORECAST_DRAWS, best_of, finished, outlined
from ypodrome.core.strategy.ground_value import GroundValue, Worth
from ypodrome.core.strategy.options import Option, Role
from ypodrome.core.strategy.search import QUICK, Effort, costs_of, judge, search
from ypodrome.core.strategy.sense import settled
from ypodrome.core.strategy.shown import standing, told, told_apart, with_roles
from ypodrome.core.strategy.situation import Situation
from ypodrome.core.strategy.solve import solve

NEXT_FROM_M = 24.0
"""A following throw is planned when the first leaves more than this (chosen: beyond circle two)."""

DEEPEST = 3
"""Throws planned in sequence with the first plan; with the others only the next one is (chosen: it is
planned again from where the disc lies)."""


@dataclass(frozen=True)
class HolePlan:
    """What to throw on one hole, as plain data: options best first, what the hole is and plays like, what to
    mind, expected throws by distance to the basket, and the worth of its ground."""

    hole: int
    par: int
    tee: str
    pin: str
    distance_m: float
    plays_like_m: float
    sign_distance_m: float | None
    options: tuple[Option, ...]
    cautions: tuple[Caution, ...]
    by_distance: tuple[tuple[float, float], ...]
    worth: Worth
    compute_s: float

    @property
    def expected_score(self) -> float:
        """Expected score with the first plan."""
        return self.options[0].forecast.expected


def score_chances(option: Option, thrown: int = 0) -> dict[str, float]:
    """Chances of finishing in 1, 2, ... "8+" throws with an option."""
    return outlook_chances(option.forecast.outlook, thrown)


def outlook_chances(outlook: Sequence[float], thrown: int) -> dict[str, float]:
    """Chances of finishing in so many throws, of an outlook after `thrown` of them."""
    last = len(outlook)
    names = [*(str(k + thrown) for k in range(1, last)), f"{last + thrown}+"]
    return dict(zip(names, outlook, strict=True))


def plan_hole(situation: Situation) -> HolePlan:
    """Solve the hole backward and rank the throws from the tee."""
    began = time.perf_counter()
    value = GroundValue(situation)
    scene = situation.scene
    options = options_from(situation, value, scene.tee.at, 0)
    return HolePlan(
        hole=scene.line.number,
        par=scene.par,
        tee=scene.tee.label,
        pin=scene.pin.label,
        distance_m=scene.distance_m,
        plays_like_m=plays_like_m(situation),
        sign_distance_m=scene.line.sign_distance_m,
        options=options,
        cautions=(*cautions(scene), *unsure(situation)),
        by_distance=value.by_distance(),
        worth=value.kept(),
        compute_s=time.perf_counter() - began,
    )


def unsure(situation: Situation) -> tuple[Caution, ...]:
    """What the plan does not know of its ground and its player."""
    scene, thrower = situation.scene, situation.thrower
    found = []
    if not scene.spot_heights:
        found.append(Caution(Danger.NO_HEIGHTS))
    elif on_a_line(np.array([s.at for s in scene.spot_heights])):
        found.append(Caution(Danger.HEIGHTS_ON_A_LINE))
    found += [Caution(Danger.ODD_ARM, (kind,), thrower.max_distance_m[kind]) for kind in thrower.odd_arms()]
    return tuple(found)


def score_from_tee(situation: Situation, effort: Effort = QUICK) -> float:
    """Expected score from the tee, searched less finely unless told otherwise: for comparisons, not for a
    plan."""
    judged = search(situation, GroundValue(situation), np.array(situation.scene.tee.at), 0, effort)
    return float(judged.score.min())


def plays_like_m(situation: Situation) -> float:
    """Level distance that asks for the same throw as tee to pin with its rise or fall, in still air.

    Found with a flat throw of the straightest disc that gets there: solved on the real ground, its
    power is read back on the level. Where no throw gets there, the ground within reach stands for
    the whole.
    """
    scene, arsenal = situation.scene, situation.arsenal
    lie, pin = np.array(scene.tee.at), np.array(scene.pin.at)
    distance = scene.distance_m
    flat = (np.abs(arsenal.hyzer_deg) < 0.5) & (np.abs(arsenal.launch_deg - LAUNCH_DEG) < 1.0)
    reach = arsenal.reach[:, -1]
    able = np.flatnonzero(flat & (reach > 1.15 * distance))
    if not len(able):
        able = np.flatnonzero(flat & (reach >= reach[flat].max() - 1e-6))
    chosen = able[np.abs(arsenal.drift[able]).max(axis=1).argmin()]
    still = replace(situation.air, wind=Wind())
    share = min(1.0, 0.8 * float(reach[chosen]) / distance)
    target = lie + (pin - lie) * share
    solved = solve(arsenal, np.array([chosen]), lie[None], target[None], scene.bare_field, still)
    like = float(np.interp(solved.power[0], POWERS, arsenal.reach[chosen]))
    return like / share


def options_from(situation: Situation, value: GroundValue, lie: Point, thrown: int) -> tuple[Option, ...]:
    """The options from a lie after `thrown` throws, best first under the posture, with their standing."""
    judged, order = settled(situation, value, np.array(lie), thrown)
    every = outlined(situation, judged, thrown)
    throws = judged.throws.take(_rows(every, told_apart([every[i] for i in order])))
    judged = judge(situation, value, judged.arsenal, throws, FORECAST_DRAWS)
    judged = judged.take(_as_shown(costs_of(situation, judged, thrown)))
    finely = finished(situation, value, judged, outlined(situation, judged, thrown))
    options = told(with_roles(finely))
    if situation.scene.par > 3:
        other = other_way(options)
        options = [_with_next(situation, value, o, other, thrown) for o in options]
    return tuple(options)


def _as_shown(costs: NDArray[np.float64]) -> NDArray[np.int64]:
    """Rows of the first throw, which stays, and of the rest by their costs, to the hundredths shown."""
    return np.append(0, 1 + np.argsort(np.round(costs[1:], 2), kind="stable"))


def _rows(every: Sequence[Option], some: Sequence[Option]) -> NDArray[np.int64]:
    """Which of all options these are."""
    throws = [o.throw for o in every]
    return np.array([throws.index(o.throw) for o in some])


def _with_next(
    situation: Situation, value: GroundValue, option: Option, other: Option | None, thrown: int
) -> Option:
    """An option with the throw that follows it, where that is planned."""
    if not _followed(option, other, thrown):
        return option
    last = DEEPEST if option.standing.role == Role.FIRST else thrown + 2
    return standing(option, next=_next(situation, value, option, thrown + 1, last))


def _followed(option: Option, other: Option | None, thrown: int) -> bool:
    """Whether the throw after an option is planned: after the roles and the other way from the tee, after the
    first plan alone once the hole is under way."""
    if thrown > 0:
        return option.standing.role == Role.FIRST
    return option.standing.role != Role.OTHER or _is(option, other)


def best_from(situation: Situation, value: GroundValue, lie: Point, thrown: int) -> Option:
    """The best throw from a lie, searched less finely: for what follows."""
    judged = search(situation, value, np.array(lie), thrown, QUICK)
    return best_of(situation, value, judged, thrown)


def _is(option: Option, other: Option | None) -> bool:
    return other is not None and option.throw == other.throw


def _next(situation: Situation, value: GroundValue, option: Option, thrown: int, last: int) -> Option | None:
    """The throw planned from where this one usually ends, if that is not a putt, with the best that carries
    or lays up instead, and so on while fewer than `last` have been thrown."""
    landing = option.forecast.landing
    if math.dist(landing, situation.scene.pin.at) < NEXT_FROM_M or thrown >= last:
        return None
    judged = search(situation, value, np.array(landing), thrown, QUICK)
    order = np.argsort(costs_of(situation, judged, thrown), kind="stable")
    every = outlined(situation, judged, thrown)
    options = [standing(every[i], role=Role.NEXT) for i in order]
    other = other_way(options)
    needed = [o for i, o in enumerate(options) if i < 2 or o is other]
    rows = _rows(every, needed)
    options = told(finished(situation, value, judged.take(rows), needed))
    other = other_way(options)
    instead = standing(other, role=Role.INSTEAD) if other else None
    shown = standing(options[0], instead=instead)
    return standing(shown, next=_next(situation, value, shown, thrown + 1, last))
