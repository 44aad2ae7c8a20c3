"""The behaviours of a calibrated model [common practice, no source] as distances from their limits.

Each function speaks of one disc. Limits stand a little inside those of the trade, so that the tests,
which use the trade's own, are met with something to spare. docs/flight-model.md lists the behaviours in
words. The units say what a miss is worth.
"""

from __future__ import annotations

import math
from collections.abc import Callable

import numpy as np

from scripts.flight_fit.trials import (
    FIELD,
    FROM_RIGHT,
    FROM_RIGHT_15,
    HEAD,
    HEAD_15,
    LOW_GROUND,
    TAIL,
    Numbers,
    Trials,
)
from ypodrome.core.disc.aero import nominal_speed_m_s
from ypodrome.core.flight import batch as b
from ypodrome.core.flight.release import Release, Throw
from ypodrome.core.units import m_s_from_mph

V9, V7 = nominal_speed_m_s(9), nominal_speed_m_s(7)
V58, V53, V45, V40 = (m_s_from_mph(mph) for mph in (58, 53, 45, 40))
FLIP, STABLE, MIDDLE = (9, 5, -3, 1), (9, 4, 0, 3), (7, 5, 0, 2)

HARD_THROWN_M = {
    (2, 3, 0, 1): 84.0, (2, 4, -1, 1): 86.0, (3, 3, 0, 2): 87.0, (4, 1, 0, 3): 82.0, (5, 5, -1, 1): 100.0,
    (5, 4, 0, 1): 97.0, (5, 4, 0, 3): 96.0, (6, 5, -2, 1): 101.0, (7, 5, 0, 2): 103.0, (7, 4, 0, 3): 100.0,
    (9, 5, -1, 2): 107.0, (9, 4, 0, 3): 104.0,
}  # fmt: skip
"""An arm that throws a driver 350 ft (58 mph) throws fairway drivers to some 335, midranges to 310 and
putters to 275, and no farther. Without that a plan would take putters for drivers."""

ARM_OF_345_FT = {(12, 5, -1, 3): (54.8, 98.6), (5, 4, 0, 3): (52.5, 81.8), (2, 3, 0, 1): (50.5, 74.5)}
"""Speeds [mph] at which such an arm lets go of a driver, a midrange and a putter, and what it gets [m]."""

KEPT_INTO_WIND = {
    (2, 3, 0, 1): (0.72, 0.50, 0.32), (3, 3, 0, 1): (0.72, 0.50, 0.32), (4, 1, 0, 3): (0.76, 0.56, 0.15),
    (5, 4, 0, 1): (0.74, 0.52, 0.32), (5, 5, -1, 1): (0.72, 0.50, 0.38), (7, 5, 0, 2): (0.78, 0.58, 0.20),
    (9, 5, -1, 2): (0.80, 0.63, 0.27), (9, 4, 0, 3): (0.80, 0.68, 0.12), (12, 5, -1, 3): (0.82, 0.66, 0.22),
    (9, 4, 0, 4): (0.86, 0.74, 0.08), (11, 4, 0, 4): (0.88, 0.78, 0.08), (7, 4, 0, 3): (0.82, 0.66, 0.12),
}  # fmt: skip
"""Shares of its way that a disc thrown flat at full power keeps into 10 and 15 mph, and how far right of
the line 15 mph may take it as a share of that way."""

SLOW = ((2, 3, 0, 1), (3, 3, 0, 1), (4, 1, 0, 3), (5, 4, 0, 1), (5, 5, -1, 1))
FLEX_BACK = ((8, 10.0, 0.32, 0.05), (10, 11.0, 0.32, 0.05), (12, 12.0, 0.335, 0.015), (15, 12.0, 0.15, 0.15))
"""Degrees of anhyzer and of launch (the more of one, the more of the other), least share of its drift that a
flex comes back across, and the unit."""

