"""Throws for tests: towards the east, x forward and y to the left."""

from __future__ import annotations

import math

import numpy as np

from ypodrome.core.air import Wind
from ypodrome.core.disc import Disc, aero_row
from ypodrome.core.flight.landing import fly_to_height
from ypodrome.core.flight.release import Release, Throw
from ypodrome.core.flight.simulate import Air, Flight, fly_row
from ypodrome.core.ground.field import Field, open_field
from ypodrome.core.units import m_s_from_mph

DENSITY = 1.225
HEAD, FROM_RIGHT, TAIL = 90.0, 180.0, 270.0
"""Compass directions the wind blows from, for a throw to the east."""


def throw(
    numbers,
    mph: float,
    hyzer: float = 0.0,
    nose: float = 0.0,
    launch: float = 9.0,
    wind_mph: float = 0.0,
    wind_from: float = HEAD,
    kind: Throw = Throw.RHBH,
    surface: str = "cut_grass",
    field: Field | None = None,
    step_scale: float = 1.0,
    height: float = 1.2,
    seed: int = 0,
) -> Flight:
    """Fly one throw; angles in degrees, speeds in miles per hour."""
    release = Release(
        m_s_from_mph(mph), kind, math.radians(hyzer), math.radians(nose), math.radians(launch),
        height_m=height,
    )  # fmt: skip
    air = Air(DENSITY, Wind(m_s_from_mph(wind_mph), wind_from))
    row = aero_row(Disc("test", *numbers))
    return fly_row(
        row, release.row(), air.wind_vector(), DENSITY, field or open_field(surface), step_scale, seed
    )


def throw_to_height(numbers, mph: float, land_height_m: float) -> Flight:
    """A flat reference throw that lands on level ground at a height [m]."""
    release = Release(m_s_from_mph(mph), launch_rad=math.radians(9.0))
    return fly_to_height(Disc("test", *numbers), release, Air(DENSITY), "cut_grass", land_height_m)


def carry(flight: Flight) -> float:
    return float(math.hypot(flight.out.carry_x_m, flight.out.carry_y_m))


def left_share(flight: Flight) -> float:
    return float(flight.out.carry_y_m / flight.out.carry_x_m)


def run_out(flight: Flight) -> float:
    """Ground play: from first contact to rest [m]."""
    out = flight.out
    return float(np.hypot(out.rest_x_m - out.carry_x_m, out.rest_y_m - out.carry_y_m))


def degrees(flight: Flight, column: int) -> float:
    return math.degrees(flight.out[column])
