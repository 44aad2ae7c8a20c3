"""What comes in over HTTP: JSON objects, and values checked by a form."""

from __future__ import annotations

from typing import Any

from django import forms
from django.contrib import messages
from django.core.exceptions import NON_FIELD_ERRORS
from django.http import HttpRequest
from django.template.loader import render_to_string
from django.utils.safestring import mark_safe

from ypodrome.accounts.quota import standing
from ypodrome.accounts.requests import PlayerRequest
from ypodrome.core.refused import Refused
from ypodrome.interchange.plain import plain_json

LONGEST_TYPED = 20_000
"""Characters of one text that a page may send: a pasted profile."""


def json_body(request: HttpRequest) -> dict[str, Any]:
    """The object a page has sent; Refused if it is none."""
    values = plain_json(request.body or b"{}", "the request", LONGEST_TYPED)
    if not isinstance(values, dict):
        raise Refused("the request must be an object")
    return values


def checked(form: forms.Form) -> dict[str, Any]:
    """A form's values; Refused names the first field that is wrong, and how."""
    if form.is_valid():
        return form.cleaned_data
    field, wrong = next(iter(form.errors.items()))
    named = "" if field == NON_FIELD_ERRORS else f"{field}: "
    raise Refused(named + str(wrong[0]))


def upload_of(request: HttpRequest, most_bytes: int) -> tuple[str, bytes]:
    """The name and bytes of the file that was sent. Refused when there is none, or it is too large."""
    upload = request.FILES.get("file")
    if upload is None:
        raise Refused("choose a file first")
    if (upload.size or 0) > most_bytes:
        raise Refused(f"the file is larger than {most_bytes // 1_000_000} MB")
    return upload.name or "file", upload.read()


def say_room(request: PlayerRequest, what: str) -> None:
    """Tell the player who nears the end of their room for something."""
    now = standing(request.player, what)
    if now.near:
        messages.info(request, f"You keep {now.count} {now.words}; there is room for {now.most}.")


def say_deleted(request: HttpRequest, kind: str, pk: int, name: str) -> None:
    """Say that something is deleted, with the click that puts it back."""
    said = {"kind": kind, "pk": pk, "name": name}
    messages.success(request, mark_safe(render_to_string("web/_put_back.html", said, request)))