MOST_RIGHT_INTO_WIND = {
    (9, 4, 0, 3): (0.02, 0.05), (9, 4, 0, 4): (0.02, 0.05), (7, 4, 0, 3): (0.02, 0.06),
    (11, 4, 0, 3): (0.02, 0.06), (11, 4, 0, 4): (0.02, 0.05), (14, 4, 0, 4): (0.02, 0.06),
    (5, 4, 0, 3): (0.04, 0.12), (4, 1, 0, 3): (0.04, 0.12), (7, 5, 0, 2): (0.05, 0.14),
    (9, 5, -1, 2): (0.08, 0.18), (11, 5, -1, 2): (0.08, 0.18), (12, 5, -1, 3): (0.08, 0.18),
    (13, 5, -1, 3): (0.08, 0.18),
}  # fmt: skip
"""How far right of the line 10 and 15 mph in the face may take a disc thrown flat at full power, as a share
of its still distance: overstable discs hold, stable ones turn a little."""

Misses = dict[str, float]


def above(value: float, limit: float, unit: float) -> float:
    """How far `value` falls short of `limit`, in units; zero once past it."""
    return max(0.0, limit - value) / unit


def below(value: float, limit: float, unit: float) -> float:
    """How far `value` exceeds `limit`, in units."""
    return max(0.0, value - limit) / unit


def _nominal(disc: Numbers) -> float:
    return nominal_speed_m_s(disc[0])


def _back(out) -> float:
    """Share of the distance that a flight fades back from its furthest right."""
    return float((out[b.CARRY_Y] + out[b.MAX_RIGHT_M]) / out[b.CARRY_X])


def _flip_ends(t: Trials) -> dict[int, float]:
    return {h: t.end(FLIP, 1.12 * V9, float(h)) for h in range(2, 17)}


def _best_flip(ends: dict[int, float]) -> int:
    return min(range(6, 13), key=lambda h: abs(ends[h]))


def flips(t: Trials, disc: Numbers) -> Misses:
    ends = _flip_ends(t)
    best = _best_flip(ends)
    stands = {h: t.degrees(b.LEAST_BANK_RAD, disc, 1.12 * V9, float(h)) for h in range(6, 13)}
    return {
        "flip ends on line": below(abs(ends[best]), 0.03, 0.02),
        "flip asks for hyzer": below(ends[7], 0.002, 0.006),
        "flip stands up": below(stands[best], 3.0, 3.0),
        "4° less turns over": below(ends[best - 4], -0.05, 0.03),
        "4° more hangs left": above(ends[best + 4], 0.05, 0.03),
    }


def stays_on_hyzer(t: Trials, disc: Numbers) -> Misses:
    """Thrown like the flip of the other disc."""
    least = {h: t.degrees(b.LEAST_BANK_RAD, disc, 1.12 * V9, float(h)) for h in range(6, 13)}
    ends = {h: t.end(disc, 1.12 * V9, float(h)) for h in range(6, 13)}
    best = _best_flip(_flip_ends(t))
    return {
        "stays on hyzer": above(least[best], 5.5, 0.2),
        "ends left": above(ends[best], 0.15, 0.05),
    }


def flexes(t: Trials, disc: Numbers) -> Misses:
    misses = {}
    for anhyzer, launch, least, unit in FLEX_BACK:
        throw = (disc, V9, -float(anhyzer), 0.0, launch)
        out = t.row(*throw)
        back = (out[b.CARRY_Y] + out[b.MAX_RIGHT_M]) / max(out[b.MAX_RIGHT_M], 0.5)
        misses |= {
            f"flex of {anhyzer}° lands on hyzer": above(t.degrees(b.LANDING_HYZER_RAD, *throw), 12.0, 5.0),
            f"flex of {anhyzer}° comes back": above(back, least, unit),
            f"flex of {anhyzer}° goes right": above(out[b.MAX_RIGHT_M] / out[b.CARRY_X], 0.04, 0.02),
        }
    return misses


