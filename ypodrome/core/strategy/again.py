"""A throw fixed by hand, judged again: at another aim, or in other conditions than it was chosen in."""

from __future__ import annotations

import math
from dataclasses import dataclass, replace

import numpy as np

from ypodrome.core.strategy.aim import bearing_deg
from ypodrome.core.strategy.choice import other_way
from ypodrome.core.strategy.options import Option, option_from
from ypodrome.core.strategy.plan import HolePlan, released, told
from ypodrome.core.strategy.search import judge_one
from ypodrome.core.strategy.situation import Situation
from ypodrome.core.thrower import KINDS

DRAG_DRAWS = 300
SAME_DEG = 5.0
"""A throw kept by hand is the nearest of the disc's usual shapes, if its angles are no farther off together
(chosen: shapes lie farther apart, and may be laid a little otherwise in another version)."""


@dataclass(frozen=True)
class FixedThrow:
    """A throw from the tee as a player keeps it: disc by name, kind, angles of release [deg], share of
    full power, bend [deg] (from the line to where it is meant to end to the aim) and own line."""

    disc: str
    kind: str
    hyzer_deg: float
    launch_deg: float
    power: float
    bend_deg: float
    own_line: str = ""


def judged_again(
    plan: HolePlan, throw: FixedThrow, aim_left_deg: float, role: str = "other"
) -> Option | None:
    """The throw at an aim [deg left of the line to the pin], judged in the plan's situation; None where
    the bag, or the kinds of throw that are on today, no longer hold it."""
    situation, lie = plan.situation, plan.situation.scene.tee.at
    combo = _combo(situation, throw)
    if combo is None:
        return None
    heading_deg = bearing_deg(lie, situation.scene.pin.at) + aim_left_deg
    throws = released(situation, combo, throw.power, lie, heading_deg, math.radians(throw.bend_deg))
    moved = option_from(situation, judge_one(situation, plan.value, throws, DRAG_DRAWS), 0)
    return told(situation, replace(moved, role=role), plan.options[0], other_way(plan.options))


def fixed(option: Option) -> FixedThrow:
    """An option's throw, whatever its aim."""
    return FixedThrow(
        option.disc.name, option.kind, option.hyzer_deg, option.launch_deg, option.power,
        math.degrees(option.bend_rad), option.own_line,
    )  # fmt: skip


def _combo(situation: Situation, throw: FixedThrow) -> int | None:
    """The combination of the situation's arsenal that the throw is."""
    arsenal = situation.arsenal
    named = [i for i, d in enumerate(arsenal.discs) if d.name == throw.disc]
    rows = np.flatnonzero(np.isin(arsenal.disc, named) & (arsenal.kind == KINDS.index(throw.kind)))
    rows = np.array([row for row in rows if arsenal.own_line(int(row)) == throw.own_line], int)
    off = np.hypot(arsenal.hyzer_deg[rows] - throw.hyzer_deg, arsenal.launch_deg[rows] - throw.launch_deg)
    return int(rows[off.argmin()]) if len(rows) and off.min() < SAME_DEG else None
