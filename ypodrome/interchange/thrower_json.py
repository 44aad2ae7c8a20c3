"""Throwers as JSON."""

from __future__ import annotations

import math
from typing import Any

from ypodrome.core.thrower import PRESETS, Spread, Thrower, distance_of_m, grip_share
from ypodrome.core.thrower.arms import LONGEST_ENTRY_M, SHORTEST_ENTRY_M, Kind
from ypodrome.core.thrower.level import HIGHEST, LOWEST, PRESET_RATINGS
from ypodrome.interchange.disc_text import flight_numbers
from ypodrome.interchange.plain import plain_json
from ypodrome.interchange.preferences_json import kind_of, preferences_from
from ypodrome.interchange.problems import refuse

NEAR_M, FAR_M = 5.0, 10.0


def read_thrower(data: bytes) -> Thrower:
    """A thrower from the bytes of a file, or FileProblems."""
    document = plain_json(data)
    if not isinstance(document, dict) or document.get("format") != "thrower":
        raise refuse("file", 'must be an object with "format": "thrower"', "format")
    if document.get("version") != 1:
        raise refuse("file", "is of a version this program does not know (it reads 1)", "version")
    return thrower_from_document(document, entered=True)


def thrower_from_document(document: dict[str, Any], entered: bool = False) -> Thrower:
    """A thrower from parsed JSON, or FileProblems naming the field. What is `entered` anew must lie within
    the distances the arms are made for; what was stored before them is planned for all the same."""
    rating, spread, spreads = _level(document)
    try:
        return Thrower(
            name=str(document.get("name", Thrower.name)),
            hand=document.get("hand", "right"),
            units=document.get("units", "imperial"),
            rating=rating,
            spread=spread,
            spreads=spreads,
            faults=_optional(document, "fault_share"),
            max_distance_m=_distances(document.get("throws"), entered),
            make_rates=_make_rates(_object(document.get("putting", {}), "putting")),
            preferences=preferences_from(document),
        )
    except ValueError as error:
        if hasattr(error, "problems"):
            raise
        raise refuse("thrower", str(error)) from None


def _level(document: dict[str, Any]) -> tuple[float | None, Spread | None, dict[str, Spread]]:
    """Rating, spread and spreads by kind: a preset stands for a rating, which sets what is not given."""
    rating = _optional(document, "rating")
    if rating is not None and not LOWEST <= rating <= HIGHEST:
        raise refuse("thrower", f"must be between {LOWEST:g} and {HIGHEST:g}, got {rating:g}", "rating")
    value = document.get("spread", "club" if rating is None else None)
    if value is None:
        return rating, None, {}
    if isinstance(value, str):
        if value not in PRESETS:
            raise refuse("thrower", f"must be one of {', '.join(PRESETS)}, got {value!r}", "spread")
        named = PRESET_RATINGS[value]
        return (named, None, {}) if rating is None else (rating, PRESETS[value], {})
    given = _object(value, "spread")
    if given and all(isinstance(v, dict) for v in given.values()):
        found: dict[str, Spread] = {
            kind_of(k, f"spread.{k}"): _spread(v, f"spread.{k}") for k, v in given.items()
        }
        return (PRESET_RATINGS["club"] if rating is None else rating), None, found
    return rating, _spread(given, "spread"), {}


def _spread(given: dict[str, Any], field: str) -> Spread:
    values = {name: _number(given, name, field) for name in Spread.__dataclass_fields__}
    try:
        return Spread(**values)
    except ValueError as error:
        raise refuse("thrower", str(error), field) from None


def _object(value: Any, field: str) -> dict[str, Any]:
    if not isinstance(value, dict):
        raise refuse("thrower", "must be an object", field)
    return value


def _optional(values: dict[str, Any], key: str) -> float | None:
    return None if values.get(key) is None else _real(values[key], key)


def _number(values: dict[str, Any], key: str, field: str) -> float:
    return _real(values.get(key), f"{field}.{key}")


def _real(value: Any, field: str) -> float:
    """A finite number, or a problem with the field."""
    if isinstance(value, bool) or not isinstance(value, int | float):
        raise refuse("thrower", f"must be a number, got {value!r}", field)
    try:
        number = float(value)
    except OverflowError:
        number = math.inf
    if not math.isfinite(number):
        raise refuse("thrower", "must be a finite number", field)
    return number


def _distances(throws: Any, entered: bool) -> dict[str, float]:
    found: dict[str, float] = {}
    for name, value in _object(throws, "throws").items():
        if value is None:
            continue
        kind, field = kind_of(name, f"throws.{name}"), f"throws.{name}"
        given = _object(value, field)
        found[kind] = (
            _by_radar(given, kind, field) if "radar" in given else _number(given, "max_distance_m", field)
        )
        if entered and not SHORTEST_ENTRY_M <= found[kind] <= LONGEST_ENTRY_M:
            raise refuse(
                "thrower",
                f"must be between {SHORTEST_ENTRY_M:g} and {LONGEST_ENTRY_M:g}, got {found[kind]:.0f}: "
                "carry on level ground in still air, with a fast disc",
                f"{field}.max_distance_m",
            )
    if not found:
        raise refuse("thrower", "name at least one throw with its max_distance_m", "throws")
    return found


def _by_radar(given: dict[str, Any], kind: Kind, field: str) -> float:
    """Distance of an arm known by the speed [m/s] a disc left it with."""
    radar = _object(given["radar"], f"{field}.radar")
    speed = _number(radar, "speed_m_s", f"{field}.radar")
    try:
        rim = flight_numbers(str(radar.get("disc", "")))[0]
    except ValueError as error:
        raise refuse("thrower", str(error), f"{field}.radar.disc") from None
    return distance_of_m(speed / grip_share(rim), kind)


def _make_rates(putting: dict[str, Any]) -> tuple[tuple[float, float], ...]:
    """Declared make rates as pairs of distance and share, nearest first."""
    two = ((NEAR_M, "make_at_5_m"), (FAR_M, "make_at_10_m"))
    rates = {d: _number(putting, key, "putting") for d, key in two if putting.get(key) is not None}
    listed = putting.get("make") or []
    if not isinstance(listed, list):
        raise refuse("thrower", "must list pairs of distance and share", "putting.make")
    for place, pair in enumerate(listed):
        field = f"putting.make[{place}]"
        if not isinstance(pair, list) or len(pair) != 2:
            raise refuse("thrower", "must be a pair of distance [m] and share", field)
        rates[_real(pair[0], field)] = _real(pair[1], field)
    return tuple(sorted(rates.items()))