def is_too_much_disc(t: Trials, disc: Numbers) -> Misses:
    """More disc than arm gains little and fades."""
    fast, slow = t.row(disc, V45), t.row(MIDDLE, V45)
    return {
        "too much disc gains little": below(fast[b.CARRY_X] / slow[b.CARRY_X], 1.06, 0.03),
        "too much disc fades more": above(_back(fast) - _back(slow), 0.01, 0.02),
    }


def turns_faster(t: Trials, disc: Numbers) -> Misses:
    usual, hard = t.row(disc, V7), t.row(disc, 1.2 * V7)
    return {"faster turns more": above(hard[b.MAX_RIGHT_M] / max(usual[b.MAX_RIGHT_M], 0.3), 2.2, 0.3)}


def turns_thrown_hard(t: Trials, disc: Numbers) -> Misses:
    return {"thrown at 53 mph turns": above(t.row(disc, V53)[b.MAX_RIGHT_M], 3.0, 1.0)}


def goes_no_farther(t: Trials, disc: Numbers) -> Misses:
    return {"thrown at 58 mph": below(t.carry(disc, V58), HARD_THROWN_M[disc], 4.0)}


def serves_an_arm(t: Trials, disc: Numbers) -> Misses:
    mph, least_m = ARM_OF_345_FT[disc]
    return {"arm of 345 ft": above(t.carry(disc, m_s_from_mph(mph)), least_m, 1.0)}


def turns_in_head_wind(t: Trials, disc: Numbers) -> Misses:
    still, into = t.row(disc, _nominal(disc)), t.row(disc, _nominal(disc), wind=HEAD)
    more = into[b.MAX_RIGHT_M] / max(still[b.MAX_RIGHT_M], 0.5)
    return {
        "head wind turns": above(more, 1.6, 0.07),
        "head wind lifts": above(into[b.APEX_M] / still[b.APEX_M], 1.03, 0.1),
    }


def loses_in_head_wind(t: Trials, disc: Numbers) -> Misses:
    v = _nominal(disc)
    loss = 1 - t.carry(disc, v, wind=HEAD) / t.carry(disc, v)
    apexes = t.row(disc, v, wind=TAIL)[b.APEX_M] / t.row(disc, v)[b.APEX_M]
    return {
        "head wind costs": above(loss, 0.057, 0.005) + below(loss, 0.23, 0.04),
        "tail wind drops": below(apexes, 0.97, 0.1),
    }


def gains_in_tail_wind(t: Trials, disc: Numbers) -> Misses:
    v, launches = _nominal(disc), [float(a) for a in range(5, 24, 2)]
    still, tail = (max(t.carry(disc, v, launch_deg=a, **w) for a in launches) for w in ({}, {"wind": TAIL}))
    gain = tail / still - 1
    return {"tail wind gains": above(gain, 0.004, 0.0015) + below(gain, 0.10, 0.03)}


def is_moved_by_cross_wind(t: Trials, disc: Numbers) -> Misses:
    side = t.row(disc, V7, wind=FROM_RIGHT)[b.CARRY_Y] - t.row(disc, V7)[b.CARRY_Y]
    return {"cross wind moves": above(side, 5.5, 2.0) + below(side, 16.0, 2.0)}


def keeps_into_wind(t: Trials, disc: Numbers) -> Misses:
    """Into 15 mph a disc thrown flat at full power balloons and turns, but keeps half its way if it is
    slow and two thirds if it is fast."""
    kept_10, kept_15, most_right = KEPT_INTO_WIND[disc]
    v = _nominal(disc)
    still, calm, strong = t.carry(disc, v), t.row(disc, v), t.row(disc, v, wind=HEAD_15)
    return {
        "10 mph head wind leaves": above(t.row(disc, v, wind=HEAD)[b.CARRY_X] / still, kept_10, 0.05),
        "15 mph head wind leaves": above(strong[b.CARRY_X] / still, kept_15, 0.025),
        "15 mph head wind turns": below(-strong[b.CARRY_Y] / still, most_right, 0.05),
        "15 mph head wind lifts": above(strong[b.APEX_M] / calm[b.APEX_M], 1.22, 0.02),
    }


