"""A drawing that fails costs itself, not its page."""

from __future__ import annotations

import logging
from collections.abc import Callable
from typing import Any, TypeVar

Drawing = TypeVar("Drawing")
log = logging.getLogger("ypodrome.drawings")


def drawn(draw: Callable[..., Drawing], *args: Any) -> Drawing | None:
    """The drawing; None where it fails, which the log tells: words and other drawings are shown without."""
    try:
        return draw(*args)
    except Exception:
        log.exception("a throw could not be drawn")
        return None
