"""What a set of discs does, held against docs/flight-model.md: bands, order, behaviours, physical limits.

Every check is (which discs it is about, which of them do it) over a set drawn by rule. The bands and
behaviours are common practice, no source, unless said.
"""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass, field
from functools import cached_property

import numpy as np
from numpy.typing import NDArray

from scripts.flight_fit.sets import made
from ypodrome.core.design.bodies import GRIP_BY_PLASTIC
from ypodrome.core.design.family import bodies_at, ramps
from ypodrome.core.design.numbers import flown_numbers
from ypodrome.core.design.reference import (
    LAUNCH_DEG,
    NOSE_DEG,
    bands,
    reference_speed_m_s,
    thrown,
)
from ypodrome.core.design.solver import solved
from ypodrome.core.disc import Disc, Plastic
from ypodrome.core.flight.forces import FALL_SIN, TOP_SIN
from ypodrome.core.flight.release import SIDE, SPIN, SPIN_SHARE, Z, spin_share
from ypodrome.core.flight.simulate import Flights, Range
from ypodrome.core.ground.field import open_field
from ypodrome.core.units import m_s_from_mph

MPH = m_s_from_mph(1.0)
LEVEL = open_field("water")
OVERHEAD_SPIN = SPIN_SHARE["tomahawk"]
Mask = NDArray[np.bool_]
Check = tuple[Mask, Mask]
SLACK = 0.005
"""Half a point in a hundred: what nobody sees in an order on other lines than the reference throw."""

CHAINS_DROP_M = 0.15
HEAD_MOST = (0.08, 0.18, 0.36, 0.50, 0.58, 0.62)
STRAIGHT_PUTTER = (3.0, -1.0, 0.5)


def with_weight(numbers: NDArray[np.float64]) -> NDArray[np.float64]:
    """Numbers [n, 5] of discs of the usual weight."""
    return np.column_stack([numbers[:, :4], np.full(len(numbers), 175.0)])


@dataclass(frozen=True)
class Bench:
    """Discs with numbers [n, 4], solved, to be thrown."""

    numbers: NDArray[np.float64]
    model: Callable[[NDArray[np.float64]], NDArray[np.void]] = field(
        default=lambda numbers: bodies_at(with_weight(numbers), solved(with_weight(numbers)))
    )

    @cached_property
    def bodies(self) -> NDArray[np.void]:
        return self.model(self.numbers)

    @property
    def speed_m_s(self) -> NDArray[np.float64]:
        return reference_speed_m_s(self.numbers[:, 0])

    def throw(
        self, speed: NDArray[np.float64] | float | None = None, hyzer: float = 0.0, nose: float = NOSE_DEG,
        launch: float = LAUNCH_DEG, wind: tuple[float, float] = (0.0, 0.0),
        spin: float | NDArray[np.float64] = 0.5,
        side: int = 1, turns: int = -1, step_scale: float = 1.0, bodies: NDArray[np.void] | None = None,
        drop_m: float | None = None,
    ) -> Flights:  # fmt: skip
        """One throw of every disc; wind is the air's velocity forward and to the left [m/s]."""
        n = len(self.numbers)
        v = self.speed_m_s if speed is None else np.broadcast_to(np.asarray(speed, float), n)
        rows = thrown(v, hyzer, nose, launch, spin)
        rows[:, SIDE] = side
        rows[:, SPIN] *= -turns
        if drop_m is not None:
            rows[:, Z] = drop_m
        range_ = Range(field=LEVEL, step_scale=step_scale)
        return range_.fly(
            self.bodies if bodies is None else bodies, np.arange(n), rows, np.tile(wind, (n, 1))
        )

    def moved(self, column: int, by: float) -> tuple[Mask, Bench]:
        """Which discs have a neighbour with one number moved, and those neighbours."""
        numbers = self.numbers.copy()
        numbers[:, column] += by
        exists = np.array([made(n) for n in numbers])
        return exists, Bench(numbers[exists], self.model)

    def of(self, rows: Mask) -> Bench:
        return Bench(self.numbers[rows], self.model)


def carry(f: Flights) -> NDArray[np.float64]:
    return np.hypot(f.carry_x_m, f.carry_y_m)


