"""The one door to the core: what the apps, the interchange and the command line call."""

from ypodrome.core.air import Wind, air_density_kg_m3
from ypodrome.core.disc import Disc, Plastic
from ypodrome.core.flight.release import Release, Throw
from ypodrome.core.flight.simulate import Air, Flight, fly
from ypodrome.core.ground.field import open_field
from ypodrome.core.hole.features import Course
from ypodrome.core.hole.scene import Scene, scene_for
from ypodrome.core.strategy.options import Option
from ypodrome.core.strategy.plan import HolePlan, plan_hole, re_aimed, score_chances
from ypodrome.core.strategy.situation import POSTURES, Situation
from ypodrome.core.thrower import PRESETS, PuttingModel, Spread, Thrower

__all__ = [
    "POSTURES",
    "PRESETS",
    "Air",
    "Course",
    "Disc",
    "Flight",
    "HolePlan",
    "Option",
    "Plastic",
    "PuttingModel",
    "Release",
    "Scene",
    "Situation",
    "Spread",
    "Throw",
    "Thrower",
    "Wind",
    "air_density_kg_m3",
    "fly",
    "open_field",
    "plan_hole",
    "re_aimed",
    "scene_for",
    "score_chances",
]
