"""Everything a thrower could release: discs, kinds of throw, angles, heights; and how far each goes."""

from __future__ import annotations

import math
from dataclasses import dataclass
from functools import cached_property, lru_cache
from typing import Any, NamedTuple

import numpy as np
from numpy.typing import NDArray

from ypodrome.core.design import bodies_of
from ypodrome.core.disc import Disc
from ypodrome.core.flight.release import (
    HYZER,
    LAUNCH,
    RELEASE_SIZE,
    SPEED,
    SPIN,
    USUAL_NOSE_RAD,
    Release,
    Throw,
    slow_spin,
)
from ypodrome.core.flight.simulate import Range
from ypodrome.core.thrower import KINDS, OVERHEAD, ROLLERS, Kind, grip_share

SHAPES_DEG = (
    (-14.0, 11.0), (-14.0, 17.0), (-6.0, 8.0), (0.0, 5.0), (0.0, 11.5), (0.0, 17.0), (4.0, 23.0), (8.0, 6.0),
    (8.0, 12.0), (16.0, 7.0), (16.0, 14.0), (28.0, 10.0), (28.0, 20.0), (50.0, 36.0),
)  # fmt: skip
"""Hyzer and launch angles tried with every disc: anhyzer, flat, hyzers, spike; low to high (chosen
to span what players throw; power and aim are solved for each)."""

POWERS = np.array([0.3, 0.4, 0.5, 0.6, 0.7, 0.8, 0.9, 1.0])
RELEASE_HEIGHT_M = 1.2

OVERHEAD_SHAPES_DEG = ((65.0, 22.0), (75.0, 30.0), (80.0, 38.0))
ROLLER_SHAPES_DEG = ((-50.0, 4.0), (-58.0, 2.0), (-66.0, 6.0))
SHAPES_BY_KIND = dict.fromkeys(OVERHEAD, OVERHEAD_SHAPES_DEG) | dict.fromkeys(ROLLERS, ROLLER_SHAPES_DEG)
"""Overhead throws leave on edge, rollers on steep anhyzer (chosen to span what players throw)."""

HANDS = (Kind.BACKHAND, Kind.FOREHAND)
HAND_KINDS = tuple(KINDS.index(k) for k in HANDS)
ROLLER_KINDS = tuple(KINDS.index(k) for k in ROLLERS)

ROLLS_M = 18.0
"""A disc that runs farther than this on cut grass has stood up and rolls: from a player who has no roller it
is an accident, and not planned (chosen: low skips run up to 12 m)."""

MOST_OVER = 1.1
"""No plan rests on a throw farther than this share of the distance the player says (chosen)."""

RIM_LADDER = ((0.55, 1.0), (0.70, 2.0), (0.82, 4.0), (0.88, 5.0), (0.94, 7.0), (0.98, 9.0), (1.05, 12.0))
"""Share of an arm's distance, and the least speed number that reaches it: a putter goes some seven tenths as
far as a driver, a midrange nearly nine [common practice]."""


class Arm(NamedTuple):
    """A kind of throw, the throw by hand, its release speed at full power [m/s] and how far it goes [m]."""

    kind: Kind
    throw: Throw
    speed_m_s: float
    distance_m: float


@dataclass(frozen=True)
class StockLine:
    """A line the player has kept and rehearsed: a disc of the bag at given angles [deg]."""

    name: str
    disc: Disc
    kind: Kind
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
    the left of the aim [rad]. `most` [m] is the share of full power beyond which a throw would roll or go
    farther than its arm, `arm_m` [m] how far the arm goes. `line` [m] is the place of an own line in
    `lines`, or -1.
    """

    discs: tuple[Disc, ...]
    bodies: NDArray[Any]
    disc: NDArray[np.int64]
    kind: NDArray[np.int64]
    mean: NDArray[np.float64]
    reach: NDArray[np.float64]
    drift: NDArray[np.float64]
    most: NDArray[np.float64]
    arm_m: NDArray[np.float64]
    line: NDArray[np.int64]
    lines: tuple[StockLine, ...]

    def farthest_m(self) -> float:
        """Longest level throw of all combinations."""
        return float(self.reach.max())

    @cached_property
    def group(self) -> NDArray[np.int64]:
        """Kind of throw [m], own lines apart: of each group a search keeps the best few."""
        return np.where(self.line >= 0, len(KINDS), self.kind)

    def rows_of(self, other: Arsenal, combo: NDArray[np.int64]) -> NDArray[np.int64]:
        """Rows here of the same throws as combinations [n] of another arsenal; -1 where there are none."""
        return np.array([self._row.get(other._thrown(int(c)), -1) for c in combo], np.int64)

    @cached_property
    def _row(self) -> dict[tuple[object, ...], int]:
        return {self._thrown(c): c for c in range(len(self.disc))}

    def _thrown(self, combo: int) -> tuple[object, ...]:
        """What is thrown, whatever the arm: disc, kind, angles, own line."""
        angles = np.round(np.degrees(self.mean[combo][[HYZER, LAUNCH]]), 3)
        return (self.discs[self.disc[combo]], int(self.kind[combo]), *angles, self.own_line(combo))

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

    def rim_over(self, combo: NDArray[np.int64], power: NDArray[np.float64]) -> NDArray[np.float64]:
        """Speed numbers [n] each throw's disc has over the least that reaches as far."""
        place = np.clip((power - POWERS[0]) / (POWERS[1] - POWERS[0]), 0.0, len(POWERS) - 1.000001)
        k = place.astype(int)
        reach = self.reach[combo, k] + (place - k) * (self.reach[combo, k + 1] - self.reach[combo, k])
        shares, speeds = np.array(RIM_LADDER).T
        need = np.interp(reach / self.arm_m[combo], shares, speeds)
        own = np.array([d.speed for d in self.discs])[self.disc[combo]]
        return np.where(np.isin(self.kind[combo], HAND_KINDS), own - need, 0.0)


