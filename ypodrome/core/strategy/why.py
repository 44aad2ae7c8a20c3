"""Reasons of an option in its place among the others: kinds and the numbers they rest on."""

from __future__ import annotations

import math

from ypodrome.core.hole.rule_facts import CIRCLE_2_M
from ypodrome.core.strategy.choice import choice_reasons
from ypodrome.core.strategy.ease import Easier, hardness
from ypodrome.core.strategy.options import Option, Role
from ypodrome.core.strategy.reason import TIE, Reason, Why, dearer

WIDE_DEG = 14.0
"""A window this wide is not worth a word (chosen: it holds a club player's aim)."""

WORTH_NAMING = 0.04
"""Chances below this are not worth a word (chosen)."""

CIRCLE_WORTH = 0.08
"""Chance of the circle from which it is told, and not the distance left (chosen)."""

MOSTLY_SEEN = 0.75
"""Share of a throw's ends that are seen from the lie, below which it is told (chosen)."""

EVEN_SIDES = 0.08
"""Throws by which shifted aims must differ to be told apart (chosen)."""

LESS_TROUBLE = 0.005
"""Less than a half in a hundred is no less (chosen)."""

TOLD_APART = 0.02
"""Chance by which two options must differ in something for it to be the reason (chosen: draws leave some two
in a hundred in doubt)."""

EASIER = 0.00075
"""What sense must find easier for it to be told (chosen: a speed number, six degrees of bend, a hundredth of
the arm)."""


def reasons(
    option: Option, first: Option, second: Option | None, other: Option | None, safe: bool
) -> tuple[Reason, ...]:
    """Why an option stands where it does: its role against the first, what it decides, why it is before the
    second if it is the first, and behind the first if it is not; whether nothing is safer, what it leaves,
    and how exact it must be."""
    found = [*_role(option, first), *choice_reasons(option, first, other)]
    rival = second if option is first else first
    if rival is not None and option.standing.role in (Role.FIRST, Role.OTHER):
        found.append(_rather(option, rival))
    if option is first and option.standing.role == Role.FIRST and not safe:
        found.append(Reason(Why.NO_SAFER))
    found += [*_landing(option), *_window(option), *_heights(option), *_trouble(option), *_shift(option)]
    return tuple(found)


def _role(option: Option, first: Option) -> list[Reason]:
    cost = dearer(option.forecast.expected, first.forecast.expected)
    if option.standing.role == Role.CONTINGENCY:
        return [Reason(Why.CONTINGENCY, {"cost": cost}, (first.throw.kind, option.throw.kind))]
    if option.standing.role == Role.SAFE:
        bad, usual = option.forecast.chances.trouble, first.forecast.chances.trouble
        if bad < usual - LESS_TROUBLE:
            return [Reason(Why.SAFER, {"trouble": bad, "usual": usual, "cost": cost})]
        worse = (o.forecast.chances.bogey_or_worse for o in (option, first))
        return [Reason(Why.CALMER, dict(zip(("bogeys", "usual"), worse, strict=True)) | {"cost": cost})]
    return []


ASPECTS = ("circle1", "ob", "lost", "mando", "obstacle", "bogey_or_worse")
GOOD = {"circle1"}
WEIGHTS = {"circle1": 1.0, "ob": 1.0, "lost": 1.5, "mando": 1.0, "obstacle": 0.5, "bogey_or_worse": 0.7}
"""What throws are told apart by, and what a chance of each is worth in throws, roughly (chosen: to name the
reason that weighs most, not to add them up)."""


