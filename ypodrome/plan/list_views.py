"""A plan in the list of plans: named, copied, put away, deleted."""

from __future__ import annotations

from django.contrib import messages
from django.http import HttpResponse
from django.shortcuts import redirect
from django.utils import timezone
from django.views.decorators.http import require_POST

from ypodrome.accounts.http import checked, say_deleted
from ypodrome.accounts.requests import PlayerRequest
from ypodrome.plan import comparison
from ypodrome.plan.forms import NameForm
from ypodrome.plan.views import own_plan

SHELF = "round:shelf"


@require_POST
def copy(request: PlayerRequest, pk: int) -> HttpResponse:
    """The same plan once more, with choices and notes."""
    made = comparison.copy_whole(own_plan(request, pk))
    messages.success(request, f"Copied as {made}.")
    return redirect(SHELF)


@require_POST
def name(request: PlayerRequest, pk: int) -> HttpResponse:
    """Name a plan, and say for which day it is."""
    plan, form = own_plan(request, pk), checked(NameForm(request.POST))
    plan.name, plan.day = form["name"], form["day"] or plan.day
    plan.save(update_fields=["name", "day"])
    messages.success(request, f"Kept as {plan}.")
    return redirect(SHELF)


@require_POST
def archive(request: PlayerRequest, pk: int) -> HttpResponse:
    """Put a plan away, or take it out again."""
    plan = own_plan(request, pk)
    plan.archived = None if plan.archived else timezone.now()
    plan.save(update_fields=["archived"])
    messages.success(request, f"{plan} is {'put away' if plan.archived else 'among the plans again'}.")
    return redirect(SHELF)


@require_POST
def delete(request: PlayerRequest, pk: int) -> HttpResponse:
    """Delete a plan; its rounds stay."""
    plan = own_plan(request, pk)
    plan.delete_softly()
    say_deleted(request, "plan", plan.pk, str(plan))
    return redirect(SHELF)
