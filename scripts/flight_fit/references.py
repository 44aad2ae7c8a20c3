"""Reference throws flown with a set of constants, in half bands from their targets."""

from __future__ import annotations

import math

from scripts.flight_fit.trials import Numbers, Trials
from ypodrome.core.disc.aero import nominal_speed_m_s
from ypodrome.core.disc.reference_throws import NUMBERS, Target, targets
from ypodrome.core.flight import batch as b

WIDER = (
    (1, 2, 0, 1), (1, 3, -1, 0), (2, 2, 0, 2), (2, 5, -2, 0), (2, 3, 1, 2), (3, 2, 0, 3), (3, 5, -1, 0),
    (3, 3, -2, 1), (4, 3, 0, 2), (4, 2, 0, 4), (4, 5, -2, 0), (5, 3, 0, 4), (5, 4, 0, 2), (5, 6, -2, 0),
    (5, 5, -4, 0), (6, 4, 0, 2), (6, 3, 0, 4), (6, 5, -4, 0), (7, 4, 0, 4), (7, 3, 1, 4), (7, 6, -1, 1),
    (7, 5, -2, 1), (7, 5, -4, 1), (8, 4, 0, 3), (8, 6, -3, 1), (9, 3, 0, 5), (9, 5, 0, 2), (9, 5, -2, 1),
    (9, 6, -2, 1), (10, 5, 0, 2), (10, 6, -2, 2), (10, 3, 0, 5), (11, 6, -3, 1), (11, 5, 0, 3),
    (11, 4, 0, 4), (12, 6, -2, 2), (12, 4, 0, 4), (12, 5, 0, 3), (13, 5, -3, 1), (13, 4, 0, 4),
    (14, 5, -1, 3), (14, 5, -2, 2), (15, 5, -1, 3), (15, 5, -3, 2),
    (3, 3, 0, 1), (5, 4, 0, 1), (9, 5, -2, 2), (12, 5, -2, 2), (2, 3, -2, 0),
)  # fmt: skip
"""More flight numbers in use, held less tightly: they keep the mapping sane between and beyond the
reference discs."""

DISCS: tuple[Numbers, ...] = (*NUMBERS, *WIDER)
TARGETS: dict[Numbers, dict[str, Target]] = {n: targets(n) for n in DISCS}


def measures(t: Trials, numbers: Numbers) -> dict[str, float]:
    """What the reference table speaks of, of a disc's reference throw."""
    out = t.row(numbers, nominal_speed_m_s(numbers[0]))
    distance = math.hypot(out[b.CARRY_X], out[b.CARRY_Y])
    return {
        "distance_m": distance,
        "right": out[b.MAX_RIGHT_M] / distance,
        "back": (out[b.CARRY_Y] + out[b.MAX_RIGHT_M]) / distance,
        "apex": out[b.APEX_M] / distance,
        "hang_s": out[b.HANG_S],
    }


def reference_misses(t: Trials, numbers: Numbers) -> dict[str, float]:
    """Its distances from the targets, in half bands."""
    found, wanted = measures(t, numbers), TARGETS[numbers]
    return {name: wanted[name].miss(found[name]) for name in wanted}
