"""Reference throws flown with a set of constants, in half bands from their targets."""

from __future__ import annotations

import math

from scripts.flight_fit.trials import Numbers, Trials
from ypodrome.core.disc.aero import nominal_speed_m_s
from ypodrome.core.disc.reference_throws import NUMBERS, Target, targets
from ypodrome.core.flight import batch as b

TARGETS: dict[Numbers, dict[str, Target]] = {n: targets(n) for n in NUMBERS}


def ask_for_references(trials: Trials) -> list[int]:
    """Places of the reference throws in the results."""
    return [trials.ask(n, nominal_speed_m_s(n[0])) for n in NUMBERS]


def measures(out) -> dict[str, float]:
    """What the reference table speaks of, from one result."""
    distance = math.hypot(out[b.CARRY_X], out[b.CARRY_Y])
    return {
        "distance_m": distance,
        "right": out[b.MAX_RIGHT_M] / distance,
        "back": (out[b.CARRY_Y] + out[b.MAX_RIGHT_M]) / distance,
        "apex": out[b.APEX_M] / distance,
        "hang_s": out[b.HANG_S],
    }


def table(trials: Trials) -> list[tuple[Numbers, dict[str, float], dict[str, float]]]:
    """For every reference disc: numbers, measures, misses in half bands."""
    rows = []
    for numbers, place in zip(NUMBERS, ask_for_references(trials), strict=True):
        found = measures(trials.out[place])
        wanted = TARGETS[numbers]
        rows.append((numbers, found, {k: wanted[k].miss(found[k]) for k in wanted}))
    return rows
