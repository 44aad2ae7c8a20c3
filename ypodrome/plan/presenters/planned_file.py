"""A page of the book from a plan's file: its words are made here from its numbers, as for a stored plan."""

from __future__ import annotations

from collections.abc import Sequence
from typing import Any

import numpy as np

from ypodrome.core.api import Disc, Role, Scene, Thrower, heights
from ypodrome.core.units import wrap_degrees
from ypodrome.drawing.frame import Frame, path_of
from ypodrome.drawing.hole_drawing import draw_hole
from ypodrome.interchange.fingerprint import fingerprint
from ypodrome.interchange.frame import LonLat, to_local
from ypodrome.plan.presenters.book import PAGE, Page, picture
from ypodrome.plan.presenters.shot_drawing import ShotDrawing, barbs_along
from ypodrome.wording.measures import length
from ypodrome.wording.throws import ROLES, angle_words, height_words, power_words
from ypodrome.wording.winds import wind_words

Json = dict[str, Any]

CHANGED = {
    "scene": "the course has changed",
    "thrower": "the thrower has changed",
    "bag": "the bag has changed",
}


def page_of(
    hole: Json,
    scene: Scene,
    origin: LonLat,
    bag: Sequence[Disc] | None,
    thrower: Thrower | None,
) -> Page:
    """A hole of a plan's file; what has changed since is told as far as bag and thrower are given."""
    units = hole["conditions"]["units"]
    frame = draw_hole(scene, units, PAGE)[1]
    turn = wrap_degrees(hole["conditions"]["wind_from_deg"] - (90.0 - np.degrees(frame.angle)))
    first, *rest = hole["options"]
    others = [o for o in rest if o["role"] in (Role.CONTINGENCY, Role.SAFE)]
    wind = wind_words(turn) if hole["conditions"]["wind_m_s"] else "no wind"
    facts = (
        f"par {hole['par']}, {length(hole['distance_m'], units)}, plays like "
        f"{length(hole['plays_like_m'], units)}, {wind}"
    )
    return Page(
        hole["hole"], scene.line.name, hole["par"], facts,
        picture(scene, hole["hole"], units, _shot(first, scene, frame, origin), turn),
        throw=_words(first), others=tuple(_words(o) for o in others[:2]), cautions=tuple(hole["cautions"]),
        out_of_date=tuple(_changed(hole, scene, bag, thrower)),
    )  # fmt: skip


def _words(option: Json) -> Json:
    follow = option.get("next")
    return {
        "disc": option["disc"], "throw": option["throw"], "line": option["line"],
        "power_pct": round(option["power_pct"]), "power_words": power_words(option["power_pct"] / 100.0),
        "angle_words": angle_words(option["hyzer_deg"]), "height_words": height_words(option["launch_deg"]),
        "aim_words": option["aim_point"], "expected_score": option["expected_score"],
        "role_words": ROLES.get(option["role"], "Another way"),
        "follow": _words(follow) if isinstance(follow, dict) else None,
    }  # fmt: skip


def _shot(option: Json, scene: Scene, frame: Frame, origin: LonLat) -> ShotDrawing | None:
    flight = np.array([[*to_local(origin, (p[0], p[1])), p[2]] for p in option["flight"]])
    zone = np.array([to_local(origin, (p[0], p[1])) for p in option["zone"]])
    if len(flight) < 2 or len(zone) < 3:
        return None
    high = flight[:, 2] - heights(scene.field, np.ascontiguousarray(flight[:, :2]))
    end = frame.one((float(flight[-1, 0]), float(flight[-1, 1])))
    return ShotDrawing(
        flight=path_of(frame.pixels(flight[:, :2])), barbs=barbs_along(flight[:, :2], high, frame), cloud="",
        ellipse=path_of(frame.pixels(zone), closed=True), end=end, aim=end, aim_line="",
    )  # fmt: skip


def _changed(hole: Json, scene: Scene, bag: Sequence[Disc] | None, thrower: Thrower | None) -> list[str]:
    now = fingerprint(scene, thrower, bag)
    return [CHANGED[key] for key, value in now.items() if hole["fingerprint"].get(key) != value]
