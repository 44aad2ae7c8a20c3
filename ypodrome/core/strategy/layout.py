"""How a hole is laid out to tell what its places are worth: what hangs on no wind and no player, kept as long
as its scene is."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from ypodrome.core.hole.scene import Scene
from ypodrome.core.hole.shapes import holds
from ypodrome.core.hole.with_scene import with_scene
from ypodrome.core.strategy.looks import Lattice, lattice
from ypodrome.core.strategy.mesh import ring_ends
from ypodrome.core.strategy.neighbours import Neighbours
from ypodrome.core.strategy.way_out import hemmed_in

NEAR = 6
"""Lies that speak for a place (chosen)."""


@dataclass(frozen=True)
class Layout:
    """Who of the sampled lies speaks for each cell, as ring after ring of them is valued; how hemmed in cells
    are [cells, 2] (`way_out.hemmed_in`), and their signs [cells], -1 out of bounds; and the places looked
    at."""

    neighbours: Neighbours
    hem: NDArray[np.float64]
    sign: NDArray[np.float64]
    lattice: Lattice

    @property
    def cells(self) -> NDArray[np.float64]:
        """Middles of the cells [cells, 2]."""
        return self.neighbours.centres

    def hem_at(self, places: NDArray[np.float64]) -> NDArray[np.float64]:
        """How hemmed in places are [n, 2], by the cells they are in."""
        return self.hem[self.neighbours.cell(places)]


def layout(scene: Scene, lies: NDArray[np.float64]) -> Layout:
    """The layout of a scene with such sampled lies [n, 2], ring by ring from the basket."""
    return _layout(scene, np.ascontiguousarray(lies, float).tobytes())


@with_scene
def _layout(scene: Scene, lies: bytes) -> Layout:
    places, pin = np.frombuffer(lies).reshape(-1, 2), np.array(scene.pin.at, float)
    neighbours = Neighbours(scene, places, NEAR, (0, *ring_ends(places, pin)))
    hem = hemmed_in(scene.field, neighbours.centres, pin)
    out = holds(scene.out_of_bounds, *neighbours.centres.T)
    return Layout(neighbours, hem, np.where(out, -1.0, 1.0), lattice(scene))
