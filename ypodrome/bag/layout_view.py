"""View data of the bag laid out from its thrower's hand."""

from __future__ import annotations

from typing import Any

import numpy as np

from ypodrome.bag.layout import Placed, gaps
from ypodrome.core.api import Disc
from ypodrome.drawing.frame import path_of
from ypodrome.wording.measures import between, in_metres, length, round_step

Json = dict[str, Any]
WIDE, TALL, EDGE = 500.0, 640.0, 24.0
LEAST_APART_PX = 13.0


def layout_view(placed: list[Placed], alike: list[tuple[Disc, Disc]], units: str) -> Json:
    """Flights from above, from a little short of the first to end, with the disc's name at the end of each;
    rings of distance; gaps and doubles in words."""
    far = max([60.0, *(p.far_m for p in placed)])
    shown = far - max(0.0, min([far - 40.0, *(p.far_m - 20.0 for p in placed)]))
    wide = max([12.0, *(abs(y) for p in placed for y in p.way[:, 1])])
    px = min((TALL - 2 * EDGE) / shown, (WIDE / 2 - 78.0) / wide)
    near = max(0.0, far - (TALL - 2 * EDGE) / px)
    foot = round(EDGE + far * px, 1)
    marks = [_mark(p, px, foot) for p in placed]
    _apart(marks)
    step = round_step(units)
    step_m = in_metres(step, units)
    rings = [
        {"r": round(k * step_m * px, 1), "y": round(foot - k * step_m * px, 1), "text": k * step}
        for k in range(1, int(far / step_m) + 1)
        if k * step_m > near
    ]
    return {
        "marks": marks, "rings": rings, "wide": WIDE, "tall": TALL, "middle": WIDE / 2, "foot": foot,
        "gaps": [f"Nothing between the {a.disc.name} and the {b.disc.name}: "
                 f"{between(a.far_m, b.far_m, units)}." for a, b in gaps(placed)],
        "doubles": [f"The {a.name} and the {b.name} end together, in wind too: one of them will do."
                    for a, b in alike],
    }  # fmt: skip


def _mark(p: Placed, px: float, foot: float) -> Json:
    at = np.stack([WIDE / 2 - p.way[:, 1] * px, foot - p.way[:, 0] * px], axis=1)
    x, y = float(at[-1, 0]), float(at[-1, 1])
    left = p.left_m > 0
    return {
        "name": p.disc.name, "d": path_of(at), "x": round(x, 1), "y": round(y, 1), "label_y": y + 4,
        "label_x": round(x + (-7 if left else 7), 1), "anchor": "end" if left else "start",
    }  # fmt: skip


def _apart(marks: list[Json]) -> None:
    """Move labels of one side up the page until none covers the next."""
    for anchor in ("start", "end"):
        last = None
        for mark in sorted((m for m in marks if m["anchor"] == anchor), key=lambda m: -m["label_y"]):
            if last is not None and last - mark["label_y"] < LEAST_APART_PX:
                mark["label_y"] = last - LEAST_APART_PX
            last = mark["label_y"] = round(mark["label_y"], 1)
            mark["led"] = abs(last - 4 - mark["y"]) > 5.0


def finish_words(p: Placed, units: str) -> str:
    """Where a disc ends beside its aim."""
    if abs(p.left_m) < 0.5:
        return "straight"
    return f"{length(abs(p.left_m), units)} {'left' if p.left_m > 0 else 'right'}"
