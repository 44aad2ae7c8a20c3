"""The throws a disc is solved by, and how far each is from what its numbers say.

One throw is not enough: on the reference throw alone more turn comes from more lift at no angle, and every
wind and angle then goes wrong. So each disc makes six: the reference throw, the same into the wind, on
anhyzer, on hyzer, a putt as far as it is a putter, and a hard hyzer as far as it is overstable. All targets
are smooth and monotone in the numbers: what goes in in order comes out in order.
"""

from __future__ import annotations

import numpy as np
from numpy.typing import NDArray

from ypodrome.core.design.family import FREE, bodies_at
from ypodrome.core.design.reference import (
    BACK_SHARE,
    BANK_DEG,
    BANK_PER_FADE_DEG,
    LAUNCH_DEG,
    RIGHT_SHARE,
    reference_distance_m,
    reference_speed_m_s,
    thrown,
)
from ypodrome.core.flight.release import Z, spin_share
from ypodrome.core.flight.simulate import Flights, Range
from ypodrome.core.ground.field import open_field
from ypodrome.core.units import m_s_from_mph

HEAD_WIND_M_S = m_s_from_mph(10.0)
ANHYZER_DEG, HYZER_DEG, ANHYZER_LAUNCH_DEG = -8.0, 15.0, LAUNCH_DEG + 1.0
PUTT_M_S, PUTT_HYZER_DEG, PUTT_NOSE_DEG, PUTT_LAUNCH_DEG, PUTT_DROP_M = 9.8, 3.0, 2.0, 11.0, 0.15
"""A putt of ten metres as it leaves the hand, and how much lower the chains hang (chosen)."""

STRAIGHT = ((3.0, 5.0), (1.0, 0.0)), ((-1.0, 0.0), (1.0, 0.0)), ((0.5, 1.5), (1.0, 0.0))
STAYS_DEG = 3.0
"""Speed, turn and fade of a straight putter, and how far it must still lie on its anhyzer as it lands (a
putter that turns and does not fade is lost when it is missed by ten degrees [common practice]; softness
chosen)."""

PUTTS_BY_SPEED, PUTTS_BY_FADE = ((3.0, 5.0), (1.0, 0.0)), ((1.0, 2.5), (1.0, 0.0))
"""How far a disc of a speed and fade is asked to putt (chosen: straight putters, not approach discs)."""

PUTT_BANK_DEG = 14.0
"""A putt comes in no flatter than a player would mind: 10 to 20° [common practice]."""

HARD, HARD_HYZER_DEG, HELD_BANK_DEG = 1.12, 10.0, 7.0
"""Thrown so much harder on so much hyzer, an overstable disc keeps at least this tilt: it never stands up
[common practice: 5°, and a little room]."""

UNDERSTABLE, UNDERSTABLE_WIDTH = 3.2, 0.7
"""Turn about which a disc need not come back, and how soft that is (chosen: between -2.5 and -4)."""

BANK_MARGIN_DEG = 4.0
HEAD_RIGHT = (0.03, 0.06, 0.14, 0.32, 0.46, 0.54, 0.58)
"""Most a disc of turn 1, 0, ... -5 may go right into the wind, a little inside what players see."""

MOST_LOST = 0.23
"""Most of its way that a disc may lose into the wind (players see under 30 %; chosen a little inside)."""

COMES_BACK = (0.0, 0.2, 0.55, 0.95, 1.2, 1.4)
"""Least share of its drift on anhyzer that a disc of fade 2, 2.5, 3, 4, 5, 6 comes back."""

ENDS = {
    "hyzer": (0.275, 0.015, 0.012, 0.0),
    "anhyzer": (-0.19, 0.05, 0.055, -0.008),
    "head": (-0.075, 0.035, 0.15, -0.013),
}
"""Where the other lines end, left of the aim as a share of the way: at 7/-/-1/2, and more per fade, per turn,
per speed. What solved discs come to on the whole, made straight: it keeps the order of neighbours."""

SD_WEIGHT = (1.0, 1.0, 1.5, 0.6, 0.6, 0.8)
PRIOR_WEIGHT = 0.3
"""Relative stiffness of FREE, and what one prior standard deviation costs, in the units of the misses
(chosen: the bands fill, and none of the six runs to its bound)."""


