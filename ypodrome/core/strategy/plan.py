"""The plan of one hole."""

from __future__ import annotations

import math
import time
from dataclasses import dataclass, replace

import numpy as np

from ypodrome.core.air import Wind
from ypodrome.core.design.reference import LAUNCH_DEG
from ypodrome.core.flight.release import HEADING, X, Y, Z
from ypodrome.core.ground.field import heights
from ypodrome.core.hole.features import Point
from ypodrome.core.hole.relief import on_a_line
from ypodrome.core.hole.sight import cautions
from ypodrome.core.strategy.aim import length_words
from ypodrome.core.strategy.arsenal import HANDS, POWERS, RELEASE_HEIGHT_M, at_power
from ypodrome.core.strategy.choice import other_way, with_way
from ypodrome.core.strategy.exactness import windows
from ypodrome.core.strategy.ground_value import GroundValue
from ypodrome.core.strategy.options import Option, option_from
from ypodrome.core.strategy.ranking import routes
from ypodrome.core.strategy.search import QUICK, Effort, Judged, objective, search
from ypodrome.core.strategy.situation import Situation
from ypodrome.core.strategy.solve import Solved, joined, solve
from ypodrome.core.strategy.why import reasons
from ypodrome.core.thrower.arms import LONGEST_ENTRY_M, SHORTEST_ENTRY_M

MOST_OPTIONS = 6
SAFE_LIMIT = 0.5
"""A safe play may cost at most this many throws more than the first plan (chosen)."""

AS_GOOD = 0.05
"""Throws within which an option by another school counts as good as the first plan (the trade argues
about these; the player chooses)."""

TIE = 0.03
"""Throws within which two options cannot be told apart by their draws (chosen: about the standard error
of the difference; seeds move a hole by 0.01 to 0.05)."""

PLAINLY_LESS = 0.08
"""Steps in which trouble is counted when options are told apart (chosen: a player sees no finer)."""

SAME_THROW_DEG = 3.0
NEXT_FROM_M = 24.0
"""A following throw is planned when the first leaves more than this (chosen: beyond circle two)."""

DEEPEST = 3
"""Throws planned in sequence with the first plan; with the others only the next one is (chosen: it is
planned again from where the disc lies)."""


@dataclass(frozen=True)
class HolePlan:
    """What to throw on one hole: options best first, chances of each score, cautions."""

    situation: Situation
    value: GroundValue
    options: tuple[Option, ...]
    plays_like_m: float
    cautions: tuple[str, ...]
    compute_s: float

    @property
    def expected_score(self) -> float:
        """Expected score with the first plan."""
        return self.options[0].expected

    @property
    def score_chances(self) -> dict[str, float]:
        """Chance of each score with the first plan; the last key gathers the tail."""
        return score_chances(self.options[0])


def score_chances(option: Option, thrown: int = 0) -> dict[str, float]:
    """Chances of finishing in 1, 2, ... "8+" throws with an option."""
    last = len(option.outlook)
    names = [*(str(k + thrown) for k in range(1, last)), f"{last + thrown}+"]
    return dict(zip(names, option.outlook, strict=True))


def plan_hole(situation: Situation) -> HolePlan:
    """Solve the hole backward and rank the throws from the tee."""
    began = time.perf_counter()
    value = GroundValue(situation)
    lie = np.array(situation.scene.tee.at)
    options = _options_from(situation, value, lie, 0)
    return HolePlan(
        situation,
        value,
        options,
        plays_like_m(situation),
        (*cautions(situation.scene), *unsure(situation)),
        time.perf_counter() - began,
    )


