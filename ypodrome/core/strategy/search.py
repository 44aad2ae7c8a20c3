"""Candidate throws from a lie, coarse to fine.

Solve every combination on mean flights, screen with a handful of draws, optimise the aim of the
few that lead, and judge those with many draws. All options meet the same draws.
"""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass, replace
from typing import NamedTuple

import numpy as np
from numpy.typing import NDArray

from ypodrome.core.flight.cores import dealt_to_cores
from ypodrome.core.flight.release import HEADING, SPEED, SPIN
from ypodrome.core.hole.features import Area, Point
from ypodrome.core.outlook import expected
from ypodrome.core.strategy.arsenal import ROLLER_KINDS, ROLLS_M, Arsenal
from ypodrome.core.strategy.cloud import Cloud, draw_cloud, mean_flights
from ypodrome.core.strategy.crossing import DECIDED, in_the_way, shares_over
from ypodrome.core.strategy.ground_value import GroundValue
from ypodrome.core.strategy.placements import placements
from ypodrome.core.strategy.ranking import Ranked, best_variants, leaders, routes
from ypodrome.core.strategy.ruled_out import allowed, feared
from ypodrome.core.strategy.situation import Posture, Situation
from ypodrome.core.strategy.solve import LEAST_POWER, Solved, joined, solve, usual_bend

Step = float | NDArray[np.float64]
"""By how much throws are moved, all alike or each its own [n]."""

POWER_STEPS = (-0.05, 0.04)
REACHED = 0.06
"""Share of the distance by which a mean flight may miss its target and still count as solved."""

WIDEST_BEND_RAD = 0.7
"""Lines that bend more than this (40°), or than the player says, are left out while there are others of
their kind: nobody trusts an aim so far off the mark (chosen)."""

MOST_LEAN_RAD = 0.35
"""Lines that owe more of their bend than this (20°) to wind and slope are left out likewise: how far a wind
carries a disc is the least certain part of a flight (chosen)."""

FEWEST_OF_KIND = 12
MOST_MET = 2.5
"""Hazard beyond which a line is not worth drawing samples of: 8 in 100 get through."""

HOPES = 96
"""Throws tried for what screening hopes of them, wherever they end (chosen: a place not tried costs .06 now
and then. With half as many a throw's best place was among them or not as the seed fell: of thirteen holes and
winds on which five seeds named two throws seven were parted by that, once by .04)."""


class Sieve(NamedTuple):
    """A sieve for throws: by how many draws, and of how many throws that are tried one goes on."""

    draws: int
    of: int


SIEVE_KEEPS = 4
"""So many times more of every kind go on from a sieve than from screening (chosen: few draws tell little)."""


@dataclass(frozen=True)
class Effort:
    """How finely to search: sieves, one after the other; draws for screening, aiming, powers, checking
    what was aimed, and the final judgement; how many throws are aimed, how many of those lead, how many of
    each kind at least, and how many are judged; places tried on longer holes for the value of their ground;
    aims tried [m at the pin]; by which shares of all steps throws are aimed and made softer and harder, one
    after the other; and whether the best of every disc goes on."""

    sieves: tuple[Sieve, ...]
    screen_draws: int
    aim_draws: int
    power_draws: int
    check_draws: int
    final_draws: int
    aimed: int
    leaders: int
    per_kind: int
    finalists: int
    places: int
    aim_steps_m: tuple[float, ...]
    shares: tuple[float, ...] = (1.0,)
    every_disc: bool = False


THOROUGH = Effort(
    sieves=(Sieve(8, 2), Sieve(16, 4)), screen_draws=32, aim_draws=32, power_draws=32, check_draws=128,
    final_draws=256, aimed=64, leaders=64, per_kind=8, finalists=32, places=10,
    aim_steps_m=(-9.0, -4.5, 0.0, 4.5, 9.0), shares=(1.0, 0.5), every_disc=True,
)  # fmt: skip
"""For the throw in hand (chosen: with six places a longer hole missed the better side by a tenth of a throw,
with fourteen it finds no more; by powers of two, as Sobol draws are even. With one sieve of 8 draws, a
quarter going on, what is named is .002 dearer on holes and winds where it is hard, and once .016. Beside a
mandatory a throw costs a quarter more or less as it is aimed: with so many aimed, not a third, what is named
is .003 cheaper over 36 demo holes and winds, once .05; where 40 of them lead, not all, .001 dearer where it
is hard; a search five times as long finds .001 more. Aimed once and made softer and harder as they were
aimed, throws that turn came to the contest up to seven degrees off: what is named was .001 dearer, now and
then .04)."""

