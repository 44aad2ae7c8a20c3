"""A plan's file read back: holes as `ypodrome plan` printed them."""

from __future__ import annotations

from typing import Any

from ypodrome.core.refused import Refused
from ypodrome.interchange.plain import plain_json
from ypodrome.interchange.problems import refuse

Json = dict[str, Any]

NEEDED: dict[str, type | tuple[type, ...]] = {
    "hole": int, "par": int, "tee": str, "pin": str, "distance_m": (int, float), "plays_like_m": (int, float),
    "options": list, "cautions": list, "conditions": dict, "fingerprint": dict,
}  # fmt: skip
OF_AN_OPTION: dict[str, type | tuple[type, ...]] = {
    "role": str, "disc": str, "throw": str, "line": str, "hyzer_deg": (int, float),
    "launch_deg": (int, float), "power_pct": (int, float), "aim_point": str, "expected_score": (int, float),
    "flight": list, "zone": list,
}  # fmt: skip
OF_THE_DAY: dict[str, type | tuple[type, ...]] = {
    "wind_m_s": (int, float), "wind_from_deg": (int, float), "gust_m_s": (int, float), "wet": bool,
    "posture": str, "without": list, "seed": int, "units": str, "player": str,
}  # fmt: skip


def read_plan(data: bytes) -> list[Json]:
    """The holes of a plan of a hole or a round; FileProblems names what is missing or wrong."""
    document = plain_json(data, "plan")
    if not isinstance(document, dict):
        raise refuse("plan", "is no plan of this program: give what `ypodrome plan` printed")
    holes = document.get("holes", [document])
    if not isinstance(holes, list) or not holes:
        raise refuse("plan, holes", "is an empty list")
    for number, hole in enumerate(holes, start=1):
        where = f"plan, hole {number}"
        _has(hole, NEEDED, where)
        _has(hole["conditions"], OF_THE_DAY, f"{where}, conditions")
        if not hole["options"]:
            raise refuse(where, "offers no throw")
        for rank, option in enumerate(hole["options"], start=1):
            _option(option, f"{where}, option {rank}")
    return holes


def _option(option: Any, where: str) -> None:
    _has(option, OF_AN_OPTION, where)
    _places(option, where)
    if option.get("next") is not None:
        _option(option["next"], f"{where}, next")


def _has(values: Any, needed: dict[str, Any], where: str) -> None:
    if not isinstance(values, dict):
        raise refuse(where, "must be an object")
    for name, kind in needed.items():
        if name not in values:
            raise refuse(where, "is missing: plan it again with this version", name)
        if not isinstance(values[name], kind):
            raise refuse(where, "is not what `ypodrome plan` prints there", name)


def _places(option: Json, where: str) -> None:
    for name, least in (("flight", 3), ("zone", 2)):
        for place in option[name]:
            numbers = isinstance(place, list) and len(place) == least
            if not numbers or not all(isinstance(v, int | float) for v in place):
                raise refuse(where, "holds a place that is none", name)
            if not (-180 <= place[0] <= 180 and -90 <= place[1] <= 90):
                raise Refused(f"{where}: {name} holds a place that is not on earth")
