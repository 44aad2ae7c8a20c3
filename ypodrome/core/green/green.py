"""The green of one scene for one putter in one air: worth of every lie within 25 m, run and laid up.

Each lie tries putts in every style and lay-ups; what is not made is carried on over the real ground (`carry`)
and played from where it rests, at the value the same green has there, until that no longer changes.
Approaches are valued by it, and a lie is advised by it. Putting after Gelman & Nolan (2002) with errors of
height, see `thrower.putting`.
"""

from __future__ import annotations

import math
from dataclasses import dataclass
from functools import cached_property

import numpy as np
from numpy.typing import NDArray
from scipy.special import ndtr, ndtri

from ypodrome.core.flight.clear_line import clear_shares
from ypodrome.core.flight.cores import on_all_cores
from ypodrome.core.flight.obstacles import STEP, TALLY
from ypodrome.core.flight.simulate import Air
from ypodrome.core.green.book import (
    AGAIN,
    AWAY,
    BEARINGS,
    BEYOND,
    BOOK,
    MADE,
    MISSED,
    NODES,
    OUT,
    RINGS_M,
    Book,
)
from ypodrome.core.green.carry import (
    CHAINS_M,
    METAL_HIGH_M,
    METAL_LOW_M,
    METAL_WIDE_M,
    NEVER,
    WINDOW_M,
    play_lay_ups,
    play_putts,
)
from ypodrome.core.green.place import Place, place_of
from ypodrome.core.green.styles import (
    BLOWN,
    EITHER,
    FELT_M_S,
    FELT_SLOPE,
    OPEN,
    ROUND,
    SHORT_PER_SLOPE_M,
    TIE,
    TOUCH_MAKES,
    Style,
    Way,
)
from ypodrome.core.ground.field import heights
from ypodrome.core.hole.scene import Scene
from ypodrome.core.hole.shapes import holds
from ypodrome.core.thrower.putting import (
    DESCENT,
    DRIFT_M,
    HEIGHT_OVER_SIDE,
    LIFT_M,
    MISJUDGED,
    PuttingModel,
    plays_m,
)

THROWS = 8
PUTTED_TO_M = float(RINGS_M[-1])

END_SPEED_M_S, END_POWER = 6.0, 0.22
"""Speed at the chains from 5 m and its growth with distance (flights of a putter)."""

SPEED_SHARE = 0.7
"""Share of the variance of height that grows with the descent: an error of speed (flights of a putter)."""

CATCH_LOSS_S_M = 0.07
"""Share the chains hold less for each m/s over the usual speed of that distance (chosen)."""

HEAD_FLATTER_S_M, UPHILL_FLATTER = 0.03, 0.5
"""Share of its descent that each m/s of head wind takes from a putt, and share of its line's slope that an
uphill putt arrives flatter by (chosen)."""

TAIL_SINKS = 1.5
"""How much more a tail wind moves a putt's height than a head wind: it sinks where the other holds it up
[common practice], size chosen."""

LAY_LEAST_M, LAY_SHARE, LAY_SIGMA = 0.25, 0.06, 0.0123
"""Length error of a scratch player's lay-up, least and per metre, and the putting error it goes with
(chosen)."""

ASIDE_DEG = (-90.0, -45.0, 0.0, 45.0, 90.0)
SPOTS = (*((0.7, turn) for turn in ASIDE_DEG), (2.5, -60.0), (2.5, 0.0), (2.5, 60.0))
"""Where lay-ups are meant for, seen from the basket: so far off [m], so far to the side of the lie [deg]
(chosen)."""

WILD = np.array([[0.0, 1.0], [0.0, -1.0], [1.0, 0.5], [1.0, -0.5], [-1.0, 0.5], [-1.0, -0.5]])
WILD_SDS, LEAST_WILD_M = 3.5, (0.5, 0.6)
"""Where putts that are thrown away go: so many standard deviations, and at least so far, aside and in height
(chosen)."""

