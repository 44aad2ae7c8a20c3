"""A round as one file that opens from a phone's storage, without a server: cards, winds, drawings, log."""

from __future__ import annotations

import base64
import re
from collections.abc import Iterable
from functools import cache
from pathlib import Path
from typing import Any

from django.template.loader import render_to_string

Json = dict[str, Any]

BUILT = Path(__file__).resolve().parent.parent / "web" / "static" / "web"
FONT = re.compile(r"url\(\"?(fonts/[\w.-]+\.woff2)\"?\)")


def file_of(document: Json, prepared: Iterable[Json]) -> str:
    """The file, as HTML, with what is prepared of its holes."""
    whole = document | {"file": True, "prepared": list(prepared), "urls": {}, "pages": [], "stamp": ""}
    scripts = [_script(name) for name in ("pocket.js", "vendor/alpine-csp.min.js")]
    context = {"document": whole, "styles": styles(), "scripts": scripts}
    return render_to_string("pocket/file.html", context)


@cache
def built(name: str) -> str:
    """A script or style as it ships."""
    return (BUILT / name).read_text()


@cache
def styles() -> str:
    """The styles with their fonts in them."""
    return FONT.sub(lambda m: f"url({_font(m[1])})", built("main.css"))


def _font(name: str) -> str:
    coded = base64.b64encode((BUILT / name).read_bytes()).decode()
    return f"data:font/woff2;base64,{coded}"


@cache
def _script(name: str) -> str:
    """A script as it may stand in a page: nothing in it ends the element it stands in."""
    return built(name).replace("</script", "<\\/script")
