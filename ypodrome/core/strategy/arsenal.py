"""Everything a thrower could release: discs, kinds of throw, angles, heights; and how far each goes."""

from __future__ import annotations

import math
from dataclasses import dataclass
from functools import cached_property, lru_cache

import numpy as np
from numpy.typing import NDArray

from ypodrome.core.disc import Disc, aero_row
from ypodrome.core.flight import batch as b
from ypodrome.core.flight.release import HYZER, LAUNCH, RELEASE_SIZE, SPEED, SPIN, Release, Throw
from ypodrome.core.flight.simulate import Air, fly_many
from ypodrome.core.ground.field import open_field
from ypodrome.core.thrower import KINDS, grip_share

SHAPES_DEG = (
    (-14.0, 8.0), (-14.0, 14.0), (-6.0, 5.0), (0.0, 3.0), (0.0, 9.0), (0.0, 15.0), (4.0, 21.0), (8.0, 4.0),
    (8.0, 10.0), (16.0, 5.0), (16.0, 12.0), (28.0, 8.0), (28.0, 18.0), (50.0, 35.0),
)  # fmt: skip
"""Hyzer and launch angles tried with every disc: anhyzer, flat, hyzers, spike; low to high (chosen
to span what players throw; power and aim are solved for each)."""

APPROACH_SHAPES_DEG = ((0.0, 10.0), (12.0, 8.0), (12.0, 18.0), (30.0, 22.0))
"""The fewer shapes used to value a lie on the way (chosen)."""

APPROACH_DISCS = 3
POWERS = np.array([0.3, 0.4, 0.5, 0.6, 0.7, 0.8, 0.9, 1.0])
RELEASE_HEIGHT_M = 1.2

OVERHEAD_SHAPES_DEG = ((65.0, 22.0), (75.0, 30.0), (80.0, 38.0))
ROLLER_SHAPES_DEG = ((-50.0, 4.0), (-58.0, 2.0), (-66.0, 6.0))
SHAPES_BY_KIND = {
    "overhand": OVERHEAD_SHAPES_DEG, "thumber": OVERHEAD_SHAPES_DEG, "roller": ROLLER_SHAPES_DEG,
}  # fmt: skip
"""Overhead throws leave on edge, rollers on steep anhyzer (chosen to span what players throw)."""

PLANNED_KINDS = KINDS
HANDS = ("backhand", "forehand")
OVERHEAD = ("overhand", "thumber")

Arm = tuple[str, Throw, float]
"""Kind of throw, throw by hand, release speed at full power [m/s]."""


@dataclass(frozen=True)
class StockLine:
    """A line the player has kept and rehearsed: a disc of the bag at given angles [deg]."""

    name: str
    disc: Disc
    kind: str
    hyzer_deg: float
    nose_deg: float
    launch_deg: float


PRACTISED = 0.9
"""Factor on the spread of a line the player has kept: what is rehearsed repeats better
[common practice], size chosen."""


@dataclass(frozen=True)
class Arsenal:
    """All combinations of disc, kind of throw, hyzer and launch, and the player's own lines: m rows.

    `mean` [m, RELEASE_SIZE] are releases at full power towards the east; `reach` [m, len(POWERS)]
    the level, still-air distance at rest [m] by power and `drift` [m, len(POWERS)] its bearing to
    the left of the aim [rad]. `line` [m] is the place of an own line in `lines`, or -1.
    """

    discs: tuple[Disc, ...]
    aero: NDArray[np.float64]
    disc: NDArray[np.int64]
    kind: NDArray[np.int64]
    mean: NDArray[np.float64]
    reach: NDArray[np.float64]
    drift: NDArray[np.float64]
    line: NDArray[np.int64]
    lines: tuple[StockLine, ...]

    def farthest_m(self) -> float:
        """Longest level throw of all combinations."""
        return float(self.reach.max())

    @cached_property
    def group(self) -> NDArray[np.int64]:
        """Kind of throw [m], own lines apart: of each group a search keeps the best few."""
        return np.where(self.line >= 0, len(PLANNED_KINDS), self.kind)

    @property
    def hyzer_deg(self) -> NDArray[np.float64]:
        """Hyzer at release [m]."""
        return np.degrees(self.mean[:, HYZER])

    @property
    def launch_deg(self) -> NDArray[np.float64]:
        """Launch angle at release [m]."""
        return np.degrees(self.mean[:, LAUNCH])

    def own_line(self, combo: int) -> str:
        """Name of the player's line that a combination is, or nothing."""
        place = int(self.line[combo])
        return self.lines[place].name if place >= 0 else ""

    def practice_factor(self, combo: NDArray[np.int64]) -> NDArray[np.float64]:
        """Factor [n] on the spread of combinations [n]."""
        return np.where(self.line[combo] >= 0, PRACTISED, 1.0)


