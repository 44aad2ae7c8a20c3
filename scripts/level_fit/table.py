"""Write docs/level.md: what the presets play, beside what the sport's arithmetic has for them.

Run: python -m scripts.level_fit  (about three minutes)
"""

from __future__ import annotations

import multiprocessing
from concurrent.futures import ProcessPoolExecutor
from dataclasses import astuple
from pathlib import Path

import numpy as np

from scripts.level_fit.arithmetic import OPEN, expected_hole, expected_total, scratch_total
from scripts.level_fit.courses import course
from scripts.level_fit.played import DEMO, Played, effective_feet, open_hole, played
from ypodrome.core.hole.scene import Scene, scene_for
from ypodrome.core.thrower import PuttingModel
from ypodrome.core.thrower.level import FAULT_WIDTH
from ypodrome.core.thrower.putting import HEIGHT_OVER_SIDE
from ypodrome.core.thrower.standard import ARMS_FT, player
from ypodrome.interchange.course_geojson import read_course

LENGTHS_FT = (150, 200, 250, 300, 350, 450, 600, 900)
SEEDS = (1, 2, 3)
COURSES = ("demo", "invented 1", "invented 2")
CIRCLE_ONE = {"new": "12-20", "club": "35-45", "advanced": "50-60", "elite": "68-76"}
RATINGS = (700, 740, 775, 820, 860, 900, 925, 950, 980, 1000, 1010, 1040)

HEAD = """# The level of play

Written by `make level`. A player is a rating on the sport's scale (1000 is scratch): spread, faults and
putting are continuous functions of it (`core/thrower/level.py`), and presets are points on it. The arithmetic
is the governing body's, from memory: a scratch player takes a throw for every 285 ft and thirty more on
eighteen holes; a throw a round is worth 34.6 - 0.487 SSA points below SSA 50 and 21.4 - 0.225 SSA above. It
was gathered on whole courses with their trees and trouble; open flat holes of 200 to 300 ft are 0.15 easier.
All is played by the planner with the demo's bag, in still air, {seeds} seeds, searched as quickly as the
throws that follow are: a whole plan finds some hundredths better.

A throw errs by its spread; a share of throws is simply bad and errs {width} times as much in everything; full
effort widens it, smoothly and most over the last tenth; so do a wider rim than the shot needs, and woods to
stand in. A putt errs to the side and, {height} times as much, in height, which is its length; some are thrown
away.

Fitted were the size of the spread and its growth, what full effort adds, faults and their growth, and
putting; the rest is chosen.
Share and score are one number once putting is fixed; where both cannot hold, the score wins. The arithmetic
knows nothing of 18 holes of 900 ft.

"""


def header(first: str, *names: str) -> list[str]:
    """The first two lines of a table."""
    return [f"| {first} | " + " | ".join(names) + " |", "|---" * (len(names) + 1) + "|"]


def line(first: str, *cells: str) -> str:
    """A line of a table."""
    return f"| {first} | " + " | ".join(cells) + " |"


def hole_job(job: tuple[str, float, int]) -> Played:
    """An open hole of a length [ft] played by a preset."""
    name, length, seed = job
    return played(open_hole(length), player(*ARMS_FT[name]), seed)


def scene_job(job: tuple[str, str, int]) -> tuple[float, float]:
    """Effective length and score of a hole of a course."""
    name, where, number = job
    scene = _scene(where, number)
    return effective_feet(scene), played(scene, player(*ARMS_FT[name])).score


def _scene(where: str, number: int) -> Scene:
    if where == "demo":
        return scene_for(read_course((DEMO / "course.geojson").read_bytes()), number)
    return course(int(where[-1]))[number - 1]


def open_holes(pool: ProcessPoolExecutor) -> str:
    """Scores and shares on open flat holes."""
    jobs = [(n, ft, s) for n in ARMS_FT for ft in LENGTHS_FT for s in SEEDS]
    results = np.array([astuple(p) for p in pool.map(hole_job, jobs, chunksize=4)])
    table = np.nanmean(results.reshape(len(ARMS_FT), len(LENGTHS_FT), len(SEEDS), -1), axis=2)
    lines = ["## Open flat holes\n", "Score, and in brackets how far from the arithmetic less 0.15.\n"]
    lines += header("", *(f"{ft} ft" for ft in LENGTHS_FT))
    for (name, (rating, arm)), row in zip(ARMS_FT.items(), table, strict=True):
        off = [r[0] - expected_hole(ft, rating) + OPEN for ft, r in zip(LENGTHS_FT, row, strict=True)]
        cells = [f"{r[0]:.2f} ({o:+.2f})" for r, o in zip(row, off, strict=True)]
        lines.append(line(f"{name} {rating:.0f}, {arm:.0f} ft", *cells))
    lines.append(
        "\nOf 100 at 250 ft: in the first circle after the drive (wanted), birdie, par, bogey or worse,"
    )
    lines.append("and par or better from where a drive misses the second circle.\n")
    lines += header("", "circle one", "wanted", "birdie", "par", "bogey", "scramble")
    for name, row in zip(ARMS_FT, table[:, LENGTHS_FT.index(250)], strict=True):
        _, c1, *shares = 100 * row
        lines.append(line(name, f"{c1:.0f}", CIRCLE_ONE[name], *(f"{s:.0f}" for s in shares)))
    return "\n".join(lines)


def courses(pool: ProcessPoolExecutor) -> str:
    """Scores on whole courses."""
    lines = ["\n\n## Whole courses\n", "Score, and in brackets how far from the arithmetic a hole.\n"]
    lines += header("", "scratch total", *ARMS_FT)
    for where in COURSES:
        jobs = [(n, where, h) for n in ARMS_FT for h in range(1, 19)]
        results = np.array(list(pool.map(scene_job, jobs, chunksize=6))).reshape(len(ARMS_FT), 18, 2)
        feet, cells = float(results[0, :, 0].sum()), []
        for (rating, _), score in zip(ARMS_FT.values(), results[:, :, 1].sum(axis=1), strict=True):
            cells.append(f"{score:.1f} ({(score - expected_total(feet, rating)) / 18:+.2f})")
        lines.append(line(where, f"{scratch_total(feet):.1f}", *cells))
    return "\n".join(lines)


def putts() -> str:
    """Make rates by rating."""
    distances = (3, 5, 7, 10, 15, 20, 30)
    lines = [
        "\n\n## Putting\n",
        "Share made on a flat calm green; over 3 to 10 and 10 to 20 m, distances alike.\n",
    ]
    lines += header("rating", *(f"{d} m" for d in distances), "3-10 m", "10-20 m")
    for rating in RATINGS:
        model = PuttingModel.rated(rating)
        wide = [float(model.make(np.linspace(a, b, 50)).mean()) for a, b in ((3, 10), (10, 20))]
        rates = (*model.make(np.array(distances)), *wide)
        lines.append(line(str(rating), *(f"{v:.3f}".lstrip("0") for v in rates)))
    return "\n".join(lines) + "\n"


def main() -> None:
    """Write the page."""
    context = multiprocessing.get_context("spawn")
    with ProcessPoolExecutor(mp_context=context) as pool:
        text = HEAD.format(seeds=len(SEEDS), width=FAULT_WIDTH, height=HEIGHT_OVER_SIDE)
        Path("docs/level.md").write_text(text + open_holes(pool) + courses(pool) + putts())
