"""Write docs/flight-residuals.md and the plots: how many discs of a fresh draw do what is asked of them.

Run: python -m scripts.flight_fit.report [seed]
"""

from __future__ import annotations

import sys
from pathlib import Path

import numpy as np

from scripts.flight_fit.judge import Bench, back, carry, in_bands, judged, share
from scripts.flight_fit.plots import draw_plots
from scripts.flight_fit.sets import drawn
from ypodrome.core.design.reference import bands

SETS, SEED = 400, 31337
HEAD = """# What solved discs do

Written by `make fit`, over {n} number sets drawn by rule with seed {seed}, half of them with half steps; the
priors never saw them. A check is about the discs of its class. What is asked for, and why some of it
conflicts, is in [flight-model.md](flight-model.md).

All six bands at once are met by {all:.0%}; one band is missed by more than its own width by {far:.0%}.

| check | discs | do it |
|---|---|---|
"""


def main() -> None:
    """Judge a fresh draw and write what it does."""
    seed = int(sys.argv[1]) if len(sys.argv) > 1 else SEED
    bench = Bench(drawn(SETS, seed))
    in_all = np.all([does for _, does in in_bands(bench).values()], axis=0)
    lines = []
    for name, check in judged(bench).items():
        met, about = share(check)
        lines.append(f"| {name} | {about} | {100 * met:.1f} % |")
    head = HEAD.format(n=SETS, seed=seed, all=in_all.mean(), far=_far(bench))
    Path("docs/flight-residuals.md").write_text(head + "\n".join(lines) + "\n")
    draw_plots(Path("docs/plots"))


def _far(bench: Bench) -> float:
    """Share of discs that miss distance, right or back by more than the band is wide."""
    f, wanted = bench.throw(), bands(bench.numbers)
    measured = {"distance_m": carry(f), "right": f.max_right_m / carry(f), "back": back(f)}
    far = np.zeros(len(bench.numbers), bool)
    for name, value in measured.items():
        low, high = wanted[name]
        half = np.where(np.isfinite(low), 0.5 * (high - low), 0.04)
        far |= (value > high + half) | (value < low - half)
    return float(far.mean())


if __name__ == "__main__":
    main()
