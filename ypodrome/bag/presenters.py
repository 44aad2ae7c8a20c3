"""The bench's three views, drawn to one scale, and its table."""

from __future__ import annotations

import math
from dataclasses import dataclass
from typing import Any

import numpy as np
from numpy.typing import NDArray

from ypodrome.accounts.models import Player
from ypodrome.bag.bench import TAUGHT, Trial
from ypodrome.bag.preferences import PUTTS, Ruled, rows_of
from ypodrome.core.api import (
    NARROWEST_AIM_DEG,
    NEAR_M,
    WIDEST_AIM_DEG,
    WIDEST_BEND_RAD,
    Disc,
    Flight,
    Over,
    Shape,
)
from ypodrome.core.units import feet
from ypodrome.drawing.frame import barbs_of, path_of
from ypodrome.wording.measures import in_metres, round_step

PLAN = (760.0, 300.0)
SIDE = (760.0, 170.0)
REAR = (380.0, 170.0)
EDGE = 26.0
LEAST_REACH_M = 60.0
LEAST_MOVE_M = 0.16
"""Moves smaller than half a foot are not worth a number."""
BARB_EVERY = 2


@dataclass(frozen=True)
class Scales:
    """Pixels per metre, common to all views, and how far left and right the flights go."""

    px: float
    left_m: float
    right_m: float


def scales(flights: list[Flight]) -> Scales:
    """The scale at which all flights fit all views."""
    far = max([LEAST_REACH_M, *(float(f.path[:, 1].max()) for f in flights)])
    left = max([8.0, *(float(f.path[:, 2].max()) for f in flights)])
    right = max([8.0, *(float(-f.path[:, 2].min()) for f in flights)])
    high = max([6.0, *(float(f.path[:, 3].max()) for f in flights)])
    px = min(
        (PLAN[0] - 2 * EDGE) / far,
        (PLAN[1] - 2 * EDGE) / (left + right),
        (REAR[0] - 2 * EDGE) / (left + right),
        (SIDE[1] - 2 * EDGE) / high,
    )
    return Scales(px, left, right)


def views_of(flight: Flight, s: Scales) -> dict[str, Any]:
    """Path data of one flight from above, from the side and from behind."""
    x, y, z = flight.path[:, 1], flight.path[:, 2], flight.path[:, 3]
    plan = np.stack([EDGE + x * s.px, plan_zero(s) - y * s.px], axis=1)
    side = np.stack([EDGE + x * s.px, SIDE[1] - EDGE - z * s.px], axis=1)
    rear = np.stack([rear_zero(s) - y * s.px, REAR[1] - EDGE - z * s.px], axis=1)
    return {
        "plan": path_of(plan),
        "side": path_of(side),
        "rear": path_of(rear),
        "quill": barbs_of(plan[::BARB_EVERY], np.maximum(z[::BARB_EVERY], 0.0) * s.px),
        "end": _label_at(plan),
        "side_end": _label_at(side),
    }


def plan_zero(s: Scales) -> float:
    """Height on the plan of the line of aim."""
    free = PLAN[1] - 2 * EDGE - (s.left_m + s.right_m) * s.px
    return EDGE + free / 2 + s.left_m * s.px


def rear_zero(s: Scales) -> float:
    """Place across the rear view of the line of aim."""
    free = REAR[0] - 2 * EDGE - (s.left_m + s.right_m) * s.px
    return EDGE + free / 2 + s.left_m * s.px


def _label_at(pixels: NDArray) -> tuple[float, float]:
    return round(float(pixels[-1, 0]) + 5, 1), round(float(pixels[-1, 1]) + 4, 1)


def row_of(name: str, flight: Flight, units: str) -> dict[str, Any]:
    """The numbers of a flight in the player's units."""
    out = flight.out
    side = "left" if out.rest_y_m > 0 else "right"
    return {
        "name": name,
        "rest": _length(math.hypot(out.rest_x_m, out.rest_y_m), units),
        "off": f"{_length(abs(out.rest_y_m), units)} {side}",
        "right": _length(out.max_right_m, units),
        "apex": _length(out.apex_m, units),
        "hang": f"{out.hang_s:.1f}",
        "descent": f"{math.degrees(out.descent_rad):.0f}°",
        "lands": _bank(math.degrees(out.landing_hyzer_rad)),
    }


