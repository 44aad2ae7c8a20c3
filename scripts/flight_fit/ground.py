"""Print typical ground play by surface and landing, as the Markdown of docs/ground-play.md.

Run: python -m scripts.flight_fit.ground
"""

from __future__ import annotations

import math
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from ypodrome.core.design import bodies_of
from ypodrome.core.design.reference import reference_speed_m_s
from ypodrome.core.disc import Disc, Plastic
from ypodrome.core.flight.release import USUAL_NOSE_RAD, Release, Throw
from ypodrome.core.flight.simulate import Flights, Range
from ypodrome.core.ground.field import Field, open_field
from ypodrome.core.thrower import PRESETS
from ypodrome.core.thrower.spread import scatter, standard_draws

DRAWS = 512
HEAD = """# Ground play

Written by `make fit`: metres from first contact to rest on level ground, the middle of a club
player's throws and in brackets one in ten below and above. Why: firm ground gives the normal speed
back and bites little, so discs skip and slide; grass, sand and mud take hold of the rim; a steep
landing spends its speed into the ground; a fast rim bites more than a slow one; wet ground slides;
hard premium plastic slides farther than soft grippy plastic. A roller runs until it leans over, and
one in ten never stands up. Sizes are chosen to match what players see, not measured.
"""


@dataclass(frozen=True)
class Landing:
    """A throw that lands in a way players have a word for."""

    name: str
    disc: Disc
    release: Release


def _throw(speed: float, hyzer: float, launch: float, kind: Throw = Throw.RHBH) -> Release:
    return Release(speed, kind, math.radians(hyzer), USUAL_NOSE_RAD, math.radians(launch))


V4, V5, V9 = (float(reference_speed_m_s(s)) for s in (4, 5, 9))
LANDINGS = (
    Landing("low flat driver 9/4/0/3", Disc("d", 9, 4, 0, 3), _throw(V9, 0, 5)),
    Landing("stock hyzer 9/4/0/3", Disc("d", 9, 4, 0, 3), _throw(0.9 * V9, 20, 11)),
    Landing("straight midrange 5/4/0/1", Disc("d", 5, 4, 0, 1), _throw(0.9 * V5, 0, 11)),
    Landing("approach 4/1/0/3", Disc("d", 4, 1, 0, 3), _throw(0.8 * V4, 10, 14)),
    Landing("steep approach 4/1/0/3", Disc("d", 4, 1, 0, 3), _throw(0.85 * V4, 30, 37)),
    Landing("spike 9/4/0/4", Disc("d", 9, 4, 0, 4), _throw(V9, 60, 44)),
    Landing("roller 9/5/-3/1", Disc("d", 9, 5, -3, 1), _throw(V9, -58, 4)),
)
SURFACES = ("pavement", "hardpack", "gravel", "cut_grass", "pine_straw", "leaves", "long_grass", "sand",
            "rough", "mud")  # fmt: skip


def thrown(landing: Landing, field: Field) -> Flights:
    """Flights [DRAWS] of a club player's throws."""
    draws = standard_draws(DRAWS, 1)
    releases = scatter(landing.release.row()[None], PRESETS["club"].sizes[None], np.ones(1), draws)[0]
    one = np.zeros(DRAWS, np.int64)
    return Range(field=field).fly(bodies_of([landing.disc]), one, releases, seeds=np.arange(1, DRAWS + 1))


def runs(out: Flights) -> NDArray[np.float64]:
    """Distance from first contact to rest [n, m]."""
    return np.hypot(out.rest_x_m - out.carry_x_m, out.rest_y_m - out.carry_y_m)


def cell(landing: Landing, field: Field) -> str:
    low, middle, high = np.percentile(runs(thrown(landing, field)), (10, 50, 90))
    return f"{middle:.1f} ({low:.1f}–{high:.1f})"


def main() -> None:
    print(HEAD)
    print("| landing | " + " | ".join(s.replace("_", " ") for s in SURFACES) + " | wet grass |")
    print("|---|" + "---|" * (len(SURFACES) + 1))
    fields = [open_field(s) for s in SURFACES] + [open_field("cut_grass", wet=True)]
    for landing in LANDINGS:
        print(f"| {landing.name} | " + " | ".join(cell(landing, f) for f in fields) + " |")
    print("\n| plastic, on cut grass | " + " | ".join(x.name for x in LANDINGS[:5]) + " |")
    print("|---|" + "---|" * 5)
    for plastic in Plastic:
        row = [
            cell(Landing(x.name, Disc("d", *_numbers(x.disc), plastic=plastic), x.release), open_field())
            for x in LANDINGS[:5]
        ]
        print(f"| {plastic.value} | " + " | ".join(row) + " |")


def _numbers(disc: Disc) -> tuple[float, float, float, float]:
    return disc.speed, disc.glide, disc.turn, disc.fade


if __name__ == "__main__":
    main()
