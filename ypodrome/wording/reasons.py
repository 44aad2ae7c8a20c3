"""Reasons in sentences that quote the numbers they rest on."""

from __future__ import annotations

from collections.abc import Callable, Iterable

from ypodrome.core.api import CIRCLE_1_M, TIE, Easier, Felt, How, Reason, Why
from ypodrome.wording.measures import at_cost, between, in_hundred, length, of_a_throw, price, short_length
from ypodrome.wording.throws import STRAIGHT_DEG, kind_words, side_word

VERBS = {
    How.OVER: ("Carries", "carrying"),
    How.PERHAPS_OVER: ("Carries", "carrying"),
    How.SHORT_OF: ("Stays short of", "staying short of"),
    How.ROUND: ("Goes round", "going round"),
}
WINDS = {Felt.INTO: ", into the wind", Felt.WITH: ", wind behind", Felt.ACROSS: ", cross wind"}
ASPECTS = {
    "circle1": "in the circle",
    "ob": "out of bounds",
    "lost": "lost",
    "mando": "past the mandatory",
    "obstacle": "into something",
    "bogey_or_worse": "bogey or worse",
}
EASIER = {
    Easier.DISC: "with a slower disc",
    Easier.POWER: "with less power",
    Easier.LINE: "on a straighter line",
    Easier.KEPT: "on a line you have kept",
}
HAPPENS = {"ob": "out of bounds", "mando": "misses the mandatory", "lost": "lost"}

SLOPE_WORTH = 0.03
"""Rise per distance from which a putt is called uphill or downhill (chosen)."""

NARROW_DEG = 2.0
"""Windows narrower than this are told to half a degree (chosen)."""


def reason_sentences(reasons: Iterable[Reason], units: str) -> list[str]:
    """Sentences for reasons, one each; what a decision costs shares the sentence of the decision."""
    said: list[str] = []
    for reason in reasons:
        words = WORDS[reason.why](reason, units)
        if reason.why in JOINED and said:
            said[-1] += words
        else:
            said.append(words)
    return [f"{s}." for s in said if s]


def _contingency(r: Reason, _units: str) -> str:
    off, instead = (kind_words(name) for name in r.names)
    return f"If the {off} is off today: the {instead} does it {at_cost(r.figures['cost'])}"


def _safer(r: Reason, _units: str) -> str:
    f = r.figures
    return f"Trouble {in_hundred(f['trouble'])} instead of {in_hundred(f['usual'])}, {at_cost(f['cost'])}"


def _calmer(r: Reason, _units: str) -> str:
    f = r.figures
    return (
        f"Bogey or worse {in_hundred(f['bogeys'])} instead of {in_hundred(f['usual'])}, {at_cost(f['cost'])}"
    )


def _no_safer(_r: Reason, _units: str) -> str:
    return "Nothing is plainly safer"


def _decides(r: Reason, _units: str) -> str:
    return f"{VERBS[How(r.names[0])][0]} {r.names[1]} {in_hundred(r.figures['chance'])}"


def _otherwise(r: Reason, _units: str) -> str:
    how, what = r.names
    return f"; {VERBS[How(how)][1]} {what or 'it'} {price(r.figures['cost'])}"


def _at_price(r: Reason, _units: str) -> str:
    return f": that {price(r.figures['cost'])}"


def _rather(r: Reason, _units: str) -> str:
    """As "0.08 of a throw better than the Gantle (fade): in the circle 41 in 100 instead of 30"; the hand is
    told where the rival is the same disc and shape, the aim where it is the same hand too."""
    disc, shape, code, aspect = r.names
    cost = r.figures["cost"]
    rank = "As good as" if abs(cost) < TIE else f"{of_a_throw(cost)} {'better' if cost > 0 else 'worse'} than"
    told = f"{rank} the {disc} ({', '.join(filter(None, (shape, code)))}){_aside(r)}"
    if aspect in set(Easier):
        return f"{told}, {EASIER[Easier(aspect)]}"
    if not aspect:
        return told
    mine, theirs = (in_hundred(r.figures[k]) for k in ("mine", "theirs"))
    return f"{told}: {ASPECTS[aspect]} {mine} instead of {theirs}"


