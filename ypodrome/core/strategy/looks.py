"""What screening alone sees from places that are hemmed in and about them, on a lattice: how a place differs
there from the sampled lies that speak for it.

In woods the worth of the ground changes by tenths within the few metres from one sampled lie to the next;
what playing out a throw adds to what screening sees changes slowly. So the second is carried over from lies
that are played out, and the first is looked up.
"""

from __future__ import annotations

import math
from dataclasses import dataclass
from typing import NamedTuple

import numpy as np
import shapely
from numpy.typing import NDArray
from scipy.spatial import cKDTree

from ypodrome.core.compiled import batch_kernel, kernel
from ypodrome.core.hole.scene import Scene
from ypodrome.core.hole.shapes import holds
from ypodrome.core.strategy.mesh import INNER_M, PLAYED_M
from ypodrome.core.strategy.way_out import HEMMED, hemmed_in

LATTICE_M = 5.0
"""Spacing of the lattice (chosen: with three or four metres places are told apart no better, with six
worse)."""

ABOUT_M, OFF_LINE_M = 12.0, PLAYED_M
"""How far round places that are hemmed in, and off the line of play, is looked (chosen: over a lane through
woods, and where lies are played out)."""

ENOUGH = 0.5
"""Weight of the places around one that were looked at from which they tell what is seen there (chosen)."""


@dataclass(frozen=True)
class Lattice:
    """A lattice along the line from tee to pin: its corner [2], the unit vector forward [2], its `shape`
    (along, to the left), and of its places those that are looked at: numbers [n] and where they are
    [n, 2]."""

    corner: NDArray[np.float64]
    forward: NDArray[np.float64]
    shape: tuple[int, int]
    numbers: NDArray[np.int64]
    places: NDArray[np.float64]


class Looks(NamedTuple):
    """What is seen from the places of a lattice, in throws beyond open ground [along, left], nan where nobody
    looked; its corner (x, y) and the unit vector forward."""

    beyond: NDArray[np.float64]
    x: float
    y: float
    forward_x: float
    forward_y: float


def lattice(scene: Scene) -> Lattice:
    """The lattice of a scene; it lies even-sided about the line from tee to pin, as the mesh does."""
    tee, pin = np.array(scene.tee.at, float), np.array(scene.pin.at, float)
    forward = (pin - tee) / max(scene.distance_m, 1.0)
    left = np.array([-forward[1], forward[0]])
    west, south, east, north = shapely.LineString(scene.line_of_play).buffer(OFF_LINE_M).bounds
    rim = np.array([[west, south], [west, north], [east, south], [east, north]]) - tee
    steps = np.stack([rim @ forward, rim @ left], axis=1) / LATTICE_M
    first, last = np.floor(steps.min(axis=0)).astype(int), np.ceil(steps.max(axis=0)).astype(int)
    along, aside = np.indices(last - first + 1) + first[:, None, None]
    places = tee + LATTICE_M * (along.reshape(-1, 1) * forward + aside.reshape(-1, 1) * left)
    numbers = np.flatnonzero(_playable(scene, places))
    numbers = numbers[_about_hemmed(scene, places[numbers])]
    return Lattice(places[0], forward, along.shape, numbers, places[numbers])


def _playable(scene: Scene, places: NDArray[np.float64]) -> NDArray[np.bool_]:
    line = shapely.LineString(scene.line_of_play)
    near = shapely.distance(shapely.points(places), line) < OFF_LINE_M
    near &= np.hypot(*(places - np.array(scene.pin.at)).T) > INNER_M - LATTICE_M
    return np.asarray(near & scene.in_bounds(places) & ~holds(scene.buildings, *places.T))


def _about_hemmed(scene: Scene, places: NDArray[np.float64]) -> NDArray[np.bool_]:
    hemmed = places[hemmed_in(scene.field, places, np.array(scene.pin.at, float))[:, 0] >= HEMMED]
    gap, _ = cKDTree(hemmed).query(places)
    return np.asarray(gap < ABOUT_M)


def looks_of(laid: Lattice, beyond: NDArray[np.float64]) -> Looks:
    """What is seen from the places of a lattice, in throws beyond open ground [n]; nothing where none are."""
    everywhere = np.full(laid.shape[0] * laid.shape[1], np.nan)
    if len(beyond):
        everywhere[laid.numbers] = beyond
    (x, y), (forward_x, forward_y) = laid.corner, laid.forward
    return Looks(everywhere.reshape(laid.shape), float(x), float(y), float(forward_x), float(forward_y))


@kernel
def look_at(looks: Looks, x: float, y: float) -> float:
    """What is seen from a place, between those around it that were looked at; nan where they weigh too
    little."""
    dx, dy = x - looks.x, y - looks.y
    a = (dx * looks.forward_x + dy * looks.forward_y) / LATTICE_M
    b = (dy * looks.forward_x - dx * looks.forward_y) / LATTICE_M
    i, j = math.floor(a), math.floor(b)
    if i < 0 or j < 0 or i + 1 >= looks.beyond.shape[0] or j + 1 >= looks.beyond.shape[1]:
        return math.nan
    total, seen = 0.0, 0.0
    for k in range(2):
        for m in range(2):
            beyond = looks.beyond[i + k, j + m]
            weight = abs(1 - k - a + i) * abs(1 - m - b + j)
            if not math.isnan(beyond):
                total += weight
                seen += weight * beyond
    return seen / total if total >= ENOUGH else math.nan


@batch_kernel
def _look_at_all(looks: Looks, places: NDArray[np.float64], out: NDArray[np.float64]) -> None:
    for n in range(places.shape[0]):
        out[n] = look_at(looks, places[n, 0], places[n, 1])


def seen_from(looks: Looks, places: NDArray[np.float64]) -> NDArray[np.float64]:
    """What is seen [n] from places [n, 2]; nan where nobody looked."""
    out = np.empty(len(places))
    _look_at_all(looks, np.ascontiguousarray(places, float), out)
    return out
