"""Kinds of course feature: their geometry and properties, with defaults and limits."""

from __future__ import annotations

from dataclasses import dataclass, field
from typing import Any

from ypodrome.core.ground.surfaces import SURFACE_NAMES
from ypodrome.interchange.survey_words import TREES


@dataclass(frozen=True)
class Number:
    """A finite number between two limits."""

    default: float | None
    low: float
    high: float


@dataclass(frozen=True)
class Choice:
    default: str
    options: tuple[str, ...]


@dataclass(frozen=True)
class Text:
    default: str | None = ""
    longest: int = 2000


@dataclass(frozen=True)
class Flag:
    default: bool


@dataclass(frozen=True)
class Kind:
    """A kind of feature. `one_hole`: it belongs to exactly one hole, given as a number."""

    geometry: tuple[str, ...]
    properties: dict = field(default_factory=dict)
    one_hole: bool = False


HEIGHT = (0.0, 100.0)
SURFACE = Choice("cut_grass", SURFACE_NAMES)

KINDS: dict[str, Kind] = {
    "hole": Kind(
        ("LineString",),
        {
            "name": Text(longest=120),
            "par": Number(3, 2, 7),
            "sign_distance_m": Number(None, 10.0, 600.0),
            "ob_play": Choice("last_in_bounds", ("last_in_bounds", "drop_zone", "previous_lie")),
            "overhead_allowed": Flag(True),
            "notes": Text(),
        },
        one_hole=True,
    ),
    "tee": Kind(("Point",), {"label": Text(None, 40), "surface": Choice("pavement", SURFACE_NAMES)}),
    "pin": Kind(("Point",), {"label": Text(None, 40), "raised_m": Number(0.0, 0.0, 5.0)}),
    "drop_zone": Kind(
        ("Point",), {"label": Text("DZ", 40), "serves": Choice("both", ("ob", "mando", "both"))}
    ),
    "landmark": Kind(("Point",), {"name": Text(None, 120), "height_m": Number(5.0, *HEIGHT)}),
    "spot_height": Kind(("Point",), {"z_m": Number(None, -450.0, 6000.0)}),
    "area": Kind(
        ("Polygon", "MultiPolygon"),
        {
            "play": Choice("in", ("in", "ob", "hazard", "casual", "island")),
            "surface": SURFACE,
            "find_chance": Number(1.0, 0.0, 1.0),
            "people": Choice("none", ("none", "path", "road", "play")),
            "wind_factor": Number(1.0, 0.0, 3.0),
            "name": Text(longest=120),
        },
    ),
    "tree": Kind(
        ("Point",),
        {
            "trunk_radius_m": Number(0.2, 0.01, 3.0),
            "height_m": Number(12.0, 0.5, 100.0),
            "canopy_radius_m": Number(3.0, 0.0, 25.0),
            "canopy_base_m": Number(2.5, *HEIGHT),
            "density_per_m": Number(0.25, 0.0, 1.0),
            "name": Text(longest=120),
        },
    ),
    "grove": Kind(
        ("Polygon",),
        {
            "height_m": Number(12.0, 0.5, 100.0),
            "canopy_base_m": Number(2.5, *HEIGHT),
            "density_per_m": Number(0.3, 0.0, 1.0),
            "floor_density_per_m": Number(0.1, 0.0, 1.0),
            "name": Text(longest=120),
        },
    ),
    "barrier": Kind(
        ("LineString", "Polygon"),
        {
            "what": Choice("wall", ("wall", "fence", "hedge", "building", "wire", "log")),
            "base_m": Number(0.0, *HEIGHT),
            "top_m": Number(None, *HEIGHT),
            "solid": Number(1.0, 0.0, 1.0),
            "name": Text(longest=120),
        },
    ),
    "mando": Kind(("LineString",), {"label": Text("")}),
    "unknown": Kind(("Polygon",), {"what": Choice("ground", ("green", "woods", "ground")), "note": Text()}),
}

REQUIRED = {
    "spot_height": ("z_m",),
    "barrier": ("top_m",),
    "tee": ("label",),
    "pin": ("label",),
    "landmark": ("name",),
}
"""Properties without which a feature has no meaning."""


def schema_document() -> dict[str, Any]:
    """The kinds as plain values, for a form to be made of: geometry, and fields in order."""
    return {
        name: {
            "geometry": list(kind.geometry),
            "one_hole": kind.one_hole,
            "fields": [
                {"name": key, "required": key in REQUIRED.get(name, ()), **_field(spec)}
                for key, spec in kind.properties.items()
            ],
        }
        for name, kind in KINDS.items()
    }


def _field(spec: Any) -> dict[str, Any]:
    if isinstance(spec, Number):
        return {"type": "number", "default": spec.default, "low": spec.low, "high": spec.high}
    if isinstance(spec, Choice):
        return {"type": "choice", "default": spec.default, "options": list(spec.options)}
    return {"type": "flag" if isinstance(spec, Flag) else "text", "default": spec.default}


def _pen(pen: str, kind: str, shape: str, **properties: Any) -> dict[str, Any]:
    return {"name": pen, "kind": kind, "shape": shape, "properties": properties}


PENS = [
    _pen("hole line", "hole", "LineString", par=3),
    _pen("tee", "tee", "Point", label="long"),
    _pen("pin", "pin", "Point", label="A"),
    _pen("drop zone", "drop_zone", "Point", label="DZ"),
    _pen("landmark", "landmark", "Point", name="landmark"),
    _pen("spot height", "spot_height", "Point", z_m=0.0),
    *(_pen(f"tree, {name}", "tree", "Point", **tree) for name, tree in TREES.items()),
    _pen("woods", "grove", "Polygon"),
    _pen("ceiling", "grove", "Polygon", canopy_base_m=5.0, floor_density_per_m=0.01),
    _pen("out of bounds", "area", "Polygon", play="ob", surface="cut_grass"),
    _pen("water, out", "area", "Polygon", play="ob", surface="water", find_chance=0.2, wind_factor=1.1),
    _pen("island", "area", "Polygon", play="island"),
    _pen("path, out", "area", "Polygon", play="ob", surface="gravel", people="path"),
    _pen("road, out", "area", "Polygon", play="ob", surface="pavement", people="road"),
    _pen("cut grass", "area", "Polygon", surface="cut_grass"),
    _pen("long grass", "area", "Polygon", surface="long_grass"),
    _pen("rough", "area", "Polygon", surface="rough", find_chance=0.95),
    _pen("bare ground", "area", "Polygon", surface="hardpack"),
    _pen("leaves", "area", "Polygon", surface="leaves"),
    _pen("wall", "barrier", "LineString", what="wall", top_m=1.2),
    _pen("fence", "barrier", "LineString", what="fence", top_m=1.8),
    _pen("building", "barrier", "Polygon", what="building", top_m=5.0),
    _pen("wire", "barrier", "LineString", what="wire", base_m=6.0, top_m=6.5, solid=0.6),
    _pen("mandatory", "mando", "LineString", label=""),
    _pen("not yet seen", "unknown", "Polygon", what="ground"),
]
"""Named pens of the survey desk: a kind of feature with usual properties (chosen)."""