def _aside(r: Reason) -> str:
    left = r.figures.get("aside_deg", 0.0)
    return f" aimed {abs(left):.0f}° farther {side_word(left)}" if abs(left) >= STRAIGHT_DEG else ""


def _circle(r: Reason, units: str) -> str:
    return f"Ends within {length(CIRCLE_1_M, units)} of the basket {in_hundred(r.figures['chance'])}"


def _unseen(r: Reason, _units: str) -> str:
    return f"Ends in sight of where you stand {in_hundred(r.figures['seen'])}: have somebody watch"


def _leaves(r: Reason, units: str) -> str:
    f = r.figures
    half = between(f["quarter_m"], f["three_quarter_m"], units)
    told = f"Leaves {length(f['distance_m'], units)}, half the time {half}"
    if "rise_m" not in f:
        return told
    slope = "level"
    if abs(f["rise_m"]) > SLOPE_WORTH * f["distance_m"]:
        slope = "uphill" if f["rise_m"] > 0 else "downhill"
    return f"{told}, {slope}{WINDS.get(Felt(r.names[0]), '')}"


def _window(r: Reason, units: str) -> str:
    f = r.figures
    degrees = f"{f['degrees']:.0f}°" if f["degrees"] >= NARROW_DEG else f"{f['degrees']:.1f}°"
    return (
        f"Must be within {degrees}, {short_length(f['width_m'], units)} at {r.names[0]} "
        f"{length(f['away_m'], units)} out"
    )


def _threads(r: Reason, _units: str) -> str:
    return f"Straight through at {r.names[0]}: clear of it {in_hundred(r.figures['clear'])}"


def _height(r: Reason, units: str) -> str:
    way, what = r.names
    f = r.figures
    at = f"{length(f['away_m'], units)} out"
    return (
        f"{way.capitalize()} {what} {at} at {short_length(f['height_m'], units)}, "
        f"{short_length(f['room_m'], units)} to spare"
    )


def _trouble(r: Reason, _units: str) -> str:
    parts = [f"{HAPPENS.get(what, f'hits {what}')} {in_hundred(share)}" for what, share in r.figures.items()]
    text = ", ".join(parts)
    return f"{text[:1].upper()}{text[1:]}"


SIDES = {"left": "to the left", "right": "to the right", "short": "shorter", "long": "longer"}


def _shift(r: Reason, _units: str) -> str:
    cheap, dear = (SIDES[name] for name in r.names)
    f = r.figures
    return (
        f"If in doubt {cheap}, not {dear}: one spread {cheap} {price(f['cheap'])}, {dear} {price(f['dear'])}"
    )


def _no_side(r: Reason, _units: str) -> str:
    return (
        f"No side is much dearer than another: one spread aside costs at most {of_a_throw(r.figures['most'])}"
    )


JOINED = {Why.OTHERWISE, Why.AT_PRICE}
WORDS: dict[Why, Callable[[Reason, str], str]] = {
    Why.CONTINGENCY: _contingency,
    Why.SAFER: _safer,
    Why.CALMER: _calmer,
    Why.NO_SAFER: _no_safer,
    Why.DECIDES: _decides,
    Why.OTHERWISE: _otherwise,
    Why.AT_PRICE: _at_price,
    Why.RATHER: _rather,
    Why.CIRCLE: _circle,
    Why.LEAVES: _leaves,
    Why.UNSEEN: _unseen,
    Why.WINDOW: _window,
    Why.THREADS: _threads,
    Why.HEIGHT: _height,
    Why.TROUBLE: _trouble,
    Why.SHIFT: _shift,
    Why.NO_SIDE: _no_side,
}
