"""The repertoire: the few hundred releases of a whole bag that are ever best on open level ground.

Worked out once per thrower and bag, once more per wind, for all holes. A lie is then screened without flying
anything: stored paths and ends are laid over the hole (`strategy.screening`).
"""

from __future__ import annotations

import math
from dataclasses import dataclass, replace
from threading import Lock

import numpy as np
from numpy.typing import NDArray

from ypodrome.core.flight.release import HYZER, RELEASE_SIZE, SIDE, Z
from ypodrome.core.flight.simulate import Air, Range
from ypodrome.core.green import Green
from ypodrome.core.green.green import PUTTED_TO_M
from ypodrome.core.hole.features import HoleLine, Pin, Tee
from ypodrome.core.hole.scene import Scene
from ypodrome.core.outlook import THROWS, after, expected
from ypodrome.core.strategy.arsenal import POWERS, RELEASE_HEIGHT_M, Arsenal, at_power
from ypodrome.core.strategy.solve import first_power
from ypodrome.core.thrower import Thrower
from ypodrome.core.thrower.spread import growth, gusty_winds, scatter, standard_draws

OPEN_DRAWS = 16
"""Draws of every release at each power; two neighbouring powers, with other draws each, are pooled
(chosen)."""

FLAT_M = 60.0
STEP_M, FARTHEST_M = 4.0, 480.0
"""Distances at which open ground is valued, and how far (chosen: the longest holes)."""

PUTTED_M, THROWN_M = 14.0, PUTTED_TO_M
"""Nearer than the first everybody putts, farther than the second nobody does (chosen: under 6 % go in from
there even for the best)."""

BEST, SORTS = 6, 12
"""For each distance the best releases are kept, and the best of so many other sorts (chosen: a bigger race
gained 0.004 of a throw)."""

ROWS_M = np.concatenate([np.arange(14.0, 60.0, 4.0), np.arange(60.0, 400.0, 6.0)])
PAST_REACH = 1.6
"""Distances whose best releases are kept, up to this much past the longest throw: what cannot be reached in
one asks for the longest first (chosen)."""

SECTORS, POINTS = 12, 15
"""Directions of the wind that ends are kept for, and points of a path, at most nine metres apart (chosen)."""

BLOWS_M_S, MOST_AIRS = 0.5, 8
AROUND_RAD = np.radians(np.array([-40.0, -20.0, 0.0, 20.0, 40.0]))
"""Wind below which the air is still, airs kept, and directions about an aim that draws are flown for; behind
the back those of still air will do (chosen)."""

Sort = NDArray[np.int64]


@dataclass(frozen=True)
class Flown:
    """The repertoire in a wind: paths [sectors, e, POINTS, 3] of mean flights aimed east from (0, 0, 0),
    their ends [sectors, e, 2], and ends of draws about them [sectors, e, draws, 2]. The wind comes to sector
    k as it does to a throw aimed at 2 π k / sectors. Where it `blows`, the draws of sectors
    aimed at are put in `off` from those `drawn` so far; those of other sectors are of still air, whatever
    holes came before."""

    paths: NDArray[np.float64]
    ends: NDArray[np.float64]
    off: NDArray[np.float64]
    blows: bool
    drawn: dict[int, NDArray[np.float64]]


