"""Short fingerprints of what a plan was worked out from, so that a plan out of date can be told."""

from __future__ import annotations

import hashlib
import json
from collections.abc import Sequence
from dataclasses import replace
from functools import lru_cache
from typing import Any

from ypodrome.core.api import Disc, Scene, Thrower, scene_document, with_scene

MOST_DIGESTS = 128
"""Digests of bags kept (chosen: of every player of a club, and some before)."""


def digest(value: Any) -> str:
    """A short fingerprint of plain values."""
    return hashlib.sha256(json.dumps(value, sort_keys=True).encode()).hexdigest()[:24]


@with_scene
def scene_digest(scene: Scene) -> str:
    """A digest of all of a scene that a plan depends on."""
    return digest(scene_document(scene))


@lru_cache(maxsize=MOST_DIGESTS)
def bag_digest(bag: tuple[Disc, ...]) -> str:
    """A digest of what is thrown."""
    return digest([repr(thrown(d)) for d in bag])


def thrower_digest(thrower: Thrower) -> str:
    """A digest of a thrower, whatever their name and units."""
    return digest(repr(replace(thrower, units="metric", name="")))


def thrown(disc: Disc) -> Disc:
    """A disc without what no plan depends on."""
    return replace(disc, notes="")


def fingerprint(
    scene: Scene, thrower: Thrower | None = None, bag: Sequence[Disc] | None = None
) -> dict[str, str]:
    """What a plan's file says it was worked out from, as far as it is given."""
    found = {"scene": scene_digest(scene)}
    if thrower is not None:
        found["thrower"] = thrower_digest(thrower)
    if bag is not None:
        found["bag"] = bag_digest(tuple(replace(d, id="") for d in bag))  # ids are made as a file is read
    return found
