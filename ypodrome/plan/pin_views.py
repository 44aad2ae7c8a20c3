"""Screen of a hole whose pin is not known."""

from __future__ import annotations

from django.http import HttpResponse, JsonResponse
from django.shortcuts import render
from django.template.loader import render_to_string
from django.views.decorators.http import require_POST, require_safe

from ypodrome.accounts.http import checked, json_body
from ypodrome.accounts.requests import PlayerRequest
from ypodrome.drawing.frame import hole_frame
from ypodrome.drawing.hole_drawing import HEIGHT, WIDTH
from ypodrome.plan.forms import PinsForm
from ypodrome.plan.live import labels_of, scene_for_hole
from ypodrome.plan.pins import keep_for_all, plan_pins
from ypodrome.plan.presenters.pins import pin_marks, pins_view
from ypodrome.plan.presenters.sheet import sheet_context
from ypodrome.plan.views import own_hole


@require_safe
def pins(request: PlayerRequest, pk: int, position: int) -> HttpResponse:
    """Say how likely each pin is."""
    hole = own_hole(request, pk, position)
    scene, labels = scene_for_hole(hole), labels_of(hole, "pins")
    marks = pin_marks(hole, labels, hole_frame(scene, WIDTH, HEIGHT))
    context = sheet_context(hole, scene) | {"hole_name": scene.line.name, "pins": labels, "marks": marks}
    return render(request, "plan/pins.html", context)


@require_POST
def pins_plan(request: PlayerRequest, pk: int, position: int) -> HttpResponse:
    """One throw for all pins by their weights; with `keep` it is put in force."""
    hole = own_hole(request, pk, position)
    values = json_body(request)
    found = plan_pins(hole, checked(PinsForm(labels_of(hole, "pins"), values.get("weights"))))
    if values.get("keep") is True:
        keep_for_all(hole, found)
    frame = hole_frame(scene_for_hole(hole), WIDTH, HEIGHT)
    view = pins_view(hole, found, frame, hole.plan.owner.units)
    names = {"shot": "plan/hole/_shot.html", "mixture": "plan/_mixture.html"}
    parts = {name: render_to_string(path, view, request) for name, path in names.items()}
    return JsonResponse({"parts": parts, "expected": found.expected})
