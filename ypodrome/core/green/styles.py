"""Ways to putt, and the errors of each: what a clear height, a drop behind or a wind asks for."""

from __future__ import annotations

from enum import StrEnum
from typing import NamedTuple


class Style(StrEnum):
    """Putts players tell apart [common practice]."""

    STRAIGHT = "straight"
    LOW = "aimed low"
    TOUCH = "touch"
    HIGH = "aimed high"
    FIRM = "firm"
    LOW_SPIN = "low spin"
    KNEE = "from a knee"
    STRADDLE_LEFT = "straddle to the left"
    STRADDLE_RIGHT = "straddle to the right"
    OVER = "over the top"


class Way(NamedTuple):
    """Height of the hand [m], descent at the chains, factors on the errors to the side and in height, share
    that the chains hold, aim in standard deviations of height, step to the left [m], the nearest and farthest
    it is used [m], and whether its length is judged like a lay-up's."""

    hand_m: float = 1.15
    descent: float = 0.27
    side: float = 1.0
    height: float = 1.0
    held: float = 1.0
    aim_sd: float = 0.0
    step_m: float = 0.0
    least_m: float = 0.0
    most_m: float = 40.0
    touch: float = 0.0


OPEN = {
    Style.STRAIGHT: Way(),
    Style.LOW: Way(aim_sd=-0.35, least_m=4.5),
    Style.TOUCH: Way(descent=0.45, side=1.05, least_m=7.5, touch=1.0),
}
"""Tried everywhere (chosen): low to leave a miss short, a touch putt to die at the basket."""

BLOWN = {
    Style.HIGH: Way(aim_sd=0.35),
    Style.FIRM: Way(descent=0.15, side=1.5, height=1.1),
}
"""Tried in wind and on slopes (chosen): high against what sinks or comes short, firm through a wind."""

ROUND = {
    Style.LOW_SPIN: Way(1.00, 0.10, 1.6, 1.05),
    Style.KNEE: Way(0.65, 0.14, 1.45, 1.25, 0.97),
    Style.STRADDLE_LEFT: Way(side=1.12, height=1.10, step_m=0.8),
    Style.STRADDLE_RIGHT: Way(side=1.12, height=1.10, step_m=-0.8),
    Style.OVER: Way(1.90, 1.10, 1.6, 0.8, 0.85, most_m=12.0),
}
"""Tried where something stands in the way (chosen): under a branch, past a trunk, over a bush from near."""

TOUCH_MAKES = 0.9
"""Share of what a straight putt makes on a flat calm green that a touch putt makes at most: a putt that dies
at the basket falls out of it (chosen)."""

FELT_M_S, FELT_SLOPE = 5.0, 0.05
"""Wind and slope from which the putts for them are tried (chosen)."""

SHORT_PER_SLOPE_M = 0.25
"""How much too low [m] putts arrive per unit of slope uphill: uphill putts come short [common practice], size
chosen; 15 % uphill is an eighth of the window."""

TIE = 0.004
"""Throws by which another putt than the straight one must be better to be advised (chosen)."""

EITHER = 0.05
"""Throws within which running and laying up are told as either (chosen: about what a player can notice)."""
