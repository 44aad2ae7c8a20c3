"""The process that owns the queue, and how the processes that make pages reach it."""

from __future__ import annotations

import secrets
import sys
import tempfile
from concurrent.futures import Executor
from dataclasses import dataclass
from multiprocessing.managers import BaseManager
from pathlib import Path
from threading import Thread
from typing import cast

from ypodrome.jobs.asked import Answering
from ypodrome.jobs.queue import Queue


@dataclass(frozen=True)
class Address:
    """A socket of this machine and the key that opens it."""

    socket: str
    key: bytes


class _Manager(BaseManager):
    """Hands the queue's questions over to other processes."""


class _Door(BaseManager):
    """The way in."""


_Door.register("queue")


def own_queue(executor: Executor, workers: int) -> tuple[Queue, Address]:
    """Open a queue with so many workers to whoever has the address."""
    queue = Queue(executor, workers)
    address = Address(_free_name(), secrets.token_bytes(32))
    _Manager.register("queue", callable=lambda: queue, exposed=("answer", "again"))
    server = _Manager(address.socket, address.key).get_server()
    Thread(target=server.serve_forever, daemon=True).start()
    return queue, address


def _free_name() -> str:
    """A socket that is nowhere on the disk, where the system has such, and so is never left behind."""
    name = f"ypodrome-{secrets.token_hex(8)}"
    return f"\0{name}" if sys.platform == "linux" else str(Path(tempfile.gettempdir()) / name)


def reach(address: Address) -> Answering:
    """The queue at an address."""
    door = _Door(address.socket, address.key)
    door.connect()
    return cast(Answering, door.queue())  # type: ignore[attr-defined]
