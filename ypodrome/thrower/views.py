"""The thrower, and the way in for a new player."""

from __future__ import annotations

import json
from datetime import datetime
from typing import Any

from django.contrib import messages
from django.http import HttpResponse, JsonResponse
from django.shortcuts import redirect, render
from django.template.loader import render_to_string
from django.views.decorators.http import require_http_methods, require_POST, require_safe

from ypodrome.accounts.http import checked, json_body, upload_of
from ypodrome.accounts.requests import PlayerRequest
from ypodrome.bag.services import core_bag
from ypodrome.core.api import KINDS
from ypodrome.core.refused import Refused
from ypodrome.interchange.fingerprint import digest
from ypodrome.interchange.thrower_json import thrower_from_document
from ypodrome.jobs.asked import all_worked_out
from ypodrome.plan.planning import start_plan
from ypodrome.thrower import services
from ypodrome.thrower.forms import SPREAD, ThrowerForm, WelcomeForm
from ypodrome.thrower.presenters import shows_view
from ypodrome.thrower.shows import shows
from ypodrome.wording.throws import kind_words

LARGEST_THROWER = 200_000


@require_http_methods(["GET", "POST"])
def page(request: PlayerRequest) -> HttpResponse:
    """How the player throws, with what it comes to; kept when it is sound."""
    player = request.player
    if request.method == "GET":
        return render(request, "thrower/thrower.html", _context(request, ThrowerForm(None, player)))
    form = ThrowerForm(request.POST, player)
    problems = [f"{form.fields[field].label}: {wrong[0]}" for field, wrong in form.errors.items()]
    if not problems:
        try:
            services.keep_thrower(player, form.document())
        except Refused as error:
            problems = [str(p) for p in getattr(error, "problems", [error])]
    if problems:
        context = _context(request, form) | {"problems": problems, "heading": "Not kept. Mend this:"}
        return render(request, "thrower/thrower.html", context, status=400)
    messages.success(request, "Kept. Holes are planned anew when you open them.")
    return redirect("thrower:page")


def _context(request: PlayerRequest, form: ThrowerForm) -> dict[str, Any]:
    player = request.player
    arms = [(kind_words(k), form[f"{k}_far"], form[f"{k}_speed"], form[f"{k}_disc"]) for k in KINDS]
    putts = [(form[f"putt_{k}_far"], form[f"putt_{k}_made"]) for k in form.putts]
    return {
        "form": form, "arms": arms, "putts": putts, "spread": [form[f"spread_{name}"] for name in SPREAD],
        "spread_open": any(form[f"spread_{name}"].value() for name in SPREAD), "units": player.units,
        "can_take_back": player.thrower_before is not None,
    }  # fmt: skip


@require_POST
def tried(request: PlayerRequest) -> HttpResponse:
    """What the thrower as typed comes to, beside what is kept where that is another; nothing is kept by
    this."""
    player = request.player
    form = ThrowerForm(json_body(request), player)
    checked(form)
    kept, document, bag = player.thrower_document, form.document(), core_bag(player)
    thrower_from_document(document, entered=True)
    documents = (document, kept) if form.has_changed() else (document,)
    asked = [(f"shows {digest([d, repr(bag)])}", shows, d, bag) for d in documents]
    now, *before = all_worked_out(player.pk, asked)
    view = shows_view(now, before[0] if before else None, player.units)
    part = render_to_string("thrower/_shows.html", {"shown": view, "units": player.units}, request)
    return JsonResponse({"parts": {"shows": part}, "changed": form.has_changed()})


@require_safe
def export(request: PlayerRequest) -> HttpResponse:
    """The thrower as a file."""
    text = json.dumps(request.player.thrower_document, ensure_ascii=False, indent=1)
    response = HttpResponse(text, content_type="application/json")
    response["Content-Disposition"] = 'attachment; filename="thrower.json"'
    return response


@require_POST
def take_file(request: PlayerRequest) -> HttpResponse:
    """Keep the thrower of a file."""
    try:
        services.import_thrower(request.player, upload_of(request, LARGEST_THROWER)[1])
        messages.success(request, "The thrower of the file is kept; “as it was before” takes it back.")
    except Refused as error:
        messages.error(request, f"Nothing was taken. {error}")
    return redirect("thrower:page")


@require_POST
def before(request: PlayerRequest) -> HttpResponse:
    """The thrower as it was before the last change."""
    services.take_back(request.player)
    messages.success(request, "The thrower is as it was before; the same button brings the change back.")
    return redirect("thrower:page")


@require_http_methods(["GET", "POST"])
def welcome(request: PlayerRequest) -> HttpResponse:
    """Name, hand, level, two distances and a first bag; then the first hole of a course, planned."""
    if request.player and request.player.settled:
        return redirect("home")
    discs = services.starter_bag()
    if request.method == "GET":
        name = request.player.name if request.player else ""
        form = WelcomeForm(initial={"name": name, "hand": "right", "units": "imperial", "rating": "900"})
        picked = {d.name for d in discs}
        return render(request, "thrower/welcome.html", {"form": form, "discs": discs, "picked": picked})
    form, picked = WelcomeForm(request.POST), set(request.POST.getlist("discs"))
    player = request.player
    problems = [f"{form.fields[f].label}: {m[0]}" for f, m in form.errors.items()]
    if not picked and not (player and core_bag(player)):
        problems.append("The bag: tick at least one disc; you can bring in your own later.")
    if not problems:
        try:
            player, layout = services.settle_in(player, form.document(), sorted(picked))
            plan = start_plan(player, layout, datetime.now().hour)
            return redirect("plan:sheet", plan.pk, 1)
        except Refused as error:
            problems = [str(p) for p in getattr(error, "problems", [error])]
    context = {"form": form, "discs": discs, "picked": picked, "problems": problems}
    return render(request, "thrower/welcome.html", context | {"heading": "Not yet. Mend this:"}, status=400)
