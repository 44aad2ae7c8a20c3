"""Throw-to-throw spread of a release, and seeded draws from it."""

from __future__ import annotations

import math
from dataclasses import astuple, dataclass
from functools import lru_cache

import numpy as np
from numpy.typing import NDArray
from scipy.special import ndtri
from scipy.stats import qmc

from ypodrome.core.air.wind import VEER_DEG, Wind
from ypodrome.core.flight.release import HEADING, HYZER, LAUNCH, NOSE, SIDE, SPEED, SPIN


@dataclass(frozen=True)
class Spread:
    """One standard deviation of each part of a release: percent or degrees."""

    speed_pct: float
    aim_deg: float
    hyzer_deg: float
    nose_deg: float
    launch_deg: float
    spin_pct: float

    def __post_init__(self) -> None:
        for name, value in vars(self).items():
            if not (math.isfinite(value) and 0.0 <= value <= 40.0):
                raise ValueError(f"spread {name} must be between 0 and 40, got {value}")


PRESETS = {
    "new": Spread(6.0, 4.5, 7.0, 3.2, 3.2, 10.0),
    "club": Spread(3.2, 2.4, 4.0, 1.6, 1.7, 7.0),
    "advanced": Spread(2.3, 1.7, 2.9, 1.2, 1.3, 5.0),
    "elite": Spread(1.6, 1.2, 2.1, 0.8, 0.9, 4.0),
}
"""Chosen so that a 90 m drive of a club player in still air rests within about 10 m either way of
its mean two times in three, and an elite player's within half of that [common practice]."""

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

COLUMNS, DIMENSIONS = 6, 8
GUST, VEER = 6, 7
LEAST_TAIL = 1e-6
"""Draws are cut off at 4.75 standard deviations (chosen: a Sobol point may be exactly 0)."""


@lru_cache(maxsize=64)
def standard_draws(n: int, seed: int) -> NDArray[np.float64]:
    """Standard normal draws [n, 8]: speed, aim, hyzer, nose, launch, spin, gust, veer; read-only.

    A scrambled Sobol sequence (Owen 1998) put through the normal quantile: it fills the eight
    dimensions more evenly than pseudo-random numbers, so that the mean of a cloud settles with a
    fifth of the draws on open ground and half of them in woods (benchmarks/noise.py). The same seed
    gives the same draws, so options compared with one seed meet the same luck.
    """
    sobol = qmc.Sobol(DIMENSIONS, scramble=True, rng=np.random.default_rng(seed))
    uniform = sobol.random_base2(max(1, math.ceil(math.log2(n))))[:n]
    z: NDArray[np.float64] = ndtri(np.clip(uniform, LEAST_TAIL, 1.0 - LEAST_TAIL))
    z[:, 3] = NOSE_WITH_SPEED * z[:, 0] + math.sqrt(1 - NOSE_WITH_SPEED**2) * z[:, 3]
    z[:, 2] = HYZER_WITH_AIM * z[:, 1] + math.sqrt(1 - HYZER_WITH_AIM**2) * z[:, 2]
    z.setflags(write=False)
    return z


def growth(
    hyzer_rad: NDArray[np.float64], power: NDArray[np.float64], bend_rad: NDArray[np.float64],
    wet: bool,
) -> NDArray[np.float64]:  # fmt: skip
    """Factor [n] on the whole spread of throws with these angles and shares of full power.

    `bend_rad` is the angle between the aim and the place the throw is meant to end: the farther a
    line bends, the harder it is to judge. Forced angles, the in-between range of 85 to 95 %, full
    effort and wet pads widen it; a standstill at less than 60 % on a short shot narrows it
    [common practice], sizes chosen.
    """
    hyzer_deg = np.degrees(hyzer_rad)
    factor = 1.0 + GROWTH_PER_HYZER_DEG * np.maximum(0.0, hyzer_deg - FORCED_HYZER_DEG)
    factor += GROWTH_PER_ANHYZER_DEG * np.maximum(0.0, -hyzer_deg - FORCED_ANHYZER_DEG)
    factor = factor * np.where((power > 0.84) & (power < 0.96), 1.12, 1.0)
    factor = factor * np.where(power >= 0.96, 1.2, 1.0)
    factor = factor * np.where(power < 0.6, 0.85, 1.0)
    bend = np.maximum(0.0, np.degrees(np.abs(bend_rad)) - EASY_BEND_DEG)
    factor = factor * (1.0 + GROWTH_PER_BEND_DEG * bend)
    return factor * (1.15 if wet else 1.0)


def scatter(
    releases: NDArray[np.float64],
    spread: Spread,
    factors: NDArray[np.float64],
    draws: NDArray[np.float64],
) -> NDArray[np.float64]:
    """Releases [m, k, RELEASE_SIZE] drawn around m mean releases with k draws [k, 8], or each with its
    own [m, k, 8].

    An aim error is counted towards the side of the throw's hyzer, so that the other hand's mirrored
    throw errs the other way and the correlation with hyzer holds for both.
    """
    sizes = np.array(astuple(spread)) * np.array([0.01, *[math.pi / 180.0] * 4, 0.01])
    moved = factors[:, None, None] * draws[..., :COLUMNS] * sizes
    out = np.repeat(releases[:, None, :], draws.shape[-2], axis=1)
    stretch = np.exp(moved[..., 0])
    out[..., SPEED] = np.clip(out[..., SPEED] * stretch, 1.0, 45.0)
    out[..., HEADING] += moved[..., 1] * releases[:, None, SIDE]
    out[..., HYZER] += moved[..., 2]
    out[..., NOSE] += moved[..., 3]
    out[..., LAUNCH] += moved[..., 4]
    out[..., SPIN] *= stretch * np.exp(moved[..., 5])
    return out


def gusty_winds(wind: Wind, sides: NDArray[np.float64], draws: NDArray[np.float64]) -> NDArray[np.float64]:
    """Wind vectors [m, k, 2] to the east and north [m/s] met by m throws with these sides [m] in each of
    k draws [k, 8] or [m, k, 8], gusts and veer included. Like an aim error, a veer is counted towards the
    throw's side."""
    speed = np.maximum(0.0, wind.speed_m_s + wind.gust_sd_m_s * draws[..., GUST])
    veer_deg = -sides[:, None] * VEER_DEG * draws[..., VEER]
    towards = np.radians(wind.from_deg + 180.0 + veer_deg)
    return np.stack([speed * np.sin(towards), speed * np.cos(towards)], axis=-1)
