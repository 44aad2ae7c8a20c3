"""Player preferences."""

from __future__ import annotations

from django.http import HttpRequest, HttpResponse, HttpResponseBadRequest
from django.shortcuts import redirect
from django.utils.http import url_has_allowed_host_and_scheme
from django.views.decorators.http import require_POST

from ypodrome.accounts import services


@require_POST
def units(request: HttpRequest) -> HttpResponse:
    """Switch units and return to where the player was."""
    try:
        services.set_units(request.player, request.POST.get("units", ""))
    except ValueError as error:
        return HttpResponseBadRequest(str(error))
    back = request.POST.get("next", "/")
    if not url_has_allowed_host_and_scheme(back, allowed_hosts={request.get_host()}):
        back = "/"
    return redirect(back)
