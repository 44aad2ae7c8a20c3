"""What a putt does: made, metal, or carried past the basket over the real ground; and what a lay-up does.

A putt is a parabola from the hand to the chains. Chances are followed, not drawn: a share of a putt that is
not made bounces off the metal, a share comes down on its edge and rolls.
"""

from __future__ import annotations

import math
from typing import Any, NamedTuple

import numpy as np
from numpy.typing import NDArray

from ypodrome.core.compiled import batch_kernel, kernel
from ypodrome.core.constants import GRAVITY_M_S2
from ypodrome.core.flight.obstacles import NOTHING, meet_obstacles
from ypodrome.core.green.book import BEYOND, MADE, Book, Trip, noted, rest
from ypodrome.core.green.place import Place
from ypodrome.core.ground.contact import rolling_chance, touch_down
from ypodrome.core.ground.field import cell, ground_height, in_the_clear

CHAINS_M, WINDOW_M = 1.08, 0.30
"""Middle of the chains above the foot, half the window that holds a disc (`thrower.putting`)."""

METAL_LOW_M, METAL_HIGH_M, METAL_WIDE_M, POLE_M = 0.50, 1.50, 0.43, 0.15
"""Cage to band and pole, each with half a disc: what a near miss hits (`flight.obstacles`)."""

FALL_OFF, HEAD_STOPS = 2.0, 0.06
"""Curve of the flight past the basket over that before it (flights of a putter carry on 1.9, 2.4, 2.8 m from
5, 10, 20 m), and what each m/s of head wind adds to it (chosen)."""

FADE_PER_M = 0.04
"""Metres to the fade side per square metre past the basket (chosen)."""

HYZER_RAD, TILT_SD_RAD, EDGE_RAD, EDGE_OFF_METAL = 0.26, 0.35, 0.80, 0.40
"""Tilt of a putt as it lands and its scatter, tilt from which it may stand up, and the share that does off
metal (chosen)."""

ROLL_START_M_S, ROLL_KEEPS, ROLL_TURNS_RAD, LONGEST_ROLL_S = 1.3, 0.75, 0.6, 8.0
"""Speed at which a disc that stands up on a slope sets off, share of its speed that a roll begins with, how
far to either side rolls set off, and how long they last (chosen)."""

SHALLOW_SIN = 0.3
"""Sine of the incidence rolls are judged by (chosen)."""

KEPT_NORMAL, KEPT_ALONG, KEPT_RISE = 0.22, 0.45, 0.3
"""What metal leaves of the speed along its normal, along its face and upwards (`flight.obstacles`)."""

BRANCH_KEEPS = 0.2
LAY_DESCENT, LAY_SPEED = 0.5, 1.9
"""Slope of a lay-up as it lands; its speed over the root of its length (chosen)."""

STEP_S, STEP_M, NEAR_STEP_M, LONGEST_M = 0.05, 0.75, 0.5, 45.0
OFF_METAL_M, PUTT_SPIN_RAD_S, MOST_FALLING = 0.4, -30.0, 80
LEAST_LAY_UP_M, NEVER = 1.0, 9.0
LEAST, LEAST_ROLL = 5e-4, 2e-3
"""Chances below the first are left out, rolls below the second; books are made whole again (chosen)."""


class Line(NamedTuple):
    """A putt's line: place and height of the hand [m], way over the ground, distance [m], and slope and curve
    of its height z + a s + b s²."""

    x: float
    y: float
    z: float
    east: float
    north: float
    d: float
    a: float
    b: float


@kernel
def slide(
    g: Place, x: float, y: float, vx: float, vy: float, friction: float, trip: Trip, weight: float, book: Book
) -> tuple[float, float]:
    """Slide or roll to rest over the real ground, and where that is: friction against the motion, the slope
    with it; nothing moves on in water."""
    t, moving = 0.0, True
    while moving and t < LONGEST_ROLL_S:
        _, east, north = ground_height(g.field, x, y)
        speed = math.sqrt(vx * vx + vy * vy)
        slow = friction * GRAVITY_M_S2 * STEP_S
        if speed <= slow and math.sqrt(east * east + north * north) <= friction:
            break
        keep = max(0.0, 1.0 - slow / max(speed, 1e-9))
        vx, vy = keep * vx - GRAVITY_M_S2 * STEP_S * east, keep * vy - GRAVITY_M_S2 * STEP_S * north
        x, y, t = x + vx * STEP_S, y + vy * STEP_S, t + STEP_S
        trip = noted(g, trip, x, y)
        i, j = cell(g.field, x, y)
        moving = g.field.surfaces[g.field.surface[i, j]].stops < 0.5
    rest(g, x, y, trip, weight, book)
    return x, y