SIDE_EDGES_M, SIDE_NODES = (-METAL_WIDE_M, -WINDOW_M, WINDOW_M, METAL_WIDE_M), (1, 1, 3, 1, 1)
HEIGHT_EDGES_M = (METAL_LOW_M - CHAINS_M, -WINDOW_M, WINDOW_M, METAL_HIGH_M - CHAINS_M)
HEIGHT_NODES = (2, 1, 2, 1, 3)
"""Edges of the parts of the basket's plane, and nodes in each: errors are cut there, so that the chance of a
make is exact."""

SETTLED, MOST_ROUNDS = 0.0005, 60
LEAST_SHARE = 24
CLEAR, MOST_PRICED = 0.97, 40
LEAST, MOST = (Way._fields.index(name) for name in ("least_m", "most_m"))
Points = NDArray[np.float64]


@dataclass(frozen=True)
class Putt:
    """A lie on the green: distance to the basket [m] and how far that stands above it [m]; run it in a style,
    with the chance made and how far off a miss rests on average [m], or lay it up to a spot [m east, north]
    that leaves so far; expected throws of both. `clear` is the share of a straight putt that nothing
    stops."""

    distance_m: float
    rise_m: float
    style: Style
    made: float
    come_back_m: float
    out: float
    run: float
    lay_up: float
    spot: tuple[float, float]
    leaves_m: float
    clear: float

    @property
    def either(self) -> bool:
        """Whether running and laying up cannot be told apart by what they cost."""
        return abs(self.run - self.lay_up) < EITHER

    @property
    def runs(self) -> bool:
        """Whether it is to be run; where both cost alike, it is."""
        return self.run <= self.lay_up + EITHER