def unsure(situation: Situation) -> tuple[str, ...]:
    """What the plan does not know of its ground and its player, in sentences."""
    scene, thrower = situation.scene, situation.thrower
    said = []
    if not scene.spot_heights:
        said.append("Nobody has measured heights here: the plan takes the ground as level.")
    elif on_a_line(np.array([s.at for s in scene.spot_heights])):
        said.append("Heights are known along one line only: the plan takes the ground as level across it.")
    for kind in thrower.odd_arms():
        low, high = (length_words(d, thrower.units) for d in (SHORTEST_ENTRY_M, LONGEST_ENTRY_M))
        set_to = length_words(thrower.max_distance_m[kind], thrower.units)
        said.append(
            f"The {kind.replace('_', ' ')} is set to {set_to}, "
            f"outside the {low} to {high} that arms are known for: its throws are a guess."
        )
    return tuple(said)


def score_from_tee(situation: Situation, effort: Effort = QUICK) -> float:
    """Expected score from the tee, searched less finely unless told otherwise: for comparisons, not for a
    plan."""
    judged = search(situation, GroundValue(situation), np.array(situation.scene.tee.at), 0, effort)
    return float(judged.score.min())


def throw_of(situation: Situation, option: Option) -> Solved:
    """The release rows an option stands for."""
    return released(situation, option.combo, option.power, option.lie, option.heading_deg, option.bend_rad)


def released(
    situation: Situation, combo: int, power: float, lie: Point, heading_deg: float, bend_rad: float
) -> Solved:
    """A combination thrown from a lie at a share of full power and a heading, as the one row of a set."""
    release = at_power(situation.arsenal.mean[[combo]], np.array([power]))
    release[:, X], release[:, Y] = lie
    release[:, Z] = heights(situation.scene.field, np.array([lie])) + RELEASE_HEIGHT_M
    release[:, HEADING] = math.radians(heading_deg)
    return Solved(np.array([combo]), release, np.array([power]), np.zeros(1), np.array([bend_rad]))


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


def _options_from(
    situation: Situation, value: GroundValue, lie: np.ndarray, thrown: int
) -> tuple[Option, ...]:
    judged = search(situation, value, lie, thrown)
    costs = _objectives(situation, judged, thrown)
    order = np.argsort(costs, kind="stable")
    options = [option_from(situation, judged, int(i), thrown) for i in order]
    options = _distinct(_calmest_first(options, costs[order]))
    options = _measured(situation, _as_good(_shown(_with_roles(options))))
    other = other_way(options)
    finished = []
    for option in options:
        shown = told(situation, option, options[0], other)
        if situation.scene.par > 3 and (option.role != "other" or option is other):
            last = DEEPEST if option is options[0] else thrown + 2
            shown = replace(shown, next=_next(situation, value, option, thrown + 1, last))
        finished.append(shown)
    return tuple(finished)


def told(situation: Situation, option: Option, first: Option, other: Option | None) -> Option:
    """The option with the way it takes and the reasons for it."""
    why = reasons(option, first, other, situation.scene, situation.thrower.units)
    return replace(with_way(option, first, other), why=why)


def _measured(situation: Situation, options: list[Option]) -> list[Option]:
    """The options with how exact each must be."""
    throws = [throw_of(situation, o) for o in options]
    found = windows(situation, situation.arsenal, joined(throws))
    return [replace(o, window=w) for o, w in zip(options, found, strict=True)]


def _as_good(options: list[Option]) -> list[Option]:
    """Mark options of another school that cost next to nothing more than the first plan."""
    first = options[0]
    return [
        replace(
            o, as_good=o.expected < first.expected + AS_GOOD and (o.line, o.kind) != (first.line, first.kind)
        )
        for o in options
    ]


def _shown(options: list[Option]) -> list[Option]:
    """A few, in their order: the roles, the best of the player's own lines, the best that carries what the
    first does not or stays short of what it carries, then throws that are unlike before more of a kind."""
    must = [next((o for o in options if o.own_line), None), other_way(options)]
    kept = [i for i, o in enumerate(options) if o.role != "other" or any(o is m for m in must)]
    sorts = {_sort(options[i]) for i in kept}
    rest = [i for i in range(len(options)) if i not in kept]
    best_of_sort = {_sort(options[i]): i for i in reversed(rest)}
    unlike = sorted(i for sort, i in best_of_sort.items() if sort not in sorts)
    kept += (unlike + [i for i in rest if i not in unlike])[: MOST_OPTIONS - len(kept)]
    return [options[i] for i in sorted(kept)]