SEARCH_SEED, CHECK_SEED = 77, 78
"""The draws that search, and others by which what they found is checked: an aim that few draws find best
looks better than it is. They are the same whatever the seed of the plan, whose luck is to name no throw
(chosen)."""

QUICK = Effort(
    sieves=(Sieve(3, 3),), screen_draws=9, aim_draws=24, power_draws=24, check_draws=40, final_draws=160,
    aimed=6, leaders=18, per_kind=2, finalists=3, places=5, aim_steps_m=(-6.0, 0.0, 6.0),
)  # fmt: skip
"""For the throws that follow, which are planned again from where the disc really lies. All that are aimed
lead, or the other way of deciding what to carry is lost."""


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

    def take(self, rows: NDArray[np.int64]) -> Judged:
        """The chosen rows."""
        return Judged(self.arsenal, self.throws.take(rows), self.cloud.take(rows), self.outlooks[rows])


class Case(NamedTuple):
    """One of the ways things may be: its situation, the worth of its ground, and how likely it is."""

    situation: Situation
    value: GroundValue
    weight: float


def objective(outlooks: NDArray[np.float64], posture: Posture, par: int, thrown: int) -> NDArray[np.float64]:
    """What a posture makes small [...], from mean outlooks [..., THROWS] after `thrown` throws.

    par: expected throws and, at 0.8 of a throw, the chance of worse than par; attack: the chance of
    better than par likewise; even: expected throws alone. The weight is chosen.
    """
    mean = expected(outlooks)
    left = max(0, min(par - thrown, outlooks.shape[-1]))
    if posture == Posture.PAR:
        return np.asarray(mean + 0.8 * (1.0 - outlooks[..., :left].sum(axis=-1)))
    if posture == Posture.ATTACK:
        return np.asarray(mean - 0.8 * outlooks[..., : max(0, left - 1)].sum(axis=-1))
    return mean


def search(
    situation: Situation, value: GroundValue, lie: NDArray[np.float64], thrown: int = 0,
    effort: Effort = THOROUGH,
) -> Judged:  # fmt: skip
    """The best few throws from `lie` [2], by expected throws under the posture, judged finely."""
    return search_among((Case(situation, value, 1.0),), lie, thrown, effort)[0]


def search_among(
    cases: Sequence[Case], lie: NDArray[np.float64], thrown: int, effort: Effort
) -> list[Judged]:
    """The best few throws from `lie` [2] where it is not known which case is true, by their mean over the
    weights: the same throws judged in each."""
    throws, arsenal = candidates(cases, lie, thrown, effort).throws, cases[0].situation.arsenal
    return [judge(c.situation, c.value, arsenal, throws, effort.final_draws) for c in cases]


