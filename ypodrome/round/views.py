"""Recording a round, and looking back on it."""

from __future__ import annotations

from typing import Any

from django.contrib import messages
from django.http import HttpRequest, HttpResponse
from django.shortcuts import redirect, render
from django.urls import reverse
from django.views.decorators.http import (
    require_http_methods,
    require_POST,
    require_safe,
)

from ypodrome.core.api import RESULTS
from ypodrome.plan.presenters.overview import BOOK, hole_cell
from ypodrome.plan.presenters.sheet import card
from ypodrome.plan.views import own_hole, own_plan
from ypodrome.round import services
from ypodrome.round.models import HoleRecord


@require_http_methods(["GET", "POST"])
def record(request: HttpRequest, pk: int, number: int) -> HttpResponse:
    """Log a hole's throws and putts."""
    planned = own_hole(request, pk, number)
    played = services.current_round(planned.plan)
    error = ""
    if request.method == "POST":
        throws = _throws(request)
        try:
            putts = int(request.POST.get("putts") or 0)
            services.record_hole(played, planned, throws, putts)
            return redirect(_after(planned))
        except ValueError as problem:
            error = str(problem)
    kept = HoleRecord.objects.filter(round=played, number=number).first()
    context = _context(request, planned, kept) | {"error": error}
    if error:
        context["throws"], context["putts"] = throws, request.POST.get("putts", "")
    return render(request, "round/record.html", context, status=400 if error else 200)


def _throws(request: HttpRequest) -> list[dict[str, str]]:
    post = request.POST
    columns = (post.getlist("disc"), post.getlist("throw"), post.getlist("result"))
    return [{"disc": d, "throw": t, "result": r} for d, t, r in zip(*columns, strict=False) if d.strip()]


def _after(planned: Any) -> Any:
    numbers = list(planned.plan.holes.values_list("number", flat=True))
    at = numbers.index(planned.number)
    if at + 1 < len(numbers):
        return reverse("round:record", args=(planned.plan_id, numbers[at + 1]))
    return reverse("round:after", args=(planned.plan_id,))


def _context(request: HttpRequest, planned: Any, kept: HoleRecord | None) -> dict[str, Any]:
    chosen = planned.chosen
    throws = (
        [{"disc": t.disc, "throw": t.throw, "result": t.result} for t in kept.throws.all()]
        if kept
        else _planned_throws(chosen)
    )
    thrower = request.player.thrower
    kinds = [k for k in ("backhand", "forehand", "overhand") if k in thrower.max_distance_m]
    return {
        "hole": planned,
        "plan": planned.plan,
        "units": request.player.units,
        "numbers": list(planned.plan.holes.values_list("number", flat=True)),
        "card": card(chosen) if chosen else None,
        "throws": throws,
        "putts": kept.putts if kept else 2,
        "kept": kept,
        "discs": [d.name for d in request.player.discs.all()],
        "kinds": [thrower.throw(k).value for k in kinds],
        "results": RESULTS,
        "cell": hole_cell(planned, planned.plan, BOOK, None),
    }


def _planned_throws(option: dict[str, Any] | None) -> list[dict[str, str]]:
    """The planned throws in sequence, for the record to begin from."""
    throws = []
    while option:
        throws.append({"disc": option["disc"], "throw": option["throw"], "result": "as planned"})
        option = option.get("next")
    return throws or [{"disc": "", "throw": "", "result": "as planned"}]


@require_safe
def after(request: HttpRequest, pk: int) -> HttpResponse:
    """The round against par and against its plan."""
    plan = own_plan(request, pk)
    played = services.current_round(plan)
    score = services.round_score(played)
    records = {h.number: h for h in played.holes.prefetch_related("throws")}
    rows = [
        {"hole": h, "record": records[h.number], "throws": list(records[h.number].throws.all())}
        for h in score.holes
    ]
    context = {"plan": plan, "round": played, "score": score, "rows": rows,
               "missing": [h.number for h in plan.holes.all() if h.number not in records],
               "units": request.player.units}  # fmt: skip
    return render(request, "round/after.html", context)


@require_POST
def again(request: HttpRequest, pk: int) -> HttpResponse:
    """Begin another round to the same plan."""
    plan = own_plan(request, pk)
    services.new_round(plan)
    messages.success(request, "A new round is open.")
    return redirect("round:record", pk, plan.holes.first().number)