def _sort(option: Option) -> tuple[str, str, int]:
    """Kind of throw, line and route: what sets throws apart more than the disc does."""
    aim = np.radians([option.aim_left_deg])
    return option.kind, option.line, int(routes(aim, 0.0)[0])


def _objectives(situation: Situation, judged: Judged, thrown: int) -> np.ndarray:
    return objective(judged.outlooks.mean(axis=1), situation.posture, situation.scene.par, thrown)


def _next(situation: Situation, value: GroundValue, option: Option, thrown: int, last: int) -> Option | None:
    """The throw planned from where this one usually ends, if that is not a putt, with the best that carries
    or lays up instead, and so on while fewer than `last` have been thrown."""
    left_m = math.dist(option.landing, situation.scene.pin.at)
    if left_m < NEXT_FROM_M or thrown >= last:
        return None
    judged = search(situation, value, np.array(option.landing), thrown, QUICK)
    order = np.argsort(_objectives(situation, judged, thrown), kind="stable")
    first, *rest = (replace(option_from(situation, judged, int(i), thrown), role="next") for i in order)
    other = other_way([first, *rest])
    instead = told(situation, replace(other, role="instead"), first, other) if other else None
    shown = replace(told(situation, first, first, other), instead=instead)
    return replace(shown, next=_next(situation, value, shown, thrown + 1, last))


def _distinct(options: list[Option]) -> list[Option]:
    """Drop options that a player would call the same throw as a better one."""
    kept: list[Option] = []
    for option in options:
        if not any(_same(option, other) for other in kept):
            kept.append(option)
    return kept


def _same(one: Option, other: Option) -> bool:
    return (
        one.disc == other.disc
        and bool(other.own_line or not one.own_line)
        and one.kind == other.kind
        and one.line == other.line
        and one.decisions == other.decisions
        and abs(one.aim_left_deg - other.aim_left_deg) < SAME_THROW_DEG
    )


def _trouble(option: Option) -> float:
    c = option.chances
    return c["ob"] + c["lost"] + c["mando"] + 0.3 * c["obstacle"] + 0.5 * c["bogey_or_worse"]


def _calmest_first(options: list[Option], costs: np.ndarray) -> list[Option]:
    """Options in order of cost; of those that cannot be told from the best by their draws the one leads that
    sense would take: plainly less trouble, else the slower disc, the easier power, the straighter line."""
    tied = int((costs <= costs[0] + TIE).sum())
    first = min(options[:tied], key=_sense)
    return [first, *(o for o in options if o is not first)]


def _sense(option: Option) -> tuple[float, float, float, float]:
    """What is preferred among throws that cost the same, the smaller the better."""
    return (
        round(_trouble(option) / PLAINLY_LESS), option.disc.speed, round(option.power, 1),
        abs(option.bend_rad),
    )  # fmt: skip


def _with_roles(options: list[Option]) -> list[Option]:
    """First plan, the best with another kind of throw, the safest of the rest; then the others."""
    first = replace(options[0], role="first")
    rest = options[1:]
    roles = [first]
    others = [o for o in rest if o.kind != first.kind]
    other_hand = next((o for o in others if o.kind in HANDS), others[0] if others else None)
    if other_hand is not None:
        roles.append(replace(other_hand, role="contingency"))
        rest = [o for o in rest if o is not other_hand]
    affordable = [o for o in rest if o.expected < first.expected + SAFE_LIMIT]
    if affordable:
        safe = min(affordable, key=_trouble)
        roles.append(replace(safe, role="safe"))
        rest = [o for o in rest if o is not safe]
    return roles + rest
