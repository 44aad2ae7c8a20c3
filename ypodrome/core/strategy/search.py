"""Candidate throws from a lie, coarse to fine.

Solve every combination on mean flights, screen with a handful of draws, optimise the aim of the
few that lead, and judge those with many draws. All options meet the same draws.
"""

from __future__ import annotations

from dataclasses import dataclass, replace

import numpy as np
import shapely
from numpy.typing import NDArray

from ypodrome.core.flight import batch as b
from ypodrome.core.flight.release import HEADING, SPEED, SPIN
from ypodrome.core.strategy.arsenal import Arsenal
from ypodrome.core.strategy.cloud import Cloud, draw_cloud, mean_flights
from ypodrome.core.strategy.ground_value import GroundValue
from ypodrome.core.strategy.outlook import expected
from ypodrome.core.strategy.situation import Situation
from ypodrome.core.strategy.solve import LEAST_POWER, Solved, joined, solve, usual_bend

POWER_STEPS = (-0.05, 0.04)
PLACEMENTS, PLACEMENT_GAP_M = 10, 12.0
"""Placements tried on longer holes and how far apart they are (chosen: six missed the better side of a
hole by a tenth of a throw, fourteen find no more)."""
LAYUP_BANDS, SHORTEST_LAYUP_M = ((0.5, 0.72), (0.72, 0.9)), 60.0
"""Shares of the distance in which a bail-out is looked for, and how far a hole must be for one to make
sense (chosen)."""
OTHER_SIDE_M = 18.0
"""Two bail-outs of a band stand at least this far apart (chosen: a fairway's width)."""
REACHED = 0.06
"""Share of the distance by which a mean flight may miss its target and still count as solved."""

NEAR_WATER_M = 15.0
"""A disc that must not be lost is not thrown along a line that comes this near water (chosen)."""

WIDEST_BEND_RAD = 0.7
"""Lines that bend more than this (40°) are left out while there are others of their kind: nobody trusts an
aim so far off the mark (chosen)."""

MOST_LEAN_RAD = 0.35
"""Lines that owe more of their bend than this (20°) to wind and slope are left out likewise: how far a wind
carries a disc is the least certain part of a flight (chosen)."""

FEWEST_OF_KIND = 12
MOST_MET = 2.5
"""Hazard beyond which a line is not worth drawing samples of: 8 in 100 get through."""


FIRST_LOOK = 3
"""A first look takes this fraction of the screening draws, and lets this fraction of the throws go on, or
this many times the leaders if that is more (chosen: of the fourteen best after all draws 98 in 100 go on,
over the demo holes)."""


@dataclass(frozen=True)
class Effort:
    """How finely to search: draws for screening, aiming and the final judgement; how many throws
    lead, at least how many of each kind, how many are judged; aims tried [m at the pin]."""

    screen_draws: int
    aim_draws: int
    final_draws: int
    leaders: int
    per_kind: int
    finalists: int
    aim_steps_m: tuple[float, ...]


THOROUGH = Effort(12, 40, 400, 20, 8, 9, (-9.0, -4.5, 0.0, 4.5, 9.0))
"""For the throw in hand (chosen: twice the draws moved the expected score by about 0.02)."""

QUICK = Effort(9, 24, 160, 6, 2, 3, (-6.0, 0.0, 6.0))
"""For the throws that follow, which are planned again from where the disc really lies."""


@dataclass(frozen=True)
class Judged:
    """Finalists from one lie: throws, their clouds [m, draws] and outlooks [m, draws, THROWS]."""

    arsenal: Arsenal
    throws: Solved
    cloud: Cloud
    outlooks: NDArray[np.float64]

    @property
    def score(self) -> NDArray[np.float64]:
        """Expected throws to hole out [m]."""
        return expected(self.outlooks.mean(axis=1))


def objective(outlooks: NDArray[np.float64], posture: str, par: int, thrown: int) -> NDArray[np.float64]:
    """What a posture makes small [...], from mean outlooks [..., THROWS] after `thrown` throws.

    par: expected throws and, at 0.8 of a throw, the chance of worse than par; attack: the chance of
    better than par likewise; even: expected throws alone. The weight is chosen.
    """
    mean = expected(outlooks)
    left = max(0, min(par - thrown, outlooks.shape[-1]))
    if posture == "par":
        return np.asarray(mean + 0.8 * (1.0 - outlooks[..., :left].sum(axis=-1)))
    if posture == "attack":
        return np.asarray(mean - 0.8 * outlooks[..., : max(0, left - 1)].sum(axis=-1))
    return mean


