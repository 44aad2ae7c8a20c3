"""How fast an arm is: from the distance it throws, by kind of throw.

A nominal disc sets the arm, not the bag: buying a disc changes no arm. Each kind of throw has a table of its
own, farthest distance by arm speed, made once from flights, monotone, and read backward."""

from __future__ import annotations

import math
from enum import StrEnum
from functools import lru_cache

import numpy as np
from numpy.typing import NDArray

from ypodrome.core.design import bodies_of
from ypodrome.core.design.reference import FIRST_MPH, MPH_A_SPEED
from ypodrome.core.disc import Disc
from ypodrome.core.flight.release import FASTEST_M_S, USUAL_NOSE_RAD, Release, Throw
from ypodrome.core.flight.simulate import Range
from ypodrome.core.ground.field import open_field
from ypodrome.core.units import mph


class Kind(StrEnum):
    """Kinds of throw, told apart everywhere: a roller is not a drive."""

    BACKHAND = "backhand"
    FOREHAND = "forehand"
    TOMAHAWK = "tomahawk"
    THUMBER = "thumber"
    BACKHAND_ROLLER = "backhand_roller"
    FOREHAND_ROLLER = "forehand_roller"


KINDS = tuple(Kind)
CODES = {
    Kind.BACKHAND: "HBH", Kind.FOREHAND: "HFH", Kind.TOMAHAWK: "HOH", Kind.THUMBER: "HTH",
    Kind.BACKHAND_ROLLER: "HBH", Kind.FOREHAND_ROLLER: "HFH",
}  # fmt: skip
"""The throw each kind is made with: a roller is set down on its edge."""

OVERHEAD = (Kind.TOMAHAWK, Kind.THUMBER)
ROLLERS = (Kind.BACKHAND_ROLLER, Kind.FOREHAND_ROLLER)

ENTERED_ARMS_M = SHORTEST_ENTRY_M, LONGEST_ENTRY_M = 40.0, 180.0
"""Distances a player may enter (chosen: from a child's to a handful of players' in the world). What is stored
outside them keeps planning, with a word."""

SHORTEST_M, LONGEST_M = 10.0, 260.0

SLOWEST_GRIP, DRIVER_SPEED, PUTTER_SPEED = 0.92, 9.0, 2.0
"""Share of the arm's speed that a putter leaves with, and the speed numbers between which the share rises
to the whole: a deep blunt rim cannot be gripped and ripped as a driver's [common practice], size chosen."""

SPEEDS_M_S = np.arange(6.0, 61.0, 1.0)
LAUNCHES_DEG, HYZERS_DEG = (8.0, 10.0, 12.0, 14.0, 16.0), (0.0, 4.0, 8.0, 12.0)
OVERHEAD_LAUNCHES_DEG, OVERHEAD_HYZERS_DEG = (22.0, 30.0, 38.0, 45.0), (65.0, 75.0, 85.0)
ROLLER_LAUNCHES_DEG, ROLLER_HYZERS_DEG = (2.0, 4.0, 6.0), (-50.0, -58.0, -66.0)
"""Angles of which the farthest counts (chosen to span what players throw for distance)."""

FASTEST_DISC, SLOWEST_DISC = 14.0, 2.0
STEADIER_PER_MPH = 0.12
"""The nominal disc is the one whose own speed the arm's is, `reference_speed_m_s` read backward; arms faster
than any disc asks for throw one that turns less, by so much for each mph (chosen: the table then rises)."""


def grip_share(speed_number: float) -> float:
    """Share of the arm's speed with which a disc of this speed number leaves at full power."""
    rising = (speed_number - PUTTER_SPEED) / (DRIVER_SPEED - PUTTER_SPEED)
    return SLOWEST_GRIP + (1.0 - SLOWEST_GRIP) * min(1.0, max(0.0, rising))


def nominal_disc(arm_speed_m_s: float, kind: Kind) -> Disc:
    """The disc an arm of this speed is measured with."""
    if kind in OVERHEAD:
        return Disc("nominal", 9.0, 4.0, 0.0, 3.0)
    if kind in ROLLERS:
        return Disc("nominal", 9.0, 5.0, -3.0, 1.0)
    speed = (mph(arm_speed_m_s) - FIRST_MPH) / MPH_A_SPEED
    beyond = max(0.0, speed - FASTEST_DISC) * MPH_A_SPEED
    owned = min(FASTEST_DISC, max(SLOWEST_DISC, speed))
    return Disc("nominal", owned, 5.0, min(1.0, -1.5 + STEADIER_PER_MPH * beyond), 2.0)


@lru_cache(maxsize=len(KINDS))
def farthest_m(kind: Kind) -> NDArray[np.float64]:
    """Farthest level distance [len(SPEEDS_M_S), m] of a kind of throw in still air by arm speed: carry, and
    of a roller to where it comes to rest. Rising throughout."""
    launches, hyzers = {
        **dict.fromkeys(OVERHEAD, (OVERHEAD_LAUNCHES_DEG, OVERHEAD_HYZERS_DEG)),
        **dict.fromkeys(ROLLERS, (ROLLER_LAUNCHES_DEG, ROLLER_HYZERS_DEG)),
    }.get(kind, (LAUNCHES_DEG, HYZERS_DEG))
    discs = [nominal_disc(v, kind) for v in SPEEDS_M_S]
    throw, nose = Throw("R" + CODES[kind]), USUAL_NOSE_RAD if kind in (Kind.BACKHAND, Kind.FOREHAND) else 0.0
    rows, which = [], []
    for k, (disc, v) in enumerate(zip(discs, SPEEDS_M_S, strict=True)):
        for launch in launches:
            for hyzer in hyzers:
                release = Release(
                    grip_share(disc.speed) * v, throw, math.radians(hyzer), nose, math.radians(launch)
                )
                rows.append(release.row())
                which.append(k)
    field = open_field("cut_grass" if kind in ROLLERS else "water")
    flown = Range(field=field).fly(bodies_of(discs), np.array(which), np.array(rows))
    far = flown.rest_x_m if kind in ROLLERS else np.hypot(flown.carry_x_m, flown.carry_y_m)
    best = far.reshape(len(SPEEDS_M_S), -1).max(axis=1)
    table = np.maximum.accumulate(best) + 1e-6 * np.arange(len(best))
    table.setflags(write=False)
    return table


def arm_speed_m_s(max_distance_m: float, kind: Kind) -> float:
    """Arm speed [m/s] that throws `max_distance_m` with the disc it is made for."""
    return float(np.interp(max_distance_m, farthest_m(kind), SPEEDS_M_S))


def distance_of_m(arm_speed: float, kind: Kind) -> float:
    """Distance [m] an arm of this speed [m/s] throws: what a radar reading stands for."""
    return float(np.interp(arm_speed, SPEEDS_M_S, farthest_m(kind)))


assert SPEEDS_M_S[-1] <= FASTEST_M_S
