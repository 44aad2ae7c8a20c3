"""The one door to the core: what the apps, the interchange and the command line call."""

from ypodrome.core.air import Wind, air_density_kg_m3
from ypodrome.core.disc import Disc, Plastic
from ypodrome.core.flight import batch as result
from ypodrome.core.flight.landing import fly_to_height
from ypodrome.core.flight.misses import missed_releases
from ypodrome.core.flight.release import Release, Throw
from ypodrome.core.flight.simulate import Air, Flight, fly
from ypodrome.core.ground.field import cell, open_field
from ypodrome.core.hole.features import Course, Layout, LayoutHole
from ypodrome.core.hole.relief import Surface, contour_lines, surface_through
from ypodrome.core.hole.rule_facts import FACTS
from ypodrome.core.hole.scene import Scene, scene_for, whole_course
from ypodrome.core.hole.scouting import Look, scouting_list
from ypodrome.core.hole.sight import blind_because, cautions, seen_from_m
from ypodrome.core.hole.signs import Measured, measure, sign_warning
from ypodrome.core.record.score import PENALISED, RESULTS, HoleScore, RoundScore
from ypodrome.core.strategy.arsenal import StockLine
from ypodrome.core.strategy.lines import power_words
from ypodrome.core.strategy.options import Option
from ypodrome.core.strategy.plan import HolePlan, plan_hole, re_aimed, score_chances
from ypodrome.core.strategy.situation import POSTURES, Situation
from ypodrome.core.strategy.solve import heights
from ypodrome.core.thrower import KINDS, PRESETS, PuttingModel, Spread, Thrower
from ypodrome.core.warm import warm

__all__ = [
    "FACTS",
    "KINDS",
    "PENALISED",
    "POSTURES",
    "PRESETS",
    "RESULTS",
    "Air",
    "Course",
    "Disc",
    "Flight",
    "HolePlan",
    "HoleScore",
    "Layout",
    "LayoutHole",
    "Look",
    "Measured",
    "Option",
    "Plastic",
    "PuttingModel",
    "Release",
    "RoundScore",
    "Scene",
    "Situation",
    "Spread",
    "StockLine",
    "Surface",
    "Throw",
    "Thrower",
    "Wind",
    "air_density_kg_m3",
    "blind_because",
    "cautions",
    "cell",
    "contour_lines",
    "fly",
    "fly_to_height",
    "heights",
    "measure",
    "missed_releases",
    "open_field",
    "plan_hole",
    "power_words",
    "re_aimed",
    "result",
    "scene_for",
    "score_chances",
    "scouting_list",
    "seen_from_m",
    "sign_warning",
    "surface_through",
    "warm",
    "whole_course",
]
