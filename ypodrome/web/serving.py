"""Serving: one process owns the queue of long work and its workers, others make pages on one port."""

from __future__ import annotations

import multiprocessing
import os
import signal
import socket
import sys
import time
from collections.abc import Callable
from multiprocessing.process import BaseProcess
from multiprocessing.synchronize import Event
from pathlib import Path
from types import FrameType

from django.conf import settings

from ypodrome.jobs import asked, owner
from ypodrome.jobs.executors import Workers, cluster, go_with_owner

THREADS = 8
"""Pages made at once (chosen: one waits for the disk while others compute)."""

STALLED_S = 60
"""A connection that says nothing for so long is closed [s] (chosen)."""

MOST_CONNECTIONS = 500
"""Connections held at once (chosen: fifty players with ten each)."""

TOO_SOON_S, LEAVE_S = 5.0, 10.0
"""Pages whose process dies sooner than this after its start are not tried again, and how long one that is
asked to stop may take (chosen)."""

spawned = multiprocessing.get_context("spawn")


def serve(host: str, port: int, told: Callable[[str], None]) -> None:
    """Serve until asked to stop. OSError where the port cannot be had."""
    workers = int(settings.WORKERS or os.cpu_count() or 1)
    listening = _listen(host, port)
    executor = cluster(settings.CLUSTER) if settings.CLUSTER else Workers(workers)
    queue, address = owner.own_queue(executor, workers)
    pages = Pages(listening, address)
    signal.signal(signal.SIGTERM, _stop)
    try:
        pages.start(1)  # compiles, the first time, before others need it
        if isinstance(executor, Workers):
            executor.start()
        told(f"Ypodrome is at http://{host}:{port}/   (stop with Ctrl-C)")
        for number in range(2, int(settings.PAGES) + 1):
            pages.start(number)
        pages.keep_up()
    except KeyboardInterrupt:
        pass
    finally:
        queue.close()
        pages.stop()


def _listen(host: str, port: int) -> socket.socket:
    family = socket.AF_INET6 if ":" in host else socket.AF_INET
    return socket.create_server((host, port), family=family, backlog=1024)


class Pages:
    """The processes that make pages, by number, each with when it was started [s]."""

    def __init__(self, listening: socket.socket, address: owner.Address) -> None:
        self._listening, self._address = listening, address
        self._made: dict[int, tuple[BaseProcess, float]] = {}

    def start(self, number: int) -> None:
        """Start one, and wait until it makes pages."""
        ready = spawned.Event()
        args = (number, self._listening, self._address, ready)
        process = spawned.Process(target=make_pages, args=args, name=f"pages {number}")
        process.start()
        self._made[number] = process, time.monotonic()
        while process.is_alive() and not ready.wait(0.2):
            pass
        if not process.is_alive():
            sys.exit(f"{process.name} could not be started; the lines above say why")

    def keep_up(self) -> None:
        """Start those that died anew, for as long as they do not die at once."""
        while True:
            time.sleep(1.0)
            for number, (process, began) in list(self._made.items()):
                if process.is_alive():
                    continue
                if time.monotonic() - began < TOO_SOON_S:
                    sys.exit(f"{process.name} died at once; the log says why")
                self.start(number)

    def stop(self) -> None:
        """Let what is being answered be answered, but not for ever."""
        for process, _ in self._made.values():
            process.terminate()
        until = time.monotonic() + LEAVE_S
        for process, _ in self._made.values():
            process.join(max(0.0, until - time.monotonic()))
            if process.is_alive():
                process.kill()


def make_pages(number: int, listening: socket.socket, address: owner.Address, ready: Event) -> None:
    """Make pages in this process until its owner stops it, or is gone."""
    import waitress

    from ypodrome.core.api import warm
    from ypodrome.web.logs import log_to
    from ypodrome.web.wsgi import application  # sets logging up

    signal.signal(signal.SIGINT, signal.SIG_IGN)  # the owner is told, and tells
    signal.signal(signal.SIGTERM, _stop)
    go_with_owner()
    log_to(Path(settings.DATA) / "log", "ypodrome.log" if number == 1 else f"ypodrome-{number}.log")
    warm()
    asked.use(owner.reach(address))
    listening.setblocking(False)
    ready.set()
    waitress.serve(application, sockets=[listening], _quiet=True, **_options_of_waitress())


def _stop(_number: int, _frame: FrameType | None) -> None:
    """Asked to stop: let what is being answered be answered, and the workers go."""
    sys.exit(0)


def _options_of_waitress() -> dict[str, object]:
    """Requests are read whole before a thread takes them, so that no slow client holds one; only the proxy
    named is believed about others."""
    options: dict[str, object] = {
        "threads": THREADS, "channel_timeout": STALLED_S, "connection_limit": MOST_CONNECTIONS,
        "max_request_body_size": settings.LARGEST_BODY, "clear_untrusted_proxy_headers": True, "ident": "",
    }  # fmt: skip
    if settings.PROXY:
        options |= {"trusted_proxy": settings.PROXY, "trusted_proxy_count": 1,
                    "trusted_proxy_headers": {"x-forwarded-for", "x-forwarded-proto"}}  # fmt: skip
    return options
