"""Fit the constants of the flight-number mapping; write them, the residuals and the plots.

Run: python -m scripts.flight_fit            refit, write ypodrome/core/disc/fitted.py
     python -m scripts.flight_fit --report   write docs/flight-residuals.md and docs/plots for the
                                             constants in use
"""

from __future__ import annotations

import sys
from pathlib import Path

from scripts.flight_fit.plots import draw_plots
from scripts.flight_fit.report import residual_tables
from scripts.flight_fit.search import search, start_trials
from scripts.flight_fit.trials import Constants
from ypodrome.core.disc.fitted import FITTED

ROOT = Path(__file__).parent.parent.parent
FITTED_FILE = ROOT / "ypodrome/core/disc/fitted.py"
RESIDUALS = ROOT / "docs/flight-residuals.md"
RESTARTS, SEED = 14, 1


def write_constants(fitted: Constants) -> None:
    rows = "".join(f'    "{name}": [\n{_lines(row)}    ],\n' for name, row in fitted.items())
    head = FITTED_FILE.read_text().split("FITTED")[0]
    FITTED_FILE.write_text(f"{head}FITTED = {{\n{rows}}}  # fmt: skip\n")


def _lines(values: list[float]) -> str:
    lines = (values[k : k + 5] for k in range(0, len(values), 5))
    return "".join(f"        {', '.join(map(repr, line))},\n" for line in lines)


def main() -> None:
    if "--report" not in sys.argv:
        fitted, cost = search(RESTARTS, SEED)
        write_constants(fitted)
        print(f"cost {cost:.3f}; run again with --report")
        return
    trials = start_trials()
    trials.fly(FITTED)
    RESIDUALS.write_text(residual_tables(trials, FITTED))
    draw_plots(trials, ROOT / "docs/plots")


if __name__ == "__main__":
    main()
