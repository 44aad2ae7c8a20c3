"""Screens beside the sheet: from here, what comes next from the zone, a throw of one's own."""

from __future__ import annotations

from typing import Any

from django.http import HttpResponse, JsonResponse
from django.shortcuts import render
from django.template.loader import render_to_string
from django.views.decorators.http import require_POST, require_safe

from ypodrome.accounts.http import json_body
from ypodrome.accounts.requests import PlayerRequest
from ypodrome.drawing.frame import hole_frame
from ypodrome.drawing.hole_drawing import HEIGHT, WIDTH
from ypodrome.plan import here as service
from ypodrome.plan.choices import keep_own
from ypodrome.plan.live import scene_for_hole, situation_of
from ypodrome.plan.models import PlannedHole
from ypodrome.plan.planning import fresh
from ypodrome.plan.presenters.here import here_view, zone_rows
from ypodrome.plan.presenters.sheet import sheet_context, shot_context
from ypodrome.plan.views import own_hole
from ypodrome.wording.throws import STANCES, kind_words


def _page(hole: PlannedHole) -> dict[str, Any]:
    scene = scene_for_hole(hole)
    return sheet_context(hole, scene) | {"hole_name": scene.line.name, "planned": hole.kept is not None}


def _part(request: PlayerRequest, name: str, view: dict[str, Any]) -> JsonResponse:
    """One part of a page, drawn anew."""
    return JsonResponse({"parts": {name: render_to_string(f"plan/here/_{name}.html", view, request)}})


@require_safe
def here(request: PlayerRequest, pk: int, position: int) -> HttpResponse:
    """Set a lie and see what to throw from it."""
    hole = own_hole(request, pk, position)
    return render(request, "plan/here.html", _page(hole) | {"stances": STANCES.items()})


@require_POST
def here_plan(request: PlayerRequest, pk: int, position: int) -> HttpResponse:
    """The plan from a lie."""
    hole = own_hole(request, pk, position)
    scene, units = scene_for_hole(hole), hole.plan.owner.units
    frame = hole_frame(scene, WIDTH, HEIGHT)
    values = json_body(request)
    fresh(hole)
    lie = service.lie_of(hole, scene, frame, values)
    found = service.from_here(hole, lie, values)
    view = here_view(found, scene, frame, units)
    parts = {name: render_to_string(f"plan/here/_{name}.html", view, request) for name in ("marks", "advice")}
    return JsonResponse({"parts": parts, "x": view["mark"][0], "y": view["mark"][1]})


@require_POST
def zone(request: PlayerRequest, pk: int, position: int) -> HttpResponse:
    """What comes next from the parts of the planned zone."""
    hole = own_hole(request, pk, position)
    scene, units = scene_for_hole(hole), hole.plan.owner.units
    rows = zone_rows(service.zone_of(hole), hole_frame(scene, WIDTH, HEIGHT), units)
    return _part(request, "zone", {"rows": rows, "units": units})


@require_safe
def discs(request: PlayerRequest, pk: int, position: int) -> HttpResponse:
    """Judge a throw of one's own, and compare every disc's best."""
    hole = own_hole(request, pk, position)
    situation = situation_of(hole)
    kinds = [(k, kind_words(k)) for k in situation.kinds]
    throw = hole.kept.in_force.throw if hole.kept else None
    context = _page(hole) | {"bag": situation.bag, "kinds": kinds, "throw": throw}
    return render(request, "plan/discs.html", context)


@require_POST
def own(request: PlayerRequest, pk: int, position: int) -> HttpResponse:
    """Judge a throw of one's own; with `keep` it is put in force."""
    hole = own_hole(request, pk, position)
    values = json_body(request)
    kept = service.own_throw(hole, values)
    if values.get("keep") is True:
        keep_own(hole, kept)
    option = kept.in_force
    scene = scene_for_hole(hole)
    frame = hole_frame(scene, WIDTH, HEIGHT)
    context = shot_context(option, scene, frame, hole.plan.owner.units) | {"own": True}
    parts = {n: render_to_string(f"plan/hole/_{n}.html", context, request) for n in ("shot", "side", "card")}
    return JsonResponse({"parts": parts, "expected": option.forecast.expected})
