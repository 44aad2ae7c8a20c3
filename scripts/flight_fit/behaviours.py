"""The behaviours of a calibrated model [common practice, no source] as distances from their limits.

Limits stand a little inside those of the trade, so that the tests, which use the trade's own, are
met with something to spare. docs/flight-model.md lists the behaviours in words.
"""

from __future__ import annotations

import math

import numpy as np

from scripts.flight_fit.trials import (
    FIELD,
    FROM_RIGHT,
    FROM_RIGHT_15,
    HEAD,
    HEAD_15,
    STILL,
    TAIL,
    Constants,
    Numbers,
    Trials,
)
from ypodrome.core.air import Wind
from ypodrome.core.disc import Disc, aero_row
from ypodrome.core.disc.aero import nominal_speed_m_s
from ypodrome.core.flight import batch as b
from ypodrome.core.flight.release import Release, Throw
from ypodrome.core.flight.simulate import Air, Flight, fly_row
from ypodrome.core.ground.field import open_field
from ypodrome.core.units import m_s_from_mph

V9, V7 = nominal_speed_m_s(9), nominal_speed_m_s(7)
V53, V45, V40 = m_s_from_mph(53), m_s_from_mph(45), m_s_from_mph(40)
V58 = m_s_from_mph(58)
HARD_THROWN_M = {
    (2, 3, 0, 1): 84.0, (2, 4, -1, 1): 86.0, (3, 3, 0, 2): 87.0, (4, 1, 0, 3): 82.0, (5, 5, -1, 1): 100.0,
    (5, 4, 0, 1): 97.0, (5, 4, 0, 3): 96.0, (6, 5, -2, 1): 101.0, (7, 5, 0, 2): 103.0, (7, 4, 0, 3): 100.0,
    (9, 5, -1, 2): 107.0, (9, 4, 0, 3): 104.0,
}  # fmt: skip
"""An arm that throws a driver 350 ft (58 mph) throws fairway drivers to some 335, midranges to 310 and
putters to 275, and no farther. Without that a plan would take putters for drivers."""

KEPT_INTO_WIND = {
    (2, 3, 0, 1): (0.72, 0.50, 0.32), (3, 3, 0, 1): (0.72, 0.50, 0.32), (4, 1, 0, 3): (0.76, 0.56, 0.15),
    (5, 4, 0, 1): (0.74, 0.52, 0.32), (5, 5, -1, 1): (0.72, 0.50, 0.38), (7, 5, 0, 2): (0.78, 0.58, 0.20),
    (9, 5, -1, 2): (0.80, 0.63, 0.27), (9, 4, 0, 3): (0.80, 0.68, 0.12), (12, 5, -1, 3): (0.82, 0.66, 0.22),
}  # fmt: skip
"""Shares of its way that a disc thrown flat at full power keeps into 10 and 15 mph, and how far right of
the line 15 mph may take it as a share of that way."""

LOW_GROUND = open_field(height_m=-5.0)
Misses = dict[str, float]


def above(value: float, limit: float, unit: float) -> float:
    """How far `value` falls short of `limit`, in units; zero once past it."""
    return max(0.0, limit - value) / unit


def below(value: float, limit: float, unit: float) -> float:
    """How far `value` exceeds `limit`, in units."""
    return max(0.0, value - limit) / unit


class Thrown:
    """Reads results of the trials by throw."""

    def __init__(self, trials: Trials) -> None:
        self.trials = trials

    def row(self, numbers: Numbers, speed: float, hyzer: float = 0.0, nose: float = 0.0,
            launch: float = 9.0, wind: Wind = STILL):  # fmt: skip
        """Result row of a throw; zeros before the first flight, when it is only asked for."""
        place = self.trials.ask(numbers, speed, hyzer, nose, launch, wind)
        return self.trials.out[place] if place < len(self.trials.out) else np.ones(b.OUT_SIZE)

    def end(self, *throw, **more) -> float:
        """Where a throw ends to the left, as a share of its distance forward."""
        out = self.row(*throw, **more)
        return float(out[b.CARRY_Y] / out[b.CARRY_X])

    def carry(self, *throw, **more) -> float:
        out = self.row(*throw, **more)
        return float(math.hypot(out[b.CARRY_X], out[b.CARRY_Y]))

    def degrees(self, column: int, *throw, **more) -> float:
        return math.degrees(self.row(*throw, **more)[column])