class Repertoire:
    """What a thrower can do on open level ground in still air. `open` [distances, THROWS] is the outlook from
    there; entries [e] are the releases worth a try: `combo` of the arsenal and `power`."""

    def __init__(self, arsenal: Arsenal, thrower: Thrower, sizes: NDArray[np.float64], wet: bool) -> None:
        self.arsenal = arsenal
        ends = _ends(arsenal, thrower, sizes, wet)
        order = self._solve(ends, thrower)
        pairs = [
            (combo, first_power(arsenal.reach[combo], np.full(len(combo), away)))
            for away in ROWS_M[PAST_REACH * arsenal.farthest_m() > ROWS_M]
            for combo in [order[round(away / STEP_M)]]
        ]
        combo, power = (np.concatenate(part) for part in zip(*pairs, strict=True))
        power = np.minimum(power, arsenal.most[combo])
        once = np.unique(combo * 1000 + np.round(power * 50).astype(int), return_index=True)[1]
        self.combo, self.power = combo[once], power[once]
        low = _step_below(self.power)
        half = OPEN_DRAWS // 2
        self._off = np.concatenate([ends[self.combo, low, :half], ends[self.combo, low + 1, half:]], axis=1)
        self._drawn = _scattered(arsenal, thrower, sizes, wet, self.combo, self.power, _two_lucks()[0])
        self._flown: dict[Air, Flown] = {}
        self._lock = Lock()

    def at(self, away_m: NDArray[np.float64]) -> NDArray[np.float64]:
        """Outlooks [n, THROWS] from open ground at distances [n]."""
        return open_at(self.open, away_m)

    def flown(self, air: Air, aims_rad: NDArray[np.float64]) -> Flown:
        """The repertoire in an air, with draws for throws aimed about so [n]; kept for the next hole."""
        with self._lock:
            if air not in self._flown:
                while len(self._flown) >= MOST_AIRS:
                    self._flown.pop(next(iter(self._flown)))
                self._flown[air] = self._fly(air)
            flown = self._flown[air]
            sectors = len(flown.ends)
            around = aims_rad[:, None] + AROUND_RAD
            off = flown.off.copy()
            for k in np.unique(np.round(around * sectors / (2.0 * math.pi)).astype(int) % sectors):
                if flown.blows and k not in flown.drawn:
                    flown.drawn[k] = self._drawn_in(air, 2.0 * math.pi * k / sectors, flown.ends[k])
                off[k] = flown.drawn.get(k, off[k])
            return replace(flown, off=off)

    def _fly(self, air: Air) -> Flown:
        """Ends by sector are flown; paths are those of still air, bent and lifted to the ends and heights
        flown: the wind moves a disc by the square of the way gone."""
        still, height = self._still
        blows = air.wind.speed_m_s > BLOWS_M_S
        sectors = SECTORS if blows else 1
        ends, apex = self._ends_in(air, 2.0 * math.pi * np.arange(sectors) / sectors)
        gone = np.linspace(0.0, 1.0, POINTS) ** 2
        paths = np.repeat(still[None], sectors, axis=0)
        paths[..., :2] += (ends - still[None, :, -1, :2])[:, :, None, :] * gone[:, None]
        paths[..., 2] *= np.clip(apex / height, 0.5, 2.0)[:, :, None]
        off = np.array([_turned(self._off, end) for end in ends])
        return Flown(paths, ends, off, blows, {})

    @property
    def _still(self) -> tuple[NDArray[np.float64], NDArray[np.float64]]:
        """Paths [e, POINTS, 3] in still air over level ground and their heights [e]."""
        if not hasattr(self, "_still_paths"):
            release, ground = self._releases(), Range()
            flights = [ground.follow(self.arsenal.bodies[d], r) for d, r in
                       zip(self.arsenal.disc[self.combo], release, strict=True)]  # fmt: skip
            self._still_paths = np.array([_evenly(f.path) for f in flights])
            self._still_heights = np.array([max(f.out.apex_m, 1.0) for f in flights])
        return self._still_paths, self._still_heights

    def _releases(self) -> NDArray[np.float64]:
        release = at_power(self.arsenal.mean[self.combo], self.power)
        release[:, Z] = RELEASE_HEIGHT_M
        return release

    def _ends_in(
        self, air: Air, turns_rad: NDArray[np.float64]
    ) -> tuple[NDArray[np.float64], NDArray[np.float64]]:
        """Ends [turns, e, 2] and heights [turns, e] of throws aimed so, seen as if aimed east."""
        release, turns = self._releases(), len(turns_rad)
        winds = np.array([np.array(air.wind_vector()) @ _rotation(turn) for turn in turns_rad])
        out = Range(air).fly(
            self.arsenal.bodies, np.tile(self.arsenal.disc[self.combo], turns), np.tile(release, (turns, 1)),
            np.repeat(winds, len(release), axis=0),
        ).reshape(turns, -1)  # fmt: skip
        return np.stack([out["rest_x_m"], out["rest_y_m"]], axis=-1), np.maximum(out["apex_m"], 1.0)

    def _drawn_in(self, air: Air, turn_rad: float, ends: NDArray[np.float64]) -> NDArray[np.float64]:
        """Where draws of throws aimed so end about ends [e, draws, 2], seen as if aimed east."""
        e, k = self._drawn.shape[:2]
        winds = gusty_winds(air.wind, self.arsenal.mean[self.combo, SIDE], _two_lucks()[0])
        winds = (winds @ _rotation(turn_rad)).reshape(e * k, 2)
        discs, seeds = np.repeat(self.arsenal.disc[self.combo], k), np.tile(np.arange(1, k + 1), e)
        releases = self._drawn.reshape(e * k, RELEASE_SIZE)
        out = Range(air).fly(self.arsenal.bodies, discs, releases, winds, seeds)
        return np.stack([out.rest_x_m, out.rest_y_m], axis=1).reshape(e, k, 2) - ends[:, None]

    def _solve(self, ends: NDArray[np.float64], thrower: Thrower) -> list[Sort]:
        """Fill `open` outward from the basket; for every distance the combinations to try."""
        a, distances = self.arsenal, np.arange(0.0, FARTHEST_M, STEP_M)
        m, order = np.arange(len(a.disc)), []
        looks = np.stack([a.group, np.round(a.hyzer_deg), np.round(a.launch_deg)], axis=1)
        sort = np.unique(looks, axis=0, return_inverse=True)[1].ravel()
        self.open = _putted(thrower, distances)
        for i, away in enumerate(distances):
            putt = self.open[i].copy()
            if away >= PUTTED_M:
                self.open[i] = self.open[i - 1]
            power = first_power(a.reach, np.full(len(m), away))
            low = _step_below(power)
            off = np.concatenate([ends[m, low], ends[m, low + 1]], axis=1)
            off = off - np.median(off, axis=1, keepdims=True)
            got = np.clip(away, a.reach[:, 0], a.reach[:, -1])
            miss = np.hypot(off[:, :, 0] + np.asarray(got - away)[:, None], off[:, :, 1])
            left = self.at(miss.ravel()).reshape(*miss.shape, THROWS).mean(axis=1)
            cost = expected(left)
            order.append(_choice(cost, sort))
            best = after(left[cost.argmin()][None], np.array([1]))[0]
            far = away > THROWN_M or (away >= PUTTED_M and expected(best) < expected(putt))
            self.open[i] = best if far else putt
        return order


