"""Options: what a plan offers, in numbers, from a judged cloud."""

from __future__ import annotations

import math
from dataclasses import dataclass, field
from typing import NamedTuple

import numpy as np
from numpy.typing import NDArray

from ypodrome.core.disc import Disc
from ypodrome.core.flight.release import HEADING, HYZER, LAUNCH, NOSE
from ypodrome.core.flight.simulate import Flights
from ypodrome.core.ground.field import heights
from ypodrome.core.hole.features import Point
from ypodrome.core.hole.rule_facts import CIRCLE_1_M, CIRCLE_2_M
from ypodrome.core.strategy.aim import aim_left_deg, aim_offset_m, aim_point
from ypodrome.core.strategy.crossing import ahead_of, area_name, decision, in_the_way, shares_over
from ypodrome.core.strategy.day import by_day
from ypodrome.core.strategy.exactness import Window
from ypodrome.core.strategy.lines import line_name
from ypodrome.core.strategy.outlook import expected
from ypodrome.core.strategy.search import Judged
from ypodrome.core.strategy.situation import Situation
from ypodrome.core.thrower import KINDS
from ypodrome.core.thrower.spread import standard_draws

SMALL_MISS = 0.7
"""Standard deviations within which a throw counts as no miss (chosen)."""

FEWEST_MISSES = 6

FELT_WIND_M_S = 1.6
"""Wind from which a putt feels it (chosen: the lower limit of Beaufort 2, "felt on the face")."""

ALONG = 0.6
"""Cosine from which a wind counts as head or tail wind (chosen)."""


@dataclass(frozen=True)
class Leave:
    """What a throw usually leaves: distance to the basket [m], how far the basket stands above the
    lie [m], and the wind felt facing it: into, with, across or still."""

    distance_m: float
    rise_m: float
    wind: str


class Way(NamedTuple):
    """How a throw passes what others from the same lie pass differently: "over", "perhaps over", "short of"
    or "round", what that is, and the chance that it does."""

    how: str
    what: str
    chance: float

    def __str__(self) -> str:
        return f"{self.how} {self.what}"


@dataclass(frozen=True)
class Option:
    """One throw offered from a lie. Angles in degrees, lengths in metres, chances in [0, 1].

    `over` is the chance that it ends beyond each of the out of bounds, hazards and waters across the
    way to the pin, `short_of` names those still ahead where it usually ends. `by_day` are
    the outlooks on each of the days (`strategy.day`). `next` is the throw
    planned from there, `instead` the best that decides otherwise what to carry.
    """

    combo: int
    bend_rad: float
    disc: Disc
    throw: str
    kind: str
    line: str
    own_line: str
    hyzer_deg: float
    nose_deg: float
    launch_deg: float
    power: float
    heading_deg: float
    aim_left_deg: float
    aim_point: str
    aim_offset_m: float | None
    lie: Point
    landing: Point
    landing_left_m: float
    landing_long_m: float
    along_m: float
    across_m: float
    expected: float
    outlook: tuple[float, ...]
    chances: dict[str, float]
    stopped_by: dict[str, float]
    miss_costs: dict[str, float]
    rests: NDArray[np.float64] = field(repr=False)
    path: NDArray[np.float64] = field(repr=False)
    role: str = "other"
    window: Window | None = None
    leaves: Leave | None = None
    over: dict[str, float] = field(default_factory=dict)
    short_of: tuple[str, ...] = ()
    way: Way | None = None
    as_good: bool = False
    why: tuple[str, ...] = ()
    by_day: tuple[tuple[float, ...], ...] = ()
    next: Option | None = None
    instead: Option | None = None

    @property
    def decisions(self) -> dict[str, bool | None]:
        """What it decides of each of the areas in the way: carried, not carried, or left to luck."""
        return {name: decision(share) for name, share in self.over.items()}


def option_from(situation: Situation, judged: Judged, i: int, thrown: int = 0) -> Option:
    """Option of finalist `i`; `thrown` throws have been made before it."""
    throws, cloud, scene = judged.throws, judged.cloud, situation.scene
    release = throws.release[i]
    combo = int(throws.combo[i])
    rows = slice(i * cloud.draws, (i + 1) * cloud.draws)
    rests, lies = cloud.outcome.rest[rows], cloud.outcome.lie[rows]
    lie = (float(release[0]), float(release[1]))
    mean = situation.range.follow(judged.arsenal.bodies[judged.arsenal.disc[combo]], release)
    kind = KINDS[int(judged.arsenal.kind[combo])]
    outlook = judged.outlooks[i].mean(axis=0)
    left, long_ = _against_pin(lie, scene.pin.at, np.median(rests, axis=0))
    along, across = _spread(lie, rests)
    heading_deg = math.degrees(release[HEADING])
    hyzer_deg, launch_deg = math.degrees(release[HYZER]), math.degrees(release[LAUNCH])
    landing = np.median(lies, axis=0)
    usual = (float(landing[0]), float(landing[1]))
    barred = in_the_way(scene, lie)
    shares = shares_over(barred, lie, lies[None])[0]
    return Option(
        combo=combo,
        bend_rad=float(throws.bend[i]),
        disc=judged.arsenal.discs[int(judged.arsenal.disc[combo])],
        throw=situation.thrower.throw(kind).value,
        kind=kind,
        line=line_name(kind, hyzer_deg, launch_deg, mean.out),
        own_line=judged.arsenal.own_line(combo),
        hyzer_deg=hyzer_deg,
        nose_deg=math.degrees(release[NOSE]),
        launch_deg=launch_deg,
        power=float(throws.power[i]),
        heading_deg=heading_deg,
        aim_left_deg=aim_left_deg(scene, lie, heading_deg),
        aim_point=aim_point(scene, lie, heading_deg, situation.thrower.units, launch_deg),
        aim_offset_m=aim_offset_m(scene, lie, heading_deg),
        lie=lie,
        landing=usual,
        leaves=leave_from(situation, usual),
        over={area_name(a): float(share) for a, share in zip(barred, shares, strict=True)},
        short_of=tuple(area_name(a) for a in ahead_of(scene, barred, usual)),
        landing_left_m=left,
        landing_long_m=long_,
        along_m=along,
        across_m=across,
        expected=float(expected(outlook)) + thrown,
        outlook=tuple(outlook.tolist()),
        chances=_chances(situation, judged, i, outlook, thrown),
        stopped_by=_stopped_by(situation, cloud.flown[i]),
        miss_costs=miss_costs(lie, rests, expected(judged.outlooks[i])),
        rests=rests,
        path=mean.path,
        by_day=_by_day(situation, judged, i) if thrown == 0 else (),
    )


