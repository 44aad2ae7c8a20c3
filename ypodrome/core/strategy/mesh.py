"""Where the worth of a hole is worked out: a wide mesh, the edges of woods, and places between what stands
and beside where a mandatory comes into the way."""

from __future__ import annotations

import math
from collections.abc import Callable
from dataclasses import dataclass

import numpy as np
import shapely
import shapely.affinity
from numpy.typing import NDArray

from ypodrome.core.hole.scene import Scene
from ypodrome.core.hole.shapes import holds
from ypodrome.core.hole.with_scene import with_scene

INNER_M, RING_M = 14.0, 14.0
"""Sampled lies start here, nearer than this everybody putts; width of the rings they are valued by
(chosen)."""

MOST_WIDE, LEAST_SPACING_M, FAR_SHARE = 130, 7.0, 1.2
"""Lies of the wide mesh, its least spacing, and that away from the line of play over it (chosen: lies within
0.03 of what playing it out gives)."""

PLAYED_M = 35.0
"""Lies farther from the line of play are only looked at (chosen: one throw in a hundred ends there)."""

INSIDE_M, EDGE_STEP_M, MOST_EDGES = 1.7, 9.0, 60
"""Lies just inside the edge of woods, their spacing and number (chosen: there the worth changes most)."""

BESIDE_M, MOST_BETWEEN = 4.0, 60
"""Lies between, near what stands or where a mandatory comes into the way, and their number (chosen)."""

SHADOW_M = 30.0
"""How far behind a mandatory the places are told apart that must go round it (chosen: two rings; there the
worth changes by half a throw within a few steps)."""


@dataclass(frozen=True)
class Mesh:
    """Lies [n, 2] from the basket outward, which are played out [n] and which only looked at, their rings
    [n] and the luck of each [n], the same for lies that a mirrored hole swaps."""

    lies: NDArray[np.float64]
    played: NDArray[np.bool_]
    ring: NDArray[np.int64]
    luck: NDArray[np.int64]


@with_scene
def mesh(scene: Scene) -> Mesh:
    """The wide mesh, wider and only looked at away from the line of play; near it the edges of woods, and
    places between."""
    pin = np.array(scene.pin.at)
    line = shapely.LineString(scene.line_of_play)

    def off(lies: NDArray[np.float64]) -> NDArray[np.float64]:
        return np.asarray(shapely.distance(shapely.points(lies), line))

    wide, far, fine = (_grid(scene, share) for share in (1.0, FAR_SHARE, 0.5))
    edges = _edges(scene)
    edges = edges[scene.in_bounds(edges) & (np.hypot(*(edges - pin).T) >= INNER_M)]
    wide, edges, fine = (lies[off(lies) < PLAYED_M] for lies in (wide, edges, fine))
    far = far[off(far) >= PLAYED_M]
    near = np.concatenate([wide, edges[np.argsort(off(edges), kind="stable")[:MOST_EDGES]]])
    near = np.concatenate([near, _between(scene, fine, np.concatenate([near, far]), off)])
    lies = np.concatenate([near, far])
    is_played = np.arange(len(lies)) < len(near)
    away, ring = np.hypot(*(lies - pin).T), _rings(lies, pin)
    order = np.lexsort((away, ~is_played, ring))
    luck = np.unique(np.round(away[order], 3), return_inverse=True)[1]
    return Mesh(lies[order], is_played[order], ring[order], luck)


def _rings(lies: NDArray[np.float64], pin: NDArray[np.float64]) -> NDArray[np.int64]:
    return ((np.hypot(*(lies - pin).T) - INNER_M) // RING_M).astype(np.int64)


def ring_ends(lies: NDArray[np.float64], pin: NDArray[np.float64]) -> tuple[int, ...]:
    """How many of lies [n, 2], ring by ring from the pin, are in the first ring, in the first two, and so
    on."""
    return tuple(np.cumsum(np.unique(_rings(lies, pin), return_counts=True)[1]).tolist())


def _woods(scene: Scene) -> list[shapely.Geometry]:
    return [g.shape for g in scene.groves] + [u.shape for u in scene.unknowns if u.what == "woods"]


def _edges(scene: Scene) -> NDArray[np.float64]:
    """Places [n, 2] just inside the edges of woods."""
    inner = shapely.union_all(_woods(scene)).buffer(-INSIDE_M).boundary
    rims = shapely.get_parts(shapely.line_merge(inner))
    along = [
        shapely.get_coordinates(shapely.line_interpolate_point(rim, np.arange(0.0, rim.length, EDGE_STEP_M)))
        for rim in rims
    ]
    return np.concatenate([np.zeros((0, 2)), *along])


def _between(
    scene: Scene,
    fine: NDArray[np.float64],
    lies: NDArray[np.float64],
    off: Callable[..., NDArray[np.float64]],
) -> NDArray[np.float64]:
    """Of a fine mesh the places beside what stands, or where a mandatory comes into the way, that are not
    beside a lie already, nearest to play first."""
    things = _woods(scene) + [w.shape for w in scene.barriers] + _rims_of_shadows(scene)
    things += [shapely.Point(t.at).buffer(t.canopy_radius_m) for t in scene.trees]
    if not things:
        return fine[:0]
    fine = fine[shapely.distance(shapely.points(fine), shapely.union_all(things)) < BESIDE_M]
    gap = np.hypot(*(fine[:, None] - lies).transpose(2, 0, 1)).min(axis=1, initial=np.inf)
    fine = fine[gap > EDGE_STEP_M / 2]
    return fine[np.argsort(off(fine), kind="stable")[:MOST_BETWEEN]]


def _rims_of_shadows(scene: Scene) -> list[shapely.Geometry]:
    """Round the ground from where the straight way to the basket misses a mandatory."""
    pin = shapely.Point(scene.pin.at)
    rims = []
    for shape in (m.shape for m in scene.mandos):
        farther = 1.0 + SHADOW_M / max(pin.distance(shape), INNER_M)
        behind = shapely.affinity.scale(shape, farther, farther, origin=pin)
        rims.append(shapely.union_all([shape, behind]).convex_hull.boundary)
    return rims


def _grid(scene: Scene, share: float) -> NDArray[np.float64]:
    """Lies on a triangular grid over the hole, in bounds, outside buildings and the putting area, its spacing
    times `share`.

    The grid lies even-sided about the line from tee to pin, so that a mirrored hole has mirrored lies.
    """
    west, south, east, north = scene.bounds
    spacing = share * max(LEAST_SPACING_M, math.sqrt((east - west) * (north - south) / MOST_WIDE))
    tee, pin = np.array(scene.tee.at), np.array(scene.pin.at)
    forward = (pin - tee) / max(scene.distance_m, 1.0)
    count = math.ceil(math.hypot(east - west, north - south) / spacing)
    i, j = np.meshgrid(np.arange(-count, 2 * count), np.arange(-count, count + 1))
    along = (i.ravel() * spacing * math.sqrt(3) / 2)[:, None]
    left = ((j + 0.5 * (i % 2)).ravel() * spacing)[:, None]
    lies = tee + along * forward + left * np.array([-forward[1], forward[0]])
    free = scene.in_bounds(lies) & ~holds(scene.buildings, *lies.T)
    return lies[free & (np.hypot(*(lies - pin).T) >= INNER_M)]
