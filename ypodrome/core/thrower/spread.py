"""Throw-to-throw spread of a release, and seeded draws from it."""

from __future__ import annotations

import math
from dataclasses import astuple, dataclass
from functools import lru_cache

import numpy as np
from numpy.typing import ArrayLike, NDArray
from scipy.special import ndtri

from ypodrome.core.air.wind import VEER_DEG, Wind
from ypodrome.core.compiled import batch_kernel
from ypodrome.core.flight.cores import MANY, on_all_cores
from ypodrome.core.flight.release import (
    FASTEST_M_S,
    HEADING,
    HYZER,
    LAUNCH,
    NOSE,
    RELEASE_SIZE,
    SIDE,
    SLOWEST_M_S,
    SPEED,
    SPIN,
)
from ypodrome.core.refused import Refused
from ypodrome.core.thrower.level import FAULT_WIDTH, PRESET_RATINGS, spread_sizes


@dataclass(frozen=True)
class Spread:
    """One standard deviation of each part of a release at EASY_POWER: percent or degrees."""

    speed_pct: float
    aim_deg: float
    hyzer_deg: float
    nose_deg: float
    launch_deg: float
    spin_pct: float

    def __post_init__(self) -> None:
        for name, value in vars(self).items():
            if not (math.isfinite(value) and 0.0 <= value <= 40.0):
                raise Refused(f"spread {name} must be between 0 and 40, got {value}")

    @property
    def sizes(self) -> NDArray[np.float64]:
        """The same [6] as shares and radians."""
        return np.array(astuple(self)) * np.array([0.01, *[math.pi / 180.0] * 4, 0.01])


def spread_at(rating: float) -> Spread:
    """The spread of a rating."""
    return Spread(*spread_sizes(rating))


PRESETS = {name: spread_at(rating) for name, rating in PRESET_RATINGS.items()}
"""Named by play, on the rating's scale."""

NOSE_WITH_SPEED = 0.35
"""Correlation: a harder throw comes out nose up [common practice], size chosen."""

HYZER_WITH_AIM = -0.30
"""Correlation: a late release goes to the fade side's far edge and flatter [common practice]."""

FORCED_HYZER_DEG, GROWTH_PER_HYZER_DEG = 15.0, 0.010
FORCED_ANHYZER_DEG, GROWTH_PER_ANHYZER_DEG = 4.0, 0.020
"""Angles beyond which a release counts as forced, and what each degree more adds to the spread:
hyzer is the most repeatable shot, anhyzer the least [common practice], sizes chosen."""

EASY_BEND_DEG, GROWTH_PER_BEND_DEG = 12.0, 0.02
"""Bend of a line up to which nothing is added, and what each degree more adds: nobody hits a mark by
aiming 40° off it (chosen)."""

EASY_POWER, EFFORT, STEEPNESS = 0.8, 0.8, 8.0
"""Share of full power a spread is stated for, and how much full effort widens it: 1 + 0.8 p⁸ over its
value at EASY_POWER, smooth from a standstill to all-out: what is left of an arm's last tenth costs most
(fitted with `level`)."""

RIM_ROOM, GROWTH_PER_RIM, RIM_SOFT = 2.0, 0.035, 1.0
"""Speed numbers over the least that reaches which cost nothing, what each more adds to the spread, and how
softly that sets in: a wide rim is harder to hold on line than the throw needs [common practice], sizes chosen
so that five numbers too many widen a throw by a tenth."""

WET_GROWTH = 1.15
"""A wet pad widens everything so much (chosen)."""

MOST_STRETCH = (-0.7, 0.35)
"""Bounds on the logarithm of how much harder a throw comes out: half as hard at worst, and hardly ever
harder than an arm can (chosen)."""

DIMENSIONS = 9
AIM, LAUNCH_DRAW, GUST, VEER, FAULT = 1, 4, 6, 7, 8
LEAST_TAIL = 1e-6
"""Draws are cut off at 4.75 standard deviations (chosen: a Sobol point may be exactly 0)."""


@lru_cache(maxsize=64)
def standard_draws(n: int, seed: int) -> NDArray[np.float64]:
    """Standard normal draws [n, 9]: speed, aim, hyzer, nose, launch, spin, gust, veer, fault; read-only.

    A scrambled Sobol sequence (Owen 1998) put through the normal quantile: it fills the nine
    dimensions more evenly than pseudo-random numbers, so that the mean of a cloud settles with a
    fifth of the draws on open ground and half of them in woods (benchmarks/noise.py). The same seed
    gives the same draws, so options compared with one seed meet the same luck.
    """
    from scipy.stats import qmc  # two thirds of a second to read: only where something is drawn

    sobol = qmc.Sobol(DIMENSIONS, scramble=True, rng=np.random.default_rng(seed))
    uniform = sobol.random_base2(max(1, math.ceil(math.log2(n))))[:n]
    z: NDArray[np.float64] = ndtri(np.clip(uniform, LEAST_TAIL, 1.0 - LEAST_TAIL))
    z[:, 3] = NOSE_WITH_SPEED * z[:, 0] + math.sqrt(1 - NOSE_WITH_SPEED**2) * z[:, 3]
    z[:, 2] = HYZER_WITH_AIM * z[:, 1] + math.sqrt(1 - HYZER_WITH_AIM**2) * z[:, 2]
    z.setflags(write=False)
    return z


