"""Plots of the solved discs: flights from above and from the side, coefficients, lines."""

from __future__ import annotations

import math
from pathlib import Path

import numpy as np
from matplotlib import rc_context
from matplotlib.figure import Figure

from ypodrome.core.design import bodies_of, body_of
from ypodrome.core.design.family import ramp
from ypodrome.core.design.reference import LAUNCH_DEG, NOSE_DEG, reference_speed_m_s
from ypodrome.core.disc import Disc
from ypodrome.core.flight.forces import FALL_SIN, LEAST_MOMENT, TOP_SIN
from ypodrome.core.flight.release import Release
from ypodrome.core.flight.simulate import Air, fly
from ypodrome.core.ground.field import open_field

Numbers = tuple[float, float, float, float]

SHOWN: tuple[Numbers, ...] = (
    (3, 3, 0, 2), (5, 5, -1, 1), (9, 4, 0, 3), (9, 5, -1, 2), (9, 5, -3, 1), (13, 5, -1, 3),
)  # fmt: skip
LOOKS = ("-", "--", "-.", ":", (0, (5, 1, 1, 1, 1, 1)), (0, (1, 1)))
INK = "#1d2b33"
ANGLES_DEG = np.linspace(-10.0, 35.0, 91)


def name(numbers: Numbers) -> str:
    return "/".join(f"{n:g}" for n in numbers)


def _save(figure: Figure, file: Path) -> None:
    with rc_context({"svg.hashsalt": "ypodrome"}):
        figure.savefig(file, metadata={"Date": None}, bbox_inches="tight")


def _path(numbers: Numbers, share: float = 1.0, hyzer: float = 0.0, launch: float = LAUNCH_DEG) -> np.ndarray:
    speed = share * float(reference_speed_m_s(numbers[0]))
    angles = (math.radians(a) for a in (hyzer, NOSE_DEG, launch))
    flight = fly(body_of(Disc("d", *numbers)), Release(speed, hyzer_rad=next(angles), nose_rad=next(angles),
                 launch_rad=next(angles)), Air(), open_field("water"))  # fmt: skip
    return flight.path


def flights(folder: Path) -> None:
    """Reference throws of a few discs."""
    figure = Figure((8, 6))
    plan, side = figure.subplots(2, 1, sharex=True)
    for numbers, look in zip(SHOWN, LOOKS, strict=True):
        path = _path(numbers)
        plan.plot(path[:, 1], path[:, 2], color=INK, linestyle=look, label=name(numbers))
        side.plot(path[:, 1], path[:, 3], color=INK, linestyle=look)
    plan.set_ylabel("left, m")
    side.set_ylabel("height, m")
    side.set_xlabel("forward, m (reference throw, still air)")
    plan.legend(fontsize=8, ncols=3)
    _save(figure, folder / "flights.svg")


def coefficients(folder: Path) -> None:
    """Lift, drag and pitching moment over the angle of attack."""
    figure = Figure((10, 3.2))
    axes = figure.subplots(1, 3)
    s, c = np.sin(np.radians(ANGLES_DEG)), np.cos(np.radians(ANGLES_DEG))
    for numbers, body, look in zip(SHOWN, bodies_of([Disc("d", *n) for n in SHOWN]), LOOKS, strict=True):
        off = s * body["drag_cos0"] - c * body["drag_sin0"]
        drag = body["drag_0"] + body["drag_k"] * off**2 + body["drag_k4"] * off**4
        moment = (
            body["moment_0"] + body["moment_slope"] * s + body["moment_rise"] * ramp(s - body["kink_sin"])
        )
        moment -= body["moment_top"] * ramp(s - TOP_SIN) + body["moment_fall"] * ramp(-s - FALL_SIN)
        lift = body["lift_0"] + body["lift_slope"] * s
        for axis, values in zip(axes, (lift * c, drag, np.maximum(LEAST_MOMENT, moment) * c), strict=True):
            axis.plot(ANGLES_DEG, values, color=INK, linestyle=look, label=name(numbers))
    for axis, title in zip(axes, ("lift", "drag", "pitching moment"), strict=True):
        axis.set_title(title)
        axis.set_xlabel("angle of attack, degrees")
    axes[2].axhline(0.0, color=INK, linewidth=0.5)
    axes[0].legend(fontsize=7)
    _save(figure, folder / "coefficients.svg")


def shapes(folder: Path) -> None:
    """Named lines, from above."""
    figure = Figure((8, 4))
    axis = figure.subplots()
    lines: tuple[tuple[str, Numbers, float, float, float], ...] = (
        ("flex 9/4/0/3, 10° anhyzer", (9, 4, 0, 3), 1.0, -10, 13),
        ("flip 9/5/-3/1, 9° hyzer, 12 % harder", (9, 5, -3, 1), 1.12, 9, 11.5),
        ("stock hyzer 9/4/0/3, 20°", (9, 4, 0, 3), 1.0, 20, 11.5),
        ("spike 9/4/0/4, 60°", (9, 4, 0, 4), 1.0, 60, 42),
        ("turnover 9/5/-3/1, 5° anhyzer", (9, 5, -3, 1), 1.0, -5, 11.5),
        ("straight 7/5/0/2", (7, 5, 0, 2), 1.0, 0, 11.5),
    )
    for (line, numbers, share, hyzer, launch), look in zip(lines, LOOKS, strict=True):
        path = _path(numbers, share, hyzer, launch)
        axis.plot(path[:, 1], path[:, 2], color=INK, linestyle=look, label=line)
    axis.set_aspect("equal")
    axis.set_xlabel("forward, m")
    axis.set_ylabel("left, m")
    axis.legend(fontsize=7)
    _save(figure, folder / "shapes.svg")


def draw_plots(folder: Path) -> None:
    """All plots, as SVG files in a folder."""
    folder.mkdir(exist_ok=True)
    flights(folder)
    coefficients(folder)
    shapes(folder)
