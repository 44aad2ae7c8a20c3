"""A throw in words: line, angle, height, power, role, aim."""

from __future__ import annotations

from ypodrome.core.api import Aim, At, Kind, Option, Role, Stance, Way
from ypodrome.wording.measures import short_length

ROLES = {
    Role.FIRST: "First plan",
    Role.CONTINGENCY: "Other hand",
    Role.SAFE: "Safe play",
    Role.OTHER: "Another way",
    Role.NEXT: "Then",
    Role.INSTEAD: "Instead",
}
POWERS = (
    (0.97, "full power"), (0.87, "just under full"), (0.75, "smooth, three quarters"), (0.6, "easy"),
    (0.45, "half power"),
)  # fmt: skip
HEIGHTS = ((8, "low"), (13, "level height"), (18.5, "with height"), (27, "high"))
UP_A_MARK = (
    (0.1, "at its foot"), (0.4, "a third of the way up it"), (0.58, "half way up it"),
    (0.85, "two thirds of the way up it"),
)  # fmt: skip
"""Shares of a mark's height, and how players say them."""

ON_IT_M = 0.5
STRAIGHT_DEG = 0.5
MIDDLE_SHARE = 0.25
"""Share of half a gap's width up to which an aim is at its middle (chosen)."""

STANCES = {
    Stance.LEVEL: "level",
    Stance.BANK: "on a bank",
    Stance.KNEE: "on a knee",
    Stance.BACKED: "backed against a trunk",
}


def kind_words(kind: Kind | str) -> str:
    """A kind of throw, as "forehand roller"."""
    return str(kind).replace("_", " ")


def power_words(power: float) -> str:
    """Share of full power in plain words."""
    return next((words for least, words in POWERS if power >= least), "touch")


def angle_words(hyzer_deg: float) -> str:
    """The release angle as players say it."""
    if abs(hyzer_deg) < 2:
        return "flat"
    return f"{abs(hyzer_deg):.0f}° {'hyzer' if hyzer_deg > 0 else 'anhyzer'}"


def height_words(launch_deg: float) -> str:
    """How high to send it."""
    return next((words for most, words in HEIGHTS if launch_deg <= most), "very high")


def role_words(option: Option) -> str:
    """What part the option has in the plan; one that is neither first, contingency nor safe is named for
    the way it takes where others take another."""
    standing = option.standing
    named = standing.way is not None and standing.role == Role.OTHER
    name = way_words(standing.way).capitalize() if named else ROLES[standing.role]
    return name + (", as good" if standing.as_good else "")


def way_words(way: Way | None) -> str:
    """As "over the beck"."""
    return f"{way.how} {way.what}" if way else ""


def side_word(left: float) -> str:
    """left or right, of a value positive to the left."""
    return "left" if left > 0 else "right"


def aim_words(aim: Aim, units: str) -> str:
    """The mark to throw at, and the angle from the basket where the mark is another."""
    angle = ""
    if aim.at not in (At.BASKET, At.ANGLE) and abs(aim.left_deg) >= STRAIGHT_DEG:
        angle = f", {abs(aim.left_deg):.0f}° {side_word(aim.left_deg)} of the basket"
    return _mark_words(aim, units) + angle


def _mark_words(aim: Aim, units: str) -> str:
    if aim.at == At.ANGLE:
        return f"{abs(aim.left_deg):.0f}° {side_word(aim.left_deg)} of the basket"
    if aim.at == At.GAP:
        wide, away = short_length(aim.wide_m, units), short_length(aim.away_m, units)
        return f"{_gap_words(aim)} of the {wide} gap {away} out"
    name = {At.BASKET: "the basket", At.TREE: aim.name or f"the tree {short_length(aim.away_m, units)} out"}
    mark = name.get(aim.at, aim.name) + _up_words(aim.height)
    if abs(aim.side_m) < ON_IT_M:
        return f"straight at {mark}"
    return f"{short_length(abs(aim.side_m), units)} {side_word(aim.side_m)} of {mark}"


def _gap_words(aim: Aim) -> str:
    if abs(aim.side_m) <= MIDDLE_SHARE * aim.wide_m / 2.0:
        return "the middle"
    return f"the {side_word(aim.side_m)} half"


def _up_words(height: float | None) -> str:
    if height is None:
        return ""
    return ", " + next((words for most, words in UP_A_MARK if height <= most), "at its top")
