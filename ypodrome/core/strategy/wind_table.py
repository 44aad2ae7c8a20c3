"""How the plan of a hole changes over direction and strength of the wind."""

from __future__ import annotations

from dataclasses import dataclass, field, replace

import numpy as np

from ypodrome.core.air import Wind
from ypodrome.core.strategy.aim import bearing_deg
from ypodrome.core.strategy.forecast import best_of
from ypodrome.core.strategy.ground_value import GroundValue
from ypodrome.core.strategy.hands import Grounds, best_without, grounds_without
from ypodrome.core.strategy.options import Option
from ypodrome.core.strategy.search import Effort, Judged, Sieve, search
from ypodrome.core.strategy.situation import Situation
from ypodrome.core.thrower import KINDS

TURNS_DEG = tuple(range(0, 360, 45))
"""Where the wind comes from, clockwise from straight ahead: 0 head, 90 from the right, 180 tail."""

SPEEDS_M_S = (2.2352, 4.4704, 6.7056)
"""5, 10 and 15 mph."""

TABLE = Effort(
    sieves=(Sieve(3, 3),), screen_draws=8, aim_draws=24, power_draws=24, check_draws=40, final_draws=200,
    aimed=7, leaders=21, per_kind=2, finalists=5, places=6, aim_steps_m=(-6.0, 0.0, 6.0),
)  # fmt: skip
"""Less fine than the plan itself (chosen: some thirty winds in a few seconds)."""

MOST_SWITCHES = 3
WORTH_SWITCHING = 0.05
"""Throws that a switch must save to be worth a sentence (chosen)."""


@dataclass(frozen=True)
class WindCell:
    """The best throw in one wind; `usual` is the expected score of the calm day's throw there, where it
    is still among the best few, `without` the best throw there that leaves a hand out, where that was asked
    for and there is one."""

    turn_deg: int
    speed_m_s: float
    best: Option
    usual: float | None
    without: dict[str, Option] = field(default_factory=dict)


@dataclass(frozen=True)
class WindTable:
    """The calm day's throw, without a hand too, and the cells by turn and speed."""

    calm: Option
    cells: tuple[WindCell, ...]
    calm_without: dict[str, Option] = field(default_factory=dict)

    def at(self, turn_deg: int, speed_m_s: float) -> WindCell:
        """The cell of a wind."""
        return next(c for c in self.cells if c.turn_deg == turn_deg and c.speed_m_s == speed_m_s)


def same_throw(one: Option, other: Option) -> bool:
    """Whether two options are the same disc with the same hand."""
    return (one.throw.disc, one.throw.kind) == (other.throw.disc, other.throw.kind)


def wind_table(situation: Situation, hands: bool = False) -> WindTable:
    """Best throws from the tee in still air and in every wind of the table; with `hands` those that leave out
    a hand too.

    The ground is valued once for each strength, with the wind from ahead: what a second throw costs
    depends far more on where it is made from.
    """
    ahead = 90.0 - bearing_deg(situation.scene.tee.at, situation.scene.pin.at)
    still = replace(situation, air=replace(situation.air, wind=Wind()))
    value, without = _valued(still, hands)
    judged = _judged(still, value)
    calm, calm_without = best_of(still, value, judged), best_without(judged, without)
    cells = []
    for speed in SPEEDS_M_S:
        value, without = _valued(_blown(situation, speed, ahead), hands)
        for turn in TURNS_DEG:
            blown = _blown(situation, speed, ahead + turn)
            judged = _judged(blown, value)
            best, left = best_of(blown, value, judged), best_without(judged, without)
            cells.append(WindCell(turn, speed, best, _usual(judged, calm), left))
    return WindTable(calm, tuple(cells), calm_without)


def _valued(situation: Situation, hands: bool) -> tuple[GroundValue, Grounds]:
    value = GroundValue(situation)
    return value, grounds_without(situation, value) if hands else {}


def _blown(situation: Situation, speed_m_s: float, from_deg: float) -> Situation:
    return replace(situation, air=replace(situation.air, wind=Wind(speed_m_s, from_deg % 360.0)))


def _judged(situation: Situation, value: GroundValue) -> Judged:
    return search(situation, value, np.array(situation.scene.tee.at), 0, TABLE)


def _usual(judged: Judged, calm: Option) -> float | None:
    """The expected score of the calm day's throw among judged ones; None where it is not among them."""
    arsenal, throw = judged.arsenal, calm.throw
    same = [
        arsenal.discs[int(arsenal.disc[c])] == throw.disc and KINDS[int(arsenal.kind[c])] == throw.kind
        for c in judged.throws.combo
    ]
    return float(judged.score[same].min()) if any(same) else None


def switches(table: WindTable) -> list[tuple[WindCell, tuple[int, ...]]]:
    """The switches that matter: the mildest wind of each new winner and all turns it wins in, those
    that save most first."""
    found: dict[tuple[str, str], list[WindCell]] = {}
    for cell in table.cells:
        if same_throw(cell.best, table.calm):
            continue
        key = (cell.best.throw.disc.key, cell.best.throw.kind)
        found.setdefault(key, []).append(cell)
    rows = []
    for cells in found.values():
        saved = max((c.usual - c.best.forecast.expected for c in cells if c.usual is not None), default=1.0)
        if saved < WORTH_SWITCHING:
            continue
        mildest = min(cells, key=lambda c: c.speed_m_s)
        turns = tuple(sorted({c.turn_deg for c in cells if c.speed_m_s == mildest.speed_m_s}))
        rows.append((saved + len(cells), mildest, turns))
    return [(cell, turns) for _, cell, turns in sorted(rows, key=lambda r: -r[0])][:MOST_SWITCHES]
