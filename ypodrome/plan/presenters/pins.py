"""View data of a plan that is not sure of the pin."""

from __future__ import annotations

from typing import Any

from ypodrome.core.api import UnsurePlan, dearer
from ypodrome.drawing.frame import Frame
from ypodrome.plan.models import PlannedHole
from ypodrome.plan.pins import scene_with
from ypodrome.plan.presenters.sheet import card
from ypodrome.plan.presenters.shot_drawing import draw_shot


def pin_marks(hole: PlannedHole, pins: list[str], frame: Frame) -> list[dict[str, Any]]:
    """Where the pins stand on the drawing."""
    found = []
    for pin in pins:
        x, y = frame.one(scene_with(hole, pin).pin.at)
        found.append({"pin": pin, "x": x, "y": y})
    return found


def pins_view(hole: PlannedHole, found: UnsurePlan, frame: Frame, units: str) -> dict[str, Any]:
    """The throw for all pins, and pin by pin what it comes to, what one would throw knowing, and what the
    other pins' throws cost."""
    first = found.cases[0]
    rows = [
        {
            "pin": c.pin,
            "weight": c.weight,
            "expected": c.for_all.forecast.expected,
            "own": card(c.own, units),
            "dearer": dearer(c.for_all.forecast.expected, c.own.forecast.expected),
            "wrong": c.wrong,
        }
        for c in found.cases
    ]
    return {
        "rows": rows,
        "card": card(first.for_all, units),
        "shot": draw_shot(first.for_all, scene_with(hole, first.pin), frame),
        "expected": found.expected,
        "looking_saves": max(0.0, found.expected - found.known),
        "units": units,
    }
