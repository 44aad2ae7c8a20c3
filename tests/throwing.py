"""Throws for tests: towards the east, x forward and y to the left."""

from __future__ import annotations

import math

import numpy as np

from ypodrome.core.air import Wind
from ypodrome.core.design import bodies_of, body_of
from ypodrome.core.disc import Disc
from ypodrome.core.flight.landing import fly_to_height
from ypodrome.core.flight.release import Release, Throw
from ypodrome.core.flight.simulate import Air, Flight, Flights, Range
from ypodrome.core.ground.field import Field, open_field
from ypodrome.core.units import m_s_from_mph

DENSITY = 1.225
HEAD, FROM_RIGHT, TAIL = 90.0, 180.0, 270.0
"""Compass directions the wind blows from, for a throw to the east."""

NOSE, LAUNCH = -2.5, 11.5
"""Of the reference throw."""


def reference_mph(speed_number: float) -> float:
    """Release speed of the reference throw: 41.5 + 1.65 S mph [common practice]."""
    return 41.5 + 1.65 * speed_number


def throw(
    numbers,
    mph: float,
    hyzer: float = 0.0,
    nose: float = NOSE,
    launch: float = LAUNCH,
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
    ground = Range(air, field or open_field(surface), step_scale)
    return ground.follow(body_of(Disc("test", *numbers)), release.row(), seed)


def throws(discs, releases, field=None, winds=None, seeds=None, which=None) -> Flights:
    """Fly many: discs[which], the first unless told otherwise."""
    which = np.zeros(len(releases), np.int64) if which is None else which
    ground = Range(Air(DENSITY), field or open_field())
    return ground.fly(bodies_of(discs), which, np.asarray(releases), winds, seeds)


def throw_to_height(numbers, mph: float, land_height_m: float, launch: float = LAUNCH) -> Flight:
    """A flat throw that lands on level ground at a height [m]."""
    release = Release(m_s_from_mph(mph), nose_rad=math.radians(NOSE), launch_rad=math.radians(launch))
    return fly_to_height(body_of(Disc("test", *numbers)), release, Air(DENSITY), "cut_grass", land_height_m)


def carry(flight: Flight) -> float:
    return float(math.hypot(flight.out.carry_x_m, flight.out.carry_y_m))


def left_share(flight: Flight) -> float:
    return float(flight.out.carry_y_m / flight.out.carry_x_m)


def run_out(flight: Flight) -> float:
    """Ground play: from first contact to rest [m]."""
    out = flight.out
    return float(np.hypot(out.rest_x_m - out.carry_x_m, out.rest_y_m - out.carry_y_m))


def degrees(flight: Flight, name: str) -> float:
    """A result in radians, by name, in degrees."""
    return math.degrees(flight.out[name])
