"""The queue of this server, and how a page asks it: at once if there is an answer, else to ask again."""

from __future__ import annotations

import os
from collections.abc import Callable, Hashable, Sequence
from concurrent.futures import CancelledError, TimeoutError
from typing import Any, TypeVar

from ypodrome.core.refused import Refused
from ypodrome.jobs.executors import AtOnce, Workers, cluster
from ypodrome.jobs.queue import Queue

Result = TypeVar("Result")

PATIENCE_S = 0.1
"""How long a page's thread waits for an answer before the page is told to ask again (chosen: short work is
answered in one go, and no thread is held)."""

_queue = Queue(AtOnce(), 1)


class Waiting(Exception):
    """What was asked for is being worked out: ask again. `before`: how much is done before it."""

    def __init__(self, before: int) -> None:
        super().__init__("it is being worked out")
        self.before = before


def open_queue(workers: int, address: str = "") -> None:
    """Have work done by so many processes of this machine, or by the cluster at an address."""
    global _queue
    executor = cluster(address) if address else Workers(workers)
    _queue = Queue(executor, workers)


def close_queue() -> None:
    """Have work done at once again, where it is asked for."""
    global _queue
    _queue.close()
    _queue = Queue(AtOnce(), 1)


def usual_workers() -> int:
    """One a core."""
    return os.cpu_count() or 1


def worked_out(
    key: str, owner: Hashable, work: Callable[..., Result], *args: Any, urgent: bool = False
) -> Result:
    """What `work(*args)` comes to. Waiting is raised until it is worked out; what the work refuses is
    refused."""
    future = _queue.ask(key, owner, work, *args, urgent=urgent)
    try:
        result: Result = future.result(timeout=PATIENCE_S)
    except TimeoutError:
        if not future.done():
            raise Waiting(_queue.before(key)) from None
        _queue.forget(key)
        raise Refused("this took too long and was stopped; nothing was changed") from None
    except CancelledError:
        _queue.forget(key)
        raise Waiting(0) from None
    except BaseException:
        _queue.forget(key)
        raise
    return result


def all_worked_out(owner: Hashable, asked: Sequence[tuple[Any, ...]]) -> list[Any]:
    """What each of some rows (key, work, arguments …) comes to; they are worked out side by side."""
    for key, work, *args in asked:
        _queue.ask(key, owner, work, *args)
    return [worked_out(key, owner, work, *args) for key, work, *args in asked]
