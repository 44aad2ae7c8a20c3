"""How a page asks for long work: at once if there is an answer, else to ask again."""

from __future__ import annotations

import os
from collections.abc import Callable, Hashable, Sequence
from typing import Any, Protocol, TypeVar

from ypodrome.core.refused import Refused
from ypodrome.jobs.executors import AtOnce
from ypodrome.jobs.queue import Queue, Stage
from ypodrome.jobs.work import do_packed, pack, unpack

Result = TypeVar("Result")

PATIENCE_S = 0.1
"""How long a page's thread waits for an answer before the page is told to ask again (chosen: short work is
answered in one go, and no thread is held)."""


class Answering(Protocol):
    """The queue, here or in its owner's process."""

    def answer(
        self, key: str, owner: Hashable, work: Callable[..., Any], args: tuple[Any, ...], urgent: bool,
        patience_s: float,
    ) -> tuple[Stage, Any]: ...  # fmt: skip

    def again(self, key: str, patience_s: float) -> tuple[Stage, Any]: ...


_queue: Answering = Queue(AtOnce(), os.cpu_count() or 1)


class Waiting(Exception):
    """What was asked for is being worked out: ask again. `before`: how much is done before it."""

    def __init__(self, before: int) -> None:
        super().__init__("it is being worked out")
        self.before = before


def use(queue: Answering) -> None:
    """Have work done by this queue; until then it is done at once, where it is asked for."""
    global _queue
    _queue = queue


def worked_out(
    key: str, owner: Hashable, work: Callable[..., Result], *args: Any, urgent: bool = False
) -> Result:
    """What `work(*args)` comes to. Waiting is raised until it is worked out; what the work refuses is
    refused."""
    stage, value = _queue.again(key, PATIENCE_S)
    if stage == Stage.UNKNOWN:
        stage, value = _queue.answer(key, owner, do_packed, (pack(work, args),), urgent, PATIENCE_S)
    if stage == Stage.WAITING:
        raise Waiting(value)
    if stage == Stage.LATE:
        raise Refused("this took too long and was stopped; nothing was changed")
    result: Result = unpack(value)
    return result


def all_worked_out(owner: Hashable, asked: Sequence[tuple[Any, ...]]) -> list[Any]:
    """What each of some rows (key, work, arguments …) comes to; they are worked out side by side."""
    waiting: Waiting | None = None
    found = []
    for key, work, *args in asked:
        try:
            found.append(worked_out(key, owner, work, *args))
        except Waiting as error:
            waiting = waiting or error
    if waiting:
        raise waiting
    return found
