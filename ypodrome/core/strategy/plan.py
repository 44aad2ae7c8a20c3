"""The plan of one hole."""

from __future__ import annotations

import math
import time
from collections.abc import Sequence
from dataclasses import dataclass, replace
from typing import Any

import numpy as np
from numpy.typing import NDArray

from ypodrome.core.air import Wind
from ypodrome.core.design.reference import LAUNCH_DEG
from ypodrome.core.hole.features import Point
from ypodrome.core.hole.relief import on_a_line
from ypodrome.core.hole.sight import Caution, Danger, cautions
from ypodrome.core.strategy.arsenal import HANDS, POWERS
from ypodrome.core.strategy.choice import other_way, way_of
from ypodrome.core.strategy.forecast import FORECAST_DRAWS, best_of, decisions, finished, outlined
from ypodrome.core.strategy.ground_value import GroundValue, Worth
from ypodrome.core.strategy.options import Option, Role
from ypodrome.core.strategy.ranking import routes
from ypodrome.core.strategy.reason import TIE
from ypodrome.core.strategy.search import QUICK, Effort, costs_of, judge, search
from ypodrome.core.strategy.sense import settled
from ypodrome.core.strategy.situation import Situation
from ypodrome.core.strategy.solve import solve
from ypodrome.core.strategy.why import reasons

MOST_OPTIONS = 6
SAFE_LIMIT, SAFER = 0.5, 0.02
"""A safe play may cost at most this many throws more than the first plan, and lowers trouble or bogeys by at
least this chance: else there is none (chosen)."""

SAME_THROW_DEG = 3.0
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
    told_apart = _shown(_with_roles(_distinct([every[i] for i in order])))
    throws = judged.throws.take(_rows(every, told_apart))
    judged = judge(situation, value, judged.arsenal, throws, FORECAST_DRAWS)
    shown = _with_roles(finished(situation, value, judged, outlined(situation, judged, thrown)))
    options = told(_as_good(shown))
    if situation.scene.par > 3:
        other = other_way(options)
        options = [_with_next(situation, value, o, other, thrown) for o in options]
    return tuple(options)


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
    return _standing(option, next=_next(situation, value, option, thrown + 1, last))


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


def told(options: Sequence[Option]) -> list[Option]:
    """Options of one lie, the first plan first, with the way each takes and the reasons for it."""
    first, other = options[0], other_way(options)
    second = next((o for o in options[1:] if o.standing.role == Role.OTHER), None) or (
        options[1] if len(options) > 1 else None
    )
    safe = any(o.standing.role == Role.SAFE for o in options)
    return [
        _standing(o, way=way_of(o, first, other), reasons=reasons(o, first, second, other, safe))
        for o in options
    ]


def _standing(option: Option, **changes: Any) -> Option:
    return replace(option, standing=replace(option.standing, **changes))


def _is(option: Option, other: Option | None) -> bool:
    return other is not None and option.throw == other.throw


def _as_good(options: list[Option]) -> list[Option]:
    """Mark options of another school that cannot be told from the first plan: the trade argues about these,
    the player chooses."""
    first = options[0]

    def school(o: Option) -> tuple[str, str]:
        return o.forecast.shape, o.throw.kind

    limit = first.forecast.expected + TIE
    return [_standing(o, as_good=o.forecast.expected < limit and school(o) != school(first)) for o in options]


def _shown(options: list[Option]) -> list[Option]:
    """A few, in their order: the roles, the best of the player's own lines, the best that carries what the
    first does not or stays short of what it carries, then throws that are unlike before more of a kind."""
    must = [next((o for o in options if o.throw.own_line), None), other_way(options)]
    kept = [i for i, o in enumerate(options) if o.standing.role != Role.OTHER or any(o is m for m in must)]
    sorts = {_sort(options[i]) for i in kept}
    rest = [i for i in range(len(options)) if i not in kept]
    best_of_sort = {_sort(options[i]): i for i in reversed(rest)}
    unlike = sorted(i for sort, i in best_of_sort.items() if sort not in sorts)
    kept += (unlike + [i for i in rest if i not in unlike])[: MOST_OPTIONS - len(kept)]
    return [options[i] for i in sorted(kept)]


def _sort(option: Option) -> tuple[str, str, int]:
    """Kind of throw, line and route: what sets throws apart more than the disc does."""
    aim = np.radians([option.aim.left_deg])
    return option.throw.kind, option.forecast.shape, int(routes(aim, 0.0)[0])


def _next(situation: Situation, value: GroundValue, option: Option, thrown: int, last: int) -> Option | None:
    """The throw planned from where this one usually ends, if that is not a putt, with the best that carries
    or lays up instead, and so on while fewer than `last` have been thrown."""
    landing = option.forecast.landing
    if math.dist(landing, situation.scene.pin.at) < NEXT_FROM_M or thrown >= last:
        return None
    judged = search(situation, value, np.array(landing), thrown, QUICK)
    order = np.argsort(costs_of(situation, judged, thrown), kind="stable")
    every = outlined(situation, judged, thrown)
    options = [_standing(every[i], role=Role.NEXT) for i in order]
    other = other_way(options)
    needed = [o for i, o in enumerate(options) if i < 2 or o is other]
    rows = _rows(every, needed)
    options = told(finished(situation, value, judged.take(rows), needed))
    other = other_way(options)
    instead = _standing(other, role=Role.INSTEAD) if other else None
    shown = _standing(options[0], instead=instead)
    return _standing(shown, next=_next(situation, value, shown, thrown + 1, last))


def _distinct(options: list[Option]) -> list[Option]:
    """Drop options that a player would call the same throw as a better one."""
    kept: list[Option] = []
    for option in options:
        if not any(_same(option, other) for other in kept):
            kept.append(option)
    return kept


def _same(one: Option, other: Option) -> bool:
    """Near copies: one throw to a player, or the same disc and line aimed almost alike."""
    if one.throw.own_line and not other.throw.own_line:
        return False
    if one.throw.disc.key != other.throw.disc.key or one.throw.kind != other.throw.kind:
        return False
    alike = one.forecast.shape == other.forecast.shape and decisions(one) == decisions(other)
    return alike and abs(one.aim.left_deg - other.aim.left_deg) < SAME_THROW_DEG


def _trouble(option: Option) -> float:
    c = option.forecast.chances
    return c.trouble + 0.3 * c.obstacle + 0.5 * c.bogey_or_worse


def _safer(option: Option, first: Option) -> bool:
    """Whether an option is plainly safer than the first plan, at a price that somebody would pay."""
    if option.forecast.expected >= first.forecast.expected + SAFE_LIMIT:
        return False
    mine, theirs = option.forecast.chances, first.forecast.chances
    less = max(theirs.trouble - mine.trouble, theirs.bogey_or_worse - mine.bogey_or_worse)
    return less >= SAFER and _trouble(option) < _trouble(first)


def _with_roles(options: list[Option]) -> list[Option]:
    """First plan, the best with another kind of throw, the safest of the rest; then the others."""
    first = _standing(options[0], role=Role.FIRST)
    rest = options[1:]
    roles = [first]
    others = [o for o in rest if o.throw.kind != first.throw.kind]
    other_hand = next((o for o in others if o.throw.kind in HANDS), others[0] if others else None)
    if other_hand is not None:
        roles.append(_standing(other_hand, role=Role.CONTINGENCY))
        rest = [o for o in rest if o is not other_hand]
    safer = [o for o in rest if _safer(o, first)]
    if safer:
        safe = min(safer, key=_trouble)
        roles.append(_standing(safe, role=Role.SAFE))
        rest = [o for o in rest if o is not safe]
    return roles + rest