class Green:
    """`outlooks` [NODES, THROWS] are what the nodes of the green are worth when the better of running and
    laying up is played."""

    def __init__(
        self, scene: Scene, putting: PuttingModel, air: Air, left_handed: bool = False,
        outlooks: NDArray[np.float64] | None = None, blocked: float | None = None,
    ) -> None:  # fmt: skip
        """Work the green out, or take up outlooks and the price of a blocked putt that were kept."""
        self.scene, self.putting, self.air, self.left_handed = scene, putting, air, left_handed
        self.pin = np.array(scene.pin.at)
        self.pin_z = float(heights(scene.field, self.pin[None])[0]) + scene.pin.raised_m
        turn = 2.0 * math.pi * np.arange(BEARINGS) / BEARINGS
        way = np.stack([np.cos(turn), np.sin(turn)], axis=1)
        self.lies = self.pin + (RINGS_M[:, None, None] * way).reshape(-1, 2)
        self.outlooks = self._solved() if outlooks is None else outlooks
        self.blocked = self._price_of_blocked() if blocked is None else blocked

    # ---- what lies are worth

    @property
    def value(self) -> NDArray[np.float64]:
        """Expected throws [NODES]."""
        return np.asarray(self.outlooks @ np.arange(1, THROWS + 1))

    def outlook(self, lies: Points) -> NDArray[np.float64]:
        """Outlooks [n, THROWS] of lies [n, 2] on the green: between the nodes, and what stands in the way of
        each reckoned in."""
        to = lies - self.pin
        r = np.clip(np.hypot(*to.T), RINGS_M[0], RINGS_M[-1] - 1e-6)
        k = np.searchsorted(RINGS_M, r, side="right") - 1
        f = ((r - RINGS_M[k]) / (RINGS_M[k + 1] - RINGS_M[k]))[:, None]
        b = (np.arctan2(to[:, 1], to[:, 0]) / (2.0 * math.pi) % 1.0) * BEARINGS
        j, h = b.astype(int) % BEARINGS, (b - np.floor(b))[:, None]
        o, n = self.outlooks.reshape(len(RINGS_M), BEARINGS, THROWS), (j + 1) % BEARINGS
        near = o[k, j] * (1.0 - h) + o[k, n] * h
        far = o[k + 1, j] * (1.0 - h) + o[k + 1, n] * h
        found = near * (1.0 - f) + far * f
        if not self._met:
            return np.asarray(found)
        stopped = 1.0 - clear_shares(self.scene.field, lies, self.pin[0], self.pin[1])
        return _dearer(found, self.blocked * stopped)

    @cached_property
    def _met(self) -> bool:
        """Whether anything stands on the green."""
        field = self.scene.field
        if len(field.groves):
            return True
        away = [np.hypot(field.trees["x"] - self.pin[0], field.trees["y"] - self.pin[1]),
                np.hypot(field.barriers["x1"] - self.pin[0], field.barriers["y1"] - self.pin[1])]  # fmt: skip
        return bool((np.concatenate(away) < 2.0 * PUTTED_TO_M).any())

    def _price_of_blocked(self) -> float:
        """Throws that a putt costs more for each share of it that something stops: from the nodes where
        something does, played in every style."""
        if not self._met:
            return 0.0
        stopped = 1.0 - clear_shares(self.scene.field, self.lies, self.pin[0], self.pin[1])
        rows = np.flatnonzero(stopped > 1.0 - CLEAR)
        if not len(rows):
            return USUAL_BLOCKED
        rows = rows[:: math.ceil(len(rows) / MOST_PRICED)]
        cost = self.costs(self.books(self.lies[rows], met=True)).min(axis=1)
        more = cost - self.value[rows]
        return float(np.clip((more @ stopped[rows]) / (stopped[rows] @ stopped[rows]), 0.0, 1.5))

    def _solved(self) -> NDArray[np.float64]:
        books = self.books(self.lies, met=False)
        value, change, rounds = np.full(NODES, 2.0), 1.0, 0
        flat = books.reshape(-1, BOOK)
        while change > SETTLED and rounds < MOST_ROUNDS:
            costs = _costs(flat, value).reshape(books.shape[:2])
            change, value = float(np.abs(costs.min(axis=1) - value).max()), costs.min(axis=1)
            rounds += 1
        return _outlooks(books[np.arange(NODES), costs.argmin(axis=1)])

    def costs(self, books: Book) -> NDArray[np.float64]:
        """Expected throws [n, choice] of books [n, choice, BOOK]: putts in the order of `styles`, then
        lay-ups."""
        return _costs(books.reshape(-1, BOOK), self.value).reshape(books.shape[:2])

    def _ways(self, met: bool, exact: bool = False) -> dict[Style, Way]:
        """Styles worth trying, where something is in the way or not, and from an exact lie those for
        slopes."""
        slope = exact and self._steep
        blown = slope or self.air.wind.speed_m_s >= FELT_M_S
        return {**OPEN, **(BLOWN if blown else {}), **(ROUND if met else {})}

    @cached_property
    def _steep(self) -> bool:
        """Whether the basket stands plainly higher or lower than its green."""
        return bool(
            np.abs(self.pin_z - heights(self.scene.field, self.lies)).max() > FELT_SLOPE * PUTTED_TO_M
        )

    def checked(self, lie: tuple[float, float]) -> tuple[float, float]:
        """The lie, if it is one on this green. ValueError where nobody putts from."""
        away = math.dist(lie, self.scene.pin.at)
        if away > PUTTED_TO_M:
            raise ValueError(
                f"the lie is {away:.0f} m from the basket: putts are advised from at most {PUTTED_TO_M:.0f} m"
            )
        if holds(self.scene.out_of_bounds, *np.array([lie]).T)[0]:
            raise ValueError("the lie is out of bounds: take relief first, and putt from there")
        return lie

    def putt_from(self, lie: tuple[float, float]) -> Putt:
        """What to do from one lie, worked out there and not between nodes."""
        lies = np.array([lie])
        ways = self._ways(self._met, exact=True)
        books = self.books(lies, self._met, exact=True)
        clear = 1.0
        if self._met:
            bare = float(self.books(lies, met=False)[0, 0, MADE])
            clear = min(1.0, float(books[0, 0, MADE]) / max(bare, 1e-9))
        costs = self.costs(books)[0]
        putts, lay_ups = costs[: len(ways)], costs[len(ways) :]
        best = int(putts.argmin())
        best = 0 if putts[0] < putts[best] + TIE else best
        spot = int(lay_ups.argmin())
        run, lay = books[0, best], books[0, len(ways) + spot]
        rise = self.pin_z - float(heights(self.scene.field, lies)[0])
        at = self._spots(lies)[0, spot]
        return Putt(
            distance_m=float(np.hypot(*(lies[0] - self.pin))),
            rise_m=rise,
            style=list(ways)[best],
            made=float(run[MADE]),
            come_back_m=float(run[AWAY] / max(float(run[MISSED]), 1e-9)),
            out=float(run[OUT]),
            run=float(putts[best]),
            lay_up=float(lay_ups[spot]),
            spot=(float(at[0]), float(at[1])),
            leaves_m=float(lay[AWAY] / max(float(lay[MISSED]), 1e-9)),
            clear=clear,
        )  # fmt: skip

    # ---- what a putt does

    def books(self, lies: Points, met: bool, exact: bool = False) -> Book:
        """Books [n, choice, BOOK] of lies, with what stands in the way or without."""
        place = self._full if met else self._bare
        ways = np.array(list(self._ways(met, exact).values()))
        starts, nodes, speeds, catches, heads = self._throws(lies, ways)
        away = np.hypot(*(lies - self.pin).T)[:, None]
        used = (away >= ways[:, LEAST]) & (away <= ways[:, MOST])
        nodes[..., 2] *= used[..., None]
        spots, sizes, drawn = self._lay_ups(lies)
        close = np.ascontiguousarray(lies)
        clear = np.full(len(lies), met)

        def work(s: slice) -> Book:
            books = np.zeros((s.stop - s.start, len(ways) + spots.shape[1], BOOK), np.float32)
            tally, step = np.zeros(1, TALLY), np.zeros(1, STEP)
            play_putts(place, close[s], starts[s], nodes[s], speeds[s], catches[s], heads[s], clear[s],
                       books[:, : len(ways)], tally, step)  # fmt: skip
            play_lay_ups(place, close[s], spots[s], sizes[s], drawn, books[:, len(ways) :], tally)
            return books

        books = on_all_cores(work, len(lies), LEAST_SHARE)
        books[:, : len(ways), BEYOND] += NEVER * ~used
        if met:
            stopped = 1.0 - clear_shares(self.scene.field, lies, self.pin[0], self.pin[1])
            books[:, len(ways) :, BEYOND] += STOPPED_LAY_UP * stopped[:, None]
        return books

    @cached_property
    def _full(self) -> Place:
        return place_of(self.scene, self.pin_z, self.left_handed)

    @cached_property
    def _bare(self) -> Place:
        return self._full._replace(field=self.scene.bare_field)

    def _throws(
        self, lies: Points, ways: NDArray[np.float64]
    ) -> tuple[
        NDArray[np.float64],
        NDArray[np.float64],
        NDArray[np.float64],
        NDArray[np.float64],
        NDArray[np.float64],
    ]:
        """Starts [n, style, 8], nodes [n, style, m, 3], speeds and catches [n, style] and head winds [n] of
        putts from lies."""
        hand, descent, side_x, height_x, held, aim_sd, step_m, _, _, touch = ways.T
        gap = self.pin - lies
        away = np.maximum(np.hypot(*gap.T), 0.3)[:, None]
        foot = heights(self.scene.field, lies)[:, None]
        unit = gap / away
        x = lies[:, :1] - step_m * unit[:, 1:]
        y = lies[:, 1:] + step_m * unit[:, :1]
        gx, gy = self.pin[0] - x, self.pin[1] - y
        d = np.maximum(np.hypot(gx, gy), 0.3)
        rise = self.pin_z - foot
        along, across = self._wind_along(unit)
        head = -along
        usual = END_SPEED_M_S * (d / 5.0) ** END_POWER
        speed = np.clip(usual * np.sqrt(DESCENT / descent), 3.0, 14.0)
        length = plays_m(np.broadcast_to(d, speed.shape), np.broadcast_to(rise, speed.shape))
        error = self.putting.side_m(length)
        calmer = (usual / speed) ** 2
        sinks = np.where(along > 0.0, TAIL_SINKS, 1.0)
        lift = LIFT_M * MISJUDGED * length * np.abs(along) * sinks * calmer
        drift = DRIFT_M * MISJUDGED * length * np.abs(across) * calmer
        steep = SPEED_SHARE * (descent / DESCENT) ** 2 + 1.0 - SPEED_SHARE
        sd_y = np.hypot(side_x * error, drift)
        high = np.sqrt(steep) * height_x * HEIGHT_OVER_SIDE * error
        soft = np.minimum(high, descent * self._length_error(length))
        sd_h = np.hypot(np.where(touch > 0.5, soft, high), lift)
        held = np.where(touch > 0.5, _no_more(side_x * error, soft, error), held)
        low = -SHORT_PER_SLOPE_M * np.maximum(rise, 0.0) / np.maximum(away, 2.0)
        nodes = _nodes(sd_y, sd_h, aim_sd * sd_h + low, self.putting.thrown_away(d))
        flatter = np.clip(1.0 - HEAD_FLATTER_S_M * head, 0.4, 1.6)
        slope = np.clip((descent - UPHILL_FLATTER * rise / d) * flatter, 0.04, 2.0)
        climb = (rise + CHAINS_M - hand) / d
        a, b = slope + 2.0 * climb, -(slope + climb) / d
        z0 = np.broadcast_to(foot + hand, d.shape)
        starts = np.stack([x, y, gx / d, gy / d, d, z0, a, b], axis=-1)
        catch = held * (1.0 - CATCH_LOSS_S_M * np.maximum(0.0, speed - usual))
        return starts, nodes, speed, catch, head[:, 0]

    def _length_error(self, far_m: NDArray[np.float64]) -> NDArray[np.float64]:
        """Error of length of what is thrown to come to rest [m]."""
        return np.asarray(self.putting.sigma_5 / LAY_SIGMA * (LAY_LEAST_M + LAY_SHARE * far_m))

    def _wind_along(self, unit: NDArray[np.float64]) -> tuple[NDArray[np.float64], NDArray[np.float64]]:
        """Wind along putts in directions [n, 2], positive from behind, and across them [n, 1]."""
        wind = np.array(self.air.wind_vector())
        return (unit @ wind)[:, None], (unit[:, 0] * wind[1] - unit[:, 1] * wind[0])[:, None]

    def _spots(self, lies: Points) -> NDArray[np.float64]:
        """Where lay-ups from lies are meant to rest [n, spot, 2]."""
        gap = self.pin - lies
        unit = gap / np.maximum(np.hypot(*gap.T), 0.3)[:, None]
        left = np.stack([-unit[:, 1], unit[:, 0]], axis=1)
        off, turn = np.array(SPOTS).T[:, :, None]
        turn = np.radians(turn)
        ring = np.cos(turn) * unit[:, None] + np.sin(turn) * left[:, None]
        return np.asarray(self.pin - off * ring)

    def _lay_ups(self, lies: Points) -> tuple[NDArray[np.float64], NDArray[np.float64], NDArray[np.float64]]:
        """Spots [n, spot, 2], errors [n, spot, 2] across and along, and drawn errors with their chances [m,
        3]."""
        spots = self._spots(lies)
        far = np.hypot(*np.moveaxis(spots - lies[:, None], -1, 0))
        length = self._length_error(far)
        sizes = np.stack([self.putting.side_m(far), length], axis=-1)
        three = ndtri((np.arange(3) + 0.5) / 3)
        bad = self.putting.lost
        tame = [(u, v, (1.0 - bad) / 9.0) for u in three for v in three]
        wild = [(u, v, bad / 4.0) for u, v in ((0.0, 3.5), (0.0, -3.5), (3.5, 0.0), (-3.5, 0.0))]
        return spots, sizes, np.array([*tame, *wild])