def end(f: Flights) -> NDArray[np.float64]:
    """Where it lands, left of the aim, as a share of the distance."""
    return f.carry_y_m / np.maximum(f.carry_x_m, 1.0)


def back(f: Flights) -> NDArray[np.float64]:
    return (f.carry_y_m + f.max_right_m) / carry(f)


def in_bands(bench: Bench) -> dict[str, Check]:
    """Each measure of the reference throw in its band."""
    f = bench.throw()
    d = carry(f)
    measured = {
        "distance_m": d, "right": f.max_right_m / d, "back": back(f), "apex": f.apex_m / d,
        "hang_s": f.hang_s, "bank_deg": np.degrees(f.landing_hyzer_rad),
    }  # fmt: skip
    every = np.ones(len(d), bool)
    return {
        f"band: {name}": (every, (measured[name] >= low - 1e-9) & (measured[name] <= high + 1e-9))
        for name, (low, high) in bands(bench.numbers).items()
    }


def in_order(bench: Bench, step: float) -> dict[str, Check]:
    """Neighbours one step apart: farther with glide, more to the right with turn, more to the left with fade;
    half a step moves the landing less than 6 % of the distance."""
    found: dict[str, Check] = {}
    for name, column, by in (("glide", 1, step), ("turn", 2, -step), ("fade", 3, step)):
        exists, other = bench.moved(column, by)
        one, two = bench.of(exists).throw(), other.throw()
        if name == "glide":
            ok = carry(two) > carry(one)
        elif name == "turn":
            ok = (end(two) < end(one)) & (two.max_right_m / carry(two) > one.max_right_m / carry(one) - 1e-3)
        else:
            ok = end(two) > end(one)
        found[f"order, {step:g} of {name}"] = (np.ones(len(ok), bool), ok)
        if step <= 0.5:
            gap = np.hypot(two.carry_x_m - one.carry_x_m, two.carry_y_m - one.carry_y_m) / carry(one)
            found[f"half a step of {name} moves under 6 %"] = (np.ones(len(ok), bool), gap < 0.06)
    return found


def in_order_elsewhere(bench: Bench) -> dict[str, Check]:
    """The order of turn and fade on other lines than the reference throw."""
    found: dict[str, Check] = {}
    lines = (("8° anhyzer", {"hyzer": -8.0}), ("10° hyzer", {"hyzer": 10.0}), ("15° hyzer", {"hyzer": 15.0}),
             ("10 mph head", {"wind": (-10 * MPH, 0.0)}))  # fmt: skip
    for name, column, by in (("turn", 2, -1.0), ("fade", 3, 1.0)):
        exists, other = bench.moved(column, by)
        same = bench.of(exists)
        for line, how in lines:
            one, two = end(same.throw(**how)), end(other.throw(same.speed_m_s, **how))
            ok = two < one + SLACK if name == "turn" else two > one - SLACK
            found[f"order on {line}, 1 of {name}"] = (np.ones(len(ok), bool), ok)
    return found


def in_wind(bench: Bench) -> dict[str, Check]:
    """Head, tail and cross wind."""
    speed, _, turn, fade = bench.numbers.T
    under, over, every = turn <= -2, (turn >= 0) & (fade >= 3), np.ones(len(turn), bool)
    ref = bench.throw()
    d = carry(ref)
    head5, head, tail = (bench.throw(wind=(w * MPH, 0.0)) for w in (-5, -10, 10))
    cross = bench.throw(wind=(0.0, 13 * MPH))
    lost = 1 - carry(head) / d
    right = head.max_right_m / d
    most = np.interp(-turn, range(6), HEAD_MOST)
    angles = [(a, b) for a in (-3, 1, 5, 9, 13) for b in (0, 3, 6, 9)]
    hyzers = (0.0, 8.0)

    def farthest(wind: float) -> NDArray[np.float64]:
        return np.max([
            carry(bench.throw(hyzer=h, nose=NOSE_DEG + b, launch=LAUNCH_DEG + a, wind=(wind, 0.0)))
            for a, b in angles for h in hyzers
        ], axis=0)  # fmt: skip

    gain = farthest(10 * MPH) / farthest(0.0) - 1
    moved = cross.carry_y_m - ref.carry_y_m
    return {
        "head 5 mph costs under 12 %": (every, 1 - carry(head5) / d < 0.12),
        "head 10: stable fast discs lose 5 to 25 %": (
            ~under & (speed >= 7) & (fade >= 2), (lost > 0.05) & (lost < 0.25)),
        "head 10: understable lose under 30 %": (under, lost < 0.30),
        "head 10: T <= -2 drifts right 1.5 x as far": (
            under, head.max_right_m >= 1.5 * np.maximum(ref.max_right_m, 0.5)),
        "head 10: right at most 8/18/36/50 %": (every, right <= most),
        "head 10: overstable ends on its fade side": (over, head.carry_y_m > 0),
        "head 10: apex rises": (every, head.apex_m > ref.apex_m),
        "tail 10: apex falls": (every, tail.apex_m < ref.apex_m),
        "tail 10: -8 to +10 % chosen anew, S >= 7": (speed >= 7, (gain > -0.08) & (gain < 0.10)),
        "cross 13 mph moves a stable shot 15 to 60 ft": (
            (speed >= 6) & (speed <= 9) & ~under & ~over, (moved > 4.6) & (moved < 18.3)),
    }  # fmt: skip