def ghost_row(name: str, ghost: Flight, flight: Flight, units: str) -> dict[str, str]:
    """What a miss moves the end by, in words."""
    ahead = ghost.out.rest_x_m - flight.out.rest_x_m
    left = ghost.out.rest_y_m - flight.out.rest_y_m
    return {
        "name": name,
        "ahead": _moved(ahead, "longer", "shorter", units),
        "left": _moved(left, "left", "right", units),
    }


def lesson(trial: Trial, flight: Flight, disc: Disc, other: Flight, units: str) -> str:
    """What other flight numbers do to this throw, in a sentence."""
    was = trial.disc.to_core()
    named = [n for n in TAUGHT if getattr(was, n) != getattr(disc, n)]
    said = ", ".join(f"{n} {getattr(was, n):g} → {getattr(disc, n):g}" for n in named)
    moved = ghost_row("", other, flight, units)
    return f"{said[0].upper()}{said[1:]}: it ends {moved['ahead']} and {moved['left']}.".replace("-", "−")


def _moved(metres: float, forward: str, back: str, units: str) -> str:
    if abs(metres) < LEAST_MOVE_M:
        return "the same"
    return f"{_length(abs(metres), units)} {forward if metres > 0 else back}"


def _bank(degrees: float) -> str:
    if abs(degrees) > 100:
        return "upside down"
    return f"{abs(degrees):.0f}° {'hyzer' if degrees > 0 else 'anhyzer'}"


def _length(metres: float, units: str) -> str:
    return f"{feet(metres):.0f} ft" if units == "imperial" else f"{metres:.1f} m"


def bench_context(
    trial: Trial, flight: Flight, ghosts: dict[str, Flight], kept: dict[str, Flight], units: str,
    taught: tuple[Disc, Flight] | None = None,
) -> dict[str, Any]:  # fmt: skip
    """Everything the bench's fragments show; `taught`: the same throw with other flight numbers."""
    beside = dict(kept) | ({f"as {taught[0].numbers}": taught[1]} if taught else {})
    s = scales([flight, *ghosts.values(), *beside.values()])
    step = round_step(units)
    step_m = in_metres(step, units)
    ticks = [
        (round(EDGE + k * step_m * s.px, 1), f"{step * k}")
        for k in range(1, int((PLAN[0] - 2 * EDGE) / (step_m * s.px)) + 1)
    ]
    return {
        "trial": trial,
        "main": views_of(flight, s),
        "ghosts": [views_of(g, s) for g in ghosts.values()],
        "kept": [
            {"number": k, "look": f"kept kept-{(k - 1) % 4}", **views_of(f, s)}
            for k, f in enumerate(beside.values(), start=1)
        ],
        "zero": round(plan_zero(s), 1),
        "rear_zero": round(rear_zero(s), 1),
        "floor": SIDE[1] - EDGE,
        "ticks": ticks,
        "numbers": [row_of("this throw", flight, units)]
        + [row_of(f"{k} {name}", f, units) for k, (name, f) in enumerate(beside.items(), start=1)],
        "lesson": lesson(trial, flight, *taught, units) if taught else "",
        "ghost_rows": [ghost_row(n, g, flight, units) for n, g in ghosts.items()],
        "disc_tilt": round(-trial.throw.hyzer_side * trial.hyzer_deg, 1),
        "launch_tilt": round(-trial.launch_deg, 1),
        "nose_tilt": round(-(trial.launch_deg + trial.nose_deg), 1),
    }


def preferences_context(player: Player, on: set[Ruled], typed: dict[str, Any]) -> dict[str, Any]:
    """The page of what a player rules out and likes, as stored or as typed."""
    return typed | {
        "rows": rows_of(player, on), "putts": PUTTS, "shapes": list(Shape), "units": player.units,
        "near_water_m": NEAR_M[Over.WATER], "near_line_m": NEAR_M[Over.OB], "narrowest": NARROWEST_AIM_DEG,
        "widest_of_all": WIDEST_AIM_DEG, "usual": math.degrees(WIDEST_BEND_RAD),
    }  # fmt: skip
