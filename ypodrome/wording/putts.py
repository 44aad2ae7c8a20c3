"""A putt in words: run it or lay it up, how, and why."""

from __future__ import annotations

from ypodrome.core.api import Putt
from ypodrome.wording.measures import at_cost, in_hundred, length, of_a_throw, short_length

SLOPE_WORTH = 0.03
"""Rise per distance from which a putt is called uphill or downhill (chosen)."""

CLEAR = 0.97


def advice(putt: Putt) -> str:
    """As "run it", "lay it up", "either"."""
    if putt.either:
        return "either"
    return "run it" if putt.runs else "lay it up"


def thrown_instead(dearer: float) -> str:
    """The part of a throw where a putt costs so much less."""
    return f"Thrown instead, {at_cost(dearer)}"


def putt_sentences(putt: Putt, units: str) -> list[str]:
    """Why, in sentences that quote the numbers."""
    said = [
        _choice(putt),
        f"Goes in {in_hundred(putt.made)}; a miss leaves {short_length(putt.come_back_m, units)}.",
    ]
    if putt.out >= 0.005:
        said.append(f"Out of bounds or lost {in_hundred(putt.out)}.")
    slope = putt.rise_m / max(putt.distance_m, 0.1)
    if abs(slope) > SLOPE_WORTH:
        way = "uphill, and comes short" if slope > 0 else "downhill: a miss runs on"
        said.append(f"It is {length(abs(putt.rise_m), units)} {way}.")
    if putt.clear < CLEAR:
        said.append(f"Something stands in the straight way: clear of it {in_hundred(putt.clear)}.")
    return said


def _choice(putt: Putt) -> str:
    gap = of_a_throw(putt.run - putt.lay_up)
    if putt.either:
        return f"Run it or lay it up: within {gap} of each other."
    better, worse = ("Running it", "laying it up") if putt.runs else ("Laying it up", "running it")
    return f"{better} costs {gap} less than {worse}."