def reached(
    ends: NDArray[np.float64], entries: NDArray[np.int64], aims_rad: NDArray[np.float64]
) -> tuple[NDArray[np.float64], NDArray[np.float64]]:
    """How far [n, m] and in which direction [n, rad] entries end that are aimed so."""
    sector = np.round(aims_rad * len(ends) / (2.0 * math.pi)).astype(int) % len(ends)
    x, y = ends[sector, entries].T
    return np.hypot(x, y), aims_rad + np.arctan2(y, x)


def open_at(outlooks: NDArray[np.float64], away_m: NDArray[np.float64]) -> NDArray[np.float64]:
    """Outlooks [n, THROWS] at distances [n], between those of open ground [distances, THROWS] at every
    STEP_M."""
    t = np.clip(away_m / STEP_M, 0.0, len(outlooks) - 1.001)
    k = t.astype(int)
    share = (t - k)[:, None]
    return np.asarray((1.0 - share) * outlooks[k] + share * outlooks[k + 1])


def _putted(thrower: Thrower, distances_m: NDArray[np.float64]) -> NDArray[np.float64]:
    """Outlooks [n, THROWS] of putting from distances on a flat calm green."""
    line = HoleLine(1, ((0.0, 0.0), (FLAT_M, 0.0)))
    flat = Scene(line, Tee((1,), "", (0.0, 0.0)), Pin((1,), "", (FLAT_M, 0.0)), 3)
    green = Green(flat, thrower.putting, Air(), thrower.hand == "left")
    return green.outlook(np.stack([FLAT_M - distances_m, np.zeros(len(distances_m))], axis=1))


def _two_lucks() -> NDArray[np.float64]:
    return standard_draws(2 * OPEN_DRAWS, 1).reshape(2, OPEN_DRAWS, -1)


def _step_below(power: NDArray[np.float64]) -> NDArray[np.int64]:
    return np.clip(np.searchsorted(POWERS, power, side="right") - 1, 0, len(POWERS) - 2)


def _rotation(turn_rad: float) -> NDArray[np.float64]:
    """Matrix that turns row vectors back by an angle."""
    c, s = math.cos(turn_rad), math.sin(turn_rad)
    return np.array([[c, -s], [s, c]])


