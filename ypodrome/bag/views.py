"""The bag."""

from __future__ import annotations

from django.contrib import messages
from django.http import HttpRequest, HttpResponse
from django.shortcuts import redirect, render
from django.views.decorators.http import require_http_methods

from ypodrome.bag import services
from ypodrome.interchange.problems import FileProblems


@require_http_methods(["GET", "POST"])
def shelf(request: HttpRequest) -> HttpResponse:
    """Show the discs; take a CSV file in their place."""
    problems: list[str] = []
    if request.method == "POST":
        upload = request.FILES.get("file")
        try:
            discs = services.import_bag(request.player, upload.read() if upload else b"")
            messages.success(request, f"{len(discs)} discs are now in the bag.")
            return redirect("bag:shelf")
        except FileProblems as error:
            problems = [str(p) for p in error.problems]
    context = {"discs": request.player.discs.all(), "problems": problems}
    return render(request, "bag/shelf.html", context, status=400 if problems else 200)
