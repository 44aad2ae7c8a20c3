"""Plans held against playing them out from the whole bag: the table of docs/design.md, and which of their
figures miss what is asked.

Run: python -m scripts.brute_force (twenty to thirty minutes by two cores)
"""

from __future__ import annotations

import functools
import multiprocessing
import os
from pathlib import Path

import numpy as np

import ypodrome.demo
from tests.reference.playing import compared, random_scene, scene_with_a_beck
from ypodrome.core.flight.cores import with_cores
from ypodrome.core.strategy.search import THOROUGH
from ypodrome.interchange.bag_csv import read_bag
from ypodrome.interchange.thrower_json import read_thrower

DEMO = Path(ypodrome.demo.__file__).parent
SETS = {"par 3": (random_scene, 20), "par 4 with a beck": (scene_with_a_beck, 16)}
PLAYERS = 10_000
ASKED_SHARE, ASKED_THROWS = 0.03, 0.05


def main() -> None:
    print("| scenes | what | mean difference | rms | worst | sampling error |")
    print("|---|---|---|---|---|---|")
    missed = []
    with multiprocessing.get_context("spawn").Pool(os.cpu_count()) as pool:
        for name, (_, count) in SETS.items():
            every = pool.map(functools.partial(_played, name), range(count), chunksize=1)
            for what in every[0]:
                said, seen, error = np.array([pairs[what] for pairs in every]).T
                off = said - seen
                print(
                    f"| {count} {name} | {what} | {off.mean():+.3f} | {np.sqrt((off**2).mean()):.3f} "
                    f"| {off[np.abs(off).argmax()]:+.3f} | {np.sqrt((error**2).mean()):.3f} |", flush=True,
                )  # fmt: skip
                asked = ASKED_THROWS if what == "expected" else ASKED_SHARE
                missed += [f"{name} {k}: {what} {off[k]:+.3f}" for k in np.flatnonzero(np.abs(off) > asked)]
    print(f"More than {ASKED_SHARE} of a chance or {ASKED_THROWS} of a throw off: {missed or 'none'}")


def _played(name: str, seed: int) -> dict[str, tuple[float, float, float]]:
    bag = read_bag((DEMO / "bag.csv").read_bytes())
    thrower = read_thrower((DEMO / "thrower.json").read_bytes())
    scene = SETS[name][0](seed)
    return with_cores(1, compared, scene, seed, thrower, bag, THOROUGH, PLAYERS)


if __name__ == "__main__":
    main()
