"""What a player rules out and likes, in the thrower's JSON: `never` and `prefers`."""

from __future__ import annotations

from typing import Any

from ypodrome.core.strategy.shape import Shape
from ypodrome.core.thrower import KINDS, Kind
from ypodrome.core.thrower.preferences import Never, Over, Preferences, PuttLiked
from ypodrome.interchange.problems import refuse

OLDER_NAMES = {"overhand": "tomahawk", "roller": "backhand_roller"}
"""Names of kinds in files, and what they stand for."""


def kind_named(name: str) -> str:
    """The kind of throw a file means by a name."""
    return OLDER_NAMES.get(name, name)


def kind_of(name: str, field: str) -> Kind:
    """The kind a file names, or a problem with the field."""
    kind = kind_named(name)
    if kind not in KINDS:
        known = ", ".join((*KINDS, *OLDER_NAMES))
        raise refuse("thrower", f"is not a kind of throw; known: {known}", field)
    return Kind(kind)


def preferences_from(document: dict[str, Any]) -> Preferences:
    """What a thrower's document rules out and likes, or FileProblems naming the field."""
    never = document.get("never") or []
    if not isinstance(never, list):
        raise refuse("thrower", 'must list {"throw" or "disc", "over"}', "never")
    prefers = document.get("prefers") or {}
    if not isinstance(prefers, dict):
        raise refuse("thrower", "must be an object", "prefers")
    lines = prefers.get("lines") or []
    if not isinstance(lines, list) or not set(map(str, lines)) <= set(Shape):
        raise refuse("thrower", f"must list some of {', '.join(Shape)}", "prefers.lines")
    widest = prefers.get("widest_aim_deg")
    if widest is not None and (isinstance(widest, bool) or not isinstance(widest, int | float)):
        raise refuse("thrower", f"must be a number, got {widest!r}", "prefers.widest_aim_deg")
    try:
        return Preferences(
            never=tuple(_never(rule, f"never[{k}]") for k, rule in enumerate(never)),
            putt=_one_of(PuttLiked, prefers.get("putt"), "prefers.putt"),
            lines=tuple(map(str, lines)),
            widest_aim_deg=None if widest is None else float(widest),
        )
    except ValueError as error:
        if hasattr(error, "problems"):
            raise
        raise refuse("thrower", str(error), "prefers") from None


def preferences_document(preferences: Preferences) -> dict[str, Any]:
    """The two members of a thrower's document that say the same."""
    never: list[dict[str, Any]] = [
        ({"throw": str(r.kind)} if r.kind else {"disc": r.disc}) | {"over": r.over and str(r.over)}
        for r in preferences.never
    ]
    prefers: dict[str, Any] = {"lines": list(preferences.lines)} if preferences.lines else {}
    if preferences.putt:
        prefers["putt"] = str(preferences.putt)
    if preferences.widest_aim_deg is not None:
        prefers["widest_aim_deg"] = preferences.widest_aim_deg
    return {"never": never, "prefers": prefers}


def _never(rule: Any, field: str) -> Never:
    if not isinstance(rule, dict) or ("throw" in rule) == ("disc" in rule):
        raise refuse(
            "thrower", 'must be {"throw": a kind, or "disc": a name, "over": water, ob or null}', field
        )
    over = _one_of(Over, rule.get("over"), f"{field}.over")
    if "throw" in rule:
        return Never(kind=kind_of(str(rule["throw"]), f"{field}.throw"), over=over)
    if not str(rule["disc"]).strip():
        raise refuse("thrower", "must name a disc", f"{field}.disc")
    return Never(disc=str(rule["disc"]), over=over)


def _one_of(names: Any, value: Any, field: str) -> Any:
    """A member of an enum, None for none, or a problem with the field."""
    if value is None:
        return None
    if value not in list(names):
        raise refuse("thrower", f"must be one of {', '.join(names)} or null, got {value!r}", field)
    return names(value)