def flip(t: Thrown) -> Misses:
    disc, speed, hyzers = (9, 5, -3, 1), 1.12 * V9, range(1, 18)
    ends = {h: t.end(disc, speed, h) for h in hyzers}
    best = min(range(6, 13), key=lambda h: abs(ends[h]))
    stable = {h: t.degrees(b.LEAST_BANK_RAD, (9, 4, 0, 3), speed, h) for h in range(6, 13)}
    stands = {h: t.degrees(b.LEAST_BANK_RAD, disc, speed, h) for h in range(6, 13)}
    stable_ends = {h: t.end((9, 4, 0, 3), speed, h) for h in range(6, 13)}
    return {
        "flip ends on line": below(abs(ends[best]), 0.03, 0.02),
        "flip asks for hyzer": below(ends[6], 0.0, 0.03),
        "flip stands up": below(stands[best], 3.0, 3.0),
        "4° less turns over": below(ends[best - 4], -0.05, 0.03),
        "4° more hangs left": above(ends[best + 4], 0.05, 0.03),
        "stable disc stays on hyzer": above(stable[best], 5.5, 0.4),
        "stable disc ends left": above(stable_ends[best], 0.15, 0.05),
    }


def flex(t: Thrown) -> Misses:
    misses = {}
    for hyzer, unit in ((-8, 0.05), (-10, 0.05), (-12, 0.06)):
        throw = ((9, 4, 0, 3), V9, hyzer, 0.0, 11.0)
        out = t.row(*throw)
        back = (out[b.CARRY_Y] + out[b.MAX_RIGHT_M]) / max(out[b.MAX_RIGHT_M], 0.5)
        banked = t.degrees(b.LANDING_HYZER_RAD, *throw)
        misses |= {
            f"flex of {-hyzer}° lands on hyzer": above(banked, 12.0, 5.0),
            f"flex of {-hyzer}° comes back": above(back, 0.32, unit),
            f"flex of {-hyzer}° goes right": above(out[b.MAX_RIGHT_M] / out[b.CARRY_X], 0.04, 0.02),
        }
    return misses


def arm_speed(t: Thrown) -> Misses:
    """More disc than arm gains little and fades; more arm than disc turns, and gains little too."""
    fast, slow = t.row((13, 5, -1, 3), V45), t.row((7, 5, 0, 2), V45)
    back = [(o[b.CARRY_Y] + o[b.MAX_RIGHT_M]) / o[b.CARRY_X] for o in (fast, slow)]
    usual, hard = t.row((7, 5, -1, 1), V7), t.row((7, 5, -1, 1), 1.2 * V7)
    misses = {
        "too much disc gains little": below(fast[b.CARRY_X] / slow[b.CARRY_X], 1.06, 0.03),
        "too much disc fades more": above(back[0] - back[1], 0.01, 0.02),
        "faster turns more": above(hard[b.MAX_RIGHT_M] / max(usual[b.MAX_RIGHT_M], 0.3), 2.2, 0.3),
        "putter thrown hard turns": above(t.row((2, 3, 0, 1), V53)[b.MAX_RIGHT_M], 3.0, 1.0),
    }
    for numbers, farthest_m in HARD_THROWN_M.items():
        misses[f"thrown at 58 mph {numbers}"] = below(t.carry(numbers, V58), farthest_m, 4.0)
    return misses


