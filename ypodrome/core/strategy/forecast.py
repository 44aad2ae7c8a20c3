"""What judged throws come to: their clouds read as forecasts."""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import replace
from functools import lru_cache
from typing import Any

import numpy as np
from numpy.typing import NDArray

from ypodrome.core.flight.release import HEADING, HYZER, LAUNCH, NOSE, SIDE
from ypodrome.core.flight.simulate import Flight, Flights
from ypodrome.core.ground.field import heights
from ypodrome.core.hole.features import Area, Point
from ypodrome.core.hole.rule_facts import CIRCLE_1_M, CIRCLE_2_M
from ypodrome.core.hole.sight import in_sight
from ypodrome.core.outlook import expected
from ypodrome.core.strategy.aim import aim_of
from ypodrome.core.strategy.arsenal import Arsenal, at_power
from ypodrome.core.strategy.crossing import ahead_of, area_name, decision, in_the_way, shares_over
from ypodrome.core.strategy.day import day_weights
from ypodrome.core.strategy.exactness import heights_of, windows
from ypodrome.core.strategy.ground_value import GroundValue
from ypodrome.core.strategy.options import Chances, Felt, Forecast, Leave, Option, PlannedThrow, Side
from ypodrome.core.strategy.search import Judged, costs_of, judge
from ypodrome.core.strategy.shape import Shape, shape_of
from ypodrome.core.strategy.situation import Situation
from ypodrome.core.strategy.solve import LEAST_POWER, Solved, joined, metres_a_power
from ypodrome.core.thrower import KINDS
from ypodrome.core.thrower.spread import standard_draws

FELT_WIND_M_S = 1.6
"""Wind from which a putt feels it (chosen: the lower limit of Beaufort 2, "felt on the face")."""

ALONG = 0.6
"""Cosine from which a wind counts as head or tail wind (chosen)."""

SHIFT_DRAWS = 200
"""Draws by which shifted aims are priced (chosen: the same luck, so the difference settles early)."""

FORECAST_DRAWS, KEPT_RESTS = 2048, 400
"""Draws by which what is shown is forecast, and rests kept of them for drawing (chosen: a chance is known to
one in a hundred, expected throws to two; by 400 draws it was two and four)."""

LOOKED_AT = 100
"""Rests that are looked at from the lie (chosen: a share to five in a hundred)."""

SHIFTED = 0.5
"""A power that can be changed by less than this share of what a shift asks for has no such side (chosen)."""


def outlined(situation: Situation, judged: Judged, thrown: int = 0) -> list[Option]:
    """Judged throws of one lie as options, in their order, without what takes longer and only those that are
    shown need (`finished`); `thrown` throws have been made before them."""
    x, y = judged.throws.release[0, :2].tolist()
    barred = in_the_way(situation.scene, (x, y))
    return [_option(situation, judged, i, thrown, barred) for i in range(len(judged.throws))]


def finished(
    situation: Situation, value: GroundValue, judged: Judged, options: Sequence[Option]
) -> list[Option]:
    """Options outlined from judged throws, with how exact they must be, what a shifted aim costs and what of
    their ends is seen."""
    found = windows(situation, judged.arsenal, judged.throws)
    costs = shift_costs(situation, value, judged)
    return [
        _with(o, window=w, heights=heights_of(situation.scene, o.forecast.path), shift_costs=c,
              seen=_seen(situation, o))
        for o, w, c in zip(options, found, costs, strict=True)
    ]  # fmt: skip


def _seen(situation: Situation, option: Option) -> float:
    rests = option.forecast.rests[:LOOKED_AT]
    return float(in_sight(situation.scene.field, option.throw.lie, rests).mean())


def _with(option: Option, **changes: Any) -> Option:
    return replace(option, forecast=replace(option.forecast, **changes))


def best_of(situation: Situation, value: GroundValue, judged: Judged, thrown: int = 0) -> Option:
    """The best of judged throws under the posture and by what the player fears."""
    best = judged.take(np.array([int(costs_of(situation, judged, thrown).argmin())]))
    return finished(situation, value, best, outlined(situation, best, thrown))[0]