def _rather(option: Option, rival: Option) -> Reason:
    """Why this rather than that: what it is most better at, or for a dearer option most worse at."""
    cost = dearer(rival.forecast.expected, option.forecast.expected)
    mine, theirs = option.forecast.chances, rival.forecast.chances
    sign = 1.0 if cost > -TIE else -1.0

    def better(aspect: str) -> float:
        more = getattr(mine, aspect) - getattr(theirs, aspect)
        return sign * WEIGHTS[aspect] * (more if aspect in GOOD else -more)

    most = max(ASPECTS, key=better)
    aspect = most if better(most) > TOLD_APART * WEIGHTS[most] else ""
    if not aspect and abs(cost) < TIE and option.standing.role == Role.FIRST:
        aspect = _easier(option, rival)
    figures = {"cost": cost}
    alike = (option.throw.disc, option.forecast.shape) == (rival.throw.disc, rival.forecast.shape)
    other_hand = option.throw.code != rival.throw.code
    if alike and not other_hand:
        figures["aside_deg"] = rival.aim.left_deg - option.aim.left_deg
    code = rival.throw.code if alike and other_hand else ""
    names = rival.throw.disc.name, rival.forecast.shape, code, aspect
    if aspect in ASPECTS:
        figures |= {"mine": getattr(mine, aspect), "theirs": getattr(theirs, aspect)}
    return Reason(Why.RATHER, figures, names)


def _easier(option: Option, rival: Option) -> str:
    """In what a throw that costs as much is most easier, if it is."""
    mine, theirs = (
        hardness(t.disc.speed, t.power, t.bend_deg, bool(t.own_line)) for t in (option.throw, rival.throw)
    )
    gains = {part: float(theirs[part] - mine[part]) for part in Easier}
    most = max(Easier, key=gains.__getitem__)
    return most if gains[most] > EASIER else ""


def _landing(option: Option) -> list[Reason]:
    leave, circle = option.forecast.leaves, option.forecast.chances.circle1
    found = [Reason(Why.CIRCLE, {"chance": circle})] if circle >= CIRCLE_WORTH else []
    figures = {
        "distance_m": leave.distance_m, "quarter_m": leave.quarter_m,
        "three_quarter_m": leave.three_quarter_m,
    }  # fmt: skip
    names: tuple[str, ...] = ()
    if leave.distance_m <= CIRCLE_2_M:
        figures["rise_m"], names = leave.rise_m, (leave.wind,)
    found.append(Reason(Why.LEAVES, figures, names))
    if option.forecast.seen < MOSTLY_SEEN:
        found.append(Reason(Why.UNSEEN, {"seen": option.forecast.seen}))
    return found


def _window(option: Option) -> list[Reason]:
    """How exact the aim must be, where something stands close. Where the mean flight touches, how often it
    gets through all the same is told, by the same chance as elsewhere."""
    w = option.forecast.window
    if w is None or w.degrees > WIDE_DEG or not math.isfinite(w.width_m):
        return []
    if w.degrees >= 0.5:
        figures = {"degrees": w.degrees, "width_m": w.width_m, "away_m": w.away_m}
        return [Reason(Why.WINDOW, figures, (w.by,))]
    met = option.forecast.stopped_by.get(w.by)
    return [] if met is None else [Reason(Why.THREADS, {"clear": 1.0 - met}, (w.by,))]


def _heights(option: Option) -> list[Reason]:
    return [
        Reason(
            Why.HEIGHT,
            {"height_m": h.flies_m, "away_m": h.away_m, "room_m": h.room_m},
            ("over" if h.over else "under", h.what),
        )
        for h in option.forecast.heights
    ]


def _trouble(option: Option) -> list[Reason]:
    c = option.forecast.chances
    shares = {
        "ob": c.ob,
        "mando": c.mando,
        "lost": c.lost,
        **dict(list(option.forecast.stopped_by.items())[:2]),
    }
    named = {name: share for name, share in shares.items() if share >= WORTH_NAMING}
    return [Reason(Why.TROUBLE, named)] if named else []


def _shift(option: Option) -> list[Reason]:
    """To which side to err: what shifting the aim costs."""
    costs = option.forecast.shift_costs
    if len(costs) < 2:
        return []
    dear, cheap = (pick(costs, key=lambda side: costs[side]) for pick in (max, min))
    if costs[dear] - costs[cheap] < EVEN_SIDES:
        return [Reason(Why.NO_SIDE, {"most": costs[dear]})]
    return [Reason(Why.SHIFT, {"cheap": costs[cheap], "dear": costs[dear]}, (cheap, dear))]