USUAL_BLOCKED, STOPPED_LAY_UP = 0.5, 0.4
"""Throws that a wholly blocked putt costs where no node tells, and that a lay-up costs more where its
straight way is blocked: some go low or round (chosen)."""


def _no_more(
    side: NDArray[np.float64], high: NDArray[np.float64], straight: NDArray[np.float64]
) -> NDArray[np.float64]:
    """Share the chains hold of putts with such errors, so that they make no more than a straight one
    would."""
    mine = _window(side) * _window(high)
    return np.minimum(1.0, TOUCH_MAKES * _window(straight) * _window(HEIGHT_OVER_SIDE * straight) / mine)


def _window(sd: NDArray[np.float64]) -> NDArray[np.float64]:
    """Chance that an error [m] stays in the window."""
    return np.asarray(2.0 * ndtr(WINDOW_M / sd) - 1.0)


def _dearer(outlook: NDArray[np.float64], throws: NDArray[np.float64]) -> NDArray[np.float64]:
    """Outlooks [n, THROWS] that take so much of a throw [n] more."""
    later = np.zeros_like(outlook)
    later[:, 1:] = outlook[:, :-1]
    later[:, -1] += outlook[:, -1]
    share = np.clip(throws, 0.0, 1.0)[:, None]
    return np.asarray((1.0 - share) * outlook + share * later)


