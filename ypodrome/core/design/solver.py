"""Levenberg and Marquardt's method, many discs at once and each for itself (Moré 1978).

A disc stops by its own rule and its flights do not depend on its neighbours, so that its result is the same
alone and in any batch, to the bit.
"""

from __future__ import annotations

from functools import lru_cache

import numpy as np
from numpy.typing import NDArray

from ypodrome.core.design.family import FREE
from ypodrome.core.design.trials import Trials

STEP = 0.03
"""Step of the forward differences, in prior standard deviations (chosen: flights are smooth to far less)."""

FIRST_DAMPING, LEAST_DAMPING, MOST_DAMPING = 0.01, 1e-6, 1e3
LESS, MORE = 0.3, 4.0
LONGEST_MOVE = 0.8
SMALL_GAIN = 1e-4
"""Damping and its changes, longest move of a step in prior standard deviations, and the share of the cost
under which a gain is none (chosen)."""

ANCHOR = np.array([7.0, 4.5, 0.0, 2.0, 175.0])
MIDDLE_TURN = 1.0
NEAR_STAGES, FAR_STAGES, ROUNDS, LAST_ROUNDS, ANCHOR_ROUNDS = 3, 4, 3, 12, 30
"""Every disc is reached from one in the middle by so many stages to its numbers with no more than a turn
either way, and so many more where it turns more: cold starts fall into a crashed valley (chosen)."""


def solved(numbers: NDArray[np.float64]) -> NDArray[np.float64]:
    """FREE of discs with numbers [n, 5], in prior standard deviations [n, 6]."""
    near = numbers.copy()
    near[:, 2] = np.clip(near[:, 2], -MIDDLE_TURN, MIDDLE_TURN)
    z = np.tile(_anchor(), (len(numbers), 1))
    for share in np.linspace(0.0, 1.0, NEAR_STAGES + 1)[1:]:
        z = improved(Trials(ANCHOR + share * (near - ANCHOR)), z, ROUNDS)
    far = np.flatnonzero(near[:, 2] != numbers[:, 2])
    for share in np.linspace(0.0, 1.0, FAR_STAGES + 1)[1:]:
        if len(far):
            z[far] = improved(Trials(near[far] + share * (numbers[far] - near[far])), z[far], ROUNDS)
    return improved(Trials(numbers), z, LAST_ROUNDS)


@lru_cache(maxsize=1)
def _anchor() -> NDArray[np.float64]:
    """FREE of the middle disc, solved once from the prior's mean."""
    return improved(Trials(ANCHOR[None]), np.zeros((1, len(FREE))), ANCHOR_ROUNDS)[0]


def forget() -> None:
    """Solve the middle disc anew: its priors were changed."""
    _anchor.cache_clear()


def improved(trials: Trials, z: NDArray[np.float64], rounds: int) -> NDArray[np.float64]:
    """z [n, 6] after at most so many rounds towards the least squares of the misses."""
    n = len(z)
    z, damping = z.copy(), np.full(n, FIRST_DAMPING)
    misses = trials.misses(z)
    cost = (misses * misses).sum(axis=1)
    active = np.arange(n)
    for _ in range(rounds):
        if not len(active):
            break
        mine = trials.take(active)
        now, here = misses[active], z[active]
        slopes = _slopes(mine, here, now)
        curve = slopes.transpose(0, 2, 1) @ slopes
        pull = (slopes.transpose(0, 2, 1) @ now[:, :, None])[:, :, 0]
        diagonal = 1.0 + curve.diagonal(axis1=1, axis2=2)
        damped = curve + damping[active, None, None] * np.eye(len(FREE)) * diagonal[:, :, None]
        move = -np.linalg.solve(damped, pull[:, :, None])[:, :, 0]
        longest = np.abs(move).max(axis=1, keepdims=True)
        there = here + move * np.minimum(1.0, LONGEST_MOVE / np.maximum(longest, 1e-9))
        new = mine.misses(there)
        new_cost = (new * new).sum(axis=1)
        old = cost[active]
        better = new_cost < old
        taken = active[better]
        z[taken], misses[taken], cost[taken] = there[better], new[better], new_cost[better]
        damping[active] = np.clip(
            damping[active] * np.where(better, LESS, MORE), LEAST_DAMPING, MOST_DAMPING
        )  # fmt: skip
        done = (better & (old - new_cost < SMALL_GAIN * old)) | (damping[active] >= MOST_DAMPING)
        active = active[~done]
    return z


def _slopes(trials: Trials, z: NDArray[np.float64], misses: NDArray[np.float64]) -> NDArray[np.float64]:
    """Derivatives [n, r, 6] of the misses [n, r] at z [n, 6], all columns flown at once."""
    n, free = z.shape
    moved = np.concatenate([z + STEP * row for row in np.eye(free)])
    every = trials.take(np.tile(np.arange(n), free)).misses(moved).reshape(free, n, -1)
    return np.ascontiguousarray(np.moveaxis((every - misses) / STEP, 0, 2))
