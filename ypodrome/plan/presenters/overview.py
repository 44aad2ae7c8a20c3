"""View data of the plan overview and the printed book."""

from __future__ import annotations

from typing import Any

import numpy as np

from ypodrome.drawing.frame import hole_frame
from ypodrome.drawing.hole_drawing import draw_hole
from ypodrome.plan.models import GamePlan, PlannedHole
from ypodrome.plan.presenters.sheet import ROLES, card, wind_view
from ypodrome.plan.presenters.shot_drawing import draw_shot
from ypodrome.plan.presenters.side_drawing import draw_side
from ypodrome.plan.services import is_stale, scene_for_hole

SMALL = (270.0, 420.0)
LARGE = (398.0, 470.0)
FEW_HOLES = 3
BOOK = (300.0, 430.0)


def common_scale(holes: list[PlannedHole], width: float, height: float) -> float:
    """Pixels per metre at which every hole of the plan fits the same frame."""
    return min(hole_frame(scene_for_hole(h), width, height).scale for h in holes)


def overview_context(plan: GamePlan) -> dict[str, Any]:
    """Holes side by side at one scale, expected scores, distribution of the round."""
    holes = list(plan.holes.all())
    size = LARGE if len(holes) <= FEW_HOLES else SMALL
    scale = common_scale(holes, *size)
    cells = [hole_cell(hole, plan, size, scale) for hole in holes]
    done = [c for c in cells if c["planned"]]
    par = sum(h.par for h in holes)
    context: dict[str, Any] = {"plan": plan, "cells": cells, "par": par, "units": plan.owner.units}
    if done and len(done) == len(cells):
        expected = sum(c["expected"] for c in done)
        context |= {
            "expected": expected,
            "against_par": expected - par,
            "round_scores": round_distribution(holes, par),
        }
    return context


def book_context(plan: GamePlan) -> dict[str, Any]:
    """The printed pages: one a hole, the choice in force and the two that stand by."""
    holes = list(plan.holes.all())
    pages = []
    for hole in holes:
        page = hole_cell(hole, plan, BOOK, None)
        if page["planned"]:
            scene = scene_for_hole(hole)
            page["side"] = draw_side(hole.chosen, scene, plan.owner.units)
            page["card"] = card(hole.chosen)
            page["others"] = [
                card(o)
                for o in hole.result["options"]
                if o["role"] in ("first", "contingency", "safe") and not _same(o, hole.chosen)
            ][:2]
            page["cautions"] = hole.result["cautions"]
        pages.append(page)
    return {"plan": plan, "pages": pages, "units": plan.owner.units}


def _same(one: dict, other: dict) -> bool:
    return all(one[k] == other[k] for k in ("disc", "throw", "line"))


def hole_cell(
    hole: PlannedHole, plan: GamePlan, size: tuple[float, float], scale: float | None
) -> dict[str, Any]:
    scene = scene_for_hole(hole)
    drawing, frame = draw_hole(scene, plan.owner.units, *size, scale=scale, detail=scale is None)
    planned = bool(hole.result and hole.chosen)
    cell: dict[str, Any] = {
        "hole": hole,
        "name": scene.line.name,
        "distance_m": scene.distance_m,
        "drawing": drawing,
        "planned": planned,
        "stale": is_stale(hole),
        "wind": wind_view(plan, frame.angle),
    }
    if planned:
        cell |= {
            "shot": draw_shot(hole.chosen, scene, frame),
            "card": card(hole.chosen),
            "role": ROLES[hole.chosen["role"]],
            "expected": hole.chosen["expected_score"],
            "against_par": hole.chosen["expected_score"] - hole.par,
            "plays_like_m": hole.result["plays_like_m"],
        }
    return cell


def round_distribution(holes: list[PlannedHole], par: int) -> list[dict[str, Any]]:
    """Chances of the round's score against par with the throws in force, holes independent."""
    total = np.ones(1)
    for hole in holes:
        scores = hole.chosen["score_chances"]
        total = np.convolve(total, np.array(list(scores.values())))
    least = len(holes)
    rows = [{"against_par": least + k - par, "chance": float(p)} for k, p in enumerate(total) if p >= 0.005]
    peak = max((r["chance"] for r in rows), default=1.0)
    for row in rows:
        row["tall"] = round(56 * row["chance"] / peak, 1)
        row["from_top"] = 58 - row["tall"]
    return rows