def _cut(
    mean: NDArray[np.float64], sd: NDArray[np.float64], edges: tuple[float, ...], counts: tuple[int, ...]
) -> tuple[NDArray[np.float64], NDArray[np.float64]]:
    """Nodes and chances [..., sum(counts)] of normals cut at `edges`: equal chances within each part."""
    cut = [np.zeros(sd.shape), *(ndtr((e - mean) / sd) for e in edges), np.ones(sd.shape)]
    at, chance = [], []
    for low, high, count in zip(cut[:-1], cut[1:], counts, strict=True):
        for k in range(count):
            at.append(mean + sd * ndtri(np.clip(low + (high - low) * (k + 0.5) / count, 1e-9, 1.0 - 1e-9)))
            chance.append((high - low) / count)
    return np.stack(at, axis=-1), np.stack(chance, axis=-1)


def _nodes(
    sd_y: NDArray[np.float64],
    sd_h: NDArray[np.float64],
    aim_h: NDArray[np.float64],
    lost: NDArray[np.float64],
) -> NDArray[np.float64]:
    """Where putts arrive [n, style, m, 3]: aside, above, and the chance, those thrown away at the end."""
    ys, yw = _cut(np.zeros(sd_y.shape), sd_y, SIDE_EDGES_M, SIDE_NODES)
    hs, hw = _cut(np.broadcast_to(aim_h, sd_h.shape), sd_h, HEIGHT_EDGES_M, HEIGHT_NODES)
    chance = hw[..., None] * yw[..., None, :] * (1.0 - lost[..., None, None])
    tame = np.stack(np.broadcast_arrays(ys[..., None, :], hs[..., None], chance), axis=-1)
    size = np.stack(
        [np.maximum(LEAST_WILD_M[0], WILD_SDS * sd_y), np.maximum(LEAST_WILD_M[1], WILD_SDS * sd_h)], -1
    )
    share = np.broadcast_to((lost / len(WILD))[..., None, None], (*sd_y.shape, len(WILD), 1))
    wild = np.concatenate([WILD * size[..., None, :], share], axis=-1)
    return np.concatenate([tame.reshape(*sd_y.shape, -1, 3), wild], axis=-2)