@lru_cache(maxsize=32)
def build_arsenal(
    discs: tuple[Disc, ...], arms: tuple[Arm, ...],
    shapes_deg: tuple[tuple[float, float], ...] = SHAPES_DEG,
    lines: tuple[StockLine, ...] = (),
) -> Arsenal:  # fmt: skip
    """Combine discs, kinds and shapes, add own lines, and measure what each reaches on the level."""
    rows, disc, kind, line = [], [], [], []

    def add(d: int, arm: Arm, angles_deg: tuple[float, float, float], place: int) -> None:
        hyzer, nose, launch = (math.radians(a) for a in angles_deg)
        speed_m_s = grip_share(discs[d].speed) * arm[2]
        rows.append(Release(speed_m_s, arm[1], hyzer, nose, launch, height_m=RELEASE_HEIGHT_M).row())
        disc.append(d)
        kind.append(PLANNED_KINDS.index(arm[0]))
        line.append(place)

    for d in range(len(discs)):
        for arm in arms:
            for hyzer_deg, launch_deg in SHAPES_BY_KIND.get(arm[0], shapes_deg):
                add(d, arm, (hyzer_deg, 0.0, launch_deg), -1)
    arm_of = {arm[0]: arm for arm in arms}
    for place, own in enumerate(lines):
        if own.kind in arm_of and own.disc in discs:
            angles = (own.hyzer_deg, own.nose_deg, own.launch_deg)
            add(discs.index(own.disc), arm_of[own.kind], angles, place)
    mean = np.array(rows).reshape(-1, RELEASE_SIZE)
    aero = np.array([aero_row(d) for d in discs])
    discs_index = np.array(disc, np.int64)
    reach, drift = _reach(mean, discs_index, aero)
    return Arsenal(discs, aero, discs_index, np.array(kind, np.int64), mean, reach, drift,
                   np.array(line, np.int64), lines)  # fmt: skip


def approach_discs(discs: tuple[Disc, ...]) -> tuple[Disc, ...]:
    """A few discs that between them make most approaches: stable and slow first, then longer."""
    slow = sorted(discs, key=lambda d: (d.speed > 5, -d.fade, d.glide))[: APPROACH_DISCS - 2]
    rest = [d for d in discs if d not in slow]
    straight = sorted(rest, key=lambda d: (d.speed > 5, d.fade + abs(d.turn)))[:1]
    long = sorted((d for d in rest if d not in straight), key=lambda d: abs(d.speed - 9))[:1]
    return (*slow, *straight, *long)


def at_power(mean: NDArray[np.float64], power: NDArray[np.float64]) -> NDArray[np.float64]:
    """Full-power releases [n, RELEASE_SIZE] scaled to shares of full power [n]."""
    scaled = mean.copy()
    scaled[:, SPEED] *= power
    scaled[:, SPIN] *= power
    return scaled


def _reach(mean: NDArray, disc: NDArray, aero: NDArray) -> tuple[NDArray, NDArray]:
    m, p = len(mean), len(POWERS)
    releases = at_power(np.repeat(mean, p, axis=0), np.tile(POWERS, m))
    zeros = np.zeros((m * p, 2))
    out = fly_many(releases, np.repeat(disc, p), aero, zeros, Air().density_kg_m3,
                   np.zeros(m * p, np.int64), open_field())  # fmt: skip
    x, y = out[:, b.REST_X].reshape(m, p), out[:, b.REST_Y].reshape(m, p)
    return np.maximum.accumulate(np.hypot(x, y), axis=1), np.arctan2(y, x)