def _option(situation: Situation, judged: Judged, i: int, thrown: int, barred: tuple[Area, ...]) -> Option:
    release, combo = judged.throws.release[i], int(judged.throws.combo[i])
    arsenal, scene = judged.arsenal, situation.scene
    kind = KINDS[int(arsenal.kind[combo])]
    lie = (float(release[0]), float(release[1]))
    throw = PlannedThrow(
        disc=arsenal.discs[int(arsenal.disc[combo])],
        kind=kind,
        code=situation.thrower.throw(kind),
        hyzer_deg=math.degrees(release[HYZER]),
        nose_deg=math.degrees(release[NOSE]),
        launch_deg=math.degrees(release[LAUNCH]),
        power=float(judged.throws.power[i]),
        bend_deg=math.degrees(judged.throws.bend[i]),
        heading_deg=math.degrees(release[HEADING]),
        lie=lie,
        own_line=arsenal.own_line(combo),
    )
    shape, mean = mean_shape(situation, arsenal, judged.throws, i)
    forecast = _forecast(situation, judged, i, thrown, barred, mean, shape)
    return Option(throw, aim_of(scene, lie, throw.heading_deg, throw.launch_deg), forecast)


def mean_shape(situation: Situation, arsenal: Arsenal, throws: Solved, i: int) -> tuple[Shape, Flight]:
    """The shape of a throw's mean flight, and that flight."""
    release, combo = throws.release[i], int(throws.combo[i])
    mean = situation.range.follow(arsenal.bodies[arsenal.disc[combo]], release)
    shape = shape_of(
        KINDS[int(arsenal.kind[combo])], math.degrees(release[HYZER]), math.degrees(release[LAUNCH]),
        mean.out, mean.path, release[HEADING], release[SIDE],
    )  # fmt: skip
    return shape, mean


def _forecast(
    situation: Situation, judged: Judged, i: int, thrown: int, barred: tuple[Area, ...], mean: Flight,
    shape: Shape,
) -> Forecast:  # fmt: skip
    cloud, scene = judged.cloud, situation.scene
    x, y = judged.throws.release[i, :2].tolist()
    lie = (x, y)
    rows = slice(i * cloud.draws, (i + 1) * cloud.draws)
    rests, lies = cloud.outcome.rest[rows], cloud.outcome.lie[rows]
    outlook = judged.outlooks[i].mean(axis=0)
    left, long_ = _against_pin(lie, scene.pin.at, np.median(rests, axis=0))
    along, across = _spread(lie, rests)
    landing = np.median(lies, axis=0)
    usual = (float(landing[0]), float(landing[1]))
    shares = shares_over(barred, lie, lies[None])[0]
    missed = ~cloud.outcome.holed[rows]
    return Forecast(
        expected=float(expected(outlook)) + thrown,
        outlook=tuple(outlook.tolist()),
        chances=_chances(situation, judged, i, outlook, thrown),
        shape=shape,
        apex_m=float(mean.out.apex_m),
        landing=usual,
        left_m=left,
        long_m=long_,
        along_m=along,
        across_m=across,
        leaves=leave_of(situation, lies[missed] if missed.any() else lies),
        stopped_by=_stopped_by(situation, cloud.flown[i]),
        over={area_name(a): float(share) for a, share in zip(barred, shares, strict=True)},
        short_of=tuple(area_name(a) for a in ahead_of(scene, barred, usual)),
        rests=rests[:KEPT_RESTS],
        path=mean.path,
        by_day=_by_day(situation, judged, i) if thrown == 0 else (),
    )


def decisions(option: Option) -> dict[str, bool | None]:
    """What an option decides of each of the areas in the way: carried, not carried, or left to luck."""
    return {name: decision(share) for name, share in option.forecast.over.items()}


def _by_day(situation: Situation, judged: Judged, i: int) -> tuple[tuple[float, ...], ...]:
    """Outlooks of finalist `i` on each of the days."""
    weights = _day_weights(judged.cloud.draws, situation.seed)
    return tuple(map(tuple, (weights @ judged.outlooks[i]).tolist()))


@lru_cache(maxsize=4)
def _day_weights(draws: int, seed: int) -> NDArray[np.float64]:
    return day_weights(standard_draws(draws, seed))


