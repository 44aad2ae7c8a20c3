"""Solve aim and power so that a mean flight comes to rest at a target."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Any

import numpy as np
from numpy.typing import NDArray

from ypodrome.core.flight.release import HEADING, RELEASE_SIZE, X, Y, Z
from ypodrome.core.flight.simulate import Air, Range
from ypodrome.core.ground.field import Field, heights
from ypodrome.core.strategy.arsenal import POWERS, RELEASE_HEIGHT_M, Arsenal, at_power

LEAST_POWER = 0.3
FEET_PER_FOOT = 3.0
"""First guess of the extra distance a rise asks for [common practice]; the iteration mends it."""

ROUNDS = 2
LEAST_SLOPE = 0.3
"""Least share of its distance that a throw is taken to gain by a unit of power (chosen)."""


@dataclass(frozen=True)
class Solved:
    """n solved throws: combination, release [n, RELEASE_SIZE], power, miss of the target [m], and
    bend [rad], the angle from the line to the target to the aim, positive to the left."""

    combo: NDArray[np.int64]
    release: NDArray[np.float64]
    power: NDArray[np.float64]
    miss_m: NDArray[np.float64]
    bend: NDArray[np.float64]

    def take(self, rows: NDArray[Any]) -> Solved:
        """The chosen rows."""
        return Solved(self.combo[rows], self.release[rows], self.power[rows], self.miss_m[rows],
                      self.bend[rows])  # fmt: skip

    def __len__(self) -> int:
        return len(self.combo)


def joined(parts: list[Solved]) -> Solved:
    """Several sets of throws as one."""
    return Solved(
        np.concatenate([p.combo for p in parts]),
        np.concatenate([p.release for p in parts]),
        np.concatenate([p.power for p in parts]),
        np.concatenate([p.miss_m for p in parts]),
        np.concatenate([p.bend for p in parts]),
    )


def _by_power(
    table: NDArray[np.float64], power: NDArray[np.float64]
) -> tuple[NDArray[np.float64], NDArray[np.float64]]:
    """Value and slope per unit of power, of rows of a table over POWERS."""
    step = POWERS[1] - POWERS[0]
    k = np.clip(((power - POWERS[0]) / step).astype(int), 0, len(POWERS) - 2)
    rows = np.arange(len(power))
    slope = (table[rows, k + 1] - table[rows, k]) / step
    return table[rows, k] + slope * (power - POWERS[k]), slope


def solve(
    arsenal: Arsenal, combo: NDArray[np.int64], lies: NDArray[np.float64],
    targets: NDArray[np.float64], field: Field, air: Air, rounds: int = ROUNDS,
) -> Solved:  # fmt: skip
    """Aim and power of combination combo[i] from lies[i] to targets[i] [n, 2].

    `field` should be bare: obstacles are met later, when the throw is tested. Each of the `rounds`
    flies all throws once and mends power and aim by what was missed.
    """
    gap = targets - lies
    distance = np.hypot(gap[:, 0], gap[:, 1])
    bearing = np.arctan2(gap[:, 1], gap[:, 0])
    base = heights(field, lies)
    rise = heights(field, targets) - base
    table = arsenal.reach[combo]
    most = arsenal.most[combo]
    power = np.minimum(first_power(table, distance + FEET_PER_FOOT * rise), most)
    aim = -_by_power(arsenal.drift[combo], power)[0]
    ground = Range(air, field)
    mean = arsenal.mean[combo]
    release = np.empty((len(combo), RELEASE_SIZE))
    for turn in range(rounds + 1):
        release = at_power(mean, power)
        release[:, X], release[:, Y] = lies[:, 0], lies[:, 1]
        release[:, Z] = base + RELEASE_HEIGHT_M
        release[:, HEADING] = bearing + aim
        out = ground.fly(arsenal.bodies, arsenal.disc[combo], release)
        dx, dy = out.rest_x_m - lies[:, 0], out.rest_y_m - lies[:, 1]
        miss = np.hypot(out.rest_x_m - targets[:, 0], out.rest_y_m - targets[:, 1])
        if turn == rounds:
            break
        slope = metres_a_power(arsenal, combo, power, distance)
        power = np.clip(power + 0.9 * (distance - np.hypot(dx, dy)) / slope, LEAST_POWER, most)
        off = np.arctan2(dy, dx) - bearing
        aim = aim - np.arctan2(np.sin(off), np.cos(off))
    return Solved(combo, release, power, miss, aim)


def metres_a_power(
    arsenal: Arsenal, combo: NDArray[np.int64], power: NDArray[np.float64], away_m: NDArray[np.float64]
) -> NDArray[np.float64]:
    """Metres [n] that a unit of power adds to throws [n] that reach so far; never so few that a step of power
    would be wild."""
    return np.maximum(_by_power(arsenal.reach[combo], power)[1], LEAST_SLOPE * away_m)


def usual_bend(arsenal: Arsenal, throws: Solved) -> NDArray[np.float64]:
    """Bend [n, rad] of the same throws in still air over level ground."""
    return -_by_power(arsenal.drift[throws.combo], throws.power)[0]


def first_power(table: NDArray[np.float64], distance: NDArray[np.float64]) -> NDArray[np.float64]:
    """Powers [n] that reach distances [n] on the level by rows of a table over POWERS."""
    k = np.clip((table < distance[:, None]).sum(axis=1), 1, len(POWERS) - 1)
    rows = np.arange(len(table))
    low, high = table[rows, k - 1], table[rows, k]
    share = np.clip((distance - low) / np.maximum(high - low, 1e-6), 0.0, 1.0)
    return np.clip(POWERS[k - 1] + share * (POWERS[k] - POWERS[k - 1]), LEAST_POWER, 1.0)
