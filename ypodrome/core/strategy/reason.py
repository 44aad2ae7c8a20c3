"""Reasons: why an option stands where it does, as a kind and the numbers it rests on."""

from __future__ import annotations

from dataclasses import dataclass, field
from enum import StrEnum

TIE = 0.03
"""Throws within which two options cannot be told apart by their draws (chosen: about the standard error of
the difference; seeds move a hole by 0.01 to 0.05)."""


def dearer(one: float, other: float) -> float:
    """By how much one expected score is above another, of the hundredths that are shown of both: what a
    sentence says is the difference of the figures beside it."""
    return round(round(one, 2) - round(other, 2), 2)


class Why(StrEnum):
    """Kinds of reason, and their figures (f) and names (n)."""

    CONTINGENCY = "contingency"  # n: kind off, kind instead; f: cost
    SAFER = "safer"  # f: trouble, usual, cost
    CALMER = "calmer"  # f: bogeys, usual, cost
    NO_SAFER = "no safer"
    DECIDES = "decides"  # n: how, what; f: chance
    OTHERWISE = "otherwise"  # n: how, what; f: cost of deciding so
    AT_PRICE = "at price"  # f: cost of deciding as this does
    RATHER = "rather"  # n: disc, shape, code, aspect or in what easier; f: cost, mine, theirs, aside_deg
    CIRCLE = "circle"  # f: chance
    LEAVES = "leaves"  # f: distance_m, quarter_m, three_quarter_m, rise_m; n: felt wind
    UNSEEN = "unseen"  # f: seen
    WINDOW = "window"  # n: by; f: degrees, width_m, away_m
    THREADS = "threads"  # n: by; f: clear
    HEIGHT = "height"  # n: over or under, what; f: height_m, away_m, room_m
    TROUBLE = "trouble"  # n: what happens; f: chance by what happens
    SHIFT = "shift"  # n: cheap side, dear side; f: cheap, dear
    NO_SIDE = "no side"  # f: most


@dataclass(frozen=True)
class Reason:
    """One reason; `figures` by name in SI units, chances and throws, `names` as listed with its kind."""

    why: Why
    figures: dict[str, float] = field(default_factory=dict)
    names: tuple[str, ...] = ()