def leave_of(situation: Situation, lies: NDArray[np.float64]) -> Leave:
    """What waits at lies [n, 2]: the middle of their distances and rises, each for itself, and the wind
    facing the basket from the middle of the lies."""
    scene, wind = situation.scene, situation.air.wind
    pin = np.array(scene.pin.at)
    near, middle, far = np.quantile(np.hypot(*(lies - pin).T), (0.25, 0.5, 0.75)).tolist()
    foot = float(heights(scene.field, pin[None])[0]) + scene.pin.raised_m
    rise = float(np.median(foot - heights(scene.field, np.ascontiguousarray(lies))))
    felt = Felt.STILL
    if wind.speed_m_s >= FELT_WIND_M_S:
        gap = pin - np.median(lies, axis=0)
        blow = np.array(situation.air.wind_vector()) / wind.speed_m_s
        along = float(gap @ blow) / max(float(np.hypot(*gap)), 1e-9)
        felt = Felt.WITH if along > ALONG else Felt.INTO if along < -ALONG else Felt.ACROSS
    return Leave(middle, near, far, rise, felt)


def shift_costs(situation: Situation, value: GroundValue, judged: Judged) -> list[dict[Side, float]]:
    """What aiming each of m judged throws one standard deviation of its rests to a side costs [throws]:
    left and right by turning it, short and long by its power. Sides beyond the arm are left out."""
    throws, draws = judged.throws, min(SHIFT_DRAWS, judged.cloud.draws)
    m, k = len(throws), judged.cloud.draws
    rests = judged.cloud.outcome.rest.reshape(m, k, 2)
    lies = throws.release[:, :2]
    spread = np.array([_spread((x, y), rests[i]) for i, (x, y) in enumerate(lies.tolist())])
    away = np.maximum(np.hypot(*(rests.mean(axis=1) - lies).T), 1.0)
    turn = np.arctan2(spread[:, 1], away)
    want = spread[:, 0] / metres_a_power(judged.arsenal, throws.combo, throws.power, away)
    variants = {Side.LEFT: _turned(throws, turn), Side.RIGHT: _turned(throws, -turn)}
    able = {}
    for side, sign in ((Side.SHORT, -1.0), (Side.LONG, 1.0)):
        power = np.clip(throws.power + sign * want, LEAST_POWER, judged.arsenal.most[throws.combo])
        able[side] = np.abs(power - throws.power) >= SHIFTED * want
        changed = at_power(throws.release, power / throws.power)
        variants[side] = replace(throws, release=changed, power=power)
    moved = judge(situation, value, judged.arsenal, joined(list(variants.values())), draws)
    usual = expected(judged.outlooks[:, :draws].mean(axis=1))
    costs = moved.score.reshape(len(variants), m) - usual
    return [
        {s: float(costs[j, i]) for j, s in enumerate(variants) if s not in able or able[s][i]}
        for i in range(m)
    ]


def _turned(throws: Solved, by_rad: NDArray[np.float64]) -> Solved:
    release = throws.release.copy()
    release[:, HEADING] += by_rad
    return replace(throws, release=release)


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
) -> Chances:
    cloud = judged.cloud
    rows = slice(i * cloud.draws, (i + 1) * cloud.draws)
    o = cloud.outcome
    distance = np.hypot(*(o.rest[rows] - np.array(situation.scene.pin.at)).T)
    inside = ~o.out[rows] & ~o.mando[rows]
    left = situation.scene.par - thrown
    birdie = float(outlook[: max(0, left - 1)].sum())
    par = float(outlook[left - 1]) if 1 <= left <= len(outlook) else 0.0
    return Chances(
        circle1=float((inside & (distance <= CIRCLE_1_M)).mean()),
        circle2=float((inside & (distance <= CIRCLE_2_M)).mean()),
        ob=float(o.out[rows].mean()),
        lost=float(o.gone[rows].mean()),
        obstacle=float(cloud.flown.air_hit[i].mean()),
        mando=float(o.mando[rows].mean()),
        holed=float(o.holed[rows].mean()),
        birdie_or_better=birdie,
        par=par,
        bogey_or_worse=max(0.0, 1.0 - birdie - par),
        trouble=float(np.where(inside, o.lost[rows], 1.0).mean()),
    )


def _stopped_by(situation: Situation, flown: Flights) -> dict[str, float]:
    """Share of throws stopped in the air by each named obstacle, most often first."""
    names = situation.scene.packed[1]
    hits = flown.hit[flown.air_hit & (flown.hit >= 0)].astype(int)
    shares: dict[str, float] = {}
    for number in hits:
        shares[names[number]] = shares.get(names[number], 0.0) + 1.0 / len(flown)
    return dict(sorted(shares.items(), key=lambda item: -item[1]))
