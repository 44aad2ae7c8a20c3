"""Holes played by the planner: scores and shares of players of a rating."""

from __future__ import annotations

import itertools
import math
from dataclasses import dataclass
from pathlib import Path

import numpy as np
from numpy.typing import NDArray

import ypodrome.demo
from scripts.level_fit.arithmetic import UPHILL_FEET
from ypodrome.core.disc import Disc
from ypodrome.core.flight.simulate import Air
from ypodrome.core.ground.field import heights
from ypodrome.core.hole.features import HoleLine, Pin, Tee
from ypodrome.core.hole.rule_facts import CIRCLE_2_M
from ypodrome.core.hole.scene import Scene
from ypodrome.core.strategy.ground_value import GroundValue
from ypodrome.core.strategy.search import QUICK, Effort, search
from ypodrome.core.strategy.situation import Situation
from ypodrome.core.thrower import Thrower
from ypodrome.core.units import feet, metres_from_feet
from ypodrome.interchange.bag_csv import read_bag

DEMO = Path(ypodrome.demo.__file__).parent


def bag() -> tuple[Disc, ...]:
    """The demo's bag."""
    return read_bag((DEMO / "bag.csv").read_bytes())


def open_hole(length_ft: float) -> Scene:
    """A level hole without anything on it."""
    length = metres_from_feet(length_ft)
    line = HoleLine(1, ((0, 0), (0, length)))
    return Scene(line, Tee((1,), "t", (0, 0)), Pin((1,), "A", (0, length)), 3)


@dataclass(frozen=True)
class Played:
    """Score from the tee, and shares: in the first circle after the drive, of each score against par, and
    of par or better from where a drive misses the second circle."""

    score: float
    circle1: float
    birdie: float
    par: float
    bogey: float
    scramble: float


def played(scene: Scene, thrower: Thrower, seed: int = 1, effort: Effort = QUICK) -> Played:
    """What the best throw from the tee comes to."""
    situation = Situation(scene, thrower, bag(), Air(), seed=seed)
    value = GroundValue(situation)
    judged = search(situation, value, np.array(scene.tee.at), 0, effort)
    i = int(judged.score.argmin())
    k = judged.cloud.draws
    rest = judged.cloud.outcome.rest[i * k : (i + 1) * k]
    outlook = judged.outlooks[i].mean(axis=0)
    par = scene.par
    return Played(
        float(judged.score[i]),
        float((np.hypot(*(rest - value.pin).T) <= 10.0).mean()),
        float(outlook[: par - 1].sum()),
        float(outlook[par - 1]),
        float(outlook[par:].sum()),
        _scramble(np.hypot(*(rest - value.pin).T) > CIRCLE_2_M, judged.outlooks[i], par),
    )


def _scramble(missed: NDArray[np.bool_], outlooks: NDArray[np.float64], par: int) -> float:
    """Share of par or better of the draws that missed, nothing where none did."""
    return float(outlooks[missed, :par].sum(axis=1).mean()) if missed.any() else math.nan


def effective_feet(scene: Scene) -> float:
    """Length along the line of play, three feet for each foot of rise."""
    points = np.array(scene.line_of_play)
    z = heights(scene.field, np.array([scene.tee.at, scene.pin.at]))
    along = sum(math.dist(a, b) for a, b in itertools.pairwise(points))
    return feet(along) + UPHILL_FEET * feet(float(z[1] - z[0]))
