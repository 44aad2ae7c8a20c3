"""A plan shown to others by a link that can be withdrawn."""

from __future__ import annotations

from django.contrib import messages
from django.http import HttpRequest, HttpResponse
from django.shortcuts import get_object_or_404, redirect, render
from django.views.decorators.http import require_http_methods, require_POST, require_safe

from ypodrome.accounts.requests import PlayerRequest
from ypodrome.core.refused import Refused
from ypodrome.plan.forms import paper_of
from ypodrome.plan.models import PlanLink
from ypodrome.plan.presenters.book import book_context
from ypodrome.plan.views import own_plan

MOST_LINKS = 10


@require_http_methods(["GET", "POST"])
def links(request: PlayerRequest, pk: int) -> HttpResponse:
    """Who may read the plan; POST makes a link."""
    plan = own_plan(request, pk)
    if request.method == "POST":
        if plan.links.count() >= MOST_LINKS:
            raise Refused(f"{MOST_LINKS} links are open already: withdraw one first")
        PlanLink.objects.create(plan=plan)
        messages.success(request, "Whoever has the link can read the plan, and nothing else.")
        return redirect("plan:links", pk)
    rows = [
        {"link": link, "url": request.build_absolute_uri(f"/shown/{link.token}/")}
        for link in plan.links.all()
    ]
    return render(request, "plan/links.html", {"plan": plan, "rows": rows})


@require_POST
def withdraw(request: PlayerRequest, pk: int, link: int) -> HttpResponse:
    """Close a link."""
    get_object_or_404(own_plan(request, pk).links, pk=link).delete()
    messages.success(request, "The link is withdrawn.")
    return redirect("plan:links", pk)


@require_safe
def shown(request: HttpRequest, token: str) -> HttpResponse:
    """A plan as its pages, for whoever has the link."""
    link = get_object_or_404(PlanLink.objects.select_related("plan__owner"), token=token, plan__deleted=None)
    return render(
        request, "plan/book/book.html", book_context(link.plan, paper_of(request)) | {"reader": True}
    )