def holds_into_wind(t: Trials, disc: Numbers) -> Misses:
    v = _nominal(disc)
    still = t.carry(disc, v)
    limits = zip((10, 15), (HEAD, HEAD_15), MOST_RIGHT_INTO_WIND[disc], strict=True)
    return {
        f"{mph} mph head wind takes right": below(t.row(disc, v, wind=w)[b.MAX_RIGHT_M] / still, most, 0.02)
        for mph, w, most in limits
    }


def holds_thrown_low(t: Trials, disc: Numbers) -> Misses:
    """Thrown low into 15 mph a slow disc keeps four fifths of its way and turns little."""
    still, into = (t.row(disc, _nominal(disc), launch_deg=3.0, **w) for w in ({}, {"wind": HEAD_15}))
    return {
        "low into 15 mph keeps": above(into[b.CARRY_X] / still[b.CARRY_X], 0.82, 0.02),
        "low into 15 mph turns": below(-into[b.CARRY_Y] / into[b.CARRY_X], 0.23, 0.02),
    }


def is_carried_off_a_hyzer(t: Trials, disc: Numbers) -> Misses:
    """15 mph under a hyzer carries it on, not away."""
    calm, blown = (t.row(disc, _nominal(disc), 15.0, **w) for w in ({}, {"wind": FROM_RIGHT_15}))
    added = (blown[b.CARRY_Y] - calm[b.CARRY_Y]) / calm[b.CARRY_X]
    return {"15 mph under a hyzer": above(added, 0.08, 0.05) + below(added, 0.5, 0.1)}


def minds_its_nose(t: Trials, disc: Numbers) -> Misses:
    v = _nominal(disc)
    plain, up, down = (t.row(disc, v, nose_deg=n) for n in (0.0, 5.0, -3.0))
    lost = 1 - t.carry(disc, v, nose_deg=5.0) / t.carry(disc, v)
    return {
        "nose up costs": above(lost, 0.105, 0.005),
        "nose up climbs": above(up[b.APEX_M] / plain[b.APEX_M], 1.28, 0.1),
        "nose down gains little": below(down[b.CARRY_X] / plain[b.CARRY_X], 1.10, 0.05),
    }


def drifts_when_missed(t: Trials, disc: Numbers) -> Misses:
    throw = (disc, V40, -10.0)
    return {
        "missed by 10° drifts": below(t.end(*throw), -0.17, 0.04),
        "missed by 10° stays over": below(t.degrees(b.LANDING_HYZER_RAD, *throw), -5.0, 4.0),
        "missed by 10° falls short": below(t.carry(*throw) / t.carry(disc, V40), 0.92, 0.05),
    }


def holds_when_missed(t: Trials, disc: Numbers) -> Misses:
    throw = (disc, V40, -10.0)
    return {
        "missed by 10° holds": below(abs(t.end(*throw)), 0.085, 0.02),
        "missed by 10° ends on hyzer": above(t.degrees(b.LANDING_HYZER_RAD, *throw), 3.0, 3.0),
        "missed by 10° keeps its distance": above(t.carry(*throw) / t.carry(disc, V40), 0.95, 0.04),
    }


def fades_from_high(t: Trials, disc: Numbers) -> Misses:
    high = (disc, V9, 0.0, 0.0, 20.0)
    return {
        "high flat throw fades": above(t.degrees(b.LANDING_HYZER_RAD, *high), 20.0, 10.0),
        "high flat throw ends left": above(t.end(*high), 0.1, 0.05),
    }


