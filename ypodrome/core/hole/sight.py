"""What the thrower can see from a lie, and the cautions a hole raises.

The cautions are the usual ones of the game [common practice]; local rules, the event's caddie book
and trained people overrule them.
"""

from __future__ import annotations

import math
from dataclasses import dataclass
from enum import StrEnum

import numpy as np
import shapely
from numpy.typing import NDArray

from ypodrome.core.ground.field import Field, groves_at, heights
from ypodrome.core.hole.features import Point
from ypodrome.core.hole.scene import Scene
from ypodrome.core.hole.shapes import holds

EYE_M = 1.6
BASKET_TOP_M, DISC_M = 1.4, 0.05
SIGHT_STEP_M = 1.0
WALK_STEP_M = 4.0
THICK_M = 12.0
"""Metres of woods below the canopy through which nobody sees (chosen)."""

CLEAR_FLOOR = 0.03
"""Hazard per metre under a canopy up to which one sees through it (chosen)."""

STEEP = 0.35
"""Slope (about 19°) from which footing and banks deserve a word (chosen)."""


class Danger(StrEnum):
    """What a plan warns of: dangers of the hole, and what the plan does not know."""

    PEOPLE = "people"
    BLIND = "blind"
    PATH = "path"
    ROAD = "road"
    PLAY = "play"
    WATER = "water"
    STEEP = "steep"
    NO_HEIGHTS = "no heights"
    HEIGHTS_ON_A_LINE = "heights on a line"
    ODD_ARM = "odd arm"


BY_PEOPLE = {"path": Danger.PATH, "road": Danger.ROAD, "play": Danger.PLAY}


@dataclass(frozen=True)
class Caution:
    """One thing to mind; `names` say what hides the basket, or which arm, `length_m` how far that is said to
    throw."""

    danger: Danger
    names: tuple[str, ...] = ()
    length_m: float | None = None


def blind_because(scene: Scene, lie: Point) -> str | None:
    """What hides the basket from the lie: "the ground", "the woods", or nothing."""
    return hidden_by(scene.field, lie, scene.pin.at, BASKET_TOP_M + scene.pin.raised_m)


def hidden_by(field: Field, lie: Point, target: Point, target_m: float) -> str | None:
    """What hides something `target_m` above the ground at a place from the eye at a lie."""
    ground, woods = _hiding(field, lie, np.array([target]), target_m)
    return "the ground" if ground[0] else "the woods" if woods[0] else None


def in_sight(field: Field, lie: Point, places: NDArray[np.float64]) -> NDArray[np.bool_]:
    """Whether a disc on the ground at places [n, 2] is seen from a lie."""
    ground, woods = _hiding(field, lie, places, DISC_M)
    return ~(ground | woods)


def _hiding(
    field: Field, lie: Point, places: NDArray[np.float64], target_m: float
) -> tuple[NDArray[np.bool_], NDArray[np.bool_]]:
    """Whether the ground, and whether woods, hide what is `target_m` above the ground at places [n, 2]."""
    length = np.hypot(*(places - lie).T)
    steps = max(2, math.ceil(float(length.max(initial=0.0)) / SIGHT_STEP_M))
    shares = (np.arange(1, steps) / steps)[:, None]
    points = np.array(lie) + shares[..., None] * (places - lie)
    start, *far = heights(field, np.vstack([[lie], places]))
    start, end = start + EYE_M, np.array(far) + target_m
    eye = start + shares * (end - start)
    ground = heights(field, points.reshape(-1, 2)).reshape(eye.shape)
    grove = groves_at(field, points)
    hides = np.zeros(grove.shape, bool)
    for k in np.unique(grove[grove >= 0]):
        hides |= (grove == k) & _hides(field.groves[k], eye - ground)
    wooded = hides.sum(axis=0) * length / steps
    return (eye < ground).any(axis=0), wooded > THICK_M


def seen_from_m(scene: Scene) -> float | None:
    """How far along the line of play from the tee the basket comes into view [m]; None if never."""
    line = shapely.LineString(scene.line_of_play)
    for along in np.arange(0.0, line.length, WALK_STEP_M):
        point = line.interpolate(along)
        if blind_because(scene, (point.x, point.y)) is None:
            return float(along)
    return None


def _hides(grove: np.void, above_ground_m: NDArray[np.float64]) -> NDArray[np.bool_]:
    """Where a grove (of `Field.groves`) hides what is seen through it at heights."""
    below_base = above_ground_m <= grove["base_m"]
    through = below_base & bool(grove["floor_per_m"] <= CLEAR_FLOOR)
    return np.asarray((above_ground_m < grove["height_m"]) & ~through)


def cautions(scene: Scene) -> tuple[Caution, ...]:
    """What to mind on this hole as played today."""
    found = [Caution(Danger.PEOPLE)]
    hidden = blind_because(scene, scene.tee.at)
    if hidden:
        found.append(Caution(Danger.BLIND, names=(hidden,)))
    corridor = shapely.LineString(scene.line.points).buffer(25.0)
    near = [a for a in scene.areas if a.shape.intersects(corridor)]
    people = {a.people for a in near}
    found += [Caution(danger) for who, danger in BY_PEOPLE.items() if who in people]
    if any(a.surface == "water" for a in near):
        found.append(Caution(Danger.WATER))
    if _steepest(scene, corridor) > STEEP:
        found.append(Caution(Danger.STEEP))
    return tuple(found)


def _steepest(scene: Scene, corridor: shapely.Polygon) -> float:
    north, east = np.gradient(scene.field.height, scene.field.cell_m)
    slope = np.hypot(north, east)
    rows, columns = slope.shape
    x = scene.field.x0 + (np.arange(columns) + 0.5) * scene.field.cell_m
    y = scene.field.y0 + (np.arange(rows) + 0.5) * scene.field.cell_m
    inside = holds(corridor, *np.meshgrid(x, y))
    return float(slope[inside].max(initial=0.0))
