"""Plain holes to plan on."""

from ypodrome.core.hole.features import HoleLine, Pin, Tee
from ypodrome.core.hole.scene import Scene


def open_hole(length=80.0, **features) -> Scene:
    """A level par 3 to the north."""
    line = HoleLine(1, ((0, 0), (0, length)))
    return Scene(line, Tee((1,), "t", (0, 0)), Pin((1,), "A", (0, length)), 3, **features)
