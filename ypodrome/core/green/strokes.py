"""Putts and lay-ups as they leave the hand: lines, speeds and errors, before anything is in the way.

Errors are cut into nodes with chances, so that the chance of a make is exact and nothing is drawn.
"""

from __future__ import annotations

from dataclasses import dataclass
from typing import NamedTuple

import numpy as np
from numpy.typing import NDArray
from scipy.special import ndtr, ndtri

from ypodrome.core.flight.simulate import Air
from ypodrome.core.green.carry import CHAINS_M, METAL_HIGH_M, METAL_LOW_M, METAL_WIDE_M, WINDOW_M
from ypodrome.core.green.styles import SHORT_PER_SLOPE_M, TOUCH_MAKES
from ypodrome.core.ground.field import Field, heights
from ypodrome.core.thrower.putting import (
    DESCENT,
    DRIFT_M,
    HEIGHT_OVER_SIDE,
    LIFT_M,
    MISJUDGED,
    PuttingModel,
    plays_m,
)

Points = NDArray[np.float64]

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

WILD_LAY_UPS = ((0.0, WILD_SDS), (0.0, -WILD_SDS), (WILD_SDS, 0.0), (-WILD_SDS, 0.0))

SIDE_EDGES_M, SIDE_NODES = (-METAL_WIDE_M, -WINDOW_M, WINDOW_M, METAL_WIDE_M), (1, 1, 3, 1, 1)
HEIGHT_EDGES_M = (METAL_LOW_M - CHAINS_M, -WINDOW_M, WINDOW_M, METAL_HIGH_M - CHAINS_M)
HEIGHT_NODES = (2, 1, 2, 1, 3)
"""Edges of the parts of the basket's plane, and nodes in each: errors are cut there, so that the chance of a
make is exact."""


class Putts(NamedTuple):
    """Putts from n lies in every style: starts [n, style, 8] and nodes [n, style, m, 3] as in `carry.putt`,
    speeds [m/s] and catches [n, style], head winds [n, m/s]."""

    starts: NDArray[np.float64]
    nodes: NDArray[np.float64]
    speeds: NDArray[np.float64]
    catches: NDArray[np.float64]
    heads: NDArray[np.float64]


@dataclass(frozen=True)
class Strokes:
    """How one putter throws at a basket at `pin` [2] with its foot at `pin_z` [m], in one air."""

    field: Field
    putting: PuttingModel
    air: Air
    pin: NDArray[np.float64]
    pin_z: float

    def putts(self, lies: Points, ways: NDArray[np.float64]) -> Putts:
        """Putts from lies [n, 2] in every way."""
        hand, descent, side_x, height_x, held, aim_sd, step_m, _, _, touch = ways.T
        gap = self.pin - lies
        away = np.maximum(np.hypot(*gap.T), 0.3)[:, None]
        foot = heights(self.field, lies)[:, None]
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
        return Putts(starts, nodes, speed, catch, head[:, 0])

    def _length_error(self, far_m: NDArray[np.float64]) -> NDArray[np.float64]:
        """Error of length of what is thrown to come to rest [m]."""
        return np.asarray(self.putting.sigma_5 / LAY_SIGMA * (LAY_LEAST_M + LAY_SHARE * far_m))

    def _wind_along(self, unit: NDArray[np.float64]) -> tuple[NDArray[np.float64], NDArray[np.float64]]:
        """Wind along putts in directions [n, 2], positive from behind, and across them [n, 1]."""
        wind = np.array(self.air.wind_vector())
        return (unit @ wind)[:, None], (unit[:, 0] * wind[1] - unit[:, 1] * wind[0])[:, None]

    def spots(self, lies: Points) -> NDArray[np.float64]:
        """Where lay-ups from lies are meant to rest [n, spot, 2]."""
        gap = self.pin - lies
        unit = gap / np.maximum(np.hypot(*gap.T), 0.3)[:, None]
        left = np.stack([-unit[:, 1], unit[:, 0]], axis=1)
        off, turn = np.array(SPOTS).T[:, :, None]
        turn = np.radians(turn)
        ring = np.cos(turn) * unit[:, None] + np.sin(turn) * left[:, None]
        return np.asarray(self.pin - off * ring)

    def lay_ups(self, lies: Points) -> tuple[NDArray[np.float64], NDArray[np.float64], NDArray[np.float64]]:
        """Spots [n, spot, 2], errors [n, spot, 2] across and along, and drawn errors with their chances [m,
        3]."""
        spots = self.spots(lies)
        far = np.hypot(*np.moveaxis(spots - lies[:, None], -1, 0))
        length = self._length_error(far)
        sizes = np.stack([self.putting.side_m(far), length], axis=-1)
        three = ndtri((np.arange(3) + 0.5) / 3)
        bad = self.putting.lost
        tame = [(u, v, (1.0 - bad) / 9.0) for u in three for v in three]
        wild = [(u, v, bad / 4.0) for u, v in WILD_LAY_UPS]
        return spots, sizes, np.array([*tame, *wild])


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
