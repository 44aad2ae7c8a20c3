"""The search for the constants of the mapping: least squares over bands.

First every disc is fitted by itself, and the coefficients so found are drawn together with growing
force onto one mapping from flight numbers (apart, then together: a mapping fitted to all discs from the
start is caught in a valley where some of them fly wrong). Then the constants of the mapping are fitted to
all discs at once, with seeded restarts.
"""

from __future__ import annotations

import math
import sys

import numpy as np
from numpy.typing import NDArray
from scipy.optimize import least_squares

from scripts.flight_fit.behaviours import behaviour_misses
from scripts.flight_fit.references import DISCS, reference_misses
from scripts.flight_fit.trials import DiscTrials, Numbers, Trials
from ypodrome.core.disc import Disc
from ypodrome.core.disc.aero import FITTED_COLUMNS, LIMITS, TERMS, number_terms, row_with
from ypodrome.core.disc.reference_throws import NUMBERS

SCALE = {"cd0": 0.01, "drag_k": 0.1, "cl0": 0.03, "cla": 0.3, "cm_low": 0.004, "cm_s0": 0.04, "cm_b": 0.1,
         "cm_c": 0.5, "cm_top": 0.02, "cm_spin": 0.03}  # fmt: skip
"""Plausible spread of each coefficient over discs, the unit of the search (chosen)."""

INSIDE, EDGE, PRICE, SLACK, PULL = 0.2, 0.93, 18.0, 3.0, 0.01
"""Weights: of a miss inside its band, where its edge is felt, what a half band beyond it costs, a SCALE
beyond a coefficient's limits, and of the pull to the start (chosen, so that every band is met before any
is centred)."""

WIDE_EDGE, WIDE_PRICE = 1.5, 2.0
"""Half bands at which the wider discs feel their edge, and what each beyond it costs (chosen)."""

FORCES = np.geomspace(0.3, 200.0, 60)
"""Growing force, per SCALE, that draws the discs onto the mapping (chosen)."""

TRIES, TRIED_FORCES, ASIDE = 6, 3, (0.2, 0.5, 1.0)
"""Starts of a disc under each of the first forces, and how far aside the others begin, in SCALE (chosen)."""

REFERENCE_WEIGHT = 2.0
"""Of a reference disc against a wider one when the mapping is drawn through both (chosen)."""

JUMPS = np.array([1.0, *[0.5] * 4, *[0.3] * (TERMS - 5)])
JUMP_SIZES = (0.02, 0.05, 0.1, 0.2, 0.4)
"""How far a restart may throw each term's constants, in SCALE (chosen: less for products)."""

STEP = 0.002
"""Of the differences, in SCALE."""

UNIT = np.array([SCALE[name] for name in FITTED_COLUMNS])
LEAST, MOST = np.array([LIMITS[name] for name in FITTED_COLUMNS]).T / UNIT
TERMS_OF = np.array([number_terms(n) for n in DISCS])


