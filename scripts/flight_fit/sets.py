"""Flight numbers as discs are made with, drawn by rule: nobody's disc is meant.

The rule says what goes together [common practice]: slow discs glide less, what turns much fades little, what
is fast fades. Half of all sets have a half step somewhere.
"""

from __future__ import annotations

import numpy as np
from numpy.typing import NDArray

USUAL_GLIDE = ((1.0, 2.5), (4.0, 3.5), (7.0, 4.8), (15.0, 5.0))
CLASSES = ((1.0, 3.0), (3.5, 6.0), (6.5, 9.0), (9.5, 15.0))
"""Putters, midranges, fairway drivers, drivers: as many sets of each."""


def made(numbers: tuple[float, ...] | NDArray[np.float64]) -> bool:
    """Whether discs are made with such numbers."""
    speed, glide, turn, fade = numbers[:4]
    low, high = (1.0, 5.0) if speed < 4 else (1.0, 6.0) if speed < 7 else (3.0, 7.0)
    least_turn = -3.0 if speed <= 3.5 else -4.0 if speed < 7 else -5.0
    least_fade = 1.5 if speed >= 12 else 1.0 if speed >= 8 else 0.5 if speed >= 6 else 0.0
    if turn >= 0 and speed >= 4:
        least_fade = max(least_fade, 1.0)
    if turn >= 0.5:
        least_fade = 2.0
    most_fade = float(np.interp(np.floor(turn), (-4, -3, -2, -1, 0), (2.0, 2.5, 3.0, 4.0, 5.0)))
    if speed <= 3.5:
        most_fade = min(most_fade, 4.0)
    if glide > 5.0:
        most_fade = min(most_fade, 3.5)
    if turn <= -2:
        low = max(low, 2.0 if speed < 4 else 4.0)
    return bool(
        low <= glide <= high and least_turn <= turn <= 1.0 and least_fade <= fade <= most_fade
        and fade + turn <= 5.0
    )  # fmt: skip


def drawn(n: int, seed: int) -> NDArray[np.float64]:
    """n different sets [n, 4], as many of each class."""
    rng = np.random.default_rng(seed)
    found: dict[tuple[float, ...], None] = {}
    while len(found) < n:
        low, high = CLASSES[len(found) % len(CLASSES)]
        half = rng.random(4) < 0.16
        speed = rng.uniform(low, high)
        glide = np.interp(speed, *zip(*USUAL_GLIDE, strict=True)) + rng.normal(0, 1.1)
        fade = rng.uniform(0, 5) if rng.random() < 0.5 else rng.normal(2, 1)
        turn = -2.2 + 0.75 * fade + rng.normal(0, 1.3)
        steps = np.where(half, 2.0, 1.0)
        numbers = tuple((np.round(np.array([speed, glide, turn, fade]) * steps) / steps + 0.0).tolist())
        if made(numbers) and low <= numbers[0] <= high:
            found[numbers] = None
    return np.array(list(found))
