"""Work as it goes to a worker: packed where it is asked for, so that who passes it on need not know it."""

from __future__ import annotations

import pickle
from collections.abc import Callable
from typing import Any


def on_cores(cores: int, work: Callable[..., Any], *args: Any) -> Any:
    """What `work(*args)` comes to on so many cores of this process."""
    from ypodrome.core.api import with_cores  # its kernels are for who works, not for who passes on

    return with_cores(cores, work, *args)


def pack(work: Callable[..., Any], args: tuple[Any, ...]) -> bytes:
    """Work and what it is done with."""
    return pickle.dumps((work, args), pickle.HIGHEST_PROTOCOL)


def do_packed(packed: bytes) -> bytes:
    """Do packed work; its result, packed."""
    work, args = pickle.loads(packed)
    return pickle.dumps(work(*args), pickle.HIGHEST_PROTOCOL)


def unpack(result: bytes) -> Any:
    """What packed work came to."""
    return pickle.loads(result)
