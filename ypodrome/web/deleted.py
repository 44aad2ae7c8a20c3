"""What was deleted can be put back for thirty days; then it goes."""

from __future__ import annotations

from typing import Any

from django.contrib import messages
from django.db import IntegrityError, transaction
from django.db.models import ProtectedError
from django.http import Http404, HttpResponse
from django.shortcuts import get_object_or_404, redirect, render
from django.views.decorators.http import require_POST, require_safe

from ypodrome.accounts.owned import Deletable
from ypodrome.accounts.requests import PlayerRequest
from ypodrome.bag.models import BagDisc
from ypodrome.core.refused import Refused
from ypodrome.course.models import Course
from ypodrome.plan.models import GamePlan
from ypodrome.round.models import Round

KINDS: dict[str, tuple[type[Deletable], str]] = {
    "plan": (GamePlan, "round:shelf"),
    "round": (Round, "round:shelf"),
    "course": (Course, "course:shelf"),
    "disc": (BagDisc, "bag:shelf"),
}


@require_safe
def deleted(request: PlayerRequest) -> HttpResponse:
    """Everything that can still be put back."""
    rows: list[dict[str, Any]] = [
        {"kind": kind, "row": row}
        for kind, (model, _) in KINDS.items()
        for row in model.objects.deleted_of(request.player)
        if not getattr(row, "joined_id", None)  # comes back with the round it is a part of
    ]
    rows.sort(key=lambda r: str(r["row"].deleted), reverse=True)
    return render(request, "web/deleted.html", {"rows": rows})


@require_POST
def put_back(request: PlayerRequest, kind: str, pk: int) -> HttpResponse:
    """Put one thing back."""
    if kind not in KINDS:
        raise Http404
    model, where = KINDS[kind]
    row = get_object_or_404(model.objects.deleted_of(request.player), pk=pk)
    try:
        with transaction.atomic():
            row.put_back()
    except IntegrityError:
        raise Refused(f"{row} cannot come back: another has its name now; rename that one first") from None
    messages.success(request, f"{row} is back.")
    return redirect(where)


def purge() -> int:
    """Take away for good what was deleted too long ago; how many. A course that a plan or a round was made
    on stays, unseen."""
    gone = 0
    for model in (Round, GamePlan, BagDisc, Course):
        for row in model.objects.past_keeping():
            try:
                with transaction.atomic():
                    row.delete()
                gone += 1
            except ProtectedError:
                continue
    return gone