def on_lines(bench: Bench) -> dict[str, Check]:
    """Hyzer flip, flex, nose, spin, faster and slower arms, missed approaches, spikes."""
    speed, _, turn, fade = bench.numbers.T
    every, over = np.ones(len(turn), bool), (turn >= 0) & (fade >= 3)
    ref = bench.throw()
    d = carry(ref)
    found: dict[str, Check] = {}
    flex = bench.throw(hyzer=-8.0, launch=LAUNCH_DEG + 1)
    comes = (flex.carry_y_m + flex.max_right_m) / np.maximum(flex.max_right_m, 0.5)
    bank = np.degrees(flex.landing_hyzer_rad)
    for least, share in ((3, 0.3), (4, 0.6)):
        found[f"flex: F >= {least} comes back {share:.0%}"] = ((fade >= least) & (turn >= -1), comes >= share)
    deep = bench.throw(hyzer=-11.0, launch=LAUNCH_DEG + 2)
    found["flex: lands on hyzer from 8 and 11° of anhyzer"] = (
        (fade >= 3) & (turn >= -1), (bank >= 10) & (np.degrees(deep.landing_hyzer_rad) >= 10))  # fmt: skip
    found |= _flips(bench)
    hyzer = bench.throw(1.12 * bench.speed_m_s, hyzer=10.0)
    found["overstable on 10° of hyzer never stands up"] = (
        over, (np.degrees(hyzer.least_bank_rad) > 5) & (end(hyzer) > 0.12))  # fmt: skip
    up, down = bench.throw(nose=NOSE_DEG + 5), bench.throw(nose=NOSE_DEG - 3)
    found["nose up 5° costs 10 % (6 % below S 6.5)"] = (
        every, carry(up) / d <= np.where(speed < 6.5, 0.94, 0.90))  # fmt: skip
    found["nose up 5° adds 25 % of apex"] = (every, up.apex_m >= 1.25 * ref.apex_m)
    found["nose down 3° lowers, adds no more than 12 %"] = (
        every, (carry(down) / d < 1.12) & (down.apex_m < ref.apex_m))  # fmt: skip
    spun = [bench.throw(spin=s) for s in (0.45, 0.55)]
    moved = np.max([np.hypot(f.carry_x_m - ref.carry_x_m, f.carry_y_m - ref.carry_y_m) for f in spun], axis=0)
    found["spin 10 % moves the landing under 3 %"] = (every, moved / d < 0.03)
    fast = bench.throw(1.2 * bench.speed_m_s)
    found["1.2 x as fast: T -1 to -2 drifts twice as far"] = (
        (turn <= -1) & (turn > -2.5), fast.max_right_m >= 2 * np.maximum(ref.max_right_m, 0.5))  # fmt: skip
    slow, seven = bench.throw(45 * MPH), Bench(np.array([[7.0, 5, 0, 2]]), bench.model).throw(45 * MPH)
    found["45 mph: S >= 12 no farther than a seven, fades as much"] = (
        (speed >= 12) & (turn >= -1) & (fade >= 2.5),
        (carry(slow) < 1.08 * carry(seven)) & (back(slow) >= back(seven)))  # fmt: skip
    missed, meant = bench.throw(40 * MPH, hyzer=-10.0), bench.throw(40 * MPH)
    short = carry(missed) / carry(meant)
    aside, tilt = end(missed), missed.landing_hyzer_rad
    found["straight putter missed by 10° is lost"] = (
        (speed <= 3) & (turn <= -1) & (fade <= 0.5),
        (aside < -0.15) & (tilt < 0) & (short < 0.95))  # fmt: skip
    found["overstable approach missed by 10° finishes near"] = (
        (speed >= 2.5) & (speed <= 5) & over,
        (np.abs(aside) < 0.10) & (tilt > 0) & (short > 0.93))  # fmt: skip
    spike = bench.throw(hyzer=60.0, nose=0.0, launch=45.0)
    found["spike from 45° comes down steeper than 48°"] = (
        (fade >= 3) & (speed >= 7), np.degrees(spike.descent_rad) > 48)  # fmt: skip
    half = bench.throw(step_scale=0.5)
    apart = np.hypot(half.carry_x_m - ref.carry_x_m, half.carry_y_m - ref.carry_y_m)
    found["half the step moves under 0.3 m"] = (every, apart < 0.3)
    return found


