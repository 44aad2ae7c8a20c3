"""The one door to the core: what the apps, the interchange and the command line call."""

from ypodrome.core.air import Heat, Wind, air_density_kg_m3, heat_index_c, heat_of, sunset_at
from ypodrome.core.design import body_of
from ypodrome.core.disc import Disc, Plastic
from ypodrome.core.disc.disc import RANGES as DISC_RANGES
from ypodrome.core.flight.cores import with_cores
from ypodrome.core.flight.landing import fly_to_height
from ypodrome.core.flight.misses import missed_releases
from ypodrome.core.flight.release import Release, Throw
from ypodrome.core.flight.simulate import Air, Flight, fly
from ypodrome.core.green import Green, Putt
from ypodrome.core.green.styles import Style
from ypodrome.core.ground.field import groves_at, heights, open_field
from ypodrome.core.hole.features import Barrier, Course, Layout, LayoutHole
from ypodrome.core.hole.relief import Surface, contour_levels, contour_lines, surface_through
from ypodrome.core.hole.rule_facts import CIRCLE_1_M, FACTS
from ypodrome.core.hole.scene import Scene, scene_document, scene_for, whole_course
from ypodrome.core.hole.scouting import Look, scouting_list
from ypodrome.core.hole.shapes import holds
from ypodrome.core.hole.sight import Caution, Danger, blind_because, cautions, seen_from_m
from ypodrome.core.hole.signs import Measured, measure, sign_warning
from ypodrome.core.hole.with_scene import with_scene
from ypodrome.core.outlook import expected as expected_throws
from ypodrome.core.record.event import (
    MADE,
    MISSED,
    WITHDRAWN,
    Event,
    Fault,
    Penalty,
    What,
    same_told,
)
from ypodrome.core.record.fold import PlayedHole, corrected, fold, hole_score
from ypodrome.core.record.score import HoleScore, RoundScore
from ypodrome.core.strategy.again import aimed, judged
from ypodrome.core.strategy.aim import Aim, At, bearing_deg
from ypodrome.core.strategy.arsenal import StockLine, usual_nose_deg
from ypodrome.core.strategy.day import round_chances
from ypodrome.core.strategy.ease import Easier
from ypodrome.core.strategy.ends import two_thirds
from ypodrome.core.strategy.every_throw import Sort, Tried, best_of_every_disc, every_throw, tried
from ypodrome.core.strategy.exactness import Height, Window
from ypodrome.core.strategy.few_throws import FewThrows, rounds_with_few_throws, small_bags, worth_of_discs
from ypodrome.core.strategy.ground_value import GroundValue, Worth
from ypodrome.core.strategy.handed import (
    Prepared,
    every_throw_from_tee,
    follows_of,
    look_from_tee,
    plan_from_lie,
    prepare,
    saved_by_seeing,
)
from ypodrome.core.strategy.hands import HANDS
from ypodrome.core.strategy.held import held
from ypodrome.core.strategy.here import Follow, LiePlan, Where, check_lie, follows, plan_from
from ypodrome.core.strategy.open_hole import stock_throw
from ypodrome.core.strategy.options import (
    Chances,
    Felt,
    Forecast,
    How,
    Key,
    Leave,
    Option,
    PlannedThrow,
    Role,
    Side,
    Standing,
    Way,
    is_throw,
    nearest_option,
    released_apart_deg,
)
from ypodrome.core.strategy.plan import (
    HolePlan,
    best_from,
    outlook_chances,
    plan_hole,
    score_chances,
    score_from_tee,
)
from ypodrome.core.strategy.reason import TIE, Reason, Why, dearer
from ypodrome.core.strategy.round_target import TargetPlan, plan_for_target
from ypodrome.core.strategy.ruled_out import NEAR_M
from ypodrome.core.strategy.search import THOROUGH, WIDEST_BEND_RAD
from ypodrome.core.strategy.shape import Shape
from ypodrome.core.strategy.shown import told
from ypodrome.core.strategy.situation import POSTURES, Posture, Situation
from ypodrome.core.strategy.standard import standard_line
from ypodrome.core.strategy.unsure_pin import PinCase, UnsurePlan, plan_unsure
from ypodrome.core.strategy.wind_table import (
    SPEEDS_M_S,
    TURNS_DEG,
    WindTable,
    switches,
    wind_table,
)
from ypodrome.core.thrower import (
    ENTERED_ARMS_M,
    KINDS,
    PRESETS,
    SCRATCH,
    Kind,
    PuttingModel,
    Spread,
    Thrower,
    grip_share,
)
from ypodrome.core.thrower.level import HIGHEST as HIGHEST_RATING
from ypodrome.core.thrower.level import LOWEST as LOWEST_RATING
from ypodrome.core.thrower.preferences import (
    NARROWEST_AIM_DEG,
    WIDEST_AIM_DEG,
    Never,
    Over,
    Preferences,
    PuttLiked,
)
from ypodrome.core.thrower.stance import Stance
from ypodrome.core.warm import warm

