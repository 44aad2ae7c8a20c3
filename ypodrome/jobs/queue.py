"""The queue of long work: one computation for like requests, players in turn, nothing for nobody.

It stands in front of any `concurrent.futures.Executor` and hands over only as much as there are workers, so
that what waits can still be overtaken, shared or dropped.
"""

from __future__ import annotations

import time
from collections import OrderedDict, deque
from collections.abc import Callable, Hashable
from concurrent.futures import CancelledError, Executor, Future, TimeoutError
from dataclasses import dataclass, field
from enum import StrEnum
from threading import RLock
from typing import Any

from ypodrome.core.refused import Refused
from ypodrome.jobs.work import on_cores

ABANDONED_S = 15.0
"""Work nobody has asked after for so long is dropped (chosen: pages ask several times a second, and a phone
that changes its network is back within ten seconds)."""

MOST_WAITING = 60
"""Work one player may have waiting (chosen: three rounds)."""

MOST_DONE = 96
"""Results kept until they are asked for (chosen: five rounds, at some 130 kB a hole)."""


class Stage(StrEnum):
    """How far something asked for is."""

    UNKNOWN = "unknown"
    DONE = "done"
    WAITING = "waiting"
    LATE = "late"


@dataclass(eq=False)
class Job:
    """Work asked for: `asked` is when somebody last asked after it [s]."""

    key: str
    owner: Hashable
    work: Callable[..., Any]
    args: tuple[Any, ...]
    urgent: bool
    asked: float
    result: Future[Any] = field(default_factory=Future)
    running: Future[Any] | None = None


class Queue:
    """Work in turn over `workers` of an executor."""

    def __init__(self, executor: Executor, workers: int, clock: Callable[[], float] = time.monotonic) -> None:
        self._executor, self._workers, self._clock = executor, workers, clock
        self._lock = RLock()
        self._jobs: OrderedDict[str, Job] = OrderedDict()
        self._urgent: deque[Job] = deque()
        self._turns: OrderedDict[Hashable, deque[Job]] = OrderedDict()
        self._running: list[Job] = []

    def ask(
        self, key: str, owner: Hashable, work: Callable[..., Any], *args: Any, urgent: bool = False
    ) -> Future[Any]:
        """The result of `work(*args)`, now or later, worked out once for all who ask by this key. Urgent work
        goes before what is not. Refused when the owner has too much waiting."""
        with self._lock:
            job = self._jobs.get(key)
            if job is None:
                if sum(job.owner == owner for job in self._order()) >= MOST_WAITING:
                    raise Refused("enough is being worked out for you already: wait until some of it is done")
                job = Job(key, owner, work, args, urgent, self._clock())
                self._jobs[key] = job
                (self._urgent if urgent else self._turns.setdefault(owner, deque())).append(job)
            job.asked = self._clock()
            self._go_on()
            if job.result.done():
                self._jobs.move_to_end(key)
            return job.result

    def answer(
        self, key: str, owner: Hashable, work: Callable[..., Any], args: tuple[Any, ...], urgent: bool,
        patience_s: float,
    ) -> tuple[Stage, Any]:  # fmt: skip
        """The result; or how much is worked out before it, after waiting for so long; or that it took too
        long and was stopped. What the work raises is raised."""
        return self._awaited(key, self.ask(key, owner, work, *args, urgent=urgent), patience_s)

    def again(self, key: str, patience_s: float) -> tuple[Stage, Any]:
        """As `answer`, of what was asked for before, so that the work need not be sent again; or that nobody
        has, or nobody for too long."""
        with self._lock:
            job = self._jobs.get(key)
            if job is None:
                return Stage.UNKNOWN, None
            future = self.ask(key, job.owner, job.work, *job.args, urgent=job.urgent)
        return self._awaited(key, future, patience_s)

    def _awaited(self, key: str, future: Future[Any], patience_s: float) -> tuple[Stage, Any]:
        try:
            return Stage.DONE, future.result(patience_s)
        except TimeoutError:
            if not future.done():
                return Stage.WAITING, self.before(key)
            self.forget(key)
            return Stage.LATE, None
        except CancelledError:
            self.forget(key)
            return Stage.WAITING, 0
        except BaseException:
            self.forget(key)
            raise

    def before(self, key: str) -> int:
        """How much is worked out before this is."""
        with self._lock:
            if key not in self._jobs or self._jobs[key].running or self._jobs[key].result.done():
                return 0
            return next(k for k, job in enumerate(self._order(), 1) if job.key == key)

    def forget(self, key: str) -> None:
        """It may be asked for anew."""
        with self._lock:
            if key in self._jobs and self._jobs[key].result.done():
                del self._jobs[key]

    def close(self) -> None:
        """Stop all work."""
        self._executor.shutdown(wait=False, cancel_futures=True)

    def _order(self) -> list[Job]:
        """What waits, in the order in which it will be worked out if nothing more comes."""
        rows = [list(rows) for rows in self._turns.values()]
        turns = [row[k] for k in range(max(map(len, rows), default=0)) for row in rows if k < len(row)]
        return [*self._urgent, *turns]

    def _go_on(self) -> None:
        self._drop_abandoned()
        while len(self._running) < self._workers and (job := self._next()):
            self._running.append(job)
            cores = max(1, self._workers // (len(self._running) + len(self._order())))
            job.running = self._executor.submit(on_cores, cores, job.work, *job.args)
            job.running.add_done_callback(lambda _future, job=job: self._done(job))  # type: ignore[misc]

    def _next(self) -> Job | None:
        if self._urgent:
            return self._urgent.popleft()
        if not self._turns:
            return None
        owner, jobs = self._turns.popitem(last=False)
        job = jobs.popleft()
        if jobs:
            self._turns[owner] = jobs  # behind everybody else
        return job

    def _done(self, job: Job) -> None:
        with self._lock:
            self._running.remove(job)
            _pass_on(job)
            job.args, job.running = (), None  # the result alone is kept
            done = [key for key, j in self._jobs.items() if j.result.done()]
            for key in done[: max(0, len(done) - MOST_DONE)]:
                del self._jobs[key]
            self._go_on()

    def _drop_abandoned(self) -> None:
        late = self._clock() - ABANDONED_S
        dropped = [job for job in self._jobs.values() if job.asked < late and not job.result.done()]
        for job in dropped:
            del self._jobs[job.key]
            if not job.running:
                self._take_out(job)
        for job in dropped:
            if job.running:
                job.running.cancel()  # comes back here by `_done`

    def _take_out(self, job: Job) -> None:
        if job.urgent:
            self._urgent.remove(job)
            return
        self._turns[job.owner].remove(job)
        if not self._turns[job.owner]:
            del self._turns[job.owner]


def _pass_on(job: Job) -> None:
    """Give what came of a job to those who wait for it."""
    made = job.running
    if made is None or made.cancelled():
        job.result.cancel()
    elif error := made.exception():
        job.result.set_exception(error)
    else:
        job.result.set_result(made.result())
