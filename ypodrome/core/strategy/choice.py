"""Carry it or lay up: where the throws offered from one lie decide differently."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import replace

from ypodrome.core.strategy.options import Option, Way
from ypodrome.core.strategy.outlook import in_hundred

VERBS = {
    "over": ("Carries", "carrying"),
    "perhaps over": ("Carries", "carrying"),
    "short of": ("Stays short of", "staying short of"),
    "round": ("Goes round", "going round"),
}
SAME = 0.005
"""Throws that round to nothing in figures to the hundredth."""


def other_way(options: Sequence[Option]) -> Option | None:
    """The option that costs least of those that surely carry what the first stays short of, or surely stay
    short of what it tries to carry."""
    others = [o for o in options[1:] if _asked(options[0], o)]
    return min(others, key=lambda o: o.expected, default=None)


def with_way(option: Option, first: Option, other: Option | None) -> Option:
    """The option with the way it takes past what the first and the other decide differently; as it is where
    there is no other."""
    return replace(option, way=_way(option, _asked(first, other))) if other else option


def choice_sentence(option: Option, first: Option, other: Option | None) -> str:
    """Which way the option takes, and at what price the first could have decided otherwise."""
    if other is None:
        return ""
    asked = _asked(first, other)
    way, instead = _way(option, asked), _way(other, asked)
    told = f"{VERBS[way.how][0]} {way.what} {in_hundred(way.chance)}"
    if option.role == first.role:
        what = "it" if instead.what == way.what else instead.what
        return f"{told}; {VERBS[instead.how][1]} {what} {_price(other.expected - first.expected)}."
    if not _asked(first, option):
        return ""
    if option.role in ("contingency", "safe"):
        return f"{told}."
    return f"{told}: that {_price(option.expected - first.expected)}."


def _asked(first: Option, other: Option) -> list[str]:
    """Names of what the other decides against the first."""
    return [name for name, did in other.decisions.items() if did is (first.decisions[name] is False)]


def _price(dearer: float) -> str:
    if abs(dearer) < SAME:
        return "costs the same"
    return f"{'costs' if dearer > 0 else 'saves'} {abs(dearer):.2f} of a throw"


def _way(option: Option, asked: Sequence[str]) -> Way:
    """How the option passes what is asked; if it passes some of it so and some of it so, what it carries
    is told."""
    over = [name for name in asked if option.decisions[name] is not False]
    if over:
        sure = all(option.decisions[name] for name in over)
        return Way("over" if sure else "perhaps over", " and ".join(over), min(option.over[n] for n in over))
    short = [name for name in asked if name in option.short_of]
    told = short or list(asked)
    return Way("short of" if short else "round", " and ".join(told), 1.0 - max(option.over[n] for n in told))
