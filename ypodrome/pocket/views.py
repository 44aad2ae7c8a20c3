"""The card of a round on the phone, what is prepared for it, and what the phone tells of it."""

from __future__ import annotations

import json

from django.contrib import messages
from django.http import HttpRequest, HttpResponse, JsonResponse
from django.shortcuts import get_object_or_404, redirect, render
from django.templatetags.static import static
from django.urls import reverse
from django.views.decorators.http import require_http_methods, require_POST, require_safe

from ypodrome.accounts.http import checked, json_body, upload_of
from ypodrome.accounts.owned import own_or_404
from ypodrome.accounts.requests import PlayerRequest
from ypodrome.core.refused import Refused
from ypodrome.interchange.log_json import read_log
from ypodrome.interchange.plain import LARGEST_BYTES
from ypodrome.plan.models import GamePlan
from ypodrome.pocket.document import addresses, round_document, told_document
from ypodrome.pocket.forms import PinForm
from ypodrome.pocket.preparing import prepared, prepared_already
from ypodrome.pocket.single_file import built, file_of
from ypodrome.round.models import Round
from ypodrome.round.services import take_log


def _own_round(request: PlayerRequest, pk: int) -> tuple[Round, GamePlan]:
    """The player's round and the plan it is played to; Refused when that plan is gone."""
    played = own_or_404(Round.objects.select_related("owner", "plan__layout__course"), request, pk=pk)
    if played.plan is None or played.plan.deleted is not None:
        raise Refused("the plan of this round is gone: put it back, or record the round by hand")
    played.plan.owner = played.owner  # its discs are read once
    return played, played.plan


@require_safe
def card(request: PlayerRequest, pk: int) -> HttpResponse:
    """The round as cards, one a hole, with the log."""
    played, plan = _own_round(request, pk)
    document = round_document(played, plan) | addresses(played, plan)
    return render(request, "pocket/card.html", {"round": played, "plan": plan, "document": document})


@require_POST
def prepare(request: PlayerRequest, pk: int, position: int) -> HttpResponse:
    """One hole in every wind, with one of its pins."""
    _, plan = _own_round(request, pk)
    hole = get_object_or_404(plan.holes.all(), position=position)
    hole.plan = plan
    pin = checked(PinForm(json_body(request)))["pin"] or hole.pin
    return JsonResponse(prepared(hole, pin, request.player.units))


@require_safe
def told(request: PlayerRequest, pk: int) -> HttpResponse:
    """What is told of the round here."""
    return JsonResponse(told_document(own_or_404(Round.objects.all(), request, pk=pk)))


@require_POST
def tell(request: PlayerRequest) -> HttpResponse:
    """Take what a phone tells, of a round that may be new here."""
    took = take_log(request.player, read_log(request.body))
    return JsonResponse({"new": took.new, "known": took.known})


@require_http_methods(["GET", "POST"])
def read_in(request: PlayerRequest) -> HttpResponse:
    """A log that a phone has saved as a file, read in."""
    if request.method != "POST":
        return render(request, "pocket/read_in.html")
    _, data = upload_of(request, LARGEST_BYTES)
    log = read_log(data)
    took = take_log(request.player, log)
    known = f"; {took.known} had come before" if took.known else ""
    messages.success(request, f"{took.new} event{'' if took.new == 1 else 's'} read in{known}.")
    played = Round.objects.get(owner=request.player, uuid=log.round.uuid)
    return redirect("round:after", played.pk) if played.deleted is None else redirect("round:shelf")


@require_safe
def file(request: PlayerRequest, pk: int) -> HttpResponse:
    """The round as one file for a phone, with all that is prepared of it."""
    played, plan = _own_round(request, pk)
    found = [view for h in plan.holes.all() for view in prepared_already(h, played.owner.units)]
    answer = HttpResponse(file_of(round_document(played, plan), found), content_type="text/html")
    answer["Content-Disposition"] = f'attachment; filename="round-{played.day.isoformat()}.html"'
    return answer


@require_safe
def worker(_request: HttpRequest) -> HttpResponse:
    """The script that answers pages of a round without a network; it stands at the root, for all of them."""
    answer = HttpResponse(built("worker.js"), content_type="text/javascript")
    answer["Cache-Control"] = "no-cache"
    return answer


@require_safe
def manifest(_request: HttpRequest) -> HttpResponse:
    """What a phone needs to know to keep the program like one of its own."""
    icon = {"src": static("web/icon.svg"), "sizes": "any", "type": "image/svg+xml", "purpose": "any maskable"}
    document = {
        "name": "Ypodrome", "short_name": "Ypodrome", "start_url": reverse("home"), "scope": "/",
        "display": "standalone", "background_color": "#f5f0e2", "theme_color": "#1d2b33", "icons": [icon],
    }  # fmt: skip
    return HttpResponse(json.dumps(document), content_type="application/manifest+json")
