"""Plots of a fit: flights from above and from the side, coefficients, residuals."""

from __future__ import annotations

import math
from pathlib import Path

import numpy as np
from matplotlib import rc_context
from matplotlib.figure import Figure

from scripts.flight_fit.references import reference_misses
from scripts.flight_fit.trials import Trials, name
from ypodrome.core.disc import Disc, aero_row
from ypodrome.core.disc import aero as a
from ypodrome.core.disc.aero import nominal_speed_m_s
from ypodrome.core.disc.reference_throws import NUMBERS
from ypodrome.core.flight.forces import USUAL_ADVANCE, pitching_slope
from ypodrome.core.flight.release import Release

SHOWN = ((3, 3, 0, 2), (5, 5, -1, 1), (9, 4, 0, 3), (9, 5, -1, 2), (9, 5, -3, 1), (13, 5, -1, 3))
LOOKS = ("-", "--", "-.", ":", (0, (5, 1, 1, 1, 1, 1)), (0, (1, 1)))
INK = "#1d2b33"
ANGLES_DEG = np.linspace(-10.0, 35.0, 91)
MEASURES = ("distance_m", "right", "back", "apex", "hang_s")


def _save(figure: Figure, file: Path) -> None:
    with rc_context({"svg.hashsalt": "ypodrome"}):
        figure.savefig(file, metadata={"Date": None}, bbox_inches="tight")


def flights(trials: Trials, folder: Path) -> None:
    figure = Figure((8, 6))
    plan, side = figure.subplots(2, 1, sharex=True)
    for numbers, look in zip(SHOWN, LOOKS, strict=True):
        path = trials.flight(numbers, Release(nominal_speed_m_s(numbers[0]))).path[:-1]
        plan.plot(path[:, 1], path[:, 2], color=INK, linestyle=look, label=name(numbers))
        side.plot(path[:, 1], path[:, 3], color=INK, linestyle=look)
    plan.set_ylabel("left, m")
    side.set_ylabel("height, m")
    side.set_xlabel("forward, m (flat release, nominal speed, still air)")
    plan.legend(fontsize=8, ncols=3)
    _save(figure, folder / "flights.svg")


def coefficients(folder: Path) -> None:
    figure = Figure((10, 3.2))
    axes = figure.subplots(1, 3)
    s, c = np.sin(np.radians(ANGLES_DEG)), np.cos(np.radians(ANGLES_DEG))
    for numbers, look in zip(SHOWN, LOOKS, strict=True):
        row = aero_row(Disc("plot", *numbers))
        off = s * row[a.COS_A0] - c * row[a.SIN_A0]
        drag = row[a.CD0] + row[a.DRAG_K] * off**2 + row[a.DRAG_K4] * off**4
        moment = np.array([pitching_slope(x, USUAL_ADVANCE, row) for x in s]) * c
        for axis, values in zip(axes, ((row[a.CL0] + row[a.CLA] * s) * c, drag, moment), strict=True):
            axis.plot(ANGLES_DEG, values, color=INK, linestyle=look, label=name(numbers))
    for axis, title in zip(axes, ("lift", "drag", "pitching moment"), strict=True):
        axis.set_title(title)
        axis.set_xlabel("angle of attack, degrees")
    axes[2].axhline(0.0, color=INK, linewidth=0.5)
    axes[0].legend(fontsize=7)
    _save(figure, folder / "coefficients.svg")


def residuals(trials: Trials, folder: Path) -> None:
    figure = Figure((8, 3))
    axis = figure.subplots()
    for k, measure in enumerate(MEASURES):
        misses = [reference_misses(trials, numbers)[measure] for numbers in NUMBERS]
        axis.plot(misses, np.full(len(misses), k), "|", color=INK, markersize=14)
    axis.set_yticks(range(len(MEASURES)), ["distance", "right", "back", "apex", "hang"])
    for edge in (-1, 1):
        axis.axvline(edge, color=INK, linewidth=0.8)
    axis.set_xlabel("miss of the 28 reference throws, in half bands")
    _save(figure, folder / "residuals.svg")


def shapes(trials: Trials, folder: Path) -> None:
    """Named lines, from above."""
    figure = Figure((8, 4))
    axis = figure.subplots()
    v9 = nominal_speed_m_s(9)
    lines = (
        ("flex 9/4/0/3, 10° anhyzer", (9, 4, 0, 3), v9, -10, 11),
        ("flip 9/5/-3/1, 8° hyzer, 12 % harder", (9, 5, -3, 1), 1.12 * v9, 8, 9),
        ("stock hyzer 9/4/0/3, 20°", (9, 4, 0, 3), v9, 20, 9),
        ("spike 9/4/0/4, 60°", (9, 4, 0, 4), v9, 60, 40),
        ("turnover 9/5/-3/1, 5° anhyzer", (9, 5, -3, 1), v9, -5, 9),
        ("straight 7/5/0/2", (7, 5, 0, 2), nominal_speed_m_s(7), 0, 9),
    )
    for (line, numbers, speed, hyzer, launch), look in zip(lines, LOOKS, strict=True):
        release = Release(speed, hyzer_rad=math.radians(hyzer), launch_rad=math.radians(launch))
        path = trials.flight(numbers, release).path[:-1]
        axis.plot(path[:, 1], path[:, 2], color=INK, linestyle=look, label=line)
    axis.set_aspect("equal")
    axis.set_xlabel("forward, m")
    axis.set_ylabel("left, m")
    axis.legend(fontsize=7)
    _save(figure, folder / "shapes.svg")


def draw_plots(trials: Trials, folder: Path) -> None:
    """All plots, as SVG files in a folder."""
    folder.mkdir(exist_ok=True)
    flights(trials, folder)
    coefficients(folder)
    residuals(trials, folder)
    shapes(trials, folder)
