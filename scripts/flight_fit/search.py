"""The search: least squares over bands, from a fixed start with seeded restarts."""

from __future__ import annotations

import math
import sys

import numpy as np
from numpy.typing import NDArray
from scipy.optimize import least_squares

from scripts.flight_fit.behaviours import behaviour_misses
from scripts.flight_fit.references import WIDER, ask_for_references, table
from scripts.flight_fit.trials import Constants, Trials
from ypodrome.core.disc.aero import LIMITS, TERMS, number_terms
from ypodrome.core.disc.fitted import FITTED
from ypodrome.core.disc.reference_throws import NUMBERS

SCALE = {"cd0": 0.01, "drag_k": 0.1, "cl0": 0.03, "cla": 0.3, "cm_low": 0.004, "cm_s0": 0.04, "cm_b": 0.1,
         "cm_c": 0.5, "cm_top": 0.02}  # fmt: skip
"""Plausible spread of each coefficient over discs, the unit of the search (chosen)."""

JUMPS = np.array([1.0, *[0.5] * 4, *[0.3] * 10])
"""How far a restart may throw each term's constants, in SCALE (chosen: less for products)."""

PULL, INSIDE, EDGE, PRICE, SLACK = 0.01, 0.2, 0.93, 18.0, 3.0
"""Weights: of the pull to the start, of a miss inside its band, where its edge is felt, what a half
band beyond it costs, and a SCALE beyond a coefficient's limits (chosen, so that every band is met
before any is centred)."""

WIDE_EDGE, WIDE_PRICE = 1.5, 2.0
"""Half bands at which the wider discs feel their edge, and what each beyond it costs (chosen)."""

UNIT = np.repeat(np.array(list(SCALE.values()))[:, None], TERMS, axis=1)
REFERENCE_TERMS = np.array([number_terms(n) for n in (*NUMBERS, *WIDER)])


def start_trials() -> Trials:
    """All throws of the fit, asked for but not yet flown."""
    trials = Trials()
    ask_for_references(trials, (*NUMBERS, *WIDER))
    behaviour_misses(trials, FITTED)
    return trials


def constants_of(x: NDArray[np.float64]) -> Constants:
    """Search coordinates as constants by coefficient."""
    table_ = x.reshape(UNIT.shape) * UNIT
    return dict(zip(SCALE, table_.tolist(), strict=True))


def coordinates_of(f: Constants) -> NDArray[np.float64]:
    """Constants as search coordinates."""
    coordinates: NDArray[np.float64] = (np.array([f[name] for name in SCALE]) / UNIT).ravel()
    return coordinates


def beyond_limits(f: Constants) -> list[float]:
    """How far the coefficients of the reference discs lie outside their limits."""
    misses: list[float] = []
    for name, (least, most) in LIMITS.items():
        values = REFERENCE_TERMS @ np.array(f[name])
        off = np.maximum(0.0, least - values) + np.maximum(0.0, values - most)
        misses.extend(SLACK * off / SCALE[name])
    return misses


def residuals(x: NDArray[np.float64], trials: Trials, start: NDArray[np.float64]) -> NDArray[np.float64]:
    f = constants_of(x)
    trials.fly(f)
    parts: list[float] = []
    for _, _, misses in table(trials):
        for miss in misses.values():
            parts.append(INSIDE * miss + PRICE * math.copysign(max(0.0, abs(miss) - EDGE), miss))
    for _, _, misses in table(trials, WIDER):
        for miss in misses.values():
            parts.append(WIDE_PRICE * max(0.0, abs(miss) - WIDE_EDGE))
    parts.extend(behaviour_misses(trials, f).values())
    parts.extend(beyond_limits(f))
    parts.extend(PULL * (x - start))
    return np.nan_to_num(np.array(parts), nan=50.0, posinf=50.0, neginf=-50.0)


def search(restarts: int, seed: int) -> tuple[Constants, float]:
    """The best constants found from those in use and around them, and their cost."""
    trials = start_trials()
    rng = np.random.default_rng(seed)
    best = None
    for attempt in range(restarts):
        x = coordinates_of(FITTED) if best is None else best.x
        if best is not None:
            jump = rng.choice([0.02, 0.04, 0.08, 0.15, 0.4]) * rng.standard_normal(UNIT.shape) * JUMPS
            x = x + jump.ravel()
        found = least_squares(residuals, x, diff_step=2e-3, max_nfev=25, args=(trials, x))
        if best is None or found.cost < best.cost:
            best = found
            print(f"attempt {attempt}: cost {best.cost:.3f}", file=sys.stderr, flush=True)
    assert best is not None
    rounded = {k: [float(f"{v:.5g}") for v in row] for k, row in constants_of(best.x).items()}
    return rounded, float(best.cost)
