"""Find the priors of the family: solve many discs, see what they came to, make that the prior, and again.

Empirical Bayes, a few rounds, half a minute: python -m scripts.flight_fit [rounds]
Writes ypodrome/core/design/priors.py; docs and plots are made by `scripts.flight_fit.report`.
"""

from __future__ import annotations

import math
import sys
from pathlib import Path

import numpy as np
from numpy.typing import NDArray

from scripts.flight_fit.judge import with_weight
from scripts.flight_fit.sets import drawn
from ypodrome.core.design import family, priors, solver
from ypodrome.core.design.trials import Trials

SEED, SETS, ROUNDS, BLEND = 4, 240, 8, 0.7
USES = {
    "drag_0": (0, 1), "lift_0": (0, 2), "lift_slope": (0, 1, 2),
    "turn_moment": (0, 3, 4), "moment_rise": (0, 3, 4), "kink_deg": (0, 3, 4),
}  # fmt: skip
"""Which of 1, speed, glide, turn and fade the mean of each free quantity leans on (chosen: the fewest with
which no class of discs is pulled off)."""


def robust_line(x: NDArray[np.float64], y: NDArray[np.float64]) -> NDArray[np.float64]:
    """Least squares with far points held down (Huber)."""
    line = np.linalg.lstsq(x, y, rcond=None)[0]
    off = np.abs(y - x @ line)
    weight = 1.0 / np.maximum(1.0, off / (1.5 * np.median(off) + 1e-9))
    return np.linalg.lstsq(x * weight[:, None], y * weight, rcond=None)[0]


def renewed(numbers: NDArray[np.float64], z: NDArray[np.float64]) -> dict[str, tuple[float, ...]]:
    """The priors moved towards what the solved discs came to."""
    speed, glide, turn, fade = numbers[:, :4].T
    terms = np.stack([np.ones_like(speed), speed - 7, glide - 4.5, turn + 1, fade - 2], axis=1)
    new = dict(priors.PRIORS)
    for name, value in family.free_values(numbers, z).items():
        uses = list(USES[name])
        line = np.zeros(5)
        line[uses] = robust_line(terms[:, uses], np.log(value) if name == "drag_0" else value)
        old = np.array(new[name])
        new[name] = (*((1 - BLEND) * old[:5] + BLEND * line).tolist(), float(old[5]))
    return new


def write(found: dict[str, tuple[float, ...]]) -> None:
    """Put the priors where the product reads them."""
    path = Path(priors.__file__)
    head = path.read_text().split("PRIORS", 1)[0]

    def figure(x: float) -> str:
        return f"{x:.{max(2, 5 - math.floor(math.log10(abs(x))) - 1)}f}".rstrip("0") if x else "0.0"

    rows = [f'    "{name}": ({", ".join(map(figure, values))}),' for name, values in found.items()]
    path.write_text(head + "PRIORS: dict[str, tuple[float, ...]] = {\n" + "\n".join(rows) + "\n}\n")


def main() -> None:
    numbers = with_weight(drawn(SETS, SEED))
    for turn in range(int(sys.argv[1]) if len(sys.argv) > 1 else ROUNDS):
        solver.forget()
        z = solver.solved(numbers)
        misses = Trials(numbers).misses(z)
        cost = (misses**2).sum(axis=1)
        print(f"round {turn}: cost mean {cost.mean():.2f}, worst {cost.max():.1f}; by term",
              (misses**2).mean(axis=0).round(2), flush=True)  # fmt: skip
        priors.PRIORS.update(renewed(numbers, z))
    write(priors.PRIORS)


if __name__ == "__main__":
    main()
