"""How the plan of a hole changes over direction and strength of the wind."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, field, replace

import numpy as np

from ypodrome.core.air import Wind
from ypodrome.core.strategy.aim import bearing_deg
from ypodrome.core.strategy.forecast import options_of
from ypodrome.core.strategy.ground_value import GroundValue
from ypodrome.core.strategy.options import Option
from ypodrome.core.strategy.search import Effort, search
from ypodrome.core.strategy.situation import Situation
from ypodrome.core.thrower import Kind

TURNS_DEG = tuple(range(0, 360, 45))
"""Where the wind comes from, clockwise from straight ahead: 0 head, 90 from the right, 180 tail."""

SPEEDS_M_S = (2.2352, 4.4704, 6.7056)
"""5, 10 and 15 mph."""

TABLE = Effort(8, 24, 200, 7, 2, 5, 6, (-6.0, 0.0, 6.0))
"""Less fine than the plan itself (chosen: some thirty winds in a few seconds)."""

HANDS: dict[str, tuple[Kind, ...]] = {
    "forehand": (Kind.FOREHAND, Kind.FOREHAND_ROLLER),
    "backhand": (Kind.BACKHAND, Kind.BACKHAND_ROLLER),
}
"""What cannot be thrown by somebody who leaves a hand out, a sore finger or no footing."""

MOST_SWITCHES = 3
WORTH_SWITCHING = 0.05
"""Throws that a switch must save to be worth a sentence (chosen)."""


@dataclass(frozen=True)
class WindCell:
    """The best throw in one wind; `usual` is the expected score of the calm day's throw there, where it
    is still among the best few, `without` the best throw there that leaves a hand out, where there is one."""

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


def wind_table(situation: Situation) -> WindTable:
    """Best throws from the tee in still air and in every wind of the table.

    The ground is valued once for each strength, with the wind from ahead: what a second throw costs
    depends far more on where it is made from. What is best without a hand is picked from the same flights,
    the throws that follow being valued with both.
    """
    ahead = 90.0 - bearing_deg(situation.scene.tee.at, situation.scene.pin.at)
    still = replace(situation, air=replace(situation.air, wind=Wind()))
    at_rest = _options(still, GroundValue(still))
    calm = at_rest[0]
    cells = []
    for speed in SPEEDS_M_S:
        value = GroundValue(_blown(situation, speed, ahead))
        for turn in TURNS_DEG:
            options = _options(_blown(situation, speed, ahead + turn), value)
            usual = [o.forecast.expected for o in options if same_throw(o, calm)]
            left = without_hands(options)
            cells.append(WindCell(turn, speed, options[0], usual[0] if usual else None, left))
    return WindTable(calm, tuple(cells), without_hands(at_rest))


def without_hands(options: Sequence[Option]) -> dict[str, Option]:
    """The best of some options, best first, that leaves out each hand; no entry where nothing is left."""
    left = {
        hand: next((o for o in options if o.throw.kind not in kinds), None) for hand, kinds in HANDS.items()
    }
    return {hand: option for hand, option in left.items() if option is not None}


def _blown(situation: Situation, speed_m_s: float, from_deg: float) -> Situation:
    return replace(situation, air=replace(situation.air, wind=Wind(speed_m_s, from_deg % 360.0)))


def _options(situation: Situation, value: GroundValue) -> list[Option]:
    judged = search(situation, value, np.array(situation.scene.tee.at), 0, TABLE)
    order = np.argsort(judged.score, kind="stable")
    every = options_of(situation, value, judged)
    return [every[i] for i in order]


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
