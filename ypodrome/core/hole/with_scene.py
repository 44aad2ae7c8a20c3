"""What was worked out for a scene is kept as long as the scene is."""

from __future__ import annotations

from collections.abc import Callable
from functools import wraps
from typing import Concatenate, ParamSpec, TypeVar
from weakref import WeakKeyDictionary

from ypodrome.core.hole.scene import Scene

P = ParamSpec("P")
T = TypeVar("T")


def with_scene(work: Callable[Concatenate[Scene, P], T]) -> Callable[Concatenate[Scene, P], T]:
    """Keep what `work(scene, *others)` comes to with the scene; `others` are hashable, and nothing kept may
    hold the scene."""
    kept: WeakKeyDictionary[Scene, dict[object, T]] = WeakKeyDictionary()

    @wraps(work)
    def found(scene: Scene, /, *others: P.args, **named: P.kwargs) -> T:
        mine = kept.setdefault(scene, {})
        key = (others, tuple(named.items()))
        if key not in mine:
            mine[key] = work(scene, *others, **named)
        return mine[key]

    return found