class Trials:
    """Targets of n discs with numbers [n, 5]."""

    def __init__(self, numbers: NDArray[np.float64]) -> None:
        self.numbers = numbers
        speed, _, turn, fade = numbers[:, :4].T
        self.turn, self.fade = turn, fade
        self.speed_m_s = reference_speed_m_s(speed)
        self.distance_m = reference_distance_m(numbers)
        self.right = np.interp(-turn, range(-1, 7), (-0.012, *RIGHT_SHARE, 0.32)) - 0.001 * (fade - 2.0)
        self.right_room = np.interp(turn, (-3.0, -2.0), (0.05, 0.03))
        keeps = 1.0 / (1.0 + np.exp((-turn - UNDERSTABLE) / UNDERSTABLE_WIDTH))
        self.back = np.interp(fade, range(7), (*BACK_SHARE, 0.22)) * (0.35 + 0.65 * keeps)
        self.hang_s = self.distance_m / (0.74 * self.speed_m_s)
        self.bank_deg = BANK_DEG + BANK_PER_FADE_DEG * fade - BANK_MARGIN_DEG
        self.head = np.interp(-turn, range(-1, 6), HEAD_RIGHT)
        self.comes_back = np.interp(fade, (2.0, 2.5, 3.0, 4.0, 5.0, 6.0), COMES_BACK)
        self.flexes = np.clip(turn + 2.0, 0.0, 1.0)
        terms = np.stack([np.ones_like(fade), fade - 2.0, turn + 1.0, speed - 7.0])
        self.ends = {
            line: np.asarray((np.array(row)[:, None] * terms).sum(axis=0)) for line, row in ENDS.items()
        }
        self.holds = np.interp(turn, (-1.0, 0.0), (0.0, 1.0)) * np.interp(fade, (2.0, 3.0), (0.0, 1.0))
        self.stays = self.straight(speed, turn, fade)
        self.putts = np.interp(speed, *PUTTS_BY_SPEED) * np.interp(fade, *PUTTS_BY_FADE)

    @staticmethod
    def straight(
        speed: NDArray[np.float64], turn: NDArray[np.float64], fade: NDArray[np.float64]
    ) -> NDArray[np.float64]:
        """How far [n] discs are straight putters, which do not come back from anhyzer."""
        by_speed, by_turn, by_fade = STRAIGHT
        return np.interp(speed, *by_speed) * np.interp(turn, *by_turn) * np.interp(fade, *by_fade)

    def take(self, rows: NDArray[np.int64]) -> Trials:
        """The trials of the chosen discs."""
        return Trials(self.numbers[rows])

    def misses(self, z: NDArray[np.float64]) -> NDArray[np.float64]:
        """Misses [n, r] of all targets at z [n, 6], in units of what may be missed; the prior's last."""
        ref, into, flex, hyzer, putt, hard = self._fly(z)
        d = np.hypot(ref.carry_x_m, ref.carry_y_m)
        right = ref.max_right_m / d - 0.5 * np.maximum(0.0, ref.apex_left_m) / d
        back = (ref.carry_y_m + ref.max_right_m) / d + 0.06 * np.minimum(0.0, ref.landing_left_rad)
        drift = np.maximum(flex.max_right_m, 1.0)
        comes = (flex.carry_y_m + flex.max_right_m) / drift + 2.0 * np.minimum(0.0, flex.landing_left_rad)
        misses = {
            "distance": d / self.distance_m - 1.0,
            "right": (right - self.right) / self.right_room,
            "back": back - self.back,
            "apex": _outside(ref.apex_m / d, *APEX),
            "hang": _outside(ref.hang_s / self.hang_s, *HANG),
            "bank": np.maximum(0.0, np.degrees(ref.landing_hyzer_rad) - self.bank_deg),
            "head right": np.maximum(0.0, into.max_right_m / d - self.head),
            "head end": _end(into) - self.ends["head"],
            "head loss": np.maximum(0.0, 1.0 - np.hypot(into.carry_x_m, into.carry_y_m) / d - MOST_LOST),
            "comes back": self.flexes * np.maximum(0.0, self.comes_back - comes),
            "hyzer end": _end(hyzer) - self.ends["hyzer"],
            "anhyzer end": _end(flex) - self.ends["anhyzer"],
            "holds": self.holds * np.maximum(0.0, HELD_BANK_DEG - np.degrees(hard.least_bank_rad)),
            "stays": self.stays * np.maximum(0.0, np.degrees(flex.landing_hyzer_rad) + STAYS_DEG),
            "putt": self.putts * np.maximum(0.0, np.degrees(putt.landing_hyzer_rad) - PUTT_BANK_DEG),
        }
        columns = [miss / ROOM[name] for name, miss in misses.items()]
        return np.stack([*columns, *(PRIOR_WEIGHT * np.array(SD_WEIGHT)[:, None] * z.T)], axis=1)

    def _fly(self, z: NDArray[np.float64]) -> list[Flights]:
        n, v = len(z), self.speed_m_s
        releases = np.concatenate([
            thrown(v), thrown(v), thrown(v, ANHYZER_DEG, launch_deg=ANHYZER_LAUNCH_DEG), thrown(v, HYZER_DEG),
            thrown(np.full(n, PUTT_M_S), PUTT_HYZER_DEG, PUTT_NOSE_DEG, PUTT_LAUNCH_DEG,
                   spin_share(PUTT_M_S, "backhand")),
            thrown(HARD * v, HARD_HYZER_DEG),
        ])  # fmt: skip
        releases[4 * n : 5 * n, Z] = PUTT_DROP_M
        winds = np.zeros((6 * n, 2))
        winds[n : 2 * n, 0] = -HEAD_WIND_M_S
        flown = LEVEL.fly(bodies_at(self.numbers, z), np.tile(np.arange(n), 6), releases, winds)
        return [flown[k * n : (k + 1) * n].view(np.recarray) for k in range(6)]


APEX, HANG = (0.067, 0.093), (0.95, 1.35)
"""Highest point and time in the air, as shares of their nominals, a little inside their bands."""

ROOM = {
    "distance": 0.03, "right": 0.35, "back": 0.013, "apex": 0.007, "hang": 0.1, "bank": 1.7,
    "head right": 0.04, "head loss": 0.016, "head end": 0.055, "comes back": 0.08, "hyzer end": 0.011,
    "anhyzer end": 0.03, "holds": 0.5, "stays": 2.0, "putt": 2.0,
}  # fmt: skip
"""What each may miss by before it costs as much as a prior weight of one (chosen by `make fit` tables: the
reference throw rules, the other lines keep their order)."""

LEVEL = Range(field=open_field("water"))
"""Level ground at which a flight ends with its first contact."""


def _outside(x: NDArray[np.float64], low: float, high: float) -> NDArray[np.float64]:
    """How far values lie above or below a range."""
    return np.maximum(x - high, 0.0) + np.minimum(x - low, 0.0)


def _end(f: Flights) -> NDArray[np.float64]:
    """Where flights land, left of the aim, as a share of the way."""
    return np.asarray(f.carry_y_m / np.maximum(f.carry_x_m, 1.0))


assert len(SD_WEIGHT) == len(FREE)
