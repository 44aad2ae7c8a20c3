"""First compile, cached start, and memory over a million flights."""

import os
import subprocess
import sys
from pathlib import Path

from benchmarks.test_flight_speed import FLIGHTS, arguments
from ypodrome.core.flight.batch import fly_batch
from ypodrome.core.ground.field import open_field

WARM = """
from time import perf_counter
from ypodrome.core.api import warm
start = perf_counter()
warm()
print(perf_counter() - start)
"""


def start(cache: Path) -> float:
    """A new process that readies every kernel from this cache folder. Returns the time [s] of that alone."""
    environment = os.environ | {"NUMBA_CACHE_DIR": str(cache)}
    run = subprocess.run([sys.executable, "-c", WARM], check=True, env=environment, capture_output=True)
    return float(run.stdout)


def test_first_compile(benchmark, tmp_path):
    benchmark.pedantic(start, args=(tmp_path,), rounds=1)


def test_cached_start(benchmark, tmp_path):
    """The whole process, most of it imports of NumPy, SciPy and Numba; the kernels alone are printed."""
    start(tmp_path)
    print(f"kernels ready from the cache in {start(tmp_path):.2f} s")
    benchmark.pedantic(start, args=(tmp_path,), rounds=3)


def resident_mb() -> float:
    """Memory of this process in use now [MB]."""
    pages = int(Path("/proc/self/statm").read_text().split()[1])
    return pages * os.sysconf("SC_PAGE_SIZE") / 1e6


def test_a_million_flights_grow_nothing(benchmark):
    """The growth is printed with the result; a leak of one byte a flight would show as 1 MB."""
    rows = arguments(open_field(), FLIGHTS)
    fly_batch(*rows)
    before = resident_mb()

    def million() -> None:
        for _ in range(1_000_000 // FLIGHTS):
            fly_batch(*rows)

    benchmark.pedantic(million, rounds=1)
    grown = resident_mb() - before
    benchmark.extra_info["grown_mb"] = round(grown, 2)
    print(f"memory grown by {grown:.2f} MB")
