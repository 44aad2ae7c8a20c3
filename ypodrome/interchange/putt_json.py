"""A putt as JSON, keys as in docs/formats.md."""

from __future__ import annotations

from typing import Any

from ypodrome.core.api import Putt
from ypodrome.interchange.frame import LonLat, to_lon_lat
from ypodrome.wording.putts import putt_sentences


def putt_document(putt: Putt, origin: LonLat, units: str) -> dict[str, Any]:
    """A lie on the green as plain values; `origin` is the course origin [deg]."""
    lon, lat = to_lon_lat(origin, putt.spot)
    return {
        "distance_m": round(putt.distance_m, 2),
        "rise_m": round(putt.rise_m, 2),
        "make": round(putt.made, 4),
        "run": {
            "expected": round(putt.run, 3), "make": round(putt.made, 4),
            "come_back_m": round(putt.come_back_m, 2), "out": round(putt.out, 4),
        },
        "lay_up": {
            "expected": round(putt.lay_up, 3), "leaves_m": round(putt.leaves_m, 2),
            "spot": {"lon": round(lon, 7), "lat": round(lat, 7)},
        },
        "advice": "run" if putt.runs else "lay_up",
        "either": putt.either,
        "style": putt.style,
        "why": putt_sentences(putt, units),
    }  # fmt: skip
