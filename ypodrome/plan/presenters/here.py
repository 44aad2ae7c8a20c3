"""View data of a plan from a lie, of a zone's parts, and of every disc's best throw."""

from __future__ import annotations

from collections.abc import Iterable
from typing import Any

from ypodrome.core.api import Follow, LiePlan, Option, Putt, Scene, dearer
from ypodrome.drawing.frame import Frame
from ypodrome.plan.presenters.sheet import card
from ypodrome.plan.presenters.shot_drawing import draw_shot
from ypodrome.wording.putts import advice, putt_sentences, thrown_instead
from ypodrome.wording.throws import STANCES, kind_words


def here_view(here: LiePlan, scene: Scene, frame: Frame, units: str) -> dict[str, Any]:
    """The plan from a lie: mark, throw drawn, card, the other options, the putt."""
    first = here.options[0] if here.options else None
    shown = card(first, units) if first else None
    putting = here.putt is not None and (first is None or here.expected < first.forecast.expected - 1e-9)
    if shown and putting:
        shown["role_words"] = thrown_instead(dearer(shown["expected_score"], here.expected))
    return {
        "here": here,
        "units": units,
        "mark": frame.one(here.lie),
        "shot": draw_shot(first, scene, frame) if first else None,
        "card": shown,
        "others": [card(o, units) for o in here.options[1:4]],
        "putt": putt_view(here.putt, frame, units) if here.putt else None,
        "putting": putting,
        "stance": STANCES[here.stance],
    }


def putt_view(putt: Putt, frame: Frame, units: str) -> dict[str, Any]:
    """A putt: what to do, how, and both prices."""
    return {
        "advice": advice(putt),
        "style": putt.style,
        "run": putt.run,
        "lay_up": putt.lay_up,
        "made": putt.made,
        "spot": frame.one(putt.spot),
        "leaves_m": putt.leaves_m,
        "distance_m": putt.distance_m,
        "why": putt_sentences(putt, units),
    }


def zone_rows(parts: Iterable[Follow], frame: Frame, units: str) -> list[dict[str, Any]]:
    """What comes next from each part of a zone, and where on the drawing that is."""
    rows = []
    for part in parts:
        x, y = frame.one(part.lie)
        throw = card(part.option, units) if part.option else None
        putt = advice(part.putt) if part.putt else ""
        rows.append({"where": part.where, "x": x, "y": y, "distance_m": part.distance_m, "card": throw,
                     "putt": putt, "expected": part.expected})  # fmt: skip
    return rows


def disc_rows(options: Iterable[Option], units: str) -> list[dict[str, Any]]:
    """Every disc's best throw and what it costs more than the best of all."""
    rows = [card(o, units) | {"kind": kind_words(o.throw.kind)} for o in options]
    least = min((r["expected_score"] for r in rows), default=0.0)
    return [r | {"dearer": dearer(r["expected_score"], least)} for r in rows]