class Fit:
    """All discs of the fit, and what they miss when they fly with given coefficients, in SCALE."""

    def __init__(self, mapping: NDArray[np.float64]) -> None:
        """`mapping` [coefficients, TERMS] is where the search starts, in SCALE."""
        self.mapping = mapping
        self.trials = Trials()
        for disc, x in zip(DISCS, TERMS_OF @ mapping.T, strict=True):
            self.trials.of[disc] = DiscTrials(self.row(disc, x))
        for disc in DISCS:
            self.weighed(disc)  # asks for the throws
        self.fly_all(mapping)

    def row(self, disc: Numbers, x: NDArray[np.float64]) -> NDArray[np.float64]:
        """Aerodynamic row of a disc with these coefficients, held within their limits."""
        return row_with(Disc("fit", *disc), np.clip(x, LEAST, MOST) * UNIT)

    def fly_all(self, mapping: NDArray[np.float64]) -> None:
        """Fly every disc with the mapping's coefficients."""
        for disc, x in zip(DISCS, TERMS_OF @ mapping.T, strict=True):
            self.trials.of[disc].fly(self.row(disc, x))

    def weighed(self, disc: Numbers) -> list[float]:
        """Misses of a disc as it last flew, at their price."""
        misses = reference_misses(self.trials, disc).values()
        if disc in NUMBERS:
            parts = [INSIDE * m + PRICE * math.copysign(max(0.0, abs(m) - EDGE), m) for m in misses]
        else:
            parts = [WIDE_PRICE * max(0.0, abs(m) - WIDE_EDGE) for m in misses]
        return [*parts, *behaviour_misses(self.trials, disc).values()]

    def residuals(self, disc: Numbers, x: NDArray[np.float64]) -> NDArray[np.float64]:
        """Misses of a disc with these coefficients, and how far they lie outside their limits."""
        self.trials.of[disc].fly(self.row(disc, x))
        off = np.maximum(0.0, LEAST - x) + np.maximum(0.0, x - MOST)
        return np.nan_to_num(np.concatenate([self.weighed(disc), SLACK * off]), nan=50.0, posinf=50.0)

    def by_itself(
        self, disc: Numbers, starts: list[NDArray[np.float64]], drawn_to: NDArray, force: float
    ) -> NDArray[np.float64]:
        """The best coefficients of one disc under a force to the mapping's, from any of the starts."""

        def pulled(x: NDArray[np.float64]) -> NDArray[np.float64]:
            return np.concatenate([self.residuals(disc, x), force * (x - drawn_to)])

        found = [least_squares(pulled, x, diff_step=2e-3, max_nfev=30) for x in starts]
        best = np.asarray(min(found, key=lambda f: f.cost).x)
        self.residuals(disc, best)
        return best

    def draw_together(self, seed: int) -> None:
        """Fit disc by disc, and the mapping through them, with growing force."""
        rng = np.random.default_rng(seed)
        weight = np.array([REFERENCE_WEIGHT if n in NUMBERS else 1.0 for n in DISCS])[:, None]
        apart = TERMS_OF @ self.mapping.T
        for k, force in enumerate(FORCES):
            mapped = TERMS_OF @ self.mapping.T
            found = []
            for disc, x, drawn_to in zip(DISCS, apart, mapped, strict=True):
                more = TRIES - 1 if k < TRIED_FORCES else 0
                aside = (x + rng.choice(ASIDE) * rng.standard_normal(len(x)) for _ in range(more))
                found.append(self.by_itself(disc, [x, *aside], drawn_to, force))
            apart = np.array(found)
            self.mapping = np.linalg.lstsq(weight * TERMS_OF, weight * apart, rcond=None)[0].T

    def joint(self, c: NDArray[np.float64], start: NDArray[np.float64]) -> NDArray[np.float64]:
        """Misses of all discs with the constants `c` [flat], and the pull to the start."""
        xs = TERMS_OF @ c.reshape(-1, TERMS).T
        return np.concatenate(
            [*(self.residuals(n, x) for n, x in zip(DISCS, xs, strict=True)), PULL * (c - start)]
        )

    def slopes(self, c: NDArray[np.float64], _start: NDArray[np.float64]) -> NDArray[np.float64]:
        """Slopes of `joint` by each constant: of each disc's misses by its own coefficients, and of
        those by the constants, which are linear."""
        blocks = []
        self.fly_all(c.reshape(-1, TERMS))
        for disc, terms in zip(DISCS, TERMS_OF, strict=True):
            x = c.reshape(-1, TERMS) @ terms
            base = self.residuals(disc, x)
            moved = (self.residuals(disc, x + STEP * e) for e in np.eye(len(UNIT)))
            by_coefficient = np.array([(m - base) / STEP for m in moved]).T
            blocks.append((by_coefficient[:, :, None] * terms).reshape(len(base), -1))
            self.residuals(disc, x)
        return np.concatenate([*blocks, PULL * np.eye(len(c))])

    def fit_all(self, restarts: int, seed: int) -> float:
        """Fit the constants to all discs at once; returns the cost."""
        rng = np.random.default_rng(seed)
        best = None
        for attempt in range(restarts):
            c = self.mapping.ravel()
            if best is not None:
                jump = rng.choice(JUMP_SIZES) * rng.standard_normal(self.mapping.shape) * JUMPS
                c = c + jump.ravel()
            found = least_squares(self.joint, c, jac=self.slopes, max_nfev=40, args=(c,))
            if best is None or found.cost < best:
                best, self.mapping = float(found.cost), found.x.reshape(-1, TERMS)
                print(f"attempt {attempt}: cost {best:.3f}", file=sys.stderr, flush=True)
        self.fly_all(self.mapping)
        assert best is not None
        return best
