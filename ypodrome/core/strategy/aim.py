"""What to aim at: the basket, a landmark, a tree, a gap between trees, or an angle where nothing stands."""

from __future__ import annotations

import math
from collections.abc import Iterator
from dataclasses import dataclass, replace
from enum import StrEnum
from itertools import pairwise

from ypodrome.core.ground.field import height_at
from ypodrome.core.hole.features import Landmark, Point
from ypodrome.core.hole.scene import Scene
from ypodrome.core.units import wrap_degrees

NEAREST_MARK_M, FARTHEST_TREE_M = 15.0, 75.0
"""Marks nearer than the first move with every step; trees farther than the second are not told apart
(chosen)."""

BESIDE_M = 6.0
"""A mark is of use when the aim passes no farther beside it than this (chosen: what is judged by eye at its
distance)."""

BESIDE_BASKET_M = 9.0
"""The basket may be farther: its size is known, and so is what three of its widths are (chosen)."""

GAPS_DEG, WIDEST_GAP_M = (1.0, 14.0), 12.0
"""Widths of a gap that one aims into (chosen)."""

USEFUL_OFFSET_DEG = 60.0
HAND_M = 1.2
ABOVE_IT = 1.05
"""A release that points higher than this share of a mark says nothing about it (chosen)."""


class At(StrEnum):
    """Kinds of mark."""

    BASKET = "basket"
    LANDMARK = "landmark"
    TREE = "tree"
    GAP = "gap"
    ANGLE = "angle"


@dataclass(frozen=True)
class Aim:
    """Where a release points: so far left of the line to the pin [deg] and, at its distance, of the basket
    [m], None where that helps nobody. `at` is the mark, `name` its name, `away_m` its distance and `side_m`
    how far left of it the aim passes; in a gap of `wide_m`, how far left of its middle. `height` is the share
    of the mark's height that the release points at, None above it or where it has none."""

    left_deg: float
    offset_m: float | None
    at: At
    name: str = ""
    away_m: float = 0.0
    side_m: float = 0.0
    wide_m: float = 0.0
    height: float | None = None


def bearing_deg(lie: Point, target: Point) -> float:
    """Direction [deg, counterclockwise from east] from a lie to a target."""
    return math.degrees(math.atan2(target[1] - lie[1], target[0] - lie[0]))


def aim_of(scene: Scene, lie: Point, heading_deg: float, launch_deg: float = 0.0) -> Aim:
    """The aim of a release against the best mark there is: a landmark, the basket, a named tree, a gap or a
    tree that the aim passes close to, and an angle where there is none."""
    left = wrap_degrees(heading_deg - bearing_deg(lie, scene.pin.at))
    away = math.dist(lie, scene.pin.at)
    offset = None if abs(left) > USEFUL_OFFSET_DEG else away * math.tan(math.radians(left))
    at = Aim(left, offset, At.BASKET, away_m=away, side_m=offset or 0.0)
    marks = [*_landmarks(scene, lie, heading_deg, launch_deg, at), *_trees(scene, lie, heading_deg, at)]
    if offset is not None and abs(offset) <= BESIDE_BASKET_M:
        marks.append((abs(offset) * BESIDE_M / BESIDE_BASKET_M, at))
    return min(marks, key=lambda m: m[0])[1] if marks else replace(at, at=At.ANGLE)


Graded = tuple[float, Aim]
"""An aim at a mark and how little that helps: metres beside it, and more where it has no name."""

UNNAMED = 2.0
"""Metres beside a named mark that a nameless one is as good as (chosen)."""


def _beside(lie: Point, at: Point, heading_deg: float) -> tuple[float, float]:
    """Distance of a mark [m] and how far left of it the aim passes there [m]."""
    off = math.radians(wrap_degrees(heading_deg - bearing_deg(lie, at)))
    away = math.dist(lie, at)
    return away, away * math.sin(off) if abs(off) < math.pi / 2 else math.inf


def _landmarks(
    scene: Scene, lie: Point, heading_deg: float, launch_deg: float, bare: Aim
) -> Iterator[Graded]:
    for mark in scene.landmarks:
        away, side = _beside(lie, mark.at, heading_deg)
        if away > NEAREST_MARK_M and abs(side) <= BESIDE_M:
            height = height_share(scene, lie, mark, launch_deg)
            found = replace(bare, at=At.LANDMARK, name=mark.name, away_m=away, side_m=side, height=height)
            yield abs(side), found


def height_share(scene: Scene, lie: Point, mark: Landmark, launch_deg: float) -> float | None:
    """Share of a landmark's height that a release points at; None above it."""
    away = math.dist(lie, mark.at)
    ground, foot = (height_at(scene.field, *p) for p in (lie, mark.at))
    height = ground + HAND_M + away * math.tan(math.radians(launch_deg)) - foot
    share = max(0.0, height) / max(mark.height_m, 0.1)
    return share if share <= ABOVE_IT else None


def _trees(scene: Scene, lie: Point, heading_deg: float, bare: Aim) -> Iterator[Graded]:
    """Trees close to the aim, and the gap between the two trunks that hold it."""
    near = []
    for tree in scene.trees:
        away, side = _beside(lie, tree.at, heading_deg)
        if not NEAREST_MARK_M < away < FARTHEST_TREE_M or not math.isfinite(side):
            continue
        near.append((wrap_degrees(bearing_deg(lie, tree.at) - heading_deg), away))
        if abs(side) <= BESIDE_M / 2:
            found = replace(bare, at=At.TREE, name=tree.name, away_m=away, side_m=side)
            yield abs(side) + (0.0 if tree.name else UNNAMED), found
    for (right, one), (left, other) in pairwise(sorted(near)):
        if right < 0.0 < left and GAPS_DEG[0] < left - right < GAPS_DEG[1]:
            away = min(one, other)
            wide = away * math.radians(left - right)
            side = away * math.radians(-(left + right) / 2.0)
            if wide > WIDEST_GAP_M:
                continue
            gap = replace(bare, at=At.GAP, away_m=away, side_m=side, wide_m=wide)
            yield min(UNNAMED, wide / 2.0), gap