def candidates(cases: Sequence[Case], lie: NDArray[np.float64], thrown: int, effort: Effort) -> Ranked:
    """The throws that `search_among` judges, ranked by fewer draws. What the cases' own throws are meant for
    is all tried; carries and routes are told apart as in the first."""
    situation, value, _ = cases[0]
    arsenal, par = situation.arsenal, situation.scene.par
    at = (float(lie[0]), float(lie[1]))
    areas = in_the_way(situation.scene, at) if par > 3 else ()
    bearing = math.atan2(value.pin[1] - lie[1], value.pin[0] - lie[0])
    solved = joined(
        [_worth_drawing(c.situation, arsenal, _solve_all(*c[:2], lie, effort.places)) for c in cases]
    )

    def rank(throws: Solved, count: int, seed: int = SEARCH_SEED) -> Ranked:
        costs, calm, decided = np.empty(len(throws)), np.empty(len(throws)), np.empty(len(throws), np.int64)

        def work(rows: NDArray[np.int64]) -> None:
            some = throws.take(rows)
            judged = [judge(c.situation, c.value, arsenal, some, count, seed) for c in cases]
            mean = sum(c.weight * j.outlooks.mean(axis=1) for c, j in zip(cases, judged, strict=True))
            costs[rows] = costs_among(cases, judged, thrown)
            calm[rows] = objective(mean, Posture.PAR, par, thrown)
            decided[rows] = _decisions(areas, at, judged[0].cloud)

        dealt_to_cores(work, len(throws), count)
        return Ranked(throws, costs, decided, routes(throws.release[:, HEADING], bearing), calm)

    throws = solved
    for sieve in effort.sieves:
        most = max(len(solved) // sieve.of, 3 * effort.aimed)
        throws = leaders(arsenal, rank(throws, sieve.draws), most, SIEVE_KEEPS * effort.per_kind).throws
    ranked = rank(throws, effort.screen_draws)
    ranked = leaders(arsenal, ranked, effort.aimed, effort.per_kind, effort.every_disc)
    for share in effort.shares:
        steps_m = [share * step for step in effort.aim_steps_m]
        aims = joined(aim_variants(ranked.throws, lie, value.pin, steps_m))
        ranked = best_variants(ranked, rank(aims, effort.aim_draws))
        ranked = leaders(arsenal, ranked, effort.leaders, effort.per_kind, effort.every_disc)
        others = held_variants(arsenal, ranked.throws, [share * step for step in POWER_STEPS])
        powers = joined([ranked.throws, *others])
        ranked = best_variants(ranked, rank(powers, effort.power_draws))
    ranked = rank(ranked.throws, effort.check_draws, CHECK_SEED)
    return leaders(arsenal, ranked, effort.finalists, effort.finalists // 3, effort.every_disc)


def costs_of(situation: Situation, judged: Judged, thrown: int) -> NDArray[np.float64]:
    """What judged throws [n] cost under the posture, and for what the player fears."""
    mean = judged.outlooks.mean(axis=1)
    costs = objective(mean, situation.posture, situation.scene.par, thrown)
    return costs + feared(situation, judged.arsenal, judged.throws, judged.cloud.outcome)


def costs_among(cases: Sequence[Case], judged: Sequence[Judged], thrown: int) -> NDArray[np.float64]:
    """What throws [n], judged in every case, cost by the weights of the cases."""
    costs = [c.weight * costs_of(c.situation, j, thrown) for c, j in zip(cases, judged, strict=True)]
    return np.asarray(np.sum(costs, axis=0))


def _decisions(areas: Sequence[Area], lie: Point, cloud: Cloud) -> NDArray[np.int64]:
    """A number for how each throw of a cloud [m] decides what to carry of the areas in the way: 2 for each
    carried, 1 for each left to luck."""
    shares = shares_over(areas, lie, cloud.outcome.lie.reshape(-1, cloud.draws, 2))
    return (shares >= DECIDED).sum(axis=1) + (shares > 1.0 - DECIDED).sum(axis=1)


def judge(
    situation: Situation, value: GroundValue, arsenal: Arsenal, throws: Solved, draws: int,
    seed: int | None = None,
) -> Judged:  # fmt: skip
    """Judge throws of an arsenal as they are, aim and power unchanged, by the situation's draws or others."""
    cloud = draw_cloud(situation, arsenal, throws, draws, situation.seed if seed is None else seed)
    outlooks = value.of_cloud(cloud.outcome).reshape(len(throws), draws, -1)
    return Judged(arsenal, throws, cloud, outlooks)


def valued_again(judged: Judged, value: GroundValue) -> Judged:
    """The same flights, their ends valued by another ground."""
    outlooks = value.of_cloud(judged.cloud.outcome).reshape(judged.outlooks.shape)
    return replace(judged, outlooks=outlooks)


def _solve_all(situation: Situation, value: GroundValue, lie: NDArray[np.float64], places: int) -> Solved:
    """Every combination that gets to one of the placements, and what screening hopes most of; and of every
    kind those that come nearest to any and to the first, the pin where it is in reach on the level: into a
    wind one throws as far as one can."""
    arsenal = situation.arsenal
    combos, aims = _meant(situation, value, lie, places)
    straight = np.arange(len(combos)) < len(arsenal.disc)
    gap = np.hypot(*(aims - lie).T)
    short = gap - arsenal.reach[combos].max(axis=1)
    able = _with_best_of_kind(arsenal.group[combos], short, short < 0.2 * gap)
    combos, aims, gap, straight = combos[able], aims[able], gap[able], straight[able]
    lies = np.repeat(lie[None], len(combos), axis=0)
    solved = solve(arsenal, combos, lies, aims, situation.scene.bare_field, situation.air)
    kinds = arsenal.group[combos]
    kept = _with_best_of_kind(kinds, solved.miss_m, solved.miss_m < REACHED * gap + 2.0)
    nearest = _with_best_of_kind(kinds, np.where(straight, solved.miss_m, np.inf), np.zeros(len(kinds), bool))
    return solved.take(np.union1d(kept, nearest))


def _meant(
    situation: Situation, value: GroundValue, lie: NDArray[np.float64], places: int
) -> tuple[NDArray[np.int64], NDArray[np.float64]]:
    """Combinations [n] and where they are meant to end [n, 2]: every one at each placement, at the
    first to begin with, and what screening hopes most of."""
    arsenal = situation.arsenal
    targets = placements(situation, value, lie, places)
    hoped, ends = value.hopes(lie, HOPES)
    rows = arsenal.rows_of(value.situation.arsenal, hoped)
    every = np.arange(len(arsenal.disc))
    combos = np.concatenate([np.tile(every, len(targets)), rows[rows >= 0]])
    return combos, np.concatenate([np.repeat(targets, len(every), axis=0), ends[rows >= 0]])


def _with_best_of_kind(
    kinds: NDArray[np.int64], cost: NDArray[np.float64], keep: NDArray[np.bool_]
) -> NDArray[np.int64]:
    """Rows to keep, and the least costly few of every kind of throw whatever `keep` says.

    A plan must name a throw for the other hand even where that hand falls short or is blocked.
    """
    kept = keep.copy()
    for kind in np.unique(kinds):
        mine = np.flatnonzero(kinds == kind)
        kept[mine[np.argsort(cost[mine], kind="stable")[:FEWEST_OF_KIND]]] = True
    return np.flatnonzero(kept)


def _worth_drawing(situation: Situation, arsenal: Arsenal, solved: Solved) -> Solved:
    """Drop throws that the player rules out, that bend wildly or lean on the wind, or whose mean flight is
    stopped save the clearest few of each kind."""
    solved = solved.take(allowed(situation, arsenal, solved))
    lean = solved.bend - usual_bend(arsenal, solved)
    widest = situation.thrower.preferences.widest_aim_deg
    limit = WIDEST_BEND_RAD if widest is None else math.radians(widest)
    tame = (np.abs(solved.bend) <= limit) & (np.abs(lean) <= MOST_LEAN_RAD)
    kinds = arsenal.group[solved.combo]
    solved = solved.take(np.flatnonzero(tame | ~np.isin(kinds, kinds[tame])))
    out = mean_flights(situation, arsenal, solved)
    rolled = ~np.isin(arsenal.kind[solved.combo], ROLLER_KINDS)
    rolled &= np.hypot(out.rest_x_m - out.carry_x_m, out.rest_y_m - out.carry_y_m) > ROLLS_M
    stopped = out.exposure + 5.0 * (out.air_hit | out.mando_missed | rolled)
    return solved.take(_with_best_of_kind(arsenal.group[solved.combo], stopped, stopped < MOST_MET))


def aimed_over_m(lie: NDArray[np.float64], pin: NDArray[np.float64]) -> float:
    """The distance [m] over which an aim is moved so far at the pin; near the basket as from a putt away."""
    return max(20.0, float(np.hypot(*(pin - lie))))


def aim_variants(
    solved: Solved, lie: NDArray[np.float64], pin: NDArray[np.float64], steps_m: Sequence[Step]
) -> list[Solved]:
    """Throws from a lie aimed so far to the left at the pin, all alike or each its own [n]."""
    over_m, variants = aimed_over_m(lie, pin), []
    for step in steps_m:
        release = solved.release.copy()
        release[:, HEADING] += step / over_m
        variants.append(replace(solved, release=release))
    return variants


def held_variants(arsenal: Arsenal, solved: Solved, steps: Sequence[Step]) -> list[Solved]:
    """`power_variants` that keep their direction: aimed as much farther to a side as they then bend more to
    the other in still air over level ground."""
    variants = []
    for other in power_variants(arsenal, solved, steps):
        release = other.release.copy()
        release[:, HEADING] += usual_bend(arsenal, other) - usual_bend(arsenal, solved)
        variants.append(replace(other, release=release))
    return variants


def power_variants(arsenal: Arsenal, solved: Solved, steps: Sequence[Step]) -> list[Solved]:
    """Throws a little softer and a little harder, by these shares of full power, all alike or each its own
    [n]."""
    variants = []
    for step in steps:
        power = np.clip(solved.power + step, LEAST_POWER, arsenal.most[solved.combo])
        release = solved.release.copy()
        release[:, SPEED] *= power / solved.power
        release[:, SPIN] *= power / solved.power
        variants.append(replace(solved, release=release, power=power))
    return variants
