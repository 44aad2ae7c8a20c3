"""The family of plausible discs: six free quantities in prior standard deviations → bodies.

The forms are in `disc.body`. Bounds are soft: identity in the middle, never beyond. The induced-drag bound
drag_k >= lift_slope² / (π AR), AR = 4/π of a round wing, holds by construction.
"""

from __future__ import annotations

import math
from typing import Any

import numpy as np
from numpy.typing import NDArray

from ypodrome.core.compiled import plain
from ypodrome.core.design.priors import PRIORS
from ypodrome.core.disc.body import BODY
from ypodrome.core.disc.shape import (
    BROADSIDE_CD,
    DIAMETER_M,
    DISC_RADIUS_M,
    RADIUS_OF_GYRATION,
    SPIN_DECAY_1_S,
)
from ypodrome.core.flight.forces import FALL_SIN, ramp
from ypodrome.core.units import KG_PER_G

FREE = ("drag_0", "lift_0", "lift_slope", "turn_moment", "moment_rise", "kink_deg")
"""What is free in a disc; `turn_moment` is C_M / cos α at TURN_DEG, where a disc turns."""

TURN_DEG = 3.0
BOUNDS = {
    "drag_0": (0.035, 0.11),
    "lift_0": (0.05, 0.25),
    "lift_slope": (1.95, 2.9),
    "turn_moment": (-0.06, 0.06),
    "moment_slope": (0.02, 0.5),
    "moment_rise": (-0.10, 0.90),
    "kink_deg": (4.0, 18.0),
}
"""What is physical: drag, lift and moment of golf discs as measured (Kamaruddin 2011) with some room."""

SPAN_EFFICIENCY = 0.9
"""Of the induced drag of a round wing (chosen: 1 would be the bound itself)."""

TOP_SHARE = 1.0
"""Share of its rise that the moment loses beyond TOP_SIN (chosen with it)."""

MOMENT_FALL = 1.0
"""Fall of the moment with the top to the wind (chosen: overhead throws turn onto their back in the air)."""


ramps = np.vectorize(plain(ramp), otypes=[float])
"""`forces.ramp` of arrays."""


def rounded(x: NDArray[np.float64], of: str) -> NDArray[np.float64]:
    """Values held within their bounds: monotone, identity in the middle, never beyond."""
    low, high = BOUNDS[of]
    middle, half = 0.5 * (low + high), 0.5 * (high - low)
    u = (x - middle) / half
    return middle + half * u / (1.0 + np.abs(u) ** 6) ** (1.0 / 6.0)


def prior_means(numbers: NDArray[np.float64]) -> NDArray[np.float64]:
    """Prior means [n, 6] of FREE for numbers [n, 4+]; drag as its logarithm."""
    speed, glide, turn, fade = numbers[:, :4].T
    terms = (np.ones_like(speed), speed - 7.0, glide - 4.5, turn + 1.0, fade - 2.0)
    table = np.array([PRIORS[name][:5] for name in FREE])
    # summed term by term: a matrix product rounds by the number of its rows
    return np.asarray(sum(t[:, None] * column for t, column in zip(terms, table.T, strict=True)))


def prior_sds() -> NDArray[np.float64]:
    """Prior standard deviations [6] of FREE; of the logarithm of drag."""
    return np.array([PRIORS[name][5] for name in FREE])


def free_values(numbers: NDArray[np.float64], z: NDArray[np.float64]) -> dict[str, NDArray[np.float64]]:
    """FREE for numbers [n, 4+] at z [n, 6] prior standard deviations from their means, within bounds."""
    raw = prior_means(numbers) + prior_sds() * z
    raw[:, 0] = np.exp(raw[:, 0])
    return {name: rounded(raw[:, k], name) for k, name in enumerate(FREE)}


def bodies_at(numbers: NDArray[np.float64], z: NDArray[np.float64]) -> NDArray[Any]:
    """BODY records [n] for numbers [n, 5] (weight last) at z [n, 6]; grip is left at 1."""
    v = free_values(numbers, z)
    turn, fade = numbers[:, 2], numbers[:, 3]
    body = np.zeros(len(numbers), BODY)
    body["mass_kg"] = numbers[:, 4] * KG_PER_G
    body["area_m2"] = math.pi * DISC_RADIUS_M**2
    body["diameter_m"] = DIAMETER_M
    body["inertia_kg_m2"] = body["mass_kg"] * (RADIUS_OF_GYRATION * DISC_RADIUS_M) ** 2
    body["spin_decay_1_s"], body["grip"] = SPIN_DECAY_1_S, 1.0
    for name in ("drag_0", "lift_0", "lift_slope", "moment_rise"):
        body[name] = v[name]
    body["drag_k"] = v["lift_slope"] ** 2 / (4.0 * SPAN_EFFICIENCY)
    body["drag_k4"] = BROADSIDE_CD - body["drag_0"] - body["drag_k"]
    body["drag_sin0"] = -v["lift_0"] / v["lift_slope"]
    body["drag_cos0"] = np.sqrt(1.0 - body["drag_sin0"] ** 2)
    base, per_fade, per_turn = PRIORS["moment_slope"]
    slope = rounded(base + per_fade * (fade - 2.0) + per_turn * (turn + 1.0), "moment_slope")
    kink, at = np.sin(np.radians(v["kink_deg"])), math.sin(math.radians(TURN_DEG))
    body["moment_slope"], body["kink_sin"], body["moment_fall"] = slope, kink, MOMENT_FALL
    body["moment_top"] = TOP_SHARE * (slope + v["moment_rise"])
    body["moment_0"] = (
        v["turn_moment"] - slope * at - v["moment_rise"] * ramps(at - kink)
        + MOMENT_FALL * plain(ramp)(-at - FALL_SIN)
    )  # fmt: skip
    return body
