"""Playing a plan out, throw by throw: a simulation of its own to hold predictions against.

Plain random numbers instead of Sobol draws, one player after another from where each disc really lies (not
from sampled lies), rules of play written again from the scene, putts holed or missed by a coin. It throws
what the plan says: its first throw, then what would be planned from the lie, chosen from the whole bag, and
putts where the plan putts.
"""

import math
from dataclasses import astuple

import numpy as np
import shapely
from scipy.cluster.vq import kmeans2
from shapely.geometry import Polygon, box

from ypodrome.core.air import Wind
from ypodrome.core.flight.release import HEADING, HYZER, LAUNCH, NOSE, SIDE, SPEED, SPIN, X, Y
from ypodrome.core.flight.simulate import Air
from ypodrome.core.hole.features import Area, Grove, HoleLine, Pin, SpotHeight, Tee, Tree
from ypodrome.core.hole.scene import Scene
from ypodrome.core.outlook import expected
from ypodrome.core.strategy.again import arsenal_of, released
from ypodrome.core.strategy.cloud import draw_cloud
from ypodrome.core.strategy.forecast import FORECAST_DRAWS
from ypodrome.core.strategy.ground_value import GroundValue
from ypodrome.core.strategy.mesh import INNER_M
from ypodrome.core.strategy.plan import plan_hole
from ypodrome.core.strategy.repertoire import THROWN_M
from ypodrome.core.strategy.search import QUICK, search
from ypodrome.core.strategy.situation import Situation
from ypodrome.core.strategy.solve import joined, solve
from ypodrome.core.thrower import KINDS
from ypodrome.core.thrower.level import FAULT_WIDTH
from ypodrome.core.thrower.spread import HYZER_WITH_AIM, NOSE_WITH_SPEED, growth

CLUSTERS, NEAREST = 40, 5
TRIED_DRAWS, TRIED_SEED = 32, 555
PLAYERS = 2500
MOST_THROWS = 9
VEER_DEG, MISJUDGED, INTENSITY = 14.0, 0.20, 0.12


def random_scene(seed: int) -> Scene:
    """Sixty to a hundred metres, some trees, a wood, water or a lane out of bounds, a slope."""
    rng = np.random.default_rng(seed)
    length = rng.uniform(60, 100)
    line = HoleLine(1, ((0, 0), (0, length)))
    side = rng.choice([-1, 1])
    west, east = sorted((side * rng.uniform(10, 22), side * 45))
    lane = Polygon([(west, -20), (east, -20), (east, length + 30), (west, length + 30)])
    pond = Polygon([(-9, 0.45 * length), (6, 0.42 * length), (9, 0.6 * length), (-7, 0.62 * length)])
    areas = [Area((1,), lane, play="ob")]
    if rng.random() < 0.5:
        areas.append(Area((1,), pond, play="ob", surface="water"))
    trees = tuple(
        Tree((1,), (float(x), float(y)))
        for x, y in np.stack([rng.uniform(-22, 22, 7), rng.uniform(18, length - 8, 7)], axis=1)
    )
    wood = Grove((1,), box(-40, 20, -18, length), 12.0, 2.0, 0.3, 0.15)
    tilt = rng.uniform(-0.06, 0.06)
    spots = tuple(SpotHeight((), (x, y), tilt * y) for x in (-60, 0, 60) for y in (-60, 20, 80, 150))
    return Scene(line, Tee((1,), "t", (0, 0)), Pin((1,), "A", (0, length)), 3, areas=tuple(areas),
                 trees=trees, groves=(wood,), spot_heights=spots)  # fmt: skip


def scene_with_a_beck(seed: int) -> Scene:
    """A par 4 of 150 to 190 m with a beck across it, to be carried or stayed short of."""
    rng = np.random.default_rng(500 + seed)
    length, near, width = rng.uniform(150, 190), rng.uniform(55, 110), rng.uniform(5, 16)
    line = HoleLine(1, ((0, 0), (0, length)))
    west, east = near + rng.uniform(-15, 15) * np.array([-1, 1])
    strip = Polygon([(-90, west), (90, east), (90, east + width), (-90, west + width)])
    beck = Area((1,), strip, play="ob", surface="water", name="the beck")
    trees = tuple(
        Tree((1,), (float(x), float(y)))
        for x, y in np.stack([rng.uniform(-25, 25, 8), rng.uniform(20, length - 10, 8)], axis=1)
    )
    return Scene(line, Tee((1,), "t", (0, 0)), Pin((1,), "A", (0, length)), 4,
                 areas=(beck,), trees=trees)  # fmt: skip


