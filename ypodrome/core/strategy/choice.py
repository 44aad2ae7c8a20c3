"""Carry it or lay up: where the throws offered from one lie decide differently."""

from __future__ import annotations

from collections.abc import Sequence

from ypodrome.core.strategy.forecast import decisions
from ypodrome.core.strategy.options import How, Option, Role, Way
from ypodrome.core.strategy.reason import Reason, Why, dearer


def other_way(options: Sequence[Option]) -> Option | None:
    """The option that costs least of those that surely carry what the first stays short of, or surely stay
    short of what it tries to carry."""
    others = [o for o in options[1:] if _asked(options[0], o)]
    return min(others, key=lambda o: o.forecast.expected, default=None)


def way_of(option: Option, first: Option, other: Option | None) -> Way | None:
    """The way an option takes past what the first and the other decide differently."""
    return _way(option, _asked(first, other)) if other else None


def choice_reasons(option: Option, first: Option, other: Option | None) -> list[Reason]:
    """Which way the option takes, and at what price the first could have decided otherwise."""
    if other is None:
        return []
    asked = _asked(first, other)
    way = _way(option, asked)
    told = Reason(Why.DECIDES, {"chance": way.chance}, (way.how, way.what))
    if option.standing.role == first.standing.role:
        instead = _way(other, asked)
        what = "" if instead.what == way.what else instead.what
        cost = dearer(other.forecast.expected, first.forecast.expected)
        return [told, Reason(Why.OTHERWISE, {"cost": cost}, (instead.how, what))]
    if not _asked(first, option):
        return []
    if option.standing.role in (Role.CONTINGENCY, Role.SAFE):
        return [told]
    cost = dearer(option.forecast.expected, first.forecast.expected)
    return [told, Reason(Why.AT_PRICE, {"cost": cost})]


def _asked(first: Option, other: Option) -> list[str]:
    """Names of what the other decides against the first."""
    mine = decisions(first)
    return [name for name, did in decisions(other).items() if did is (mine[name] is False)]


def _way(option: Option, asked: Sequence[str]) -> Way:
    """How the option passes what is asked; if it passes some of it so and some of it so, what it carries
    is told."""
    decided, forecast = decisions(option), option.forecast
    over = [name for name in asked if decided[name] is not False]
    if over:
        sure = all(decided[name] for name in over)
        how = How.OVER if sure else How.PERHAPS_OVER
        return Way(how, " and ".join(over), min(forecast.over[n] for n in over))
    short = [name for name in asked if name in forecast.short_of]
    told = short or list(asked)
    how = How.SHORT_OF if short else How.ROUND
    return Way(how, " and ".join(told), 1.0 - max(forecast.over[n] for n in told))