def _flips(bench: Bench) -> dict[str, Check]:
    """T about -3: some hyzer of 5 to 13° stands up and ends on the line; 4° less turns over, 4° more does
    not."""
    speed, _, turn, _ = bench.numbers.T
    flown = [bench.throw(1.12 * bench.speed_m_s, hyzer=float(h)) for h in range(1, 18)]
    ends, flat = np.array([end(f) for f in flown]), np.degrees([f.least_bank_rad for f in flown])
    k = np.arange(len(turn))
    best = 4 + np.abs(ends[4:13]).argmin(axis=0)
    ok = (np.abs(ends[best, k]) < 0.05) & (flat[best, k] < 5)
    ok &= (ends[np.maximum(best - 4, 0), k] < -0.03) & (ends[np.minimum(best + 4, 16), k] > 0.03)
    return {"hyzer flip, T -2.5 to -3.5": ((turn <= -2.5) & (turn >= -3.5) & (speed >= 5), ok)}


def overhead(bench: Bench) -> dict[str, Check]:
    """Released on edge: turns onto its back in the air, the thumber to the right and the tomahawk left."""
    v = np.minimum(bench.speed_m_s, 55 * MPH)
    every = np.ones(len(v), bool)
    tomahawks = [
        bench.throw(v, hyzer=h, nose=0.0, launch=35.0, spin=OVERHEAD_SPIN, side=1, turns=1)
        for h in (65, 75, 85)
    ]
    thumber = bench.throw(v, hyzer=75.0, nose=0.0, launch=35.0, spin=OVERHEAD_SPIN, side=-1, turns=-1)
    most = np.degrees(np.min([f.most_bank_rad for f in tomahawks], axis=0))
    return {
        "overhead: past 95° of bank in the air": (every, most > 95),
        "overhead: past 120°": (every, np.degrees(tomahawks[1].most_bank_rad) > 120),
        "overhead: comes down steeper than 35°": (every, np.degrees(tomahawks[1].descent_rad) > 35),
        "overhead: tomahawk left, thumber right": (
            every,
            (tomahawks[1].carry_y_m > 0) & (thumber.carry_y_m < 0),
        ),
    }


