"""JSON in and out of views."""

from __future__ import annotations

import json
from typing import Any

from django.http import HttpRequest, JsonResponse


def json_body(request: HttpRequest) -> dict[str, Any]:
    """The object a page has sent; ValueError if it is none."""
    try:
        values = json.loads(request.body or b"{}")
    except ValueError:
        raise ValueError("the request is not JSON") from None
    if not isinstance(values, dict):
        raise ValueError("the request must be an object")
    return values


def refusal(error: Exception) -> JsonResponse:
    """What is wrong, for the page to show."""
    return JsonResponse({"error": str(error)}, status=400)
