"""Fit the constants of the flight-number mapping; write them, the residuals and the plots.

Run: python -m scripts.flight_fit            refit, write ypodrome/core/disc/fitted.py
     python -m scripts.flight_fit --report   write docs/flight-residuals.md and docs/plots for the
                                             constants in use
"""

from __future__ import annotations

import sys
from pathlib import Path

import numpy as np

from scripts.flight_fit.plots import draw_plots
from scripts.flight_fit.report import residual_tables
from scripts.flight_fit.search import UNIT, Fit
from ypodrome.core.disc.aero import FITTED_COLUMNS
from ypodrome.core.disc.fitted import FITTED

ROOT = Path(__file__).parent.parent.parent
FITTED_FILE = ROOT / "ypodrome/core/disc/fitted.py"
RESIDUALS = ROOT / "docs/flight-residuals.md"
RESTARTS, SEED = 14, 1


def fit_in_use() -> Fit:
    """The discs of the fit, flown with the constants in use."""
    return Fit(np.array([FITTED[name] for name in FITTED_COLUMNS]) / UNIT[:, None])


def write_constants(mapping: np.ndarray) -> None:
    """Write constants [coefficients, TERMS], in SCALE, to five figures."""
    rounded = [[float(f"{v:.5g}") for v in row] for row in (mapping * UNIT[:, None]).tolist()]
    rows = "".join(f'    "{n}": [\n{_lines(r)}    ],\n' for n, r in zip(FITTED_COLUMNS, rounded, strict=True))
    head = FITTED_FILE.read_text().split("FITTED")[0]
    FITTED_FILE.write_text(f"{head}FITTED = {{\n{rows}}}  # fmt: skip\n")


def _lines(values: list[float]) -> str:
    lines = (values[k : k + 5] for k in range(0, len(values), 5))
    return "".join(f"        {', '.join(map(repr, line))},\n" for line in lines)


def main() -> None:
    fit = fit_in_use()
    if "--report" not in sys.argv:
        fit.draw_together(SEED)
        cost = fit.fit_all(RESTARTS, SEED)
        write_constants(fit.mapping)
        print(f"cost {cost:.3f}; run again with --report")
        return
    RESIDUALS.write_text(residual_tables(fit.trials))
    draw_plots(fit.trials, ROOT / "docs/plots")


if __name__ == "__main__":
    main()