def slow(bench: Bench) -> dict[str, Check]:
    """Putts solved for the chains, nose up a little: within 20° of flat where they arrive, and less than half
    a metre aside at ten metres."""
    speed, _, turn, fade = bench.numbers.T
    putters = (speed <= 3.5) & (fade <= 1.5) & (turn >= -1)
    k = np.arange(len(speed))
    found: dict[str, Check] = {}
    for hyzer in (0.0, 3.0, 6.0):
        flown = [
            bench.throw(
                v, hyzer=hyzer, nose=2.0, launch=10.0, spin=spin_share(v, "backhand"), drop_m=CHAINS_DROP_M
            )
            for v in np.arange(5.5, 13.0, 0.25)
        ]
        away, aside = np.array([f.carry_x_m for f in flown]), np.abs([f.carry_y_m for f in flown])
        bank = np.abs(np.degrees([f.landing_hyzer_rad for f in flown]))
        for distance in (5.0, 10.0, 15.0):
            best = np.abs(away - distance).argmin(axis=0)
            found[f"putt of {distance:g} m on {hyzer:g}° of hyzer arrives within 20° of flat"] = (
                putters, bank[best, k] < 20)  # fmt: skip
            if distance == 10.0 and hyzer < 6.0:
                found[f"putt of 10 m on {hyzer:g}° less than half a metre aside"] = (
                    putters, aside[best, k] < 0.5)  # fmt: skip
    return found


def worn(bench: Bench) -> dict[str, Check]:
    """Wear and weight move every disc the right way."""
    every = np.ones(len(bench.numbers), bool)

    def like(**how: object) -> NDArray[np.void]:
        discs = [Disc("x", *row, plastic=Plastic.PREMIUM, **how) for row in bench.numbers]  # type: ignore[arg-type]
        flown = np.array([flown_numbers(d) for d in discs])
        return bodies_at(flown, solved(flown))

    ref, five, ten = bench.throw(), bench.throw(bodies=like(wear=5.0)), bench.throw(bodies=like(wear=10.0))
    light = bench.throw(bodies=like(weight_g=160.0))
    return {
        "wear: ends less to the fade side at each step": (
            every,
            (end(five) < end(ref)) & (end(ten) < end(five)),
        ),
        "wear: comes back no more": (
            every,
            (back(five) < back(ref) + SLACK) & (back(ten) < back(ref) + SLACK),
        ),
        "160 g: ends less to the fade side": (every, end(light) < end(ref)),
    }


def limits(bench: Bench) -> dict[str, Check]:
    """Physics of round wings (induced drag) and of golf discs as measured (Kamaruddin 2011)."""
    b = bench.bodies
    every = np.ones(len(b), bool)
    alpha = np.linspace(0, 0.4, 60)[:, None]
    s, c = np.sin(alpha), np.cos(alpha)
    off = s * b["drag_cos0"] - c * b["drag_sin0"]
    drag = b["drag_0"] + off**2 * (b["drag_k"] + b["drag_k4"] * off**2)
    glide = ((b["lift_0"] + b["lift_slope"] * s) * c / drag).max(axis=0)
    at_zero = moment(b, 0.0)
    return {
        "K >= lift slope² / 4": (every, b["drag_k"] >= b["lift_slope"] ** 2 / 4 - 1e-9),
        "lift slope 1.9 to 2.9": (every, (b["lift_slope"] >= 1.9) & (b["lift_slope"] <= 2.9)),
        "C_M at no angle -0.02 to 0": (every, (at_zero >= -0.02) & (at_zero <= 1e-9)),
        "C_D0 0.035 to 0.11": (every, (b["drag_0"] >= 0.035 - 1e-9) & (b["drag_0"] <= 0.11)),
        "L/D at most 5": (every, glide <= 5.0),
    }


def moment(b: NDArray[np.void], s: float) -> NDArray[np.float64]:
    """C_M / cos α [n] at a sine of the angle of attack, as `forces.pitching_slope`."""
    rise = b["moment_rise"] * ramps(s - b["kink_sin"]) - b["moment_top"] * ramps(s - TOP_SIN)
    return b["moment_0"] + b["moment_slope"] * s + rise - b["moment_fall"] * ramps(-s - FALL_SIN)


def judged(bench: Bench) -> dict[str, Check]:
    """Every check."""
    return (
        in_bands(bench) | in_order(bench, 1.0) | in_order(bench, 0.5) | in_order_elsewhere(bench)
        | in_wind(bench) | on_lines(bench) | overhead(bench) | slow(bench) | worn(bench) | limits(bench)
    )  # fmt: skip


def share(check: Check) -> tuple[float, int]:
    """Share of the discs a check is about that do it, and how many it is about."""
    about, does = check
    return (float(does[about].mean()) if about.any() else 1.0), int(about.sum())


assert set(GRIP_BY_PLASTIC) == set(Plastic)
