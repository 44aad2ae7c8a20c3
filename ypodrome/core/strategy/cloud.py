"""Clouds: a throw drawn many times from the thrower's spread, with the rules applied."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Any

import numpy as np
import shapely
from numpy.typing import NDArray

from ypodrome.core.disc.colour import find_powers
from ypodrome.core.flight.release import HEADING, HYZER, SIDE, X, Y
from ypodrome.core.flight.simulate import Flights
from ypodrome.core.ground.field import groves_at, surfaces_at
from ypodrome.core.ground.surfaces import SURFACE_NAMES
from ypodrome.core.hole.rules import Outcome, resolve
from ypodrome.core.hole.scene import Scene
from ypodrome.core.hole.shapes import holds
from ypodrome.core.strategy.arsenal import Arsenal
from ypodrome.core.strategy.situation import Situation
from ypodrome.core.strategy.solve import Solved
from ypodrome.core.thrower.spread import DIMENSIONS, growth, gusty_winds, scatter, standard_draws

IN_WOODS, PAD_M = 1.3, 4.0
"""Factor on the spread of throws from among trees, where one stands and reaches back as the trunks allow
[common practice], size fitted with `thrower.level` to the scores on whole courses; and how near a tee one
stands on its pad."""

UNKNOWN_GROUND_M = 4.0
"""One standard deviation of where a disc ends on unknown ground, each way (chosen)."""


@dataclass(frozen=True)
class Cloud:
    """m throws drawn k times: flights [m, k] and outcome arrays of length m k."""

    flown: Flights
    outcome: Outcome
    draws: int

    def take(self, rows: NDArray[np.int64]) -> Cloud:
        """The chosen throws."""
        drawn = (rows[:, None] * self.draws + np.arange(self.draws)).ravel()
        return Cloud(self.flown[rows].view(np.recarray), self.outcome.take(drawn), self.draws)


def draw_cloud(
    situation: Situation, arsenal: Arsenal, throws: Solved, draws: int, seed: int,
    luck: NDArray[np.int64] | None = None,
) -> Cloud:  # fmt: skip
    """Fly every throw with the same luck: common random numbers make differences sharp. Throws that are
    not to be compared may be given the number of a luck each [m], so that their errors are not one."""
    if luck is None:
        z, luck = standard_draws(draws, seed), np.zeros(len(throws), np.int64)
    else:
        lucks = 1 << int(luck.max()).bit_length()  # few sizes of table, which all begin alike
        z = standard_draws(draws * lucks, seed).reshape(-1, draws, DIMENSIONS)[luck]
    rim = arsenal.rim_over(throws.combo, throws.power)
    factors = growth(throws.release[:, HYZER], throws.power, throws.bend, situation.scene.wet, rim)
    factors = factors * arsenal.practice_factor(throws.combo) * situation.footing.spread
    factors = factors * in_woods(situation.scene, throws.release[:, [X, Y]])
    sizes = situation.sizes[arsenal.kind[throws.combo]]
    releases = scatter(throws.release, sizes, factors, z, situation.thrower.fault_share)
    m, k = releases.shape[:2]
    flat = releases.reshape(m * k, -1)
    flown = situation.range.fly(
        arsenal.bodies,
        np.repeat(arsenal.disc[throws.combo], k),
        flat,
        gusty_winds(situation.air.wind, throws.release[:, SIDE], z).reshape(m * k, 2),
        (np.arange(1, k + 1) + k * luck[:, None]).ravel() + 1_000_003 * seed,
    )
    unseen = [u.shape for u in situation.scene.unknowns if u.what != "woods"]
    if unseen:
        _blur_unknown(unseen, flown, flat, _blurs(seed, luck, k))
    found = _find_power(situation.scene, arsenal, np.repeat(arsenal.disc[throws.combo], k), flown)
    outcome = resolve(situation.scene, flown, flat[:, [X, Y]], found)
    return Cloud(flown.reshape(m, k).view(np.recarray), outcome, k)


def _find_power(scene: Scene, arsenal: Arsenal, discs: NDArray[np.int64], flown: Flights) -> Any:
    """How each disc's colour is seen where it rests; nothing to ask where every disc is found."""
    if all(area.find_chance >= 1.0 for area in scene.areas):
        return 1.0
    table = find_powers(tuple(d.colour for d in arsenal.discs), SURFACE_NAMES)
    rest = np.stack([flown.rest_x_m, flown.rest_y_m], axis=1)
    return table[discs, surfaces_at(scene.field, rest)]


def in_woods(scene: Scene, lies: NDArray[np.float64]) -> NDArray[np.float64]:
    """Factor [n] on the spread of throws from lies [n, 2]."""
    off_the_pad = np.hypot(*(lies - scene.tee.at).T) > PAD_M
    return np.where((groves_at(scene.field, lies) >= 0) & off_the_pad, IN_WOODS, 1.0)


def _blurs(seed: int, luck: NDArray[np.int64], draws: int) -> NDArray[np.float64]:
    """How far along and aside [2, m draws] unknown ground sends the draws of throws with a luck each [m]: the
    same whatever they are drawn beside, on however many cores."""
    by_luck = {n: np.random.default_rng((seed, n)).normal(scale=UNKNOWN_GROUND_M, size=(2, draws))
               for n in set(luck.tolist())}  # fmt: skip
    return np.concatenate([by_luck[n] for n in luck.tolist()], axis=1)


def _blur_unknown(
    unseen: list[shapely.Geometry], flown: Flights, releases: NDArray[np.float64], blurs: NDArray[np.float64]
) -> None:
    """Scatter rests [n] on ground nobody has looked at: slope, footing and edges of a green
    not seen may send a disc anywhere near, counted along the throw and towards its side."""
    on, off = blurs[0], blurs[1] * releases[:, SIDE]
    head = np.stack([np.cos(releases[:, HEADING]), np.sin(releases[:, HEADING])])
    moved = np.stack([on * head[0] - off * head[1], on * head[1] + off * head[0]], axis=1)
    for shape in unseen:
        rows = holds(shape, flown.rest_x_m, flown.rest_y_m)
        flown.rest_x_m[rows] += moved[rows, 0]
        flown.rest_y_m[rows] += moved[rows, 1]


def mean_flights(situation: Situation, arsenal: Arsenal, throws: Solved) -> Flights:
    """Flights [n] of the throws without scatter, in the scene with all that stands in it."""
    return situation.range.fly(arsenal.bodies, arsenal.disc[throws.combo], throws.release)
