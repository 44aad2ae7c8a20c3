"""Plans held against playing them out from the whole bag: the table of docs/design.md.

Run: python -m scripts.brute_force (half an hour)
"""

from __future__ import annotations

from pathlib import Path

import numpy as np

import ypodrome.demo
from tests.reference.playing import compared, random_scene, scene_with_a_beck
from ypodrome.core.strategy.search import THOROUGH
from ypodrome.interchange.bag_csv import read_bag
from ypodrome.interchange.thrower_json import read_thrower

DEMO = Path(ypodrome.demo.__file__).parent
SETS = {"par 3": (random_scene, 20), "par 4 with a beck": (scene_with_a_beck, 16)}


def main() -> None:
    bag = read_bag((DEMO / "bag.csv").read_bytes())
    thrower = read_thrower((DEMO / "thrower.json").read_bytes())
    print("| scenes | what | mean difference | rms | worst | sampling error |")
    print("|---|---|---|---|---|---|")
    for name, (scene, count) in SETS.items():
        every = [compared(scene(seed), seed, thrower, bag, THOROUGH) for seed in range(count)]
        for what in every[0]:
            said, seen, error = np.array([pairs[what] for pairs in every]).T
            off = said - seen
            print(
                f"| {count} {name} | {what} | {off.mean():+.3f} | {np.sqrt((off**2).mean()):.3f} "
                f"| {off[np.abs(off).argmax()]:+.3f} | {np.sqrt((error**2).mean()):.3f} |", flush=True,
            )  # fmt: skip


if __name__ == "__main__":
    main()