def search(
    situation: Situation, value: GroundValue, lie: NDArray[np.float64], thrown: int = 0,
    effort: Effort = THOROUGH,
) -> Judged:  # fmt: skip
    """The best few throws from `lie` [2], by expected throws under the posture, judged finely."""
    arsenal = situation.arsenal
    solved = _worth_drawing(situation, arsenal, _solve_all(situation, value, lie))

    def rank(throws: Solved, count: int) -> NDArray[np.float64]:
        judged = _judge(situation, value, arsenal, throws, count)
        return objective(judged.outlooks.mean(axis=1), situation.posture, situation.scene.par, thrown)

    def rank_aim(throws: Solved) -> NDArray[np.float64]:
        return rank(throws, effort.aim_draws)

    rough = rank(solved, effort.screen_draws // FIRST_LOOK)
    most = max(len(solved) // FIRST_LOOK, FIRST_LOOK * effort.leaders)
    solved = solved.take(_leaders(arsenal, solved, rough, most, FIRST_LOOK * effort.per_kind))
    costs = rank(solved, effort.screen_draws)
    solved = solved.take(_leaders(arsenal, solved, costs, effort.leaders, effort.per_kind))
    aims = _aim_variants(solved, lie, value.pin, effort.aim_steps_m)
    solved, costs = _best(aims, rank_aim(joined(aims)))
    powers = _power_variants(solved)
    solved, costs = _best([solved, *powers], np.concatenate([costs, rank_aim(joined(powers))]))
    finalists = _leaders(arsenal, solved, costs, effort.finalists, effort.finalists // 3)
    return _judge(situation, value, arsenal, solved.take(finalists), effort.final_draws)


def judge_one(situation: Situation, value: GroundValue, throws: Solved, draws: int) -> Judged:
    """Judge given throws of the situation's arsenal as they are, aim and power unchanged."""
    return _judge(situation, value, situation.arsenal, throws, draws)


def _judge(situation: Situation, value: GroundValue, arsenal: Arsenal, throws: Solved, draws: int) -> Judged:
    cloud = draw_cloud(situation, arsenal, throws, draws, situation.seed)
    outlooks = value.of_cloud(cloud.outcome).reshape(len(throws), draws, -1)
    return Judged(arsenal, throws, cloud, outlooks)


def _solve_all(situation: Situation, value: GroundValue, lie: NDArray) -> Solved:
    arsenal = situation.arsenal
    targets = placements(situation, value, lie)
    m = len(arsenal.disc)
    combos = np.tile(np.arange(m), len(targets))
    aims = np.repeat(targets, m, axis=0)
    dry = ~_over_water(situation, arsenal, combos, lie, aims)
    if not dry.any():
        raise ValueError(
            "every disc that could be thrown here is marked never over water; mark a spare with water_ok"
        )
    combos, aims = combos[dry], aims[dry]
    gap = np.hypot(*(aims - lie).T)
    short = gap - arsenal.reach[combos].max(axis=1)
    able = _with_best_of_kind(arsenal.group[combos], short, short < 0.2 * gap)
    combos, aims, gap = combos[able], aims[able], gap[able]
    lies = np.repeat(lie[None], len(combos), axis=0)
    solved = solve(arsenal, combos, lies, aims, situation.scene.bare_field, situation.air)
    reached = solved.miss_m < REACHED * gap + 2.0
    return solved.take(_with_best_of_kind(arsenal.group[combos], solved.miss_m, reached))


def _over_water(
    situation: Situation, arsenal: Arsenal, combos: NDArray, lie: NDArray, aims: NDArray
) -> NDArray[np.bool_]:
    """Throws of a disc that must not be lost along a line that comes near water."""
    water = situation.scene.water
    precious = np.array([not d.water_ok for d in arsenal.discs])[arsenal.disc[combos]]
    if water.is_empty or not precious.any():
        return np.zeros(len(combos), bool)
    ends = np.stack([np.broadcast_to(lie, aims.shape), aims], axis=1)
    return precious & shapely.dwithin(shapely.linestrings(ends), water, NEAR_WATER_M)


def _with_best_of_kind(kinds: NDArray, cost: NDArray, keep: NDArray[np.bool_]) -> NDArray[np.int64]:
    """Rows to keep, and the least costly few of every kind of throw whatever `keep` says.

    A plan must name a throw for the other hand even where that hand falls short or is blocked.
    """
    kept = keep.copy()
    for kind in np.unique(kinds):
        mine = np.flatnonzero(kinds == kind)
        kept[mine[np.argsort(cost[mine], kind="stable")[:FEWEST_OF_KIND]]] = True
    return np.flatnonzero(kept)


def placements(situation: Situation, value: GroundValue, lie: NDArray) -> NDArray[np.float64]:
    """Targets [n, 2] from a lie: the pin if it can be reached, the best ground short of it, and the
    best ground of all on longer holes."""
    reach = situation.arsenal.farthest_m()
    gap = float(np.hypot(*(value.pin - lie)))
    chosen = [value.pin] if gap < 1.08 * reach else []
    if chosen and gap > SHORTEST_LAYUP_M:
        chosen += layups(value, lie, gap)
    if (situation.scene.par > 3 and gap > 0.6 * reach) or not chosen:
        away = np.hypot(*(value.lies - lie).T)
        cost = expected(value.outlooks)
        within = (away < 0.97 * reach) & (away > 0.35 * min(reach, gap))
        for i in np.argsort(np.where(within, cost, np.inf)):
            if len(chosen) >= PLACEMENTS or not within[i]:
                break
            spot = value.lies[i]
            if all(np.hypot(*(spot - other)) > PLACEMENT_GAP_M for other in chosen):
                chosen.append(spot)
    if not chosen:
        chosen = [lie + (value.pin - lie) * 0.9 * reach / gap]
    return np.array(chosen)


def layups(value: GroundValue, lie: NDArray, gap: float) -> list[NDArray[np.float64]]:
    """The best-valued lies in each band of distance short of the pin, one on either hand: where one
    bails out to."""
    away = np.hypot(*(value.lies - lie).T)
    left = np.hypot(*(value.lies - value.pin).T)
    cost = expected(value.outlooks)
    spots = []
    for low, high in LAYUP_BANDS:
        rows = np.flatnonzero((away > low * gap) & (away < high * gap) & (left < gap))
        rows = rows[np.argsort(cost[rows], kind="stable")]
        chosen: list[NDArray[np.float64]] = []
        for spot in value.lies[rows]:
            if all(np.hypot(*(spot - other)) > OTHER_SIDE_M for other in chosen):
                chosen.append(spot)
        spots += chosen[:2]
    return spots


def _worth_drawing(situation: Situation, arsenal: Arsenal, solved: Solved) -> Solved:
    """Drop throws that bend wildly or lean on the wind, or whose mean flight is stopped save the clearest
    few of each kind."""
    lean = solved.bend - usual_bend(arsenal, solved)
    tame = (np.abs(solved.bend) <= WIDEST_BEND_RAD) & (np.abs(lean) <= MOST_LEAN_RAD)
    kinds = arsenal.group[solved.combo]
    solved = solved.take(np.flatnonzero(tame | ~np.isin(kinds, kinds[tame])))
    out = mean_flights(situation, arsenal, solved)
    stopped = out[:, b.MET] + 5.0 * (out[:, b.AIR_HIT] + out[:, b.MANDO_MISS])
    return solved.take(_with_best_of_kind(arsenal.group[solved.combo], stopped, stopped < MOST_MET))


def _leaders(arsenal: Arsenal, solved: Solved, costs: NDArray, most: int, per_kind: int) -> NDArray[np.int64]:
    """Rows of the best throws, with at least `per_kind` of every kind that has so many."""
    order = np.argsort(costs, kind="stable")
    kinds = arsenal.group[solved.combo]
    kept = set(order[:most].tolist())
    for kind in np.unique(kinds):
        kept.update(order[kinds[order] == kind][:per_kind].tolist())
    return np.array([i for i in order if i in kept], np.int64)


def _aim_variants(solved: Solved, lie: NDArray, pin: NDArray, steps_m: tuple[float, ...]) -> list[Solved]:
    gap = max(20.0, float(np.hypot(*(pin - lie))))
    variants = []
    for step in steps_m:
        release = solved.release.copy()
        release[:, HEADING] += step / gap
        variants.append(replace(solved, release=release))
    return variants


def _power_variants(solved: Solved) -> list[Solved]:
    variants = []
    for step in POWER_STEPS:
        power = np.clip(solved.power + step, LEAST_POWER, 1.0)
        release = solved.release.copy()
        release[:, SPEED] *= power / solved.power
        release[:, SPIN] *= power / solved.power
        variants.append(replace(solved, release=release, power=power))
    return variants


def _best(variants: list[Solved], costs: NDArray) -> tuple[Solved, NDArray[np.float64]]:
    """For every throw the variant that costs least, and its cost, of costs [variants x throws]."""
    n = len(variants[0])
    table = costs.reshape(len(variants), n)
    return joined(variants).take(table.argmin(axis=0) * n + np.arange(n)), table.min(axis=0)
