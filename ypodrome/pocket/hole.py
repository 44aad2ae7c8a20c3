"""One hole as the phone has it: first the plan as it stands, then every wind, what follows, and the green."""

from __future__ import annotations

import json
import math
from collections.abc import Hashable, Sequence
from dataclasses import dataclass, replace
from threading import Lock
from typing import Any

from cachetools import LRUCache, cached
from django.template.loader import render_to_string

from ypodrome.core.api import (
    HANDS,
    Option,
    Prepared,
    Role,
    Scene,
    Worth,
    expected_throws,
    two_thirds,
)
from ypodrome.core.units import mph
from ypodrome.drawing.frame import Frame
from ypodrome.drawing.hole_drawing import HoleDrawing, Look, draw_hole
from ypodrome.interchange.fingerprint import scene_digest
from ypodrome.interchange.frame import LonLat, to_lon_lat
from ypodrome.plan.comparison import wind_document
from ypodrome.plan.kept import Kept
from ypodrome.plan.presenters.here import putt_view, zone_rows
from ypodrome.plan.presenters.sheet import MOST_SHOWN
from ypodrome.plan.presenters.winds import winds_context
from ypodrome.pocket.throws import throw_view
from ypodrome.wording.cautions import caution_words
from ypodrome.wording.measures import length

Json = dict[str, Any]

POCKET = Look(168.0, 320.0, detail=False, light=True)
"""The drawing beside the words of a card, at the size it has there; larger where it is tapped."""

BOTH = "both"
"""The state of hands in which none is left out."""


@dataclass(frozen=True)
class Carried:
    """A hole to take along: its place in the round, its ground, its plan if there is one and by what that is
    known again, where the course lies, and what is said of it."""

    position: int
    scene: Scene
    kept: Kept | None
    origin: LonLat
    pins: tuple[str, ...] = ()
    notes: str = ""
    out_of_date: tuple[str, ...] = ()
    gone: str = ""
    stamp: str = ""


def hole_view(hole: Carried, units: str) -> Json:
    """A hole with the plan as it stands."""
    scene = hole.scene
    view = {
        "position": hole.position, "number": scene.line.number, "name": scene.line.name, "par": scene.par,
        "tee": scene.tee.label, "pin": scene.pin.label, "pins": list(hole.pins) or [scene.pin.label],
        "ob_play": scene.line.ob_play,
        "notes": hole.notes, "out_of_date": list(hole.out_of_date), "gone": hole.gone,
        "throws": [], "plan": None, "cautions": [], "places": [], "stamp": hole.stamp,
    }  # fmt: skip
    return view | _seen(hole, units)


def _key(hole: Carried, units: str) -> Hashable:
    return hole.stamp, scene_digest(hole.scene), units


@cached(LRUCache(MOST_SHOWN), key=_key, lock=Lock())
def _seen(hole: Carried, units: str) -> Json:
    """A hole's ground and, where there is one, its plan; kept, and not to be changed."""
    ground = ground_view(hole.scene, hole.kept, hole.origin, units)
    if hole.kept is None:
        return ground
    return ground | plan_view(hole.kept, _frame(hole.scene, hole.kept, units), units)


def ground_view(scene: Scene, kept: Kept | None, origin: LonLat, units: str) -> Json:
    """A hole's drawing, and where what it shows lies on the earth."""
    drawing, frame = draw_hole(scene, units, _look(kept))
    return {
        "distance": length(scene.distance_m, units),
        "up_deg": round((90.0 - math.degrees(frame.angle)) % 360.0, 1),
        "picture": _picture(drawing, scene.line.number),
        "place": _place(frame, origin), "px_per_m": round(frame.scale, 5),
        "tee_at": drawing.tee, "pin_at": drawing.pin,
        "drop_zones": {serves: _pixels(frame, scene.drop_zone(serves)) for serves in ("ob", "mando")},
    }  # fmt: skip


def _look(kept: Kept | None) -> Look:
    """How a hole is drawn so that its throw is seen whole."""
    if kept is None:
        return POCKET
    ring = two_thirds(kept.in_force.forecast.rests)
    corners = (ring.min(axis=0), ring.max(axis=0))
    return replace(POCKET, also=tuple((round(float(x)), round(float(y))) for x, y in corners))


def _frame(scene: Scene, kept: Kept | None, units: str) -> Frame:
    return draw_hole(scene, units, _look(kept))[1]


def plan_view(kept: Kept, frame: Frame, units: str, without: dict[str, Option] | None = None) -> Json:
    """The plan of a hole in its own wind: the throw in force, what leaves out a hand (as worked out, else the
    first such option of the plan), and the safe play, as places in a list of throws."""
    throws = Throws(frame, units)
    rest = [o for k, o in enumerate(kept.options) if k != kept.place]
    if without is None:
        without = _first_without([kept.in_force, *rest])
    hands = {BOTH: kept.in_force} | without
    other = next((o for o in rest if o.standing.role == Role.CONTINGENCY), None)
    safe = next((o for o in rest if o.standing.role == Role.SAFE), None)
    return {
        "plan": throws.places(hands),
        "other": throws.place(other), "safe": throws.place(safe),
        "throws": throws.rows,
        "expected": round(kept.in_force.forecast.expected, 2),
        "cautions": [caution_words(c, units) for c in kept.plan.cautions],
        "places": _places(kept.plan.worth, frame),
    }  # fmt: skip


