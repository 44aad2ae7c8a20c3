"""Screens of every throw: the best of each disc on a hole, and the round with few different throws."""

from __future__ import annotations

from django.contrib import messages
from django.http import HttpResponse, JsonResponse
from django.shortcuts import redirect, render
from django.template.loader import render_to_string
from django.views.decorators.http import require_http_methods, require_POST, require_safe

from ypodrome.accounts.http import checked
from ypodrome.accounts.requests import PlayerRequest
from ypodrome.core.refused import Refused
from ypodrome.plan.forms import FewForm
from ypodrome.plan.presenters.few import bag_context, few_context
from ypodrome.plan.presenters.here import disc_rows
from ypodrome.plan.table import play_few, try_every
from ypodrome.plan.views import own_hole, own_plan


@require_POST
def every(request: PlayerRequest, pk: int, position: int) -> HttpResponse:
    """Try every throw of the hole, and show the best of every disc."""
    hole = own_hole(request, pk, position)
    units = hole.plan.owner.units
    rows = disc_rows(try_every(hole), units)
    shown = render_to_string("plan/here/_every.html", {"rows": rows, "units": units}, request)
    return JsonResponse({"parts": {"every": shown}})


@require_safe
def bag(request: PlayerRequest, pk: int) -> HttpResponse:
    """What each disc is worth on the tees of the round, and the smallest bags that lose little."""
    return render(request, "plan/bag.html", bag_context(own_plan(request, pk)))


@require_http_methods(["GET", "POST"])
def few(request: PlayerRequest, pk: int) -> HttpResponse:
    """The round with few different throws, and its price; POST puts one in force."""
    plan = own_plan(request, pk)
    if request.method == "POST":
        try:
            different = checked(FewForm(request.POST))["different"]
            play_few(plan, different)
            messages.success(request, f"The round with {different} different throws is in the plan.")
        except Refused as error:
            messages.error(request, f"Not changed: {error}.")
        return redirect("plan:overview_of", pk)
    return render(request, "plan/few.html", few_context(plan))
