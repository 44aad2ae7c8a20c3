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

from ypodrome.core.ground.field import Field, cell_of, heights
from ypodrome.core.hole.features import Point
from ypodrome.core.hole.scene import Scene
from ypodrome.core.hole.shapes import holds

EYE_M = 1.6
BASKET_TOP_M = 1.4
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
    length = math.dist(lie, target)
    shares = np.arange(SIGHT_STEP_M, length, SIGHT_STEP_M) / length
    points = np.array(lie) + shares[:, None] * (np.array(target) - lie)
    start, *grounds, end = heights(field, np.vstack([lie, points, target])).tolist()
    start, end, wooded = start + EYE_M, end + target_m, 0.0
    for share, (x, y), ground in zip(shares, points, grounds, strict=True):
        eye = start + share * (end - start)
        if eye < ground:
            return "the ground"
        g = field.grove[cell_of(field, x, y)]
        if g >= 0 and _hides(field.groves[g], eye - ground):
            wooded += SIGHT_STEP_M
    return "the woods" if wooded > THICK_M else None


def seen_from_m(scene: Scene) -> float | None:
    """How far along the line of play from the tee the basket comes into view [m]; None if never."""
    line = shapely.LineString([scene.tee.at, *scene.line.points[1:-1], scene.pin.at])
    for along in np.arange(0.0, line.length, WALK_STEP_M):
        point = line.interpolate(along)
        if blind_because(scene, (point.x, point.y)) is None:
            return float(along)
    return None


def _hides(grove: np.void, above_ground_m: float) -> bool:
    """Whether a grove (of `Field.groves`) hides what is seen through it at a height."""
    below_base = above_ground_m <= grove["base_m"]
    return bool(above_ground_m < grove["height_m"] and (not below_base or grove["floor_per_m"] > CLEAR_FLOOR))


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