def winds(t: Thrown) -> Misses:
    misses = {}
    for numbers in ((9, 5, -2, 2), (9, 5, -3, 1), (12, 5, -2, 2)):
        v = nominal_speed_m_s(numbers[0])
        still, into = t.row(numbers, v), t.row(numbers, v, wind=HEAD)
        more = into[b.MAX_RIGHT_M] / max(still[b.MAX_RIGHT_M], 0.5)
        misses[f"head wind turns {numbers}"] = above(more, 1.6, 0.2)
        misses[f"head wind lifts {numbers}"] = above(into[b.APEX_M] / still[b.APEX_M], 1.03, 0.1)
    for numbers in ((9, 4, 0, 3), (9, 5, -1, 2), (11, 4, 0, 3)):
        v = nominal_speed_m_s(numbers[0])
        still, into, with_it = (t.row(numbers, v, wind=w) for w in (STILL, HEAD, TAIL))
        loss = 1 - t.carry(numbers, v, wind=HEAD) / t.carry(numbers, v)
        misses[f"head wind costs {numbers}"] = above(loss, 0.057, 0.005) + below(loss, 0.23, 0.04)
        misses[f"tail wind drops {numbers}"] = below(with_it[b.APEX_M] / still[b.APEX_M], 0.97, 0.1)
    for numbers in ((9, 5, -1, 2), (5, 4, 0, 1), (3, 3, 0, 1)):
        v, launches = nominal_speed_m_s(numbers[0]), [float(a) for a in range(5, 24, 2)]
        best_still = max(t.carry(numbers, v, launch=a) for a in launches)
        best_tail = max(t.carry(numbers, v, launch=a, wind=TAIL) for a in launches)
        gain = best_tail / best_still - 1
        misses[f"tail wind gains {numbers}"] = above(gain, 0.004, 0.0015) + below(gain, 0.10, 0.03)
    side = t.row((7, 5, 0, 2), V7, wind=FROM_RIGHT)[b.CARRY_Y] - t.row((7, 5, 0, 2), V7)[b.CARRY_Y]
    misses["cross wind moves"] = above(side, 5.5, 2.0) + below(side, 16.0, 2.0)
    return misses


def strong_winds(t: Thrown) -> Misses:
    """Into 15 mph a disc thrown flat at full power balloons and turns, but keeps half its way if it is
    slow and two thirds if it is fast; off a hyzer, 15 mph under it carries it on, not away."""
    misses = {}
    for numbers, (kept_10, kept_15, most_right) in KEPT_INTO_WIND.items():
        v = nominal_speed_m_s(numbers[0])
        still = t.carry(numbers, v)
        misses[f"10 mph head wind leaves {numbers}"] = above(
            t.row(numbers, v, wind=HEAD)[b.CARRY_X] / still, kept_10, 0.05
        )
        strong = t.row(numbers, v, wind=HEAD_15)
        misses[f"15 mph head wind leaves {numbers}"] = above(strong[b.CARRY_X] / still, kept_15, 0.025)
        misses[f"15 mph head wind turns {numbers}"] = below(-strong[b.CARRY_Y] / still, most_right, 0.05)
    for numbers in ((3, 3, 0, 1), (5, 5, -1, 1), (9, 5, -1, 2)):
        v = nominal_speed_m_s(numbers[0])
        calm, blown = t.row(numbers, v, 15.0), t.row(numbers, v, 15.0, wind=FROM_RIGHT_15)
        added = (blown[b.CARRY_Y] - calm[b.CARRY_Y]) / calm[b.CARRY_X]
        misses[f"15 mph under a hyzer {numbers}"] = above(added, 0.08, 0.05) + below(added, 0.5, 0.1)
    return misses


