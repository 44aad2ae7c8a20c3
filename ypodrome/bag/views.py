"""Preferences, and the shot bench."""

from __future__ import annotations

from typing import Any

from django.contrib import messages
from django.http import HttpResponse, JsonResponse
from django.shortcuts import get_object_or_404, redirect, render
from django.template.loader import render_to_string
from django.views.decorators.http import require_http_methods, require_POST, require_safe

from ypodrome.accounts.http import checked, json_body
from ypodrome.accounts.requests import PlayerRequest
from ypodrome.bag import bench, services
from ypodrome.bag.forms import PreferencesForm
from ypodrome.bag.models import StockLine
from ypodrome.bag.preferences import set_preferences, ticked
from ypodrome.bag.presenters import bench_context, preferences_context
from ypodrome.core.refused import Refused


@require_http_methods(["GET", "POST"])
def preferences(request: PlayerRequest) -> HttpResponse:
    """What the player rules out and likes."""
    player = request.player
    if request.method == "GET":
        likes = player.thrower.preferences
        widest = "" if likes.widest_aim_deg is None else f"{likes.widest_aim_deg:g}"
        shown = {"putt": likes.putt or "", "lines": list(likes.lines), "widest": widest}
        return render(request, "bag/preferences.html", preferences_context(player, ticked(player), shown))
    form = PreferencesForm(request.POST, player)
    try:
        v = checked(form)
        set_preferences(player, form.rules(), v["putt"], v["lines"], v["widest_aim"])
    except Refused as error:
        problems = [str(p) for p in getattr(error, "problems", [error])]
    else:
        messages.success(request, "Kept. Holes are planned anew when you open them.")
        return redirect("bag:preferences")
    typed = {"putt": request.POST.get("putt", ""), "lines": request.POST.getlist("lines"),
             "widest": request.POST.get("widest_aim", "")}  # fmt: skip
    never = {tuple(value.split("|", 2)) for value in request.POST.getlist("never")}
    on = {(row, which, over) for row, over, which in (n for n in never if len(n) == 3)}
    context = preferences_context(player, on, typed)
    context |= {"problems": problems, "heading": "Not kept. Mend this and try again:"}
    return render(request, "bag/preferences.html", context, status=400)


START = {
    "hyzer_deg": 8.0, "nose_deg": -2.5, "launch_deg": 11.5, "power_pct": 90.0, "wind_m_s": 0.0,
    "wind_from_deg": 0.0,
}  # fmt: skip
BENCHED = ("backhand", "forehand", "tomahawk", "thumber")
PARTS = ("views", "numbers", "lines")
LESSONS = (
    ("speed", 1, 14, "How hard it has to be thrown to fly as it should; a faster disc carries farther."),
    ("glide", 1, 7, "How long it stays up: more glide, more distance, and more of it in the wind's hands."),
    ("turn", -5, 1, "How it leans at speed: below zero it turns away from its fade, early and fast."),
    ("fade", 0, 6, "How it leans at the end: left for a right hand's backhand, more the higher the number."),
)


@require_safe
def bench_page(request: PlayerRequest) -> HttpResponse:
    """The shot bench, with a throw to begin from."""
    player = request.player
    discs = services.bag_of(player)
    context: dict[str, Any] = {"discs": discs, "units": player.units}
    if discs:
        thrower = player.thrower
        first = max(discs, key=lambda d: (d.speed <= 9, d.speed))
        values = START | {"disc": first.pk, "throw": thrower.throw("backhand").value}
        context |= _bench(request, values, set())
        context["taught"] = LESSONS
        context |= {"throws": [thrower.throw(k).value for k in BENCHED], "values": values}
    return render(request, "bag/bench.html", context)


def _bench(request: PlayerRequest, values: dict[str, Any], shown: set[int]) -> dict[str, Any]:
    player = request.player
    trial = bench.trial_from(player, values)
    lines = list(player.lines.select_related("disc"))
    kept = {line.name: bench.fly_trial(player, bench.trial_of(line)) for line in lines if line.pk in shown}
    flight, ghosts = bench.fly_trial(player, trial), bench.fly_ghosts(player, trial)
    other = bench.as_if(trial, values)
    taught = (other, bench.fly_as_if(player, trial, other)) if other else None
    context = bench_context(trial, flight, ghosts, kept, player.units, taught)
    return context | {"lines": lines, "shown": shown}


def _shown(values: dict[str, Any]) -> list[int]:
    """Kept lines to be shown beside the throw."""
    shown = values.get("shown", [])
    return [k for k in shown if isinstance(k, int)] if isinstance(shown, list) else []


def _answer(request: PlayerRequest, values: dict[str, Any]) -> JsonResponse:
    context = _bench(request, values, set(_shown(values)))
    parts = {n: render_to_string(f"bag/_bench_{n}.html", context, request) for n in PARTS}
    return JsonResponse({"parts": parts})


@require_POST
def bench_fly(request: PlayerRequest) -> HttpResponse:
    """Fly what the bench is set to."""
    return _answer(request, json_body(request))


@require_POST
def bench_keep(request: PlayerRequest) -> HttpResponse:
    """Keep the throw on the bench under a name."""
    values = json_body(request)
    line = bench.keep_line(request.player, str(values.get("name", "")), values)
    values["shown"] = [*_shown(values), line.pk]
    return _answer(request, values)


@require_POST
def bench_drop(request: PlayerRequest, pk: int) -> HttpResponse:
    """Take a kept line away."""
    get_object_or_404(StockLine, pk=pk, owner=request.player).delete()
    return _answer(request, json_body(request))
