"""Surfaces and how a disc behaves on them.

All values are chosen so that ordinary landings run as players see them: 5 to 15 ft on an ordinary
approach, a foot or two from a steep one, 3 to 12 m for a low fast landing on hardpack
[common practice]. They are tuned by eye to those facts, not measured.
"""

from __future__ import annotations

from typing import Any, NamedTuple

import numpy as np
from numpy.typing import NDArray


class Surface(NamedTuple):
    """Contact properties of one surface, all dimensionless except `scatter_rad`.

    restitution: normal speed kept; bite: the speed along the ground kept at a contact is
    exp(-bite), before speed, steepness and plastic have their say;
    slide: friction of a sliding disc; roll: resistance of a rolling one; roll_chance: that an edge
    landing on firm level ground stands up and rolls; scatter_rad: random kick of the direction;
    stops: nothing moves on after touching it.
    """

    restitution: float
    bite: float
    slide: float
    roll: float
    roll_chance: float
    scatter_rad: float
    stops: float = 0.0


SURFACES: dict[str, Surface] = {
    "cut_grass": Surface(0.16, 0.54, 0.42, 0.17, 0.30, 0.10),
    "long_grass": Surface(0.05, 1.30, 0.80, 0.45, 0.05, 0.12),
    "rough": Surface(0.05, 1.60, 0.90, 0.60, 0.05, 0.30),
    "hardpack": Surface(0.28, 0.46, 0.40, 0.13, 0.50, 0.12),
    "gravel": Surface(0.22, 0.60, 0.50, 0.18, 0.35, 0.25),
    "pine_straw": Surface(0.12, 0.48, 0.38, 0.19, 0.25, 0.12),
    "leaves": Surface(0.08, 0.80, 0.55, 0.32, 0.12, 0.18),
    "mud": Surface(0.02, 2.40, 1.10, 0.70, 0.02, 0.05),
    "sand": Surface(0.05, 1.40, 0.85, 0.45, 0.05, 0.08),
    "pavement": Surface(0.34, 0.36, 0.34, 0.10, 0.60, 0.10),
    "water": Surface(0.0, 1.0, 1.0, 1.0, 0.0, 0.0, 1.0),
}

SURFACE_NAMES = tuple(SURFACES)
DEFAULT_SURFACE = "cut_grass"

WET_SLIDE = 0.75
WET_BITE = 0.85
"""Wet ground slides farther: friction and bite multiplied by these (chosen) [common practice]."""

SURFACE = np.dtype([(name, "f8") for name in Surface._fields])


def surface_table(wet: bool = False) -> NDArray[Any]:
    """Contact properties of every surface, SURFACE records in the order of SURFACE_NAMES."""
    table = np.array([tuple(s) for s in SURFACES.values()], SURFACE)
    if wet:
        table["slide"] *= WET_SLIDE
        table["bite"] *= WET_BITE
    return table