def _first_without(options: Sequence[Option]) -> dict[str, Option]:
    """The first of some options that leaves out each hand; no entry where there is none."""
    firsts = {
        hand: next((o for o in options if o.throw.kind not in kinds), None) for hand, kinds in HANDS.items()
    }
    return {hand: option for hand, option in firsts.items() if option is not None}


def prepared_view(hole: Carried, found: Prepared, units: str, made: str) -> Json:
    """What was worked out of a hole before the round, and when: its ground and plan with that pin, winds by
    turn and strength, the switch that matters, what comes next from the zone, and putts around the basket.
    RuntimeError where it is not planned."""
    if hole.kept is None:
        raise RuntimeError("only what is planned can be prepared")
    scene, kept = hole.scene, hole.kept
    frame = _frame(scene, kept, units)
    throws, table = Throws(frame, units), found.winds
    return {
        "position": hole.position, "pin": scene.pin.label, "made": made, "stamp": hole.stamp,
        "ground": ground_view(scene, kept, hole.origin, units),
        "calm": throws.places({BOTH: table.calm} | table.calm_without),
        "winds": [
            {"turn": c.turn_deg, "mph": round(mph(c.speed_m_s)), **throws.places({BOTH: c.best} | c.without)}
            for c in table.cells
        ],
        "throws": throws.rows,
        "switches": winds_context(wind_document(table), units)["sentences"],
        "zone": [_next(row) for row in zone_rows(found.follows, frame, units)],
        "putts": [_putt(frame, at, putt, units) for at, putt in found.putts],
        "own": plan_view(kept, frame, units, found.without),
    }  # fmt: skip


class Throws:
    """Throws of a hole, each kept once; others name them by their place."""

    def __init__(self, frame: Frame, units: str) -> None:
        self.rows: list[Json] = []
        self._known: dict[str, int] = {}
        self._frame, self._units = frame, units

    def place(self, option: Option | None) -> int | None:
        """The place of a throw."""
        if option is None:
            return None
        view = throw_view(option, self._frame, self._units)
        place = self._known.setdefault(json.dumps(view), len(self.rows))
        if place == len(self.rows):
            self.rows.append(view)
        return place

    def places(self, hands: dict[str, Option]) -> Json:
        """The places of the best throws by what hand is left out."""
        return {hand: self.place(hands.get(hand)) for hand in (BOTH, *HANDS)}


def _picture(drawing: HoleDrawing, number: int) -> str:
    return render_to_string("pocket/_picture.html", {"drawing": drawing, "number": number})


def _pixels(frame: Frame, at: tuple[float, float] | None) -> tuple[float, float] | None:
    return frame.one(at) if at else None


def _place(frame: Frame, origin: LonLat) -> list[float]:
    """Longitude and latitude of pixels: at 0, for each pixel across, for each down. Over a hole the earth is
    flat to the centimetre."""
    side = 100.0
    at = [to_lon_lat(origin, frame.place(*p)) for p in ((0.0, 0.0), (side, 0.0), (0.0, side))]
    (lon, lat), across, down = at
    steps = [
        (across[0] - lon) / side,
        (down[0] - lon) / side,
        (across[1] - lat) / side,
        (down[1] - lat) / side,
    ]
    return [round(v, 12) for v in (lon, steps[0], steps[1], lat, steps[2], steps[3])]


def _places(worth: Worth, frame: Frame) -> list[list[float]]:
    """What places are worth: pixels, and the throws from there."""
    throws = expected_throws(worth.outlooks)
    return [
        [round(float(x)), round(float(y)), round(float(j), 2)]
        for (x, y), j in zip(frame.pixels(worth.lies), throws, strict=True)
    ]


def _next(row: Json) -> Json:
    card = row["card"]
    what = (
        f"{card['disc']}, {card['line']}, {card['throw']}, {card['power_words']}"
        if card
        else f"Putt: {row['putt']}"
    )
    return {
        "where": row["where"], "x": row["x"], "y": row["y"], "what": what,
        "aim": card["aim_words"] if card else "",
    }  # fmt: skip


def _putt(frame: Frame, at: tuple[float, float], putt: Any, units: str) -> Json:
    view, (x, y) = putt_view(putt, frame, units), frame.one(at)
    return {"x": x, "y": y, "advice": view["advice"], "style": str(view["style"]), "why": view["why"][0],
            "made": round(view["made"], 2), "expected": round(min(putt.run, putt.lay_up), 2)}  # fmt: skip