__all__ = [
    "CIRCLE_1_M",
    "DISC_RANGES",
    "ENTERED_ARMS_M",
    "FACTS",
    "HANDS",
    "HIGHEST_RATING",
    "KINDS",
    "LOWEST_RATING",
    "MADE",
    "MISSED",
    "NARROWEST_AIM_DEG",
    "NEAR_M",
    "POSTURES",
    "PRESETS",
    "SCRATCH",
    "SPEEDS_M_S",
    "THOROUGH",
    "TIE",
    "TURNS_DEG",
    "WIDEST_AIM_DEG",
    "WIDEST_BEND_RAD",
    "WITHDRAWN",
    "Aim",
    "Air",
    "At",
    "Barrier",
    "Caution",
    "Chances",
    "Course",
    "Danger",
    "Disc",
    "Easier",
    "Event",
    "Fault",
    "Felt",
    "FewThrows",
    "Flight",
    "Follow",
    "Forecast",
    "Green",
    "GroundValue",
    "Heat",
    "Height",
    "HolePlan",
    "HoleScore",
    "How",
    "Key",
    "Kind",
    "Layout",
    "LayoutHole",
    "Leave",
    "LiePlan",
    "Look",
    "Measured",
    "Never",
    "Option",
    "Over",
    "Penalty",
    "PinCase",
    "PlannedThrow",
    "Plastic",
    "PlayedHole",
    "Posture",
    "Preferences",
    "Prepared",
    "Putt",
    "PuttLiked",
    "PuttingModel",
    "Reason",
    "Release",
    "Role",
    "RoundScore",
    "Scene",
    "Shape",
    "Side",
    "Situation",
    "Sort",
    "Spread",
    "Stance",
    "Standing",
    "StockLine",
    "Style",
    "Surface",
    "TargetPlan",
    "Throw",
    "Thrower",
    "Tried",
    "UnsurePlan",
    "Way",
    "What",
    "Where",
    "Why",
    "Wind",
    "WindTable",
    "Window",
    "Worth",
    "aimed",
    "air_density_kg_m3",
    "bearing_deg",
    "best_from",
    "best_of_every_disc",
    "blind_because",
    "body_of",
    "cautions",
    "check_lie",
    "contour_levels",
    "contour_lines",
    "corrected",
    "dearer",
    "every_throw",
    "every_throw_from_tee",
    "expected_throws",
    "fly",
    "fly_to_height",
    "fold",
    "follows",
    "follows_of",
    "grip_share",
    "groves_at",
    "heat_index_c",
    "heat_of",
    "heights",
    "held",
    "holds",
    "hole_score",
    "is_throw",
    "judged",
    "look_from_tee",
    "measure",
    "missed_releases",
    "nearest_option",
    "open_field",
    "outlook_chances",
    "plan_for_target",
    "plan_from",
    "plan_from_lie",
    "plan_hole",
    "plan_unsure",
    "prepare",
    "released_apart_deg",
    "round_chances",
    "rounds_with_few_throws",
    "same_told",
    "saved_by_seeing",
    "scene_document",
    "scene_for",
    "score_chances",
    "score_from_tee",
    "scouting_list",
    "seen_from_m",
    "sign_warning",
    "small_bags",
    "standard_line",
    "stock_throw",
    "sunset_at",
    "surface_through",
    "switches",
    "told",
    "tried",
    "two_thirds",
    "usual_nose_deg",
    "warm",
    "whole_course",
    "wind_table",
    "with_cores",
    "with_scene",
    "worth_of_discs",
]