@kernel
def roll(
    g: Place,
    x: float,
    y: float,
    vx: float,
    vy: float,
    resistance: float,
    trip: Trip,
    weight: float,
    book: Book,
) -> None:
    """Roll off to either side; one that is hardly moving takes off down a slope that is steep enough."""
    _, east, north = ground_height(g.field, x, y)
    slope = math.sqrt(east * east + north * north)
    rx, ry = ROLL_KEEPS * vx, ROLL_KEEPS * vy
    if math.sqrt(rx * rx + ry * ry) < ROLL_START_M_S and slope > resistance:
        rx, ry = -east / slope * ROLL_START_M_S, -north / slope * ROLL_START_M_S
    for k in range(2):
        turn = ROLL_TURNS_RAD if k == 0 else -ROLL_TURNS_RAD
        cos, sin = math.cos(turn), math.sin(turn)
        slide(g, x, y, cos * rx - sin * ry, sin * rx + cos * ry, resistance, trip, 0.5 * weight, book)


@kernel
def land(
    g: Place, x: float, y: float, vx: float, vy: float, vz: float, lean: float, on_edge: float, trip: Trip,
    weight: float, book: Book, tally: np.record,
) -> tuple[float, float]:  # fmt: skip
    """From touch-down to rest: slides, and with the chance that it comes down on edge and stands up, rolls.
    Returns where what slides comes to rest."""
    _, east, north = ground_height(g.field, x, y)
    trip = noted(g, trip, x, y)
    i, j = cell(g.field, x, y)
    surface = g.field.surfaces[g.field.surface[i, j]]
    speed, slope = math.sqrt(vx * vx + vy * vy), math.sqrt(east * east + north * north)
    if surface.stops > 0.5:
        rest(g, x, y, trip, weight, book)
        return x, y
    if speed > ROLL_START_M_S or slope > surface.roll:
        upright = math.erfc((EDGE_RAD - abs(lean)) / (TILT_SD_RAD * math.sqrt(2.0)))
        edge = on_edge if on_edge > 0.0 else 0.5 * upright
        rolls = edge * rolling_chance(surface.roll_chance, 0.9, SHALLOW_SIN, slope, False, False)
        if rolls * weight > LEAST_ROLL:
            roll(g, x, y, vx, vy, surface.roll, trip, rolls * weight, book)
            weight *= 1.0 - rolls
    ux, uy = vx / max(speed, 1e-9), vy / max(speed, 1e-9)
    nx, ny, nz = -uy * math.sin(lean), ux * math.sin(lean), math.cos(lean)
    met = touch_down(vx, vy, vz, nx, ny, nz, PUTT_SPIN_RAD_S, 1.0, surface, east, north, tally, 0.0)
    return slide(g, x, y, met.vx, met.vy, surface.slide, trip, weight, book)


@kernel
def drop(
    g: Place, x: float, y: float, z: float, vx: float, vy: float, vz: float, lean: float, trip: Trip,
    weight: float, book: Book, tally: np.record,
) -> None:  # fmt: skip
    """Fall and rest of a disc knocked out of its flight."""
    for _ in range(MOST_FALLING):
        x, y, z, vz = x + STEP_S * vx, y + STEP_S * vy, z + STEP_S * vz, vz - STEP_S * GRAVITY_M_S2
        trip = noted(g, trip, x, y)
        if z <= ground_height(g.field, x, y)[0]:
            break
    land(g, x, y, vx, vy, vz, lean, EDGE_OFF_METAL, trip, weight, book, tally)


