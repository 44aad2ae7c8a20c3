"""Rules of play that decide where a throw's next lie is and what it costs; see `rule_facts`."""

from __future__ import annotations

import math
from dataclasses import dataclass, fields

import numpy as np
import shapely
from numpy.typing import NDArray

from ypodrome.core.flight.simulate import Flights
from ypodrome.core.hole.edges import nearest_on
from ypodrome.core.hole.rule_facts import OB_RELIEF_M, PENALTY_THROWS, STANCE_M
from ypodrome.core.hole.scene import Scene
from ypodrome.core.hole.shapes import holds


@dataclass(frozen=True)
class Outcome:
    """What n throws came to. Arrays [n]; lies [n, 2] in course metres.

    `holed` throws are in the basket. `lie` and `penalty` hold when the disc is found; with chance `lost` it
    is not, and the next throw is from `lost_lie` with one penalty throw. `gone` is the chance that the disc
    is never seen again: out of bounds too, where that costs the disc but no more throws.
    """

    rest: NDArray[np.float64]
    lie: NDArray[np.float64]
    penalty: NDArray[np.int64]
    out: NDArray[np.bool_]
    mando: NDArray[np.bool_]
    holed: NDArray[np.bool_]
    lost: NDArray[np.float64]
    lost_lie: NDArray[np.float64]
    gone: NDArray[np.float64]

    def take(self, rows: NDArray[np.int64]) -> Outcome:
        """The chosen throws."""
        return Outcome(**{f.name: getattr(self, f.name)[rows] for f in fields(self)})


def resolve(
    scene: Scene, flown: Flights, lies: NDArray[np.float64], find_power: NDArray[np.float64] | float = 1.0
) -> Outcome:
    """Apply the rules to flights [n] of throws made from `lies` [n, 2]. `find_power` [n]: the power to which
    the chance of finding each disc is raised (`disc.colour`)."""
    rest = np.stack([flown.rest_x_m, flown.rest_y_m], axis=1)
    out = holds(scene.out_of_bounds, rest[:, 0], rest[:, 1])
    mando = flown.mando_missed
    lie = rest.copy()
    if out.any():
        inside = np.stack([flown.inside_x_m[out], flown.inside_y_m[out]], axis=1)
        lie[out] = _out_of_bounds_lies(scene, rest[out], inside, lies[out])
    if mando.any():
        zone = scene.drop_zone("mando")
        lie[mando] = lies[mando] if zone is None else zone
    if not scene.buildings.is_empty and (within := holds(scene.buildings, *lie.T)).any():
        lie[within] = _behind_buildings(scene, lie[within])
    holed = flown.in_basket & ~mando
    gone = np.where(holed, 0.0, 1.0 - (1.0 - _lost_chances(scene, rest)) ** find_power)
    penalty = np.where(out | mando | _in_hazard(scene, rest), PENALTY_THROWS, 0)
    lost = np.where(out | mando, 0.0, gone)
    return Outcome(rest, lie, np.where(holed, 0, penalty), out, mando, holed, lost, lies, gone)


def _in_hazard(scene: Scene, rest: NDArray[np.float64]) -> NDArray[np.bool_]:
    """Whether discs [n, 2] rest in a hazard: a penalty throw, and played where they lie."""
    inside = np.zeros(len(rest), bool)
    for area in scene.areas:
        if area.play == "hazard":
            inside |= holds(area.shape, rest[:, 0], rest[:, 1])
    return inside


def _out_of_bounds_lies(
    scene: Scene, rest: NDArray[np.float64], inside: NDArray[np.float64], previous: NDArray[np.float64]
) -> NDArray[np.float64]:
    play = scene.line.ob_play
    zone = scene.drop_zone("ob")
    if play == "previous_lie" or (play == "drop_zone" and zone is None):
        return previous
    if play == "drop_zone":
        return np.broadcast_to(np.array(zone), rest.shape)
    return relief(scene, inside)


def relief(scene: Scene, inside: NDArray[np.float64]) -> NDArray[np.float64]:
    """Lies [n, 2] one metre in bounds from the line nearest to the last place in bounds [n, 2]."""
    at = nearest_on(scene.out_of_bounds_edge, inside)
    away = inside - at
    beyond = holds(scene.out_of_bounds, inside[:, 0], inside[:, 1])
    away[beyond] *= -1.0  # a cell of the grid reaches half a metre past the exact line
    size = np.maximum(np.linalg.norm(away, axis=1, keepdims=True), 1e-9)
    return at + away / size * OB_RELIEF_M


def _behind_buildings(scene: Scene, lie: NDArray[np.float64]) -> NDArray[np.float64]:
    """Lies [n, 2] behind the solid things that discs lie in or on, on the line of play."""
    away = lie - np.array(scene.pin.at)
    away /= np.maximum(np.linalg.norm(away, axis=1, keepdims=True), 1e-9)
    size = math.dist(scene.buildings.bounds[:2], scene.buildings.bounds[2:])
    rays = shapely.linestrings(np.stack([lie, lie + size * away], axis=1))
    walls = shapely.intersection(rays, scene.buildings.boundary)
    far = shapely.hausdorff_distance(walls, shapely.points(lie))
    return np.asarray(lie + (np.nan_to_num(far)[:, None] + STANCE_M) * away)


def _lost_chances(scene: Scene, rest: NDArray[np.float64]) -> NDArray[np.float64]:
    lost = np.zeros(len(rest))
    for area in scene.areas:
        if area.find_chance < 1.0:
            inside = holds(area.shape, rest[:, 0], rest[:, 1])
            lost[inside] = 1.0 - area.find_chance
    return lost
