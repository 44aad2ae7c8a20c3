"""Recording a round, and looking back on it."""

from __future__ import annotations

from itertools import zip_longest
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

from ypodrome.core.api import KINDS, RESULTS, Option
from ypodrome.core.units import feet, metres_from_feet
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
        throws = _entered(request)
        try:
            rows = _throws(throws, request.player.units)
            putts = int(request.POST.get("putts") or 0)
            services.record_hole(played, planned, rows, putts)
            return redirect(_after(planned))
        except ValueError as problem:
            error = str(problem)
    kept = HoleRecord.objects.filter(round=played, number=number).first()
    context = _context(request, planned, kept) | {"error": error}
    if error:
        context["throws"], context["putts"] = throws, request.POST.get("putts", "")
    return render(request, "round/record.html", context, status=400 if error else 200)


COLUMNS = ("disc", "throw", "result", "left")


def _entered(request: HttpRequest) -> list[dict[str, str]]:
    """The rows of the form as they were typed."""
    columns = [request.POST.getlist(name) for name in COLUMNS]
    rows = [dict(zip(COLUMNS, row, strict=True)) for row in zip_longest(*columns, fillvalue="")]
    return [row for row in rows if row["disc"].strip()]


def _throws(rows: list[dict[str, str]], units: str) -> list[dict[str, Any]]:
    """The rows in the core's units. ValueError names a distance that is no number."""
    throws: list[dict[str, Any]] = []
    for number, row in enumerate(rows, start=1):
        left = row["left"].strip().replace(",", ".")
        try:
            left_m = (metres_from_feet(float(left)) if units == "imperial" else float(left)) if left else None
        except ValueError:
            raise ValueError(f"throw {number}: {left!r} is not a distance") from None
        throws.append({**row, "left_m": left_m})
    return throws


def _typed(left_m: float | None, units: str) -> str:
    if left_m is None:
        return ""
    return f"{feet(left_m) if units == 'imperial' else left_m:.0f}"


def _after(planned: Any) -> Any:
    numbers = list(planned.plan.holes.values_list("number", flat=True))
    at = numbers.index(planned.number)
    if at + 1 < len(numbers):
        return reverse("round:record", args=(planned.plan_id, numbers[at + 1]))
    return reverse("round:after", args=(planned.plan_id,))


def _context(request: HttpRequest, planned: Any, kept: HoleRecord | None) -> dict[str, Any]:
    option = planned.kept.in_force if planned.kept else None
    units = request.player.units
    throws = (
        [
            {"disc": t.disc, "throw": t.throw, "result": t.result, "left": _typed(t.left_m, units)}
            for t in kept.throws.all()
        ]
        if kept
        else _planned_throws(option)
    )
    thrower = request.player.thrower
    kinds = dict.fromkeys(thrower.throw(k).value for k in KINDS if k in thrower.max_distance_m)
    return {
        "hole": planned,
        "plan": planned.plan,
        "units": units,
        "numbers": list(planned.plan.holes.values_list("number", flat=True)),
        "card": card(option, units) if option else None,
        "throws": throws,
        "putts": kept.putts if kept else 2,
        "kept": kept,
        "discs": [d.name for d in request.player.discs.all()],
        "kinds": list(kinds),
        "results": RESULTS,
        "cell": hole_cell(planned, planned.plan, BOOK, None),
    }


def _planned_throws(option: Option | None) -> list[dict[str, str]]:
    """The planned throws in sequence, for the record to begin from."""
    throws = []
    while option:
        throws.append({"disc": option.throw.disc.name, "throw": option.throw.code, "result": "as planned"})
        option = option.standing.next
    return throws or [{"disc": "", "throw": "", "result": "as planned"}]


PARTS = (("Tee", "tee"), ("Approach", "approach"), ("Putting", "putting"))


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
    noted = [h for h in score.holes if h.gained is not None]
    parts = [
        (name, [getattr(h.gained, part) for h in noted], getattr(score.gained, part))
        for name, part in PARTS if noted
    ]  # fmt: skip
    context = {"plan": plan, "round": played, "score": score, "rows": rows, "noted": noted, "parts": parts,
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
