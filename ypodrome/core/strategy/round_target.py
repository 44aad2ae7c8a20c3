"""What to play when the round needs a score: dynamic programming over the holes' score distributions.

A state is the score so far, an action one of a hole's options, and what is made great is the chance
that the round's total is at most the target (Bellman's recursion, backward from the last hole).
"""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from ypodrome.core.strategy.day import DAY_WEIGHTS, days_of, round_chances

HAIR = 0.001
"""Chance of reaching the target that a change of option must gain at least (chosen: what draws leave in
doubt)."""

Scores = NDArray[np.float64]
"""Chances of taking 1, 2, 3, ... throws on a hole, alike on all days or by day (`day.by_day`); the last
gathers the tail."""


@dataclass(frozen=True)
class TargetPlan:
    """How a round reaches a target: `chance` when every choice may follow the score so far, `fixed`
    when the choices below are made beforehand, `usual` with the first plans.
    `choices` [holes] are the options most likely to be wanted."""

    target: int
    chance: float
    fixed: float
    usual: float
    choices: tuple[int, ...]


def chance_of_total(holes: list[Scores], target: int) -> float:
    """Chance that holes with these score chances total at most `target`."""
    return float(round_chances(holes)[: max(0, target - len(holes) + 1)].sum())


def plan_for_target(holes: list[list[Scores]], target: int) -> TargetPlan:
    """The best choice of option on every hole for a round total of at most `target`.

    Parameters
    ----------
    holes
        For every hole its options, the first plan first.
    """
    usual_day = [[DAY_WEIGHTS @ days_of(option) for option in options] for options in holes]
    worth = _values(usual_day, target)
    choices = _wanted(usual_day, worth, target)
    return TargetPlan(
        target,
        chance=_followed(holes, usual_day, worth, target),
        fixed=chance_of_total([hole[k] for hole, k in zip(holes, choices, strict=True)], target),
        usual=chance_of_total([hole[0] for hole in holes], target),
        choices=choices,
    )


def _after(value: NDArray[np.float64], option: Scores, score: int) -> float:
    """Chance of success from a score so far, playing an option, with the value of what follows."""
    ends = score + 1 + np.arange(len(option))
    return float(option @ value[np.minimum(ends, len(value) - 1)])


def _values(holes: list[list[Scores]], target: int) -> list[NDArray[np.float64]]:
    """Chance of success before each hole by score so far, 0 to target + 1 (which is too many)."""
    last = np.zeros(target + 2)
    last[: target + 1] = 1.0
    values = [last]
    for options in reversed(holes):
        following = values[0]
        here = np.array([max(_after(following, o, s) for o in options) for s in range(target + 1)] + [0.0])
        values.insert(0, here)
    return values


def _followed(
    holes: list[list[Scores]], usual_day: list[list[Scores]], worth: list[NDArray[np.float64]], target: int
) -> float:
    """Chance of success of choices that follow the score as on a usual day, over all days."""
    total = 0.0
    for day, weight in enumerate(DAY_WEIGHTS):
        alive = np.zeros(target + 2)
        alive[0] = 1.0
        for options, usual, following in zip(holes, usual_day, worth[1:], strict=True):
            ends = np.zeros_like(alive)
            for score in np.flatnonzero(alive[:-1] > 0.0).tolist():
                best = int(np.argmax([_after(following, o, score) for o in usual]))
                for k, p in enumerate(days_of(options[best])[day]):
                    ends[min(score + 1 + k, target + 1)] += alive[score] * p
            alive = ends
        total += weight * float(alive[: target + 1].sum())
    return total


def _wanted(holes: list[list[Scores]], values: list[NDArray[np.float64]], target: int) -> tuple[int, ...]:
    """On each hole the option that is best in most of the rounds which are still alive there; the first
    where no other is better by more than a hair."""
    alive = np.zeros(target + 2)
    alive[0] = 1.0
    wanted = []
    for options, following in zip(holes, values[1:], strict=True):
        weight = np.zeros(len(options))
        ends = np.zeros_like(alive)
        for score in np.flatnonzero(alive[:-1] > 0.0).tolist():
            worth = [_after(following, o, score) for o in options]
            best = int(np.argmax(worth))
            best = best if worth[best] > worth[0] + HAIR else 0
            weight[best] += alive[score] * worth[best]
            for k, p in enumerate(options[best]):
                ends[min(score + 1 + k, target + 1)] += alive[score] * p
        alive = ends
        wanted.append(int(np.argmax(weight)))
    return tuple(wanted)