def spikes(t: Trials, disc: Numbers) -> Misses:
    misses = {}
    for launch, unit in ((35.0, 6.0), (40.0, 1.5), (45.0, 0.6)):
        descent = t.degrees(b.DESCENT_RAD, disc, V9, 60.0, 0.0, launch)
        misses[f"spike from {launch:.0f}° is steep"] = above(descent, 50.4, unit)
    return misses


def minds_the_slope(t: Trials, disc: Numbers) -> Misses:
    """Distance gained for each metre of fall, and lost for each metre of rise, on a stock shot."""
    level, low = (t.flight(disc, Release(_nominal(disc)), ground) for ground in (FIELD, LOW_GROUND))
    far = [math.hypot(x.out[b.CARRY_X], x.out[b.CARRY_Y]) for x in (level, low)]
    path = low.path[int(low.path[:, 3].argmax()) :]
    falling = path[path[:, 3] > 0.0]
    order = np.argsort(falling[:, 3])
    at_2 = np.interp(2.0, falling[order, 3], np.hypot(falling[order, 1], falling[order, 2]))
    gain, loss = (far[1] - far[0]) / 5.0, (far[0] - at_2) / 2.0
    return {
        "falling ground gains": above(gain, 2.02, 0.02) + below(gain, 3.9, 0.3),
        "rising ground costs": above(loss, 2.04, 0.04) + below(loss, 3.9, 0.3),
    }


def turns_over_overhead(t: Trials, disc: Numbers) -> Misses:
    release = Release(V9, Throw.RHOH, math.radians(75), 0.0, math.radians(35))
    path = t.flight(disc, release).path
    return {"overhead turns over": above(math.degrees(path[:-1, 4].max()), 96.0, 1.0)}


Behaviour = Callable[[Trials, Numbers], Misses]
SHOWN_BY: tuple[tuple[Behaviour, tuple[Numbers, ...]], ...] = (
    (flips, (FLIP,)),
    (stays_on_hyzer, (STABLE,)),
    (flexes, (STABLE,)),
    (is_too_much_disc, ((13, 5, -1, 3),)),
    (turns_faster, ((7, 5, -1, 1),)),
    (turns_thrown_hard, ((2, 3, 0, 1),)),
    (goes_no_farther, tuple(HARD_THROWN_M)),
    (serves_an_arm, tuple(ARM_OF_345_FT)),
    (turns_in_head_wind, ((9, 5, -2, 2), FLIP, (12, 5, -2, 2))),
    (loses_in_head_wind, (STABLE, (9, 5, -1, 2), (11, 4, 0, 3))),
    (gains_in_tail_wind, ((9, 5, -1, 2), (5, 4, 0, 1), (3, 3, 0, 1))),
    (is_moved_by_cross_wind, (MIDDLE,)),
    (keeps_into_wind, tuple(KEPT_INTO_WIND)),
    (holds_into_wind, tuple(MOST_RIGHT_INTO_WIND)),
    (holds_thrown_low, SLOW),
    (is_carried_off_a_hyzer, ((3, 3, 0, 1), (5, 5, -1, 1), (9, 5, -1, 2))),
    (minds_its_nose, (MIDDLE, (9, 5, -1, 2))),
    (drifts_when_missed, ((2, 3, -2, 0),)),
    (holds_when_missed, ((4, 1, 0, 3),)),
    (fades_from_high, ((9, 5, -1, 2),)),
    (spikes, ((9, 4, 0, 4),)),
    (minds_the_slope, (MIDDLE, (9, 5, -1, 2))),
    (turns_over_overhead, ((9, 4, 0, 4),)),
)


def behaviour_misses(t: Trials, disc: Numbers) -> Misses:
    """Distance of each behaviour of a disc from its limit, zero when shown."""
    misses: Misses = {}
    for behaviour, discs in SHOWN_BY:
        if disc in discs:
            misses |= behaviour(t, disc)
    return misses