@kernel
def through(
    g: Place,
    line: Line,
    speed: float,
    lean: float,
    trip: Trip,
    weight: float,
    book: Book,
    tally: Any,
    step: Any,
) -> tuple[float, Trip]:
    """Walk a putt through what stands in its way. Returns the chance that is left at the basket, and the
    trip."""
    s, z = 0.0, line.z
    while s < line.d:
        before, z_before = s, z
        s = min(line.d, s + STEP_M)
        z = line.z + line.a * s + line.b * s * s
        x, y = line.x + s * line.east, line.y + s * line.north
        step.x0, step.y0, step.z0 = line.x + before * line.east, line.y + before * line.north, z_before
        step.x, step.y, step.z = x, y, z
        if in_the_clear(g.field, step.x0, step.y0, x, y, STEP_M):
            trip = noted(g, trip, x, y)
            continue
        step.vx, step.vy = speed * line.east, speed * line.north
        step.vz = speed * (line.a + 2.0 * line.b * s)
        tally.exposure = 0.0
        stopped = meet_obstacles(g.field, step, ground_height(g.field, x, y)[0], tally, 0.0)
        trip = Trip(trip.lie_x, trip.lie_y, trip.in_x, trip.in_y, tally.mando_missed > 0.5)
        if stopped:
            drop(g, step.x, step.y, step.z, step.vx, step.vy, step.vz, lean, trip, weight, book, tally)
            return 0.0, trip
        if tally.exposure > LEAST:
            share = weight * (1.0 - math.exp(-tally.exposure))
            weight -= share
            keep = BRANCH_KEEPS * speed
            drop(g, x, y, z, keep * line.east, keep * line.north, 0.0, lean, trip, share, book, tally)
        trip = noted(g, trip, x, y)
    return weight, trip


@kernel
def putt(
    g: Place, lie_x: float, lie_y: float, start: NDArray[np.float64], node: NDArray[np.float64], speed: float,
    catch: float, head: float, met: bool, book: Book, tally: Any, step: Any,
) -> None:  # fmt: skip
    """One putt of a chance. `start` holds place x and y, unit way x and y, distance d, height z0, slope a and
    curve b of its parabola z0 + a s + b s²; `node` how far left of and above the middle of the chains it
    arrives [m], and the chance. What is made, what bounces off metal and what is carried past is booked."""
    aside, above, weight, d = node[0], node[1], node[2], start[4]
    ux, uy = start[2], start[3]
    a, b = start[6] + 0.5 * above / d, start[7] + 0.5 * above / (d * d)
    fx, fy = ux - aside / d * uy, uy + aside / d * ux
    line = Line(start[0], start[1], start[5], fx, fy, d, a, b)
    lean, trip = g.side * HYZER_RAD, Trip(lie_x, lie_y, lie_x, lie_y, False)
    tally.hit, tally.exposure, tally.resistance, tally.mando_missed = NOTHING, 0.0, 1e9, 0.0
    tally.start_x, tally.start_y = lie_x, lie_y
    if met:
        weight, trip = through(g, line, speed, lean, trip, weight, book, tally, step)
    x, y, z, slope = line.x + d * fx, line.y + d * fy, line.z + a * d + b * d * d, a + 2.0 * b * d
    trip = noted(g, trip, x, y)
    hit = abs(aside) < WINDOW_M and abs(above) < WINDOW_M
    if hit and not trip.mando:
        book[MADE] += weight * catch
        weight *= 1.0 - catch
    if weight < LEAST:
        return
    up = z - g.pin_z
    wide = METAL_WIDE_M if up > METAL_LOW_M else POLE_M
    if hit or (abs(aside) < wide and 0.0 < up < METAL_HIGH_M):
        across = max(-1.0, min(1.0, aside / wide))
        back = -math.sqrt(1.0 - across * across)
        nx, ny = back * ux - across * uy, back * uy + across * ux
        into = speed * (fx * nx + fy * ny)
        vx = KEPT_ALONG * (speed * fx - into * nx) - KEPT_NORMAL * into * nx
        vy = KEPT_ALONG * (speed * fy - into * ny) - KEPT_NORMAL * into * ny
        off_x, off_y = x + OFF_METAL_M * nx, y + OFF_METAL_M * ny
        drop(g, off_x, off_y, z, vx, vy, KEPT_RISE * speed * slope, lean, trip, weight, book, tally)
        return
    carry_on(g, x, y, z, ux, uy, fx, fy, speed, slope, b * max(1.2, FALL_OFF + HEAD_STOPS * head), lean, trip,
             weight, book, tally)  # fmt: skip