def _by_day(situation: Situation, judged: Judged, i: int) -> tuple[tuple[float, ...], ...]:
    """Outlooks of finalist `i` on each of the days."""
    draws = standard_draws(judged.cloud.draws, situation.seed)
    return tuple(map(tuple, by_day(draws, judged.outlooks[i]).tolist()))


def leave_from(situation: Situation, lie: Point) -> Leave:
    """The putt or approach that waits at a lie."""
    scene, wind = situation.scene, situation.air.wind
    z = heights(scene.field, np.array([lie, scene.pin.at]))
    rise = float(z[1] - z[0]) + scene.pin.raised_m
    words = "still"
    if wind.speed_m_s >= FELT_WIND_M_S:
        east, north = situation.air.wind_vector()
        gap = np.array(scene.pin.at) - np.array(lie)
        along = float((gap / max(float(np.hypot(*gap)), 1e-9)) @ np.array([east, north])) / wind.speed_m_s
        words = "with" if along > ALONG else "into" if along < -ALONG else "across"
    return Leave(math.dist(lie, scene.pin.at), rise, words)


def miss_costs(lie: Point, rests: NDArray[np.float64], values: NDArray[np.float64]) -> dict[str, float]:
    """Throws that a miss to each side costs against the option's own mean.

    A throw is a miss to the side on which it is farthest from the mean rest, counted in standard
    deviations, when that is more than SMALL_MISS. Sides hardly ever missed to are left out.
    """
    forward, side = _axes(lie, rests.mean(axis=0))
    gap = rests - rests.mean(axis=0)
    along, left = gap @ forward, gap @ side
    z = np.stack([left / (left.std() + 1e-9), along / (along.std() + 1e-9)])
    main = np.abs(z).argmax(axis=0)
    far = np.abs(z).max(axis=0) > SMALL_MISS
    groups = {
        "left": far & (main == 0) & (left > 0),
        "right": far & (main == 0) & (left < 0),
        "short": far & (main == 1) & (along < 0),
        "long": far & (main == 1) & (along > 0),
    }
    mean = values.mean()
    return {
        name: float(values[rows].mean() - mean)
        for name, rows in groups.items()
        if rows.sum() >= FEWEST_MISSES
    }


def _axes(lie: Point, target: NDArray[np.float64]) -> tuple[NDArray[np.float64], NDArray[np.float64]]:
    """Unit vectors from a lie to a target, and to the left of that."""
    forward = target - np.array(lie)
    forward = forward / max(float(np.hypot(*forward)), 1e-9)
    return forward, np.array([-forward[1], forward[0]])


def _against_pin(lie: Point, pin: Point, rest: NDArray[np.float64]) -> tuple[float, float]:
    forward, side = _axes(lie, np.array(pin))
    gap = rest - np.array(pin)
    return float(gap @ side), float(gap @ forward)


def _spread(lie: Point, rests: NDArray[np.float64]) -> tuple[float, float]:
    forward, side = _axes(lie, rests.mean(axis=0))
    return float((rests @ forward).std()), float((rests @ side).std())


def _chances(
    situation: Situation, judged: Judged, i: int, outlook: NDArray[np.float64], thrown: int
) -> dict[str, float]:
    cloud = judged.cloud
    rows = slice(i * cloud.draws, (i + 1) * cloud.draws)
    o = cloud.outcome
    distance = np.hypot(*(o.rest[rows] - np.array(situation.scene.pin.at)).T)
    inside = ~o.out[rows] & ~o.mando[rows]
    left = situation.scene.par - thrown
    birdie = float(outlook[: max(0, left - 1)].sum())
    par = float(outlook[left - 1]) if left >= 1 else 0.0
    return {
        "circle1": float((inside & (distance <= CIRCLE_1_M)).mean()),
        "circle2": float((inside & (distance <= CIRCLE_2_M)).mean()),
        "ob": float(o.out[rows].mean()),
        "lost": float(o.lost[rows].mean()),
        "obstacle": float(cloud.flown.air_hit[i].mean()),
        "mando": float(o.mando[rows].mean()),
        "holed": float(o.holed[rows].mean()),
        "birdie_or_better": birdie,
        "par": par,
        "bogey_or_worse": max(0.0, 1.0 - birdie - par),
    }


def _stopped_by(situation: Situation, flown: Flights) -> dict[str, float]:
    """Share of throws stopped in the air by each named obstacle, most often first."""
    names = situation.scene.packed[1]
    hits = flown.hit[flown.air_hit & (flown.hit >= 0)].astype(int)
    shares: dict[str, float] = {}
    for number in hits:
        shares[names[number]] = shares.get(names[number], 0.0) + 1.0 / len(flown)
    return dict(sorted(shares.items(), key=lambda item: -item[1]))