def scattered(situation, release, kind, factor, rng):
    """One player's own release, now and then simply bad, and the wind met [2]."""
    sizes = np.array(astuple(situation.thrower.spread_of(kind))) * factor
    if rng.random() < situation.thrower.fault_share:
        sizes = sizes * FAULT_WIDTH
    z = rng.standard_normal(8)
    z[3] = NOSE_WITH_SPEED * z[0] + math.sqrt(1 - NOSE_WITH_SPEED**2) * z[3]
    z[2] = HYZER_WITH_AIM * z[1] + math.sqrt(1 - HYZER_WITH_AIM**2) * z[2]
    out = release.copy()
    z[1] *= release[SIDE]
    stretch = math.exp(min(0.35, max(-0.7, 0.01 * sizes[0] * z[0])))
    out[SPEED] = min(60.0, max(1.0, out[SPEED] * stretch))
    for column, size, draw in ((HEADING, sizes[1], z[1]), (HYZER, sizes[2], z[2]), (NOSE, sizes[3], z[3]),
                               (LAUNCH, sizes[4], z[4])):  # fmt: skip
        out[column] += math.radians(size * draw)
    out[SPIN] *= stretch * math.exp(min(0.35, max(-0.7, 0.01 * sizes[5] * z[5])))
    wind = situation.air.wind
    speed = max(0.0, wind.speed_m_s + math.hypot(INTENSITY, MISJUDGED) * wind.speed_m_s * z[6])
    towards = math.radians(wind.from_deg + 180.0 + VEER_DEG * z[7])
    return out, (speed * math.sin(towards), speed * math.cos(towards))


def played(situation, arsenal, combo, release, power, bend, rng):
    """Fly one throw a player; flights [n]."""
    factors = growth(release[:, HYZER], power, bend, situation.scene.wet, arsenal.rim_over(combo, power))
    kinds = [KINDS[k] for k in arsenal.kind[combo]]
    rows = [scattered(situation, *row, rng) for row in zip(release, kinds, factors, strict=True)]
    return situation.range.fly(
        arsenal.bodies, arsenal.disc[combo], np.array([r for r, _ in rows]),
        np.array([w for _, w in rows]), rng.integers(1, 2**40, len(rows)),
    )  # fmt: skip


def after_rules(scene, flown, lies):
    """Next lies and penalties: out of bounds plays a metre in from where it last was in bounds."""
    next_lies, penalties = np.stack([flown.rest_x_m, flown.rest_y_m], axis=1), np.zeros(len(flown), int)
    for i, rest in enumerate(next_lies):
        if not scene.out_of_bounds.contains(shapely.Point(rest)):
            continue
        inside = shapely.Point((flown.inside_x_m[i], flown.inside_y_m[i]))
        edge = scene.out_of_bounds.boundary.interpolate(scene.out_of_bounds.boundary.project(inside))
        way = np.array([inside.x - edge.x, inside.y - edge.y])
        if scene.out_of_bounds.contains(inside):
            way = -way
        size = np.linalg.norm(way)
        next_lies[i] = np.array([edge.x, edge.y]) + (way / size if size > 1e-9 else 0.0)
        penalties[i] = 1
    return next_lies, penalties


def putts_taken(value, lies, rng):
    """Throws to hole out by putting alone, one player at a time."""
    chances = value.green.outlook(lies)
    return 1 + (rng.random((len(lies), 1)) > np.cumsum(chances, axis=1)[:, :-1]).sum(axis=1)


def approaches(situation, value, lies, thrown, rng, effort):
    """What the plan throws from every lie, chosen from the whole bag: planned at the middles of clusters of
    lies, and of the nearest few of those plans the one that is best from where the disc lies, each aimed
    anew to end where it does from its middle."""
    middles, combo, targets = planned_at_middles(situation, value, lies, thrown, rng, effort)
    gaps = np.hypot(*(lies[:, None] - middles).transpose(2, 0, 1))
    nearest = np.argsort(gaps, axis=1)[:, :NEAREST].T
    bare = situation.scene.bare_field
    tried = [solve(situation.arsenal, combo[k], lies, targets[k], bare, situation.air) for k in nearest]
    costs = [costs_of(situation, value, solved) for solved in tried]
    return joined(tried).take(np.argmin(costs, axis=0) * len(lies) + np.arange(len(lies)))