def _costs(books: Book, value: NDArray[np.float64]) -> NDArray[np.float64]:
    """Expected throws [n] of books [n, BOOK] with the nodes worth so much; chances left out are put back."""
    one = value.astype(np.float32)
    later = books[:, :NODES] @ one + books[:, AGAIN : 2 * NODES] @ (1.0 + one)
    whole = (1.0 - books[:, MADE]) / np.maximum(books[:, MISSED], 1e-9)
    return np.asarray(1.0 + later * whole + books[:, BEYOND], float)


def _outlooks(book: Book) -> NDArray[np.float64]:
    """Outlooks [NODES, THROWS] of the nodes when each plays its book [NODES, BOOK]."""
    made = book[:, MADE].astype(float)
    whole = ((1.0 - made) / np.maximum(book[:, MISSED], 1e-9))[:, None]
    result = np.zeros((NODES, THROWS))
    for _ in range(THROWS + 4):
        one, two = whole * (book[:, :NODES] @ result), whole * (book[:, AGAIN : 2 * NODES] @ result)
        result = np.zeros((NODES, THROWS))
        result[:, 0], result[:, 1:] = made, one[:, :-1]
        result[:, 2:] += two[:, :-2]
        result[:, -1] += 1.0 - result.sum(axis=1)
    return result
