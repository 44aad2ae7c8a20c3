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

from ypodrome.core.flight.clear_line import clear_shares
from ypodrome.core.flight.cores import on_all_cores
from ypodrome.core.flight.obstacles import STEP, TALLY
from ypodrome.core.flight.simulate import Air
from ypodrome.core.green.between import Nodes, outlooks_between
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
    NEVER,
    play_lay_ups,
    play_putts,
)
from ypodrome.core.green.place import Place, place_of
from ypodrome.core.green.strokes import Points, Strokes
from ypodrome.core.green.styles import (
    BLOWN,
    EITHER,
    FELT_M_S,
    FELT_SLOPE,
    OPEN,
    ROUND,
    TIE,
    Style,
    Way,
)
from ypodrome.core.ground.field import heights
from ypodrome.core.hole.scene import Scene
from ypodrome.core.hole.shapes import holds
from ypodrome.core.outlook import THROWS, expected
from ypodrome.core.refused import Refused
from ypodrome.core.thrower.putting import PuttingModel

PUTTED_TO_M = float(RINGS_M[-1])

USUAL_BLOCKED, STOPPED_LAY_UP = 0.5, 0.4
"""Throws that a wholly blocked putt costs where no node tells, and that a lay-up costs more where its
straight way is blocked: some go low or round (chosen)."""

SETTLED, MOST_ROUNDS = 0.0005, 60
"""Throws by which no node changes any more, and how often they are counted at most (chosen)."""

CLEAR, MOST_PRICED = 0.97, 24
"""Share of straight putts that come through where nothing counts as in the way, and of the nodes where
something is how many tell what that costs (chosen: they do within .01 of a throw of what all tell)."""

LEAST, MOST = (Way._fields.index(name) for name in ("least_m", "most_m"))


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
        self._strokes = Strokes(scene.field, putting, air, self.pin, self.pin_z)
        turn = 2.0 * math.pi * np.arange(BEARINGS) / BEARINGS
        way = np.stack([np.cos(turn), np.sin(turn)], axis=1)
        self.lies = self.pin + (RINGS_M[:, None, None] * way).reshape(-1, 2)
        self.outlooks = self._solved() if outlooks is None else outlooks
        self.blocked = self._price_of_blocked() if blocked is None else blocked

    # ---- what lies are worth

    @property
    def value(self) -> NDArray[np.float64]:
        """Expected throws [NODES]."""
        return expected(self.outlooks)

    def outlook(self, lies: Points) -> NDArray[np.float64]:
        """Outlooks [n, THROWS] of lies [n, 2] on the green: between the nodes, and what stands in the way of
        each reckoned in."""
        out = np.empty((len(lies), THROWS))
        outlooks_between(self.nodes, np.ascontiguousarray(lies), self.more_blocked(lies), out)
        return out

    @cached_property
    def nodes(self) -> Nodes:
        """What lies between the nodes are valued by."""
        outlooks = np.array(self.outlooks, float).reshape(len(RINGS_M), BEARINGS, THROWS)
        return Nodes(outlooks, RINGS_M, float(self.pin[0]), float(self.pin[1]))

    def more_blocked(self, lies: Points) -> NDArray[np.float64]:
        """Throws [n] more that lies [n, 2] cost for what stands in the way of putts from there."""
        if not self._met:
            return np.zeros(len(lies))
        return self.blocked * (1.0 - clear_shares(self.scene.field, lies, self.pin[0], self.pin[1]))

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
            raise Refused(
                f"the lie is {away:.0f} m from the basket: putts are advised from at most {PUTTED_TO_M:.0f} m"
            )
        if holds(self.scene.out_of_bounds, *np.array([lie]).T)[0]:
            raise Refused("the lie is out of bounds: take relief first, and putt from there")
        return lie

    def putt_from(self, lie: tuple[float, float]) -> Putt:
        """What to do from one lie, worked out there and not between nodes."""
        lies = np.array([lie], float)
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
        at = self._strokes.spots(lies)[0, spot]
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
        putts = self._strokes.putts(lies, ways)
        away = np.hypot(*(lies - self.pin).T)[:, None]
        used = (away >= ways[:, LEAST]) & (away <= ways[:, MOST])
        putts.nodes[..., 2] *= used[..., None]
        spots, sizes, drawn = self._strokes.lay_ups(lies)
        close = np.ascontiguousarray(lies)
        clear = np.full(len(lies), met)

        run, laid = (np.zeros((len(lies), k, BOOK), np.float32) for k in (len(ways), spots.shape[1]))

        def work(s: slice) -> None:
            tally, step = np.zeros(1, TALLY), np.zeros(1, STEP)
            play_putts(place, close[s], putts.starts[s], putts.nodes[s], putts.speeds[s], putts.catches[s],
                       putts.heads[s], clear[s], run[s], tally, step)  # fmt: skip
            play_lay_ups(place, close[s], spots[s], sizes[s], drawn, laid[s], tally)

        on_all_cores(work, len(lies), 1, 1)
        books = np.concatenate([run, laid], axis=1)
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
