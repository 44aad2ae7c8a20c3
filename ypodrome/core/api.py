"""The one door to the core: what the apps, the interchange and the command line call."""

from ypodrome.core.air import Wind, air_density_kg_m3
from ypodrome.core.design import body_of
from ypodrome.core.disc import Disc, Plastic
from ypodrome.core.flight.landing import fly_to_height
from ypodrome.core.flight.misses import missed_releases
from ypodrome.core.flight.release import Release, Throw
from ypodrome.core.flight.simulate import Air, Flight, fly
from ypodrome.core.ground.field import cell_of, heights, open_field
from ypodrome.core.hole.features import Course, Layout, LayoutHole
from ypodrome.core.hole.relief import Surface, contour_levels, contour_lines, surface_through
from ypodrome.core.hole.rule_facts import FACTS
from ypodrome.core.hole.scene import Scene, scene_for, whole_course
from ypodrome.core.hole.scouting import Look, scouting_list
from ypodrome.core.hole.shapes import holds
from ypodrome.core.hole.sight import blind_because, cautions, seen_from_m
from ypodrome.core.hole.signs import Measured, measure, sign_warning
from ypodrome.core.record.gained import gained_by_part, throws_from
from ypodrome.core.record.score import PENALISED, RESULTS, HoleScore, RoundScore
from ypodrome.core.strategy.again import FixedThrow, judged_again
from ypodrome.core.strategy.arsenal import StockLine
from ypodrome.core.strategy.day import round_chances
from ypodrome.core.strategy.lines import power_words
from ypodrome.core.strategy.options import Option
from ypodrome.core.strategy.plan import HolePlan, plan_hole, score_chances, score_from_tee
from ypodrome.core.strategy.round_target import TargetPlan, plan_for_target
from ypodrome.core.strategy.search import THOROUGH
from ypodrome.core.strategy.situation import POSTURES, Situation
from ypodrome.core.strategy.wind_table import SPEEDS_M_S, TURNS_DEG, WindTable, switches, wind_table
from ypodrome.core.thrower import KINDS, PRESETS, SCRATCH, PuttingModel, Spread, Thrower, grip_share
from ypodrome.core.warm import warm

__all__ = [
    "FACTS",
    "KINDS",
    "PENALISED",
    "POSTURES",
    "PRESETS",
    "RESULTS",
    "SCRATCH",
    "SPEEDS_M_S",
    "THOROUGH",
    "TURNS_DEG",
    "Air",
    "Course",
    "Disc",
    "FixedThrow",
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
    "TargetPlan",
    "Throw",
    "Thrower",
    "Wind",
    "WindTable",
    "air_density_kg_m3",
    "blind_because",
    "body_of",
    "cautions",
    "cell_of",
    "contour_levels",
    "contour_lines",
    "fly",
    "fly_to_height",
    "gained_by_part",
    "grip_share",
    "heights",
    "holds",
    "judged_again",
    "measure",
    "missed_releases",
    "open_field",
    "plan_for_target",
    "plan_hole",
    "power_words",
    "round_chances",
    "scene_for",
    "score_chances",
    "score_from_tee",
    "scouting_list",
    "seen_from_m",
    "sign_warning",
    "surface_through",
    "switches",
    "throws_from",
    "warm",
    "whole_course",
    "wind_table",
]
