"""View data of the plan overview, and of two plans side by side."""

from __future__ import annotations

from threading import Lock
from typing import Any

import numpy as np
from cachetools import LRUCache, cached
from django.template.loader import render_to_string

from ypodrome.core.api import Scene, dearer, is_throw, round_chances
from ypodrome.drawing.frame import natural_size
from ypodrome.drawing.hole_drawing import Look, draw_hole
from ypodrome.plan.inputs import staleness
from ypodrome.plan.live import scene_for_hole
from ypodrome.plan.models import GamePlan, PlannedHole
from ypodrome.plan.presenters.drawn import drawn
from ypodrome.plan.presenters.sheet import MOST_SHOWN, Shown, by_key, card, gone_words, shown_of, wind_view
from ypodrome.plan.presenters.shot_drawing import draw_shot
from ypodrome.plan.target import scores_by_day, target_of

TALLEST = 262.0
WIDE = 128.0
LARGEST_SCALE = 1.6
RECORD = Look(300.0, 430.0, light=True)

MUST_GET, BONUS = 0.40, 0.12
"""Chance of a birdie from which a hole is one to get, and up to which a birdie is a bonus (chosen)."""

WORTH_NAMING = 0.15
"""Throws against the average from which a hole is said to win or cost (chosen)."""

MOST_NAMED = 4


def common_scale(scenes: list[Scene]) -> float:
    """Pixels per metre at which the longest and the widest hole fit a cell."""
    sizes = [natural_size(s, 1.0) for s in scenes]
    return min(TALLEST / max(h for _, h in sizes), WIDE / max(w for w, _ in sizes), LARGEST_SCALE)


def overview_context(plan: GamePlan) -> dict[str, Any]:
    """Holes side by side at one scale, expected scores, distribution of the round, target."""
    holes = list(plan.holes.all())
    scenes = [scene_for_hole(h) for h in holes]
    scale = common_scale(scenes)
    looks = [Look(WIDE, natural_size(s, scale)[1], scale, detail=False, light=True) for s in scenes]
    cells = [hole_cell(h, plan, look) for h, look in zip(holes, looks, strict=True)]
    done = [c for c in cells if c["planned"]]
    par = sum(h.par for h in holes)
    context: dict[str, Any] = {"plan": plan, "cells": cells, "par": par, "units": plan.owner.units}
    if done and len(done) == len(cells):
        expected = sum(c["expected"] for c in done)
        context |= {
            "expected": expected,
            "against_par": expected - par,
            "round_scores": round_distribution(holes, par),
            "won": _extremes(done, best=True),
            "lost": _extremes(done, best=False),
            "target": target_of(holes, plan.target) if plan.target else None,
        }
        context |= _against_scratch(done)
    return context


def _extremes(cells: list[dict[str, Any]], best: bool) -> list[dict[str, Any]]:
    """The holes that win, or cost, most against this player's own average over the round."""
    average = float(np.mean([c["against_par"] for c in cells]))
    rows = [c | {"against_average": c["against_par"] - average} for c in cells]
    rows.sort(key=lambda c: c["against_average"], reverse=not best)
    sign = -1.0 if best else 1.0
    return [c for c in rows if sign * c["against_average"] > WORTH_NAMING][:MOST_NAMED]


def _against_scratch(cells: list[dict[str, Any]]) -> dict[str, Any]:
    """What the round and its dearest holes cost against a scratch player, once that is worked out."""
    if any(c["hole"].scratch is None for c in cells):
        return {}
    rows = [c | {"against_scratch": c["expected"] - c["hole"].scratch["expected"]} for c in cells]
    dearest = sorted(rows, key=lambda c: -c["against_scratch"])[:MOST_NAMED]
    return {"scratch_gap": sum(c["against_scratch"] for c in rows), "dearest": dearest}


def hole_cell(hole: PlannedHole, plan: GamePlan, look: Look) -> dict[str, Any]:
    """A hole in short: its drawing with the throw in force, and what it comes to."""
    scene, units, planned = scene_for_hole(hole), plan.owner.units, hole.kept is not None
    stale, why = staleness(hole)
    shown = shown_of(hole) if planned else None
    wind = wind_view(plan, draw_hole(scene, units, look)[1].angle)
    cell: dict[str, Any] = {
        "hole": hole,
        "name": scene.line.name,
        "distance_m": scene.distance_m,
        "picture": _picture(shown, scene, hole.number, units, look, wind["turn_deg"]),
        "planned": planned,
        "stale": stale,
        "why_stale": why,
        "wind": wind,
    }
    if shown:
        option = shown.option
        birdie, expected = option.forecast.chances.birdie_or_better, option.forecast.expected
        cell |= {
            "card": _card(shown, units),
            "expected": expected,
            "against_par": expected - hole.par,
            "plays_like_m": hole.planned.plan.plays_like_m,
            "kind": "must get" if birdie >= MUST_GET else "bonus" if birdie <= BONUS else "",
            "gone": gone_words(hole),
        }
    return cell


@cached(LRUCache(MOST_SHOWN), key=by_key, lock=Lock())
def _card(shown: Shown, units: str) -> dict[str, Any]:
    return card(shown.option, units)


@cached(LRUCache(MOST_SHOWN), key=by_key, lock=Lock())
def _picture(
    shown: Shown | None, scene: Scene, number: int, units: str, look: Look, wind_turn_deg: float
) -> str:
    """A hole with its throw in force as SVG, to be read only."""
    drawing, frame = draw_hole(scene, units, look)
    shot = drawn(draw_shot, shown.option, scene, frame, look.light) if shown else None
    context = {"drawing": drawing, "shot": shot, "number": number, "look": look, "turn_deg": wind_turn_deg}
    return render_to_string("plan/_picture.html", context)


def round_distribution(holes: list[PlannedHole], par: int) -> list[dict[str, Any]]:
    """Chances of the round's score against par with the throws in force, the day shared by all holes."""
    total = round_chances([scores_by_day(hole.planned.in_force) for hole in holes])
    least = len(holes)
    rows = [{"against_par": least + k - par, "chance": float(p)} for k, p in enumerate(total) if p >= 0.005]
    peak = max((r["chance"] for r in rows), default=1.0)
    for row in rows:
        row["tall"] = round(56 * row["chance"] / peak, 1)
        row["from_top"] = 58 - row["tall"]
    return rows


def comparison_context(plan: GamePlan, other: GamePlan) -> dict[str, Any]:
    """Two plans of one course, hole by hole: what is thrown, what is expected, what differs."""
    theirs = {h.position: h for h in other.holes.all()}
    rows = []
    for hole in plan.holes.all():
        beside = theirs.get(hole.position)
        if beside is None or hole.kept is None or beside.kept is None:
            continue
        one, two = hole.kept.in_force, beside.kept.in_force
        rows.append(
            {
                "hole": hole,
                "one": card(one, plan.owner.units),
                "other": card(two, plan.owner.units),
                "moved": dearer(two.forecast.expected, one.forecast.expected),
                "same": is_throw(two, one.key, one.throw),
            }
        )
    return {
        "other": other,
        "rows": rows,
        "moved": sum(r["moved"] for r in rows),
        "missing": sum(h.kept is None for h in theirs.values()),
    }
