"""The residuals of a fit as Markdown."""

from __future__ import annotations

from scripts.flight_fit.behaviours import behaviour_misses
from scripts.flight_fit.references import DISCS, measures, reference_misses
from scripts.flight_fit.trials import Trials, name
from ypodrome.core.disc.reference_throws import NUMBERS

HEAD = """# Residuals of the flight fit

Written by `make fit`. Misses are in half bands: 1.00 is the edge of the band.

| disc | distance m | right % | back % | apex % | hang s | outside its band |
|---|---|---|---|---|---|---|
"""

BEHAVIOURS = """
Behaviours, as the distance from the limit used in the fit, which stands a little inside
the limit of the trade; 0 is shown. tests/reference/test_trade_behaviours.py has the trade's limits.

| disc | behaviour | miss |
|---|---|---|
"""


def residual_tables(trials: Trials) -> str:
    """Both tables, for the constants that the trials have been flown with."""
    rows = []
    for numbers in NUMBERS:
        found, misses = measures(trials, numbers), reference_misses(trials, numbers)
        outside = ", ".join(f"{k} {v:+.2f}" for k, v in misses.items() if abs(v) > 1)
        rows.append(
            f"| {name(numbers)} | {found['distance_m']:.1f} | {100 * found['right']:.1f}"
            f" | {100 * found['back']:.1f} | {100 * found['apex']:.1f} | {found['hang_s']:.2f}"
            f" | {outside} |\n"
        )
    shown = [
        f"| {name(numbers)} | {behaviour} | {miss:.2f} |\n"
        for numbers in DISCS
        for behaviour, miss in behaviour_misses(trials, numbers).items()
    ]
    return HEAD + "".join(rows) + BEHAVIOURS + "".join(shown)