@kernel
def carry_on(
    g: Place, x: float, y: float, z: float, ux: float, uy: float, fx: float, fy: float, speed: float,
    slope: float, curve: float, lean: float, trip: Trip, weight: float, book: Book, tally: Any,
) -> None:  # fmt: skip
    """A putt past the basket at (x, y, z): it falls off and fades, to the ground behind."""
    past, px, py = 0.0, x, y
    while past < LONGEST_M:
        past += NEAR_STEP_M
        fade = g.side * FADE_PER_M * past * past
        px, py = x + past * fx - fade * uy, y + past * fy + fade * ux
        trip = noted(g, trip, px, py)
        if z + slope * past + curve * past * past <= ground_height(g.field, px, py)[0]:
            break
    vz = speed * (slope + 2.0 * curve * past)
    land(g, px, py, speed * fx, speed * fy, vz, lean, 0.0, trip, weight, book, tally)


@batch_kernel
def play_putts(
    g: Place, lies: NDArray[np.float64], starts: NDArray[np.float64], nodes: NDArray[np.float64],
    speeds: NDArray[np.float64], catches: NDArray[np.float64], heads: NDArray[np.float64],
    met: NDArray[np.bool_], books: Book, tally: NDArray[Any], step: NDArray[Any],
) -> None:  # fmt: skip
    """Fill the books [n, style, BOOK] of putts in every style from lies [n, 2]; `starts` [n, style, 8] and
    `nodes` [n, style, m, 3] as in `putt`, `met` [n] where something may stand in the way."""
    for i in range(lies.shape[0]):
        for k in range(starts.shape[1]):
            for m in range(nodes.shape[2]):
                if nodes[i, k, m, 2] > LEAST:
                    putt(g, lies[i, 0], lies[i, 1], starts[i, k], nodes[i, k, m], speeds[i, k], catches[i, k],
                         heads[i], met[i], books[i, k], tally[0], step[0])  # fmt: skip


@batch_kernel
def play_lay_ups(
    g: Place, lies: NDArray[np.float64], spots: NDArray[np.float64], sizes: NDArray[np.float64],
    nodes: NDArray[np.float64], books: Book, tally: NDArray[Any],
) -> None:  # fmt: skip
    """Fill the books [n, spot, BOOK] of lay-ups from lies [n, 2] meant to rest at spots [n, spot, 2]; `sizes`
    [n, spot, 2] are standard deviations across and along, `nodes` [m, 3] draws of both and their chances. How
    far it slides from the spot is aimed off."""
    for i in range(lies.shape[0]):
        for k in range(spots.shape[1]):
            sx, sy = spots[i, k, 0], spots[i, k, 1]
            dx, dy = sx - lies[i, 0], sy - lies[i, 1]
            far = math.sqrt(dx * dx + dy * dy)
            if far < LEAST_LAY_UP_M:
                books[i, k, BEYOND] = NEVER
                continue
            ux, uy = dx / far, dy / far
            speed, lean = LAY_SPEED * math.sqrt(far), 0.5 * g.side * HYZER_RAD
            vx, vy, vz = speed * ux, speed * uy, -LAY_DESCENT * speed
            trip = Trip(lies[i, 0], lies[i, 1], lies[i, 0], lies[i, 1], False)
            mx, my = land(g, sx, sy, vx, vy, vz, lean, 0.0, trip, 0.0, books[i, k], tally[0])
            mx, my = mx - sx, my - sy
            most = min(1.0, 0.5 * far / (math.sqrt(mx * mx + my * my) + 1e-9))
            for m in range(nodes.shape[0]):
                along, left = nodes[m, 1] * sizes[i, k, 1], nodes[m, 0] * sizes[i, k, 0]
                x, y = sx - most * mx + along * ux - left * uy, sy - most * my + along * uy + left * ux
                way = trip
                for s in range(int(far / NEAR_STEP_M)):
                    back = far - s * NEAR_STEP_M
                    way = noted(g, way, x - back * ux, y - back * uy)
                land(g, x, y, vx, vy, vz, lean, 0.0, way, nodes[m, 2], books[i, k], tally[0])
