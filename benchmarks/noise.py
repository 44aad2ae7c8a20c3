"""How much a cloud's expected score wanders from seed to seed: Sobol draws against plain ones.

Run: python -m benchmarks.noise
"""

from __future__ import annotations

from dataclasses import replace
from unittest.mock import patch

import numpy as np

from tests.conftest import DEMO
from ypodrome.core.air import Wind
from ypodrome.core.flight.simulate import Air
from ypodrome.core.hole.scene import scene_for
from ypodrome.core.strategy.again import arsenal_of, released
from ypodrome.core.strategy.ground_value import GroundValue
from ypodrome.core.strategy.plan import plan_hole
from ypodrome.core.strategy.search import judge
from ypodrome.core.strategy.situation import Situation
from ypodrome.core.thrower.spread import standard_draws
from ypodrome.interchange.bag_csv import read_bag
from ypodrome.interchange.course_geojson import read_course
from ypodrome.interchange.thrower_json import read_thrower

SEEDS = range(1, 41)


def plain_draws(n: int, seed: int):
    return np.random.default_rng(seed).standard_normal((n, 9))


def main() -> None:
    course = read_course((DEMO / "course.geojson").read_bytes())
    bag = read_bag((DEMO / "bag.csv").read_bytes())
    thrower = read_thrower((DEMO / "thrower.json").read_bytes())
    for hole in (1, 2, 9):
        situation = Situation(scene_for(course, hole), thrower, bag, Air(wind=Wind(4.0, 200.0)))
        plan = plan_hole(situation)
        ground, throw = GroundValue(situation, plan.worth), plan.options[0].throw
        arsenal = arsenal_of(situation, throw)
        throws = released(situation, arsenal, throw)
        for name, draws in (("Sobol", standard_draws), ("plain", plain_draws)):
            with patch("ypodrome.core.strategy.cloud.standard_draws", draws):
                scores = [
                    judge(replace(situation, seed=s), ground, arsenal, throws, 300).score[0] for s in SEEDS
                ]
            print(f"hole {hole}, 300 {name} draws: standard deviation {np.std(scores):.4f} throws")


if __name__ == "__main__":
    main()
