"""Kinds of course feature: their geometry and properties, with defaults and limits."""

from __future__ import annotations

from dataclasses import dataclass, field

from ypodrome.core.ground.surfaces import SURFACE_NAMES


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
            "name": Text(),
            "par": Number(3, 2, 7),
            "sign_distance_m": Number(None, 10.0, 600.0),
            "ob_play": Choice("last_in_bounds", ("last_in_bounds", "drop_zone", "previous_lie")),
            "overhead_allowed": Flag(True),
            "notes": Text(),
        },
        one_hole=True,
    ),
    "tee": Kind(("Point",), {"label": Text(None), "surface": Choice("pavement", SURFACE_NAMES)}),
    "pin": Kind(("Point",), {"label": Text(None), "raised_m": Number(0.0, 0.0, 5.0)}),
    "drop_zone": Kind(("Point",), {"label": Text("DZ"), "serves": Choice("both", ("ob", "mando", "both"))}),
    "landmark": Kind(("Point",), {"name": Text(None), "height_m": Number(5.0, *HEIGHT)}),
    "spot_height": Kind(("Point",), {"z_m": Number(None, -450.0, 6000.0)}),
    "area": Kind(
        ("Polygon", "MultiPolygon"),
        {
            "play": Choice("in", ("in", "ob", "hazard", "casual", "island")),
            "surface": SURFACE,
            "find_chance": Number(1.0, 0.0, 1.0),
            "people": Choice("none", ("none", "path", "road", "play")),
            "wind_factor": Number(1.0, 0.0, 3.0),
            "name": Text(),
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
            "name": Text(),
        },
    ),
    "grove": Kind(
        ("Polygon",),
        {
            "height_m": Number(12.0, 0.5, 100.0),
            "canopy_base_m": Number(2.5, *HEIGHT),
            "density_per_m": Number(0.3, 0.0, 1.0),
            "floor_density_per_m": Number(0.1, 0.0, 1.0),
            "name": Text(),
        },
    ),
    "barrier": Kind(
        ("LineString", "Polygon"),
        {
            "what": Choice("wall", ("wall", "fence", "hedge", "building", "wire", "log")),
            "base_m": Number(0.0, *HEIGHT),
            "top_m": Number(None, *HEIGHT),
            "solid": Number(1.0, 0.0, 1.0),
            "name": Text(),
        },
    ),
    "mando": Kind(("LineString",), {"label": Text("")}),
}

REQUIRED = {
    "spot_height": ("z_m",),
    "barrier": ("top_m",),
    "tee": ("label",),
    "pin": ("label",),
    "landmark": ("name",),
}
"""Properties without which a feature has no meaning."""