def planned_at_middles(situation, value, lies, thrown, rng, effort):
    """Places [k, 2] in the middle of clusters of lies, and the throw planned there: how it is thrown and
    where it ends."""
    middles, mine = kmeans2(lies, min(CLUSTERS, len(lies)), minit="++", rng=rng)
    clusters = [np.flatnonzero(mine == k) for k in np.unique(mine)]
    at = np.array([lies[c[np.hypot(*(lies[c] - middles[mine[c[0]]]).T).argmin()]] for c in clusters])
    found = [search(situation, value, middle, thrown, effort) for middle in at]
    best = joined([f.throws.take(np.array([int(f.score.argmin())])) for f in found])
    flown = situation.range.fly(situation.arsenal.bodies, situation.arsenal.disc[best.combo], best.release)
    return at, best.combo, np.stack([flown.rest_x_m, flown.rest_y_m], axis=1)


def costs_of(situation, value, solved):
    """Expected throws [n] from a few draws of each throw, in parts that memory holds."""
    costs = []
    for rows in np.array_split(np.arange(len(solved)), 1 + len(solved) // 500):
        cloud = draw_cloud(situation, situation.arsenal, solved.take(rows), TRIED_DRAWS, TRIED_SEED)
        each = value.of_cloud(cloud.outcome).reshape(len(rows), TRIED_DRAWS, -1)
        costs.append(expected(each.mean(axis=1)))
    return np.concatenate(costs)


def play_out(situation, plan, seed, effort, n):
    """Scores [n] of so many players and the first throw's results, later throws searched with so much
    effort."""
    rng = np.random.default_rng(seed)
    value, throw = GroundValue(situation, plan.worth), plan.options[0].throw
    arsenal = arsenal_of(situation, throw)
    first = released(situation, arsenal, throw)
    flown = played(situation, arsenal, np.repeat(first.combo, n), np.repeat(first.release, n, 0),
                   np.repeat(first.power, n), np.repeat(first.bend, n), rng)  # fmt: skip
    scores = np.ones(n, int)
    first_flown, playing, thrown = flown, np.arange(n), 1
    lies = np.repeat(np.array([throw.lie]), n, 0)
    while len(playing):
        holed = flown.in_basket
        lies, penalties = after_rules(situation.scene, flown, lies)
        scores[playing] += penalties
        playing, lies = playing[~holed], lies[~holed]
        away = np.hypot(*(lies - value.pin).T)
        putting = expected(value.green.outlook(lies))
        putts = (away < INNER_M) | ((away < THROWN_M) & (putting <= value.throws(lies) + 1e-9))
        putts |= scores[playing] > MOST_THROWS
        scores[playing[putts]] += putts_taken(value, lies[putts], rng)
        playing, lies = playing[~putts], lies[~putts]
        if not len(playing):
            break
        solved = approaches(situation, value, lies, thrown, rng, effort)
        scores[playing] += 1
        thrown += 1
        flown = played(
            situation, situation.arsenal, solved.combo, solved.release, solved.power, solved.bend, rng
        )
        lies = solved.release[:, [X, Y]]
    return scores, first_flown


def compared(scene, seed, thrower, bag, effort=QUICK, players=PLAYERS):
    """A plan's predictions and what playing it out gave: pairs by name, with the error of sampling each."""
    rng = np.random.default_rng(100 + seed)
    wind = Wind(float(rng.uniform(0, 6)), float(rng.uniform(0, 360)))
    situation = Situation(scene, thrower, bag, Air(wind=wind))
    plan = plan_hole(situation)
    scores, first = play_out(situation, plan, 1000 + seed, effort, players)
    forecast = plan.options[0].forecast
    rests = np.stack([first.rest_x_m, first.rest_y_m], axis=1)
    out = np.array([scene.out_of_bounds.contains(shapely.Point(p)) for p in rests])
    away = np.hypot(*(rests - np.array(scene.pin.at)).T)
    seen = {
        "ob": out.mean(),
        "obstacle": first.air_hit.mean(),
        "circle1": ((away <= 10.0) & ~out).mean(),
        "circle2": ((away <= 20.0) & ~out).mean(),
        "birdie_or_better": (scores < scene.par).mean(),
        "par": (scores == scene.par).mean(),
        "bogey_or_worse": (scores > scene.par).mean(),
    }
    sampling = 1 / FORECAST_DRAWS + 1 / players
    pairs = {
        name: (getattr(forecast.chances, name), share, math.sqrt(max(share * (1 - share), 0.01) * sampling))
        for name, share in seen.items()
    }
    pairs["expected"] = (forecast.expected, scores.mean(), scores.std() * math.sqrt(sampling))
    return pairs