def angles(t: Thrown) -> Misses:
    misses = {}
    for numbers in ((7, 5, 0, 2), (9, 5, -1, 2)):
        v = nominal_speed_m_s(numbers[0])
        plain, up, down = t.row(numbers, v), t.row(numbers, v, nose=5.0), t.row(numbers, v, nose=-3.0)
        misses |= {
            f"nose up costs {numbers}": above(1 - up[b.CARRY_X] / plain[b.CARRY_X], 0.11, 0.04),
            f"nose up climbs {numbers}": above(up[b.APEX_M] / plain[b.APEX_M], 1.28, 0.1),
            f"nose down gains little {numbers}": below(down[b.CARRY_X] / plain[b.CARRY_X], 1.10, 0.05),
        }
    soft, firm = ((2, 3, -2, 0), V40, -10.0), ((4, 1, 0, 3), V40, -10.0)
    misses |= {
        "straight putter drifts": below(t.end(*soft), -0.17, 0.04),
        "straight putter stays over": below(t.degrees(b.LANDING_HYZER_RAD, *soft), -5.0, 4.0),
        "straight putter falls short": below(t.carry(*soft) / t.carry(soft[0], V40), 0.92, 0.05),
        "approach disc holds": below(abs(t.end(*firm)), 0.085, 0.02),
        "approach disc ends on hyzer": above(t.degrees(b.LANDING_HYZER_RAD, *firm), 3.0, 3.0),
        "approach disc keeps its distance": above(t.carry(*firm) / t.carry(firm[0], V40), 0.95, 0.04),
    }
    high = ((9, 5, -1, 2), V9, 0.0, 0.0, 20.0)
    misses["high flat throw fades"] = above(t.degrees(b.LANDING_HYZER_RAD, *high), 20.0, 10.0)
    misses["high flat throw ends left"] = above(t.end(*high), 0.1, 0.05)
    for launch, unit in ((35.0, 6.0), (40.0, 3.0), (45.0, 0.6)):
        descent = t.degrees(b.DESCENT_RAD, (9, 4, 0, 4), V9, 60.0, 0.0, launch)
        misses[f"spike from {launch:.0f}° is steep"] = above(descent, 50.4, unit)
    return misses


def flight_of(f: Constants, numbers: Numbers, release: Release, field=FIELD) -> Flight:
    air = Air()
    row = aero_row(Disc("fit", *numbers), f)
    return fly_row(row, release.row(), air.wind_vector(), air.density_kg_m3, field)


def elevation(f: Constants) -> Misses:
    """Distance gained for each metre of fall, and lost for each metre of rise, on a stock shot."""
    misses = {}
    for numbers in ((7, 5, 0, 2), (9, 5, -1, 2)):
        release = Release(nominal_speed_m_s(numbers[0]))
        level, low = (flight_of(f, numbers, release, field) for field in (FIELD, LOW_GROUND))
        far = [math.hypot(x.out[b.CARRY_X], x.out[b.CARRY_Y]) for x in (level, low)]
        path = low.path[int(low.path[:, 3].argmax()) :]
        falling = path[path[:, 3] > 0.0]
        order = np.argsort(falling[:, 3])
        at_2 = np.interp(2.0, falling[order, 3], np.hypot(falling[order, 1], falling[order, 2]))
        gain, loss = (far[1] - far[0]) / 5.0, (far[0] - at_2) / 2.0
        misses[f"falling ground gains {numbers}"] = above(gain, 2.02, 0.02) + below(gain, 3.9, 0.3)
        misses[f"rising ground costs {numbers}"] = above(loss, 2.04, 0.04) + below(loss, 3.9, 0.3)
    return misses


def overhead(f: Constants) -> Misses:
    release = Release(V9, Throw.RHOH, math.radians(75), 0.0, math.radians(35))
    path = flight_of(f, (9, 4, 0, 4), release).path
    return {"overhead turns over": above(math.degrees(path[:-1, 4].max()), 110.0, 8.0)}


def behaviour_misses(trials: Trials, f: Constants) -> Misses:
    """Distance of each behaviour from its limit, zero when shown. The trials must have been flown."""
    t = Thrown(trials)
    misses: Misses = {}
    for part in (flip, flex, arm_speed, winds, strong_winds, angles):
        misses |= part(t)
    return misses | elevation(f) | overhead(f)