def _turned(off: NDArray[np.float64], ends: NDArray[np.float64]) -> NDArray[np.float64]:
    """What lies along and left [e, draws, 2] of the way to ends [e, 2], to the east and north."""
    u = ends / np.maximum(np.hypot(*ends.T), 1e-9)[:, None]
    across = np.stack([-u[:, 1], u[:, 0]], axis=1)
    return np.asarray(off[..., :1] * u[:, None] + off[..., 1:] * across[:, None])


def _scattered(
    a: Arsenal, thrower: Thrower, sizes: NDArray[np.float64], wet: bool, combo: NDArray[np.int64],
    power: NDArray[np.float64], z: NDArray[np.float64],
) -> NDArray[np.float64]:  # fmt: skip
    """Releases [n, k, RELEASE_SIZE] of combinations at powers, towards the east, with draws [k, 9] or each
    its own [n, k, 9]."""
    mean = at_power(a.mean[combo], power)
    mean[:, Z] = RELEASE_HEIGHT_M
    factor = growth(mean[:, HYZER], power, _drift(a, combo, power), wet, a.rim_over(combo, power))
    return scatter(mean, sizes[a.kind[combo]], factor * a.practice_factor(combo), z, thrower.fault_share)


def _drift(a: Arsenal, combo: NDArray[np.int64], power: NDArray[np.float64]) -> NDArray[np.float64]:
    """Bearing [n, rad] of where throws end in still air, at the nearest power of the table."""
    k = np.clip(np.round((power - POWERS[0]) / (POWERS[1] - POWERS[0])).astype(int), 0, len(POWERS) - 1)
    return np.asarray(a.drift[combo, k])


def _ends(a: Arsenal, thrower: Thrower, sizes: NDArray[np.float64], wet: bool) -> NDArray[np.float64]:
    """Ends about the end of the mean flight [m, powers, draws, 2]: along and left of the way there; every
    other power has other draws."""
    p, q, m = len(POWERS), OPEN_DRAWS, len(a.disc)
    combo, power = np.repeat(np.arange(m), p), np.tile(POWERS, m)
    z = _two_lucks()[np.tile(np.arange(p) % 2, m)]
    flat = _scattered(a, thrower, sizes, wet, combo, power, z).reshape(-1, RELEASE_SIZE)
    seeds = np.tile(np.arange(1, q + 1), m * p)
    out = Range().fly(a.bodies, np.repeat(a.disc[combo], q), flat, seeds=seeds)
    x, y = out.rest_x_m.reshape(-1, q), out.rest_y_m.reshape(-1, q)
    cos, sin = np.cos(a.drift.ravel())[:, None], np.sin(a.drift.ravel())[:, None]
    ends = np.stack([x * cos + y * sin - a.reach.ravel()[:, None], y * cos - x * sin], axis=2)
    return ends.reshape(m, p, q, 2)


def _choice(cost: NDArray[np.float64], sort: Sort) -> Sort:
    """The best few combinations, and the best of other sorts."""
    order = np.argsort(cost, kind="stable")
    best_of_sort = order[np.sort(np.unique(sort[order], return_index=True)[1])]
    first = order[:BEST]
    return np.concatenate([first, best_of_sort[~np.isin(best_of_sort, first)][:SORTS]])


def _evenly(path: NDArray[np.float64]) -> NDArray[np.float64]:
    """Points [POINTS, 3] at even steps of a path's rows: place against its start, height above its start's
    ground."""
    at = np.linspace(0.0, len(path) - 1.0, POINTS)
    points = np.stack([np.interp(at, np.arange(len(path)), path[:, c]) for c in (1, 2, 3)], axis=1)
    points[:, :2] -= points[0, :2]
    return points


_KEPT: dict[tuple[object, ...], Repertoire] = {}
MOST_KEPT = 16


def repertoire_of(arsenal: Arsenal, thrower: Thrower, sizes: NDArray[np.float64], wet: bool) -> Repertoire:
    """The repertoire of a thrower with an arsenal, kept for the next hole and wind."""
    key = (id(arsenal), sizes.tobytes(), thrower.fault_share, thrower.putting, wet)
    found = _KEPT.get(key)
    if found is None or found.arsenal is not arsenal:
        found = Repertoire(arsenal, thrower, sizes, wet)
        while len(_KEPT) >= MOST_KEPT:
            _KEPT.pop(next(iter(_KEPT)), None)
        _KEPT[key] = found
    return found
