"""Reasons: two or three sentences that quote the numbers a choice rests on."""

from __future__ import annotations

import math

from ypodrome.core.hole.rule_facts import CIRCLE_1_M, CIRCLE_2_M
from ypodrome.core.hole.scene import Scene
from ypodrome.core.strategy.aim import length_words
from ypodrome.core.strategy.choice import choice_sentence
from ypodrome.core.strategy.options import Option
from ypodrome.core.strategy.outlook import in_hundred

SLOPE_WORTH = 0.03
"""Rise per distance from which a putt is called uphill or downhill (chosen)."""

WIDE_DEG = 14.0
"""A window this wide is not worth a sentence (chosen: it holds a club player's aim)."""

WORTH_NAMING = 0.04
"""Chances below this are not worth a sentence (chosen)."""


def reasons(option: Option, first: Option, other: Option | None, scene: Scene, units: str) -> tuple[str, ...]:
    """Sentences for an option in its role, compared with the first plan where it is not that, and with
    the best that decides otherwise what to carry."""
    sentences = [_role_sentence(option, first), choice_sentence(option, first, other)]
    sentences.append(_landing_sentence(option, scene, units))
    sentences += [_leave_sentence(option, units), _window_sentence(option, units)]
    trouble = _trouble_sentence(option)
    if trouble:
        sentences.append(trouble)
    miss = _miss_sentence(option)
    if miss:
        sentences.append(miss)
    return tuple(s for s in sentences if s)


def _role_sentence(option: Option, first: Option) -> str:
    dearer = option.expected - first.expected
    cost = "at the same cost" if dearer < 0.015 else f"for {dearer:.2f} of a throw more"
    if option.role == "contingency":
        return f"If the {first.kind} is off today: the {option.kind} does it {cost}."
    if option.role == "safe":
        bad, usual = _bad(option), _bad(first)
        if bad < usual - 0.005:
            return f"Trouble {in_hundred(bad)} instead of {in_hundred(usual)}, {cost}."
        return f"The steadiest alternative, {cost}."
    return ""


def _landing_sentence(option: Option, scene: Scene, units: str) -> str:
    left_m = math.dist(option.landing, scene.pin.at)
    circle = length_words(CIRCLE_1_M, units)
    if option.chances["circle1"] >= 0.08:
        return f"Ends within {circle} of the basket {in_hundred(option.chances['circle1'])}."
    return f"Leaves about {length_words(left_m, units)} to the basket."


def _leave_sentence(option: Option, units: str) -> str:
    """The putt that usually waits: up or down hill, into or with the wind."""
    leave = option.leaves
    if leave is None or leave.distance_m > CIRCLE_2_M:
        return ""
    slope = "level"
    if abs(leave.rise_m) > SLOPE_WORTH * leave.distance_m:
        slope = "uphill" if leave.rise_m > 0 else "downhill"
    wind = {"into": ", into the wind", "with": ", wind behind", "across": ", cross wind"}.get(leave.wind, "")
    return f"Usually leaves {length_words(leave.distance_m, units)}, {slope}{wind}."


def _window_sentence(option: Option, units: str) -> str:
    """How exact it must be, where something stands close."""
    w = option.window
    if w is None or w.degrees > WIDE_DEG or not math.isfinite(w.width_m):
        return ""
    if w.degrees < 0.5:
        return f"No room: {w.by} is in the line."
    away = length_words(w.away_m, units)
    return f"Must be within {w.degrees:.0f}°, {length_words(w.width_m, units)} at {w.by} {away} out."


def _trouble_sentence(option: Option) -> str:
    parts = []
    if option.chances["ob"] >= WORTH_NAMING:
        parts.append(f"out of bounds {in_hundred(option.chances['ob'])}")
    if option.chances["mando"] >= WORTH_NAMING:
        parts.append(f"misses the mandatory {in_hundred(option.chances['mando'])}")
    if option.chances["lost"] >= WORTH_NAMING:
        parts.append(f"lost {in_hundred(option.chances['lost'])}")
    for name, share in list(option.stopped_by.items())[:2]:
        if share >= WORTH_NAMING:
            parts.append(f"hits {name} {in_hundred(share)}")
    if not parts:
        return ""
    text = ", ".join(parts)
    return f"{text[0].upper()}{text[1:]}."


def _miss_sentence(option: Option) -> str:
    if len(option.miss_costs) < 2:
        return ""
    dear = max(option.miss_costs, key=lambda side: option.miss_costs[side])
    cheap = min(option.miss_costs, key=lambda side: option.miss_costs[side])
    cost = option.miss_costs[dear] - option.miss_costs[cheap]
    if cost < 0.08:
        return "No miss is much worse than another."
    return f"Miss {cheap} rather than {dear}: that is {cost:.1f} of a throw between them."


def _bad(option: Option) -> float:
    """Chance of a throw that ends in trouble: out, lost, or past a mandatory."""
    return min(1.0, sum(option.chances[k] for k in ("ob", "lost", "mando")))
