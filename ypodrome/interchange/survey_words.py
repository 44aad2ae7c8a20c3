"""Words that a surveyor gives a waypoint or a shot → kind of feature, hole, label, properties.

"3 tee long", "3 pin A", "corner", "7 tree tall pine", "height", "landmark the cairn". A leading
number is the hole. Words not known make a landmark of that name, so that nothing walked is lost.
"""

from __future__ import annotations

import re
from dataclasses import dataclass, field
from typing import Any

TREES: dict[str, dict[str, float]] = {
    "slim": {"trunk_radius_m": 0.12, "height_m": 9.0, "canopy_radius_m": 1.3, "canopy_base_m": 2.0,
             "density_per_m": 0.25},
    "bushy": {"trunk_radius_m": 0.15, "height_m": 4.0, "canopy_radius_m": 2.5, "canopy_base_m": 0.3,
              "density_per_m": 0.5},
    "tall pine": {"trunk_radius_m": 0.25, "height_m": 18.0, "canopy_radius_m": 2.4, "canopy_base_m": 5.0,
                  "density_per_m": 0.2},
    "orchard": {"trunk_radius_m": 0.15, "height_m": 5.0, "canopy_radius_m": 2.6, "canopy_base_m": 1.2,
                "density_per_m": 0.3},
}  # fmt: skip
"""Presets of trees (chosen as typical of each)."""

POINTS = {"tee": "tee", "pin": "pin", "basket": "pin", "drop zone": "drop_zone", "dz": "drop_zone",
          "landmark": "landmark", "mark": "landmark", "height": "spot_height", "tree": "tree",
          "corner": "corner"}  # fmt: skip

PATTERN = re.compile(rf"^(?:(\d{{1,2}})\s+)?({'|'.join(POINTS)})\b[\s:,-]*(.*)$", re.IGNORECASE)
DEFAULT_LABEL = {"tee": "long", "pin": "A", "drop_zone": "DZ"}


@dataclass(frozen=True)
class Word:
    """What a surveyor's words ask for. `corner` is a bend of the hole's line of play."""

    kind: str
    hole: int | None = None
    properties: dict[str, Any] = field(default_factory=dict)


def read_word(text: str, hole: int | None = None, rise_m: float | None = None) -> Word:
    """The meaning of a name; `hole` stands in where the name has no number."""
    text = " ".join(text.split())
    found = PATTERN.match(text)
    if found is None:
        return Word("landmark", hole, {"name": text or "unnamed point"})
    number, what, rest = found.groups()
    kind = POINTS[what.lower()]
    return Word(kind, int(number) if number else hole, _properties(kind, rest.strip(), rise_m))


def _properties(kind: str, rest: str, rise_m: float | None) -> dict[str, Any]:
    if kind in DEFAULT_LABEL:
        return {"label": rest or DEFAULT_LABEL[kind]}
    if kind == "landmark":
        return {"name": rest or "unnamed point"}
    if kind == "tree":
        return dict(TREES.get(rest.lower(), {"name": rest} if rest else {}))
    if kind == "spot_height":
        return {} if rise_m is None else {"z_m": rise_m}
    return {}
