"""Odd requests over every address of the resolver: odd keys in it, odd queries, bodies of any sort."""

from __future__ import annotations

import json
from dataclasses import dataclass
from importlib import import_module

from django import forms
from django.urls import URLPattern, get_resolver
from hypothesis import strategies as st

from tests.apps.permission_rules import RULES

APPS = ("accounts", "bag", "course", "plan", "pocket", "round", "thrower")
JSON_NAMES = (
    "weights",
    "keep",
    "steps",
    "from",
    "to",
    "shot",
    "text",
    "hole",
    "notes",
    "events",
    "lines",
    "gps",
)
LONG_NUMBER = "9" * 400
ODD_KEYS = (
    "0",
    "1",
    "2",
    "7",
    "999999999",
    "99999999999999999999",
    LONG_NUMBER,
    "-1",
    "²",
    "x",
    "1.5",
    "%00",
    "",
)
ODD_NUMBERS = (0, -1, 1, 1e308, -1e308, 10**30, 10**400, float("inf"), float("nan"), 1e-320, 2**63, 0.1)
ODD_TEXTS = (
    "",
    " ",
    "²",
    "\x00",
    "\ud800",
    "a" * 5000,
    "NaN",
    "1e999",
    "<script>",
    "' OR 1=1",
    "٣",
    "\u202e",
    "1,5",
)
ODD_VALUES = st.one_of(
    st.none(), st.booleans(), st.sampled_from(ODD_NUMBERS), st.sampled_from(ODD_TEXTS), st.integers(-5, 400),
    st.floats(), st.text(max_size=12),
)  # fmt: skip
NESTED = st.recursive(
    ODD_VALUES,
    lambda v: st.lists(v, max_size=4) | st.dictionaries(st.text(max_size=6), v, max_size=4),
    max_leaves=9,
)
USUAL = {
    "wind_m_s": 3.0,
    "wind_from_deg": 120.0,
    "gust_m_s": 5.0,
    "posture": "even",
    "rank": 1,
    "aim_left_deg": 3.0,
    "distance": 40.0,
    "bearing": 10.0,
    "thrown": 1,
    "stance": "level",
    "x": 200.0,
    "y": 300.0,
    "kind": "backhand",
    "hyzer_deg": 5.0,
    "launch_deg": 9.0,
    "power_pct": 90.0,
    "name": "Fennel",
    "speed": "7",
    "glide": "5",
    "turn": "-1",
    "fade": "2",
    "units": "metric",
    "without": ["forehand"],
    "wet": True,
    "tee": "long",
    "pin": "A",
}


@dataclass(frozen=True)
class Odd:
    """A request: the name of an address, keys put in place of its own, method, query, body and its kind."""

    name: str
    keys: tuple[tuple[str, str], ...]
    method: str
    query: tuple[tuple[str, str], ...]
    body: bytes
    kind: str


def addresses() -> dict[str, tuple[str, ...]]:
    """Names of all addresses, with the names of their keys."""
    found = {}

    def walk(resolver, space):
        for entry in resolver.url_patterns:
            if isinstance(entry, URLPattern):
                found[space + entry.name] = tuple(entry.pattern.converters)
            else:
                walk(entry, f"{entry.namespace}:" if entry.namespace else "")

    walk(get_resolver(), "")
    return found


def allowed(name: str) -> tuple[str, ...]:
    """Methods that an address takes."""
    return RULES[name][1]


def field_names() -> list[str]:
    """Names that some form or script of ours sends."""
    names = set(JSON_NAMES) | set(USUAL)
    for app in APPS:
        for thing in vars(import_module(f"ypodrome.{app}.forms")).values():
            if isinstance(thing, type) and issubclass(thing, forms.Form):
                names |= set(thing.base_fields)
    return sorted(names)


@st.composite
def odd_requests(draw) -> Odd:
    """A request that is wrong somewhere, or nowhere."""
    known = addresses()
    name = draw(st.sampled_from(sorted(known)))
    keys = (
        draw(st.dictionaries(st.sampled_from(known[name]), st.sampled_from(ODD_KEYS), max_size=1))
        if known[name]
        else {}
    )
    method = draw(st.sampled_from((*allowed(name) * 4, "GET", "POST", "PUT", "HEAD", "OPTIONS")))
    fields = st.sampled_from(field_names())
    texts = st.dictionaries(fields, st.sampled_from(ODD_TEXTS) | st.text(max_size=8), max_size=3)
    query = draw(texts) if draw(st.booleans()) else {}
    values = {k: v for k, v in USUAL.items() if draw(st.booleans())}
    values |= draw(st.dictionaries(fields, NESTED, max_size=4))
    kind = draw(st.sampled_from(("json", "json", "form", "garbage")))
    if kind == "json":
        body = json.dumps(values).encode()
    elif kind == "form":
        body = form_body({k: v if isinstance(v, list) else [v] for k, v in values.items()})
    else:
        body = draw(
            st.binary(max_size=40)
            | st.sampled_from((b"[" * 3000, b"null", b'{"a":', b"\xff\xfe{}", b"1e400"))
        )
    return Odd(name, tuple(keys.items()), method, tuple(query.items()), body, kind)


def form_body(values: dict[str, list]) -> bytes:
    """As a browser would send a form, whatever stands in it."""
    from urllib.parse import quote_plus

    def quoted(value):
        return quote_plus(str(value).encode("utf-8", "surrogatepass"))

    return "&".join(f"{quoted(k)}={quoted(v)}" for k, row in values.items() for v in row).encode()


def send(client, odd: Odd, urls: dict[str, str]):
    """The answer to a request; `urls` are the addresses of things that are there."""
    path = urls[odd.name]
    for _key, value in odd.keys:
        parts = path.split("/")
        at = [k for k, part in enumerate(parts) if part.isdigit()]
        if at:
            parts[at[-1]] = value
        path = "/".join(parts)
    query = form_body({k: [v] for k, v in odd.query}).decode()
    kind = {"json": "application/json", "form": "application/x-www-form-urlencoded"}.get(
        odd.kind, "application/json"
    )
    return client.generic(odd.method, path, odd.body, kind, QUERY_STRING=query)
