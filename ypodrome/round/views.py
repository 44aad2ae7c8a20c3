"""Recording a round, and looking back on it."""

from __future__ import annotations

from itertools import zip_longest
from typing import Any

from django.contrib import messages
from django.http import HttpResponse
from django.shortcuts import get_object_or_404, redirect, render
from django.urls import reverse
from django.views.decorators.http import require_http_methods, require_POST, require_safe

from ypodrome.accounts.http import checked, say_deleted
from ypodrome.accounts.owned import own_or_404
from ypodrome.accounts.requests import PlayerRequest
from ypodrome.core.refused import Refused
from ypodrome.plan.forms import NameForm
from ypodrome.plan.views import own_plan
from ypodrome.round import joining, services
from ypodrome.round.events import events_at
from ypodrome.round.forms import HoleForm, RecordForm, ThrowForm
from ypodrome.round.models import Round, RoundHole
from ypodrome.round.presenters import after_context, record_context, shelf_context


@require_safe
def shelf(request: PlayerRequest) -> HttpResponse:
    """Plans and rounds, by course and day."""
    return render(request, "round/shelf.html", shelf_context(request.player, "away" in request.GET))


@require_POST
def name(request: PlayerRequest, pk: int) -> HttpResponse:
    """Name a round, and say on which day it was."""
    played, form = own_or_404(Round.objects.all(), request, pk=pk), checked(NameForm(request.POST))
    played.name, played.day = form["name"], form["day"] or played.day
    played.save(update_fields=["name", "day"])
    messages.success(request, f"Kept as {played}.")
    return redirect("round:after", pk)


@require_POST
def delete(request: PlayerRequest, pk: int) -> HttpResponse:
    """Delete a round."""
    played = own_or_404(Round.objects.all(), request, pk=pk)
    played.delete_softly()
    say_deleted(request, "round", played.pk, f"The round {played}")
    return redirect("round:shelf")


@require_safe
def of_plan(request: PlayerRequest, plan: int) -> HttpResponse:
    """The latest round played to a plan, at the hole asked for or the first not recorded yet; a page to begin
    one where there is none."""
    found = own_plan(request, plan)
    rounds = services.rounds_of_plan(found)
    if not rounds:
        return render(request, "round/begin.html", {"plan": found})
    asked = HoleForm(request.GET)
    form = asked.cleaned_data if asked.is_valid() else {"hole": None, "card": False}
    position = form["hole"] or services.first_open(rounds[0])
    return _opened(rounds[0], position, bool(form["card"]))


def _opened(played: Round, position: int, card: bool) -> HttpResponse:
    """A round at one of its holes: the card for the course, or the record for the desk."""
    if card:
        return redirect(f"{reverse('pocket:card', args=(played.pk,))}#{position}")
    return redirect("round:record", played.pk, position)


@require_POST
def begin(request: PlayerRequest, plan: int) -> HttpResponse:
    """Begin a round to a plan."""
    played = services.begin_round(own_plan(request, plan))
    messages.success(request, "A new round is open.")
    return _opened(played, services.first_open(played), "card" in request.POST)


def _own_hole(request: PlayerRequest, pk: int, position: int) -> RoundHole:
    played = own_or_404(Round.objects.select_related("owner", "plan"), request, pk=pk)
    return get_object_or_404(RoundHole, round=played, position=position)


@require_http_methods(["GET", "POST"])
def record(request: PlayerRequest, pk: int, position: int) -> HttpResponse:
    """Log a hole's throws and putts."""
    hole = _own_hole(request, pk, position)
    if request.method == "GET":
        return render(request, "round/record.html", record_context(hole))
    throws = _entered(request)
    try:
        putts = _whole(request, hole)
        services.record_hole(hole, _throws(throws, request.player.units), putts)
    except Refused as problem:
        context = record_context(hole)
        context |= {"error": str(problem), "putts": request.POST.get("putts", "")}
        context["throws"] = throws or context["throws"]
        return render(request, "round/record.html", context, status=400)
    following = hole.round.holes.filter(position__gt=position).first()
    if following is None:
        return redirect("round:after", pk)
    return redirect("round:record", pk, following.position)


COLUMNS = ("disc", "throw", "result", "left")


def _entered(request: PlayerRequest) -> list[dict[str, str]]:
    """The rows of the form as they were typed."""
    columns = [request.POST.getlist(name) for name in COLUMNS]
    rows = [dict(zip(COLUMNS, row, strict=True)) for row in zip_longest(*columns, fillvalue="")]
    return [row for row in rows if row["disc"].strip()]


def _whole(request: PlayerRequest, hole: RoundHole) -> int:
    """The putts of a form that came whole and up to date; Refused where it was cut short, or was filled in
    before something else was told."""
    if "whole" not in request.POST:
        raise Refused("what was sent is cut short: send it again")
    form = checked(RecordForm(request.POST))
    if form["whole"] != len(events_at(hole.round, hole.position)):
        raise Refused("something else was recorded on this hole meanwhile: open it again to see it")
    return int(form["putts"])


def _throws(rows: list[dict[str, str]], units: str) -> list[dict[str, Any]]:
    """The rows in SI units. Refused names the throw and the field that is wrong."""
    throws: list[dict[str, Any]] = []
    for number, row in enumerate(rows, start=1):
        form = ThrowForm(row, units)
        try:
            checked(form)
        except Refused as error:
            raise Refused(f"throw {number}, {error}") from None
        throws.append(form.values())
    return throws


@require_safe
def after(request: PlayerRequest, pk: int) -> HttpResponse:
    """The round against par and against its plan."""
    played = own_or_404(Round.objects.select_related("plan"), request, pk=pk)
    if played.joined_id:
        return redirect("round:after", played.joined_id)
    return render(request, "round/after.html", after_context(played, request.player.units))


@require_POST
def join(request: PlayerRequest, pk: int, other: int) -> HttpResponse:
    """Read another round of that day as the same one."""
    played, part = (own_or_404(Round.objects.filter(joined=None), request, pk=key) for key in (pk, other))
    joining.join(played, part)
    messages.success(request, "Both are read as one round now.")
    return redirect("round:after", pk)


@require_POST
def take_apart(request: PlayerRequest, pk: int) -> HttpResponse:
    """Let what was joined stand by itself again."""
    joining.take_apart(own_or_404(Round.objects.all(), request, pk=pk))
    messages.success(request, "Each round stands by itself again.")
    return redirect("round:after", pk)
