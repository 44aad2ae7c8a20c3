"""Who does the work: this thread, a pool of processes, or a cluster."""

from __future__ import annotations

import multiprocessing
import os
import resource
from collections.abc import Callable
from concurrent.futures import Executor, Future
from multiprocessing.process import BaseProcess
from threading import Thread
from typing import Any, cast

from pebble import ProcessPool

NICER = 19
"""How much workers stand back behind the pages (chosen: all that `nice` has; a page takes milliseconds)."""

MOST_MEMORY = 3 * 2**30
"""Bytes a worker may hold [B] (chosen: eight times what the longest hole takes)."""

MOST_TASKS = 400
"""Work after which a worker is replaced, so that nothing it leaks can grow (chosen)."""

LONGEST_S = 120.0
"""Work that takes longer is stopped (chosen: the longest, a table of winds, takes 30 s of one core)."""

ONE_THREAD = ("OMP_NUM_THREADS", "OPENBLAS_NUM_THREADS", "MKL_NUM_THREADS")


class AtOnce(Executor):
    """Does the work where it is asked for; what fails is told by its future."""

    def submit(self, fn: Callable[..., Any], /, *args: Any, **kwargs: Any) -> Future[Any]:
        """The finished future of `fn`."""
        future: Future[Any] = Future()
        try:
            future.set_result(fn(*args, **kwargs))
        except Exception as error:
            future.set_exception(error)
        return future


class Workers(Executor):
    """Spawned processes that stand back behind the pages. Cancelling running work stops its worker, which is
    replaced; a worker that dies takes only its own work along."""

    def __init__(self, workers: int) -> None:
        for name in ONE_THREAD:
            os.environ.setdefault(name, "1")
        self._pool = ProcessPool(
            max_workers=workers, max_tasks=MOST_TASKS, initializer=_ready,
            context=multiprocessing.get_context("spawn"),
        )  # fmt: skip

    def start(self) -> None:
        """Start them before there is work."""
        self._pool.schedule(os.getpid)

    def submit(self, fn: Callable[..., Any], /, *args: Any, **kwargs: Any) -> Future[Any]:
        """The future of `fn`, worked out in another process."""
        return cast(Future[Any], self._pool.schedule(fn, args=args, kwargs=kwargs, timeout=LONGEST_S))

    def shutdown(self, wait: bool = True, *, cancel_futures: bool = False) -> None:
        """Stop the workers, at once or when all is done."""
        if cancel_futures:
            self._pool.stop()
        else:
            self._pool.close()
        if wait:
            self._pool.join()


def _ready() -> None:
    """A worker before its first work: behind the pages, bounded, its kernels loaded."""
    from ypodrome.core.api import warm  # in the worker only

    go_with_owner()
    os.nice(NICER)
    resource.setrlimit(resource.RLIMIT_DATA, (MOST_MEMORY, MOST_MEMORY))
    warm()


def go_with_owner() -> None:
    """Have this process end when the one that began it is gone, however it went."""
    owner = multiprocessing.parent_process()
    if owner:
        Thread(target=_wait_for, args=(owner,), daemon=True).start()


def _wait_for(owner: BaseProcess) -> None:
    owner.join()
    os._exit(1)


def cluster(address: str) -> Executor:
    """The workers of a dask.distributed cluster, by the address of its scheduler."""
    from distributed import Client  # only a club that has outgrown one machine installs it

    return cast(Executor, Client(address).get_executor(pure=False))