def growth(
    hyzer_rad: NDArray[np.float64], power: NDArray[np.float64], bend_rad: NDArray[np.float64],
    wet: bool, rim: ArrayLike = 0.0,
) -> NDArray[np.float64]:  # fmt: skip
    """Factor [n] on the whole spread of throws with these angles and shares of full power.

    `bend_rad` is the angle between the aim and the place the throw is meant to end: the farther a
    line bends, the harder it is to judge. `rim` is how many speed numbers the disc has over the least that
    reaches. Forced angles, effort and wet pads widen the spread too, an easy throw narrows it
    [common practice], sizes chosen.
    """
    hyzer_deg = np.degrees(hyzer_rad)
    factor = 1.0 + GROWTH_PER_HYZER_DEG * np.maximum(0.0, hyzer_deg - FORCED_HYZER_DEG)
    factor += GROWTH_PER_ANHYZER_DEG * np.maximum(0.0, -hyzer_deg - FORCED_ANHYZER_DEG)
    factor = factor * (1.0 + EFFORT * power**STEEPNESS) / (1.0 + EFFORT * EASY_POWER**STEEPNESS)
    bend = np.maximum(0.0, np.degrees(np.abs(bend_rad)) - EASY_BEND_DEG)
    factor = factor * (1.0 + GROWTH_PER_BEND_DEG * bend)
    over = RIM_SOFT * np.logaddexp(0.0, (np.asarray(rim, float) - RIM_ROOM) / RIM_SOFT)
    factor = factor * (1.0 + GROWTH_PER_RIM * over)
    return np.asarray(factor * (WET_GROWTH if wet else 1.0))


def scatter(
    releases: NDArray[np.float64],
    sizes: NDArray[np.float64],
    factors: NDArray[np.float64],
    draws: NDArray[np.float64],
    faults: float = 0.0,
) -> NDArray[np.float64]:
    """Releases [m, k, RELEASE_SIZE] drawn around m mean releases with k draws [k, 9], or each with its
    own [m, k, 9].

    `sizes` [m, 6] are the spreads' standard deviations (`Spread.sizes`). A share `faults` of the draws are
    simply bad: all of them errs FAULT_WIDTH times as much. An aim error is counted towards the side of the
    throw's hyzer, so that the other hand's mirrored throw errs the other way and the correlation with hyzer
    holds for both.
    """
    own, k = _own(draws), draws.shape[-2]
    worst = float(ndtri(1.0 - faults)) if faults > 0.0 else math.inf
    releases, sizes, factors = (np.ascontiguousarray(a, float) for a in (releases, sizes, factors))
    out, many = np.empty((len(releases), k, RELEASE_SIZE)), MANY // k + 1

    def work(s: slice) -> None:
        _scatter(releases[s], sizes[s], factors[s], own if len(own) == 1 else own[s], worst, out[s])

    on_all_cores(work, len(releases), many, many)
    return out


def _own(draws: NDArray[np.float64]) -> NDArray[np.float64]:
    """Draws [k, 9] for all throws as [1, k, 9], draws of each throw's own [m, k, 9] as they are: a copy,
    since kernels are compiled for arrays that may be written to."""
    return np.array(draws).reshape(-1, *draws.shape[-2:])


@batch_kernel
def _scatter(
    releases: NDArray[np.float64], sizes: NDArray[np.float64], factors: NDArray[np.float64],
    draws: NDArray[np.float64], worst: float, out: NDArray[np.float64],
) -> None:  # fmt: skip
    low, high = MOST_STRETCH
    for i in range(releases.shape[0]):
        mean, size = releases[i], sizes[i]
        for k in range(draws.shape[1]):
            z, one = draws[i if draws.shape[0] > 1 else 0, k], out[i, k]
            wide = factors[i] * (FAULT_WIDTH if z[FAULT] > worst else 1.0)
            for c in range(RELEASE_SIZE):
                one[c] = mean[c]
            stretch = math.exp(min(high, max(low, wide * z[0] * size[0])))
            one[SPEED] = min(FASTEST_M_S, max(SLOWEST_M_S, mean[SPEED] * stretch))
            one[HEADING] += wide * z[1] * size[1] * mean[SIDE]
            one[HYZER] += wide * z[2] * size[2]
            one[NOSE] += wide * z[3] * size[3]
            one[LAUNCH] += wide * z[4] * size[4]
            one[SPIN] *= stretch * math.exp(min(high, max(low, wide * z[5] * size[5])))


def gusty_winds(wind: Wind, sides: NDArray[np.float64], draws: NDArray[np.float64]) -> NDArray[np.float64]:
    """Wind vectors [m, k, 2] to the east and north [m/s] met by m throws with these sides [m] in each of
    k draws [k, 9] or [m, k, 9], gusts and veer included. Like an aim error, a veer is counted towards the
    throw's side."""
    out, sides = np.empty((len(sides), draws.shape[-2], 2)), np.ascontiguousarray(sides, float)
    towards_rad = math.radians(wind.from_deg + 180.0)
    _gusty_winds(wind.speed_m_s, wind.gust_sd_m_s, towards_rad, sides, _own(draws), out)
    return out


@batch_kernel
def _gusty_winds(
    speed_m_s: float, gust_sd_m_s: float, towards_rad: float, sides: NDArray[np.float64],
    draws: NDArray[np.float64], out: NDArray[np.float64],
) -> None:  # fmt: skip
    for i in range(sides.shape[0]):
        for k in range(draws.shape[1]):
            z = draws[i if draws.shape[0] > 1 else 0, k]
            speed = max(0.0, speed_m_s + gust_sd_m_s * z[GUST])
            towards = towards_rad - sides[i] * math.radians(VEER_DEG) * z[VEER]
            out[i, k, 0], out[i, k, 1] = speed * math.sin(towards), speed * math.cos(towards)
