"""Which of the throws judged from a lie are shown, and as what: told apart as a player does, with their
roles, the way each takes and the reasons for it."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import replace
from typing import Any

import numpy as np

from ypodrome.core.strategy.arsenal import HANDS
from ypodrome.core.strategy.choice import other_way, way_of
from ypodrome.core.strategy.forecast import decisions
from ypodrome.core.strategy.options import Option, Role
from ypodrome.core.strategy.ranking import routes
from ypodrome.core.strategy.reason import TIE, dearer
from ypodrome.core.strategy.why import reasons

MOST_OPTIONS = 6
SAFE_LIMIT, SAFER = 0.5, 0.02
"""A safe play may cost at most this many throws more than the first plan, and lowers trouble or bogeys by at
least this chance: else there is none (chosen)."""

SAME_THROW_DEG = 3.0


def told_apart(options: Sequence[Option]) -> list[Option]:
    """Of all options, best first, the few that are shown."""
    return _few(with_roles(_distinct(options)))


def with_roles(options: Sequence[Option]) -> list[Option]:
    """First plan, the best with another kind of throw, the safest of the rest if it is plainly safer; then
    the others; and which are as good as the first."""
    first = standing(options[0], role=Role.FIRST)
    rest = list(options[1:])
    roles = [first]
    others = [o for o in rest if o.throw.kind != first.throw.kind]
    other_hand = next((o for o in others if o.throw.kind in HANDS), others[0] if others else None)
    if other_hand is not None:
        roles.append(standing(other_hand, role=Role.CONTINGENCY))
        rest = [o for o in rest if o is not other_hand]
    safer = [o for o in rest if _safer(o, first)]
    if safer:
        safe = min(safer, key=_trouble)
        roles.append(standing(safe, role=Role.SAFE))
        rest = [o for o in rest if o is not safe]
    return _as_good(roles + rest)


def told(options: Sequence[Option]) -> list[Option]:
    """Options of one lie, the first plan first, with the way each takes and the reasons for it."""
    first, other = options[0], other_way(options)
    second = next((o for o in options[1:] if o.standing.role == Role.OTHER), None) or (
        options[1] if len(options) > 1 else None
    )
    safe = any(o.standing.role == Role.SAFE for o in options)
    return [
        standing(o, way=way_of(o, first, other), reasons=reasons(o, first, second, other, safe))
        for o in options
    ]


def standing(option: Option, **changes: Any) -> Option:
    """An option with such changes of its standing."""
    return replace(option, standing=replace(option.standing, **changes))


def _as_good(options: list[Option]) -> list[Option]:
    """Mark options that cannot be told from the first plan by what is shown of them: the player chooses."""
    first, *others = options
    best = first.forecast.expected
    return [first, *(standing(o, as_good=dearer(o.forecast.expected, best) < TIE) for o in others)]


def _few(options: list[Option]) -> list[Option]:
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


def _distinct(options: Sequence[Option]) -> list[Option]:
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