def usual_nose_deg(kind: Kind) -> float:
    """Nose angle that a kind of throw leaves the hand with: slightly down by hand, none of overheads and
    rollers."""
    return math.degrees(USUAL_NOSE_RAD) if kind in HANDS else 0.0


@lru_cache(maxsize=32)
def build_arsenal(
    discs: tuple[Disc, ...], arms: tuple[Arm, ...],
    shapes_deg: tuple[tuple[float, float], ...] = SHAPES_DEG,
    lines: tuple[StockLine, ...] = (), rehearsed: bool = True,
) -> Arsenal:  # fmt: skip
    """Combine discs, kinds and shapes, add own lines, and measure what each reaches on the level. Lines that
    are not `rehearsed` are thrown like any shape, and offered at every power."""
    rows, disc, kind, line, arm_m = [], [], [], [], []

    def add(d: int, arm: Arm, angles_deg: tuple[float, float, float], place: int) -> None:
        hyzer, nose, launch = (math.radians(a) for a in angles_deg)
        speed_m_s = grip_share(discs[d].speed) * arm.speed_m_s
        rows.append(Release(speed_m_s, arm.throw, hyzer, nose, launch, height_m=RELEASE_HEIGHT_M).row())
        arm_m.append(arm.distance_m)
        disc.append(d)
        kind.append(KINDS.index(arm.kind))
        line.append(place)

    for d in range(len(discs)):
        for arm in arms if shapes_deg else ():
            nose_deg = usual_nose_deg(arm.kind)
            for hyzer_deg, launch_deg in SHAPES_BY_KIND.get(arm.kind, shapes_deg):
                add(d, arm, (hyzer_deg, nose_deg, launch_deg), -1)
    arm_of = {arm.kind: arm for arm in arms}
    for place, own in enumerate(lines):
        if own.kind in arm_of and own.disc in discs:
            angles = (own.hyzer_deg, own.nose_deg, own.launch_deg)
            add(discs.index(own.disc), arm_of[own.kind], angles, place if rehearsed else -1)
    mean = np.array(rows).reshape(-1, RELEASE_SIZE)
    bodies = bodies_of(discs)
    discs_index = np.array(disc, np.int64)
    kinds, far_m = np.array(kind, np.int64), np.array(arm_m)
    reach, drift, most = _reach(mean, discs_index, bodies, np.isin(kinds, ROLLER_KINDS), far_m)
    if not rehearsed:
        most = np.ones_like(most)
    able = np.flatnonzero(most > 0.0)
    return Arsenal(discs, bodies, discs_index[able], kinds[able], mean[able], reach[able], drift[able],
                   most[able], far_m[able], np.array(line, np.int64)[able], lines)  # fmt: skip


def at_power(mean: NDArray[np.float64], power: NDArray[np.float64]) -> NDArray[np.float64]:
    """Full-power releases [n, RELEASE_SIZE] scaled to shares of full power [n]; slow throws spin more."""
    scaled = mean.copy()
    scaled[:, SPEED] *= power
    scaled[:, SPIN] *= power * slow_spin(scaled[:, SPEED]) / slow_spin(mean[:, SPEED])
    return scaled


def _reach(
    mean: NDArray[np.float64],
    disc: NDArray[np.int64],
    bodies: NDArray[Any],
    roller: NDArray[np.bool_],
    arm_m: NDArray[np.float64],
) -> tuple[NDArray[np.float64], NDArray[np.float64], NDArray[np.float64]]:
    """Distance, bearing by power, and most power, of full-power releases [m]; see `Arsenal`."""
    m, p = len(mean), len(POWERS)
    releases = at_power(np.repeat(mean, p, axis=0), np.tile(POWERS, m))
    out = Range().fly(bodies, np.repeat(disc, p), releases)
    x, y = out.rest_x_m.reshape(m, p), out.rest_y_m.reshape(m, p)
    carry = np.hypot(out.carry_x_m, out.carry_y_m).reshape(m, p)
    ran = np.hypot(out.rest_x_m - out.carry_x_m, out.rest_y_m - out.carry_y_m).reshape(m, p)
    fit = roller[:, None] | ((ran <= ROLLS_M) & (carry <= MOST_OVER * arm_m[:, None]))
    steps = np.logical_and.accumulate(fit, axis=1).sum(axis=1)
    last = np.maximum(steps - 1, 0)
    held = np.minimum(np.arange(p), last[:, None])
    reach = np.take_along_axis(np.maximum.accumulate(np.hypot(x, y), axis=1), held, axis=1)
    drift = np.take_along_axis(np.arctan2(y, x), held, axis=1)
    return reach, drift, np.where(steps > 0, POWERS[last], 0.0)
