"""The search: least squares over bands, from a fixed start with seeded restarts."""

from __future__ import annotations

import math
import sys

import numpy as np
from numpy.typing import NDArray
from scipy.optimize import least_squares

from scripts.flight_fit.behaviours import behaviour_misses
from scripts.flight_fit.references import ask_for_references, table
from scripts.flight_fit.trials import Constants, Trials
from ypodrome.core.disc import Disc, aero_row
from ypodrome.core.disc import aero as a
from ypodrome.core.disc.fitted import FITTED
from ypodrome.core.disc.reference_throws import NUMBERS

START: Constants = FITTED
SCALE = {
    "cd": 0.02, "cd_speed": 0.02, "cd_speed2": 0.01, "cd_fade": 0.005, "drag_k": 0.3, "cl0": 0.08,
    "cl0_glide": 0.03, "cl0_speed": 0.05, "cla": 0.5, "cla_glide": 0.1, "cla_speed": 0.3,
    "cm_speed": 0.3, "low": 0.004, "low_turn": 0.004, "low_turn2": 0.001, "low_fade": 0.002,
    "s0": 0.04, "s0_turn": 0.01, "b": 0.05, "b_fade": 0.03, "b_turn": 0.02, "c": 0.5,
    "c_fade": 0.2, "s0_fade": 0.01, "top_fade": 0.02, "s0_speed": 0.02,
    "b_speed": 0.02, "low_speed": 0.002, "top": 0.02, "k_fade": 0.05, "cl0_fade": 0.01, "cla_fade": 0.1,
    "c_speed": 0.3, "c_turn": 0.2, "k_speed": 0.05, "k_glide": 0.05, "cd_glide": 0.004, "s0_glide": 0.03,
    "s0_fade2": 0.01, "low_fade2": 0.0005,
}  # fmt: skip
"""Plausible spread of each constant, the unit of the pull (chosen)."""

LEAST = {a.CD0: (0.03, 0.01), a.DRAG_K: (0.25, 0.05), a.CLA: (1.2, 0.2), a.CM_B: (0.0, 0.05),
         a.CM_C: (0.0, 0.2), a.CM_TOP: (0.0, 0.02)}  # fmt: skip
MOST = {a.CM_B: (1.0, 0.1), a.CM_C: (5.0, 0.5)}
"""Least value of a coefficient on every reference disc, and the unit of falling short of it: drag
positive and rising with the angle of attack, lift too, the moment rising (chosen, to keep the
functions physical at every attitude)."""

PULL, INSIDE, EDGE, PRICE = 0.02, 0.2, 0.93, 12.0
"""Weights: of the pull to the start, of a miss inside its band, where its edge is felt, and what a
half band beyond it costs (chosen, so that every band is met before any is centred)."""


def start_trials() -> Trials:
    """All throws of the fit, asked for but not yet flown."""
    trials = Trials()
    ask_for_references(trials)
    behaviour_misses(trials, START)
    return trials


def residuals(x: NDArray[np.float64], trials: Trials, start: NDArray[np.float64]) -> NDArray[np.float64]:
    f = dict(zip(SCALE, x.tolist(), strict=True))
    trials.fly(f)
    parts = []
    for _, _, misses in table(trials):
        for miss in misses.values():
            parts.append(INSIDE * miss + PRICE * math.copysign(max(0.0, abs(miss) - EDGE), miss))
    parts.extend(behaviour_misses(trials, f).values())
    parts.extend(unphysical(f))
    parts.extend(PULL * (x - start) / np.array(list(SCALE.values())))
    return np.nan_to_num(np.array(parts), nan=50.0, posinf=50.0, neginf=-50.0)


def unphysical(f: Constants) -> list[float]:
    """How far the coefficients of the reference discs fall short of LEAST, in units."""
    rows = np.array([aero_row(Disc("fit", *n), f) for n in NUMBERS])
    return [
        max(0.0, least - value) / unit for column, (least, unit) in LEAST.items() for value in rows[:, column]
    ] + [max(0.0, value - most) / unit for column, (most, unit) in MOST.items() for value in rows[:, column]]


def search(restarts: int, seed: int, start_from: Constants = START) -> tuple[Constants, float]:
    """The best constants found, and their cost."""
    trials = start_trials()
    start = np.array([start_from[k] for k in SCALE])
    scale = np.array(list(SCALE.values()))
    rng = np.random.default_rng(seed)
    best = None
    for attempt in range(restarts):
        jump = 0.0 if best is None else rng.choice([0.03, 0.1, 0.25, 0.6])
        x = (start if best is None else best.x) + jump * rng.standard_normal(len(scale)) * scale
        found = least_squares(residuals, x, x_scale=scale, diff_step=1e-3, max_nfev=45, args=(trials, start))
        if best is None or found.cost < best.cost:
            best = found
            print(f"attempt {attempt}: cost {best.cost:.3f}", file=sys.stderr, flush=True)
    assert best is not None
    return {k: float(f"{v:.5g}") for k, v in zip(SCALE, best.x, strict=True)}, float(best.cost)
