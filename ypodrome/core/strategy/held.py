"""The worth of grounds held in memory by a name of their own, in whatever process asks: who asks from one
lie, or drags one aim, asks again."""

from __future__ import annotations

from collections import OrderedDict
from collections.abc import Callable
from threading import Lock

from ypodrome.core.strategy.ground_value import GroundValue

MOST_GROUNDS = 48
"""Grounds held at once (chosen: two rounds and some, about half a megabyte each)."""

_grounds: OrderedDict[str, GroundValue] = OrderedDict()
_lock = Lock()


def held(name: str, made: Callable[[], GroundValue]) -> GroundValue:
    """The ground of a name, made where it is not held; the one asked for longest ago is let go."""
    with _lock:
        if name in _grounds:
            _grounds.move_to_end(name)
            return _grounds[name]
    ground = made()
    with _lock:
        _grounds[name] = ground
        while len(_grounds) > MOST_GROUNDS:
            _grounds.popitem(last=False)
    return ground
