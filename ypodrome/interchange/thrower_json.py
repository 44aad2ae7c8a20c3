"""Throwers as JSON."""

from __future__ import annotations

import json
from typing import Any

from ypodrome.core.thrower import PRESETS, Spread, Thrower
from ypodrome.interchange.problems import decode, refuse


def read_thrower(data: bytes) -> Thrower:
    """A thrower from the bytes of a file, or FileProblems."""
    try:
        document = json.loads(decode(data))
    except (json.JSONDecodeError, RecursionError) as error:
        raise refuse("file", f"is not JSON: {error}") from None
    if not isinstance(document, dict) or document.get("format") != "thrower":
        raise refuse("file", 'must be an object with "format": "thrower"', "format")
    if document.get("version") != 1:
        raise refuse("file", "is of a version this program does not know (it reads 1)", "version")
    return thrower_from_document(document)


def thrower_from_document(document: dict[str, Any]) -> Thrower:
    """A thrower from parsed JSON, or FileProblems naming the field."""
    putting = _object(document.get("putting", {}), "putting")
    default = Thrower()
    try:
        return Thrower(
            name=str(document.get("name", default.name)),
            hand=document.get("hand", default.hand),
            units=document.get("units", default.units),
            spread=_spread(document.get("spread", "club")),
            max_distance_m=_distances(document.get("throws")),
            make_at_5_m=_number(putting, "make_at_5_m", "putting", default.make_at_5_m),
            make_at_10_m=_number(putting, "make_at_10_m", "putting", default.make_at_10_m),
        )
    except ValueError as error:
        if hasattr(error, "problems"):
            raise
        raise refuse("thrower", str(error)) from None


def _object(value: Any, field: str) -> dict[str, Any]:
    if not isinstance(value, dict):
        raise refuse("thrower", "must be an object", field)
    return value


def _number(values: dict, key: str, field: str, default: float | None = None) -> float:
    value = values.get(key, default)
    if isinstance(value, bool) or not isinstance(value, int | float):
        raise refuse("thrower", f"must be a number, got {value!r}", f"{field}.{key}")
    return float(value)


def _distances(throws: Any) -> dict[str, float]:
    given = _object(throws, "throws")
    found = {
        kind: _number(_object(value, f"throws.{kind}"), "max_distance_m", f"throws.{kind}")
        for kind, value in given.items()
        if value is not None
    }
    if not found:
        raise refuse("thrower", "name at least one throw with its max_distance_m", "throws")
    return found


def _spread(value: Any) -> Spread:
    if isinstance(value, str):
        if value not in PRESETS:
            raise refuse("thrower", f"must be one of {', '.join(PRESETS)}, got {value!r}", "spread")
        return PRESETS[value]
    names = list(Spread.__dataclass_fields__)
    given = _object(value, "spread")
    return Spread(**{name: _number(given, name, "spread") for name in names})
