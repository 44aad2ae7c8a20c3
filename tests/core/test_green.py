"""The green: what is declared on the flat, what lies behind the basket, what a clear height asks for.

Facts without a source named are common practice: a drop or water behind asks for laying up from nearer,
uphill putts come short, a come-back of 40 ft beats out of bounds, a branch at head height asks for another
style.
"""

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st
from shapely.geometry import LineString, box

from ypodrome.core.air import Wind
from ypodrome.core.flight.simulate import Air
from ypodrome.core.green import Green
from ypodrome.core.green.book import BEARINGS, MADE, RINGS_M
from ypodrome.core.green.carry import play_lay_ups, play_putts
from ypodrome.core.green.styles import Style
from ypodrome.core.hole.features import Area, Barrier, HoleLine, Pin, SpotHeight, Tee, Tree
from ypodrome.core.hole.scene import Scene
from ypodrome.core.strategy.plan import plan_hole
from ypodrome.core.strategy.situation import Situation
from ypodrome.core.thrower import PuttingModel

CLUB, ELITE = PuttingModel.rated(900), PuttingModel.rated(1010)


def scene(**features) -> Scene:
    """A basket at the origin, putted at from the south."""
    line = HoleLine(1, ((0, -76), (0, 0)))
    pin = Pin((1,), "A", (0, 0), features.pop("raised", 0.0))
    return Scene(line, Tee((1,), "t", (0, -76)), pin, 3, **features)


def green(putting=CLUB, wind=Wind(), left_handed=False, **features) -> Green:
    return Green(scene(**features), putting, Air(wind=wind), left_handed)


def water(near: float, **kind) -> tuple[Area, ...]:
    return (Area((), box(-60, near, 60, 80), **({"play": "ob", "surface": "water"} | kind)),)


def slopes(height) -> tuple[SpotHeight, ...]:
    """Heights by a formula, on a mesh of two metres."""
    return tuple(
        SpotHeight((), (float(x), float(y)), float(height(x, y)))
        for x in np.arange(-40, 41, 4.0) for y in np.arange(-40, 41, 2.0)
    )  # fmt: skip


def lays_up_from(g: Green) -> float:
    """Distance [m] in front from which laying up is plainly better; 26 where never."""
    for d in np.arange(5.0, 25.0, 0.5):
        if not g.putt_from((0.0, -float(d))).runs:
            return float(d)
    return 26.0


@pytest.fixture(scope="module")
def flat():
    return green()


def test_on_the_flat_in_calm_air_a_straight_putt_makes_what_is_declared(flat):
    made = flat.books(flat.lies, met=False)[:, 0, MADE].reshape(len(RINGS_M), BEARINGS)
    assert made == pytest.approx(np.repeat(CLUB.make(RINGS_M)[:, None], BEARINGS, axis=1), abs=2e-3)


def test_one_lie_compiles_nothing_that_the_green_has_not(flat):
    """A single lie's arrays are of the layout of many: else a day's first putt waits for the compiler."""
    flat.putt_from((0.0, -6.0))
    assert len(play_putts.signatures) == len(play_lay_ups.signatures) == 1


def test_farther_off_costs_more(flat):
    by_ring = flat.value.reshape(len(RINGS_M), BEARINGS)
    assert (np.diff(by_ring, axis=0) > -1e-6).all()
    assert flat.outlooks.sum(axis=1) == pytest.approx(np.ones(len(flat.outlooks)), abs=1e-6)


def test_the_other_hand_mirrors_the_green():
    tilted = slopes(lambda x, y: -0.15 * x)
    one = green(spot_heights=tilted, areas=(Area((), box(6, -80, 80, 80), play="ob"),))
    other = green(
        left_handed=True, spot_heights=slopes(lambda x, y: 0.15 * x),
        areas=(Area((), box(-80, -80, -6, 80), play="ob"),),
    )  # fmt: skip
    mine = one.value.reshape(len(RINGS_M), BEARINGS)
    mirrored = other.value.reshape(len(RINGS_M), BEARINGS)[
        :, (BEARINGS // 2 - np.arange(BEARINGS)) % BEARINGS
    ]
    assert np.sqrt(np.mean((mine - mirrored) ** 2)) < 0.01


def test_flat_ground_is_run_or_either_to_twenty_metres_and_by_the_best_from_everywhere(flat):
    assert lays_up_from(flat) > 19.0
    assert lays_up_from(green(ELITE)) == 26.0
    assert flat.putt_from((0.0, -18.0)).either


@pytest.mark.parametrize("putting", [CLUB, ELITE])
def test_water_behind_is_laid_up_for_from_nearer_the_nearer_it_is(putting, flat):
    far, near = (green(putting, areas=water(d)) for d in (8.0, 3.0))
    open_ground = flat if putting is CLUB else green(putting)
    assert lays_up_from(near) < lays_up_from(far) <= lays_up_from(open_ground)
    ten = [g.putt_from((0.0, -10.0)).run for g in (open_ground, far, near)]
    assert ten[0] <= ten[1] + 0.01
    assert ten[2] > ten[0] + 0.05
    assert near.putt_from((0.0, -10.0)).out > 0.03


def test_a_drop_behind_is_laid_up_for_and_a_bank_behind_is_not(flat):
    drop = green(spot_heights=slopes(lambda x, y: -0.4 * max(0.0, y)))
    bank = green(spot_heights=slopes(lambda x, y: 0.3 * max(0.0, y)))
    assert lays_up_from(drop) < 12.0 < lays_up_from(flat) <= lays_up_from(bank)
    here, there = drop.putt_from((0.0, -8.0)), flat.putt_from((0.0, -8.0))
    assert here.come_back_m > there.come_back_m + 3.0
    assert bank.putt_from((0.0, -8.0)).run < there.run


def test_uphill_comes_short_and_downhill_runs_on(flat):
    up = green(spot_heights=slopes(lambda x, y: 0.15 * y)).putt_from((0.0, -10.0))
    down = green(spot_heights=slopes(lambda x, y: -0.15 * y)).putt_from((0.0, -10.0))
    level = flat.putt_from((0.0, -10.0))
    assert up.made < level.made and down.made < level.made
    assert up.come_back_m < level.come_back_m < down.come_back_m
    assert up.run < down.run


def test_it_is_left_where_the_putt_is_uphill():
    """Ten metres below a basket on a slope is worth more than ten metres above it."""
    ring = green(spot_heights=slopes(lambda x, y: -0.15 * y)).value.reshape(len(RINGS_M), BEARINGS)[9]
    below, above = ring[BEARINGS // 4], ring[3 * BEARINGS // 4]
    assert below < above - 0.02


def test_head_tail_and_cross_winds_differ(flat):
    calm = flat.putt_from((0.0, -8.0))
    head, tail, cross = (
        green(wind=Wind(8.0, turn, 12.0)).putt_from((0.0, -8.0)) for turn in (0.0, 180.0, 90.0)
    )
    assert calm.run < cross.run < min(head.run, tail.run)
    assert abs(head.run - tail.run) < 0.15
    assert head.made != pytest.approx(tail.made, abs=0.005)


def limb(low: float, high: float = 2.6) -> dict:
    return {"barriers": (Barrier((), LineString([(-2, -3), (2, -3)]), "limb", low, high, 1.0),)}


@pytest.mark.parametrize(
    ("features", "distance", "styles"),
    [
        (limb(1.45), 9.0, {Style.LOW_SPIN, Style.KNEE, Style.FIRM}),
        ({"trees": (Tree((), (0.0, -3.0), 0.2, 12.0, 2.0, 6.0, 0.2),)}, 6.0,
         {Style.STRADDLE_LEFT, Style.STRADDLE_RIGHT}),
        (limb(0.0), 6.0, {Style.OVER}),
    ],
    ids=["low branch", "trunk", "wall"],
)  # fmt: skip
def test_what_stands_in_the_way_asks_for_a_style(features, distance, styles):
    putt = green(ELITE, **features).putt_from((0.0, -distance))
    assert putt.style in styles
    assert putt.clear < 1.0


def test_over_the_top_is_only_for_near_putts():
    assert green(ELITE, **limb(0.0)).putt_from((0.0, -16.0)).style != Style.OVER


def test_a_hazard_behind_costs_less_than_out_of_bounds_and_more_than_grass(flat):
    """Both cost a throw; from a hazard it is played where it lies."""
    grass, hazard = flat, green(areas=water(2.0, play="hazard", surface="sand"))
    assert hazard.putt_from((0.0, -10.0)).run > grass.putt_from((0.0, -10.0)).run + 0.02


def test_ground_where_discs_are_lost_behind_costs():
    kept, lost = (
        green(areas=water(2.0, play="in", surface="leaves", find_chance=c)).putt_from((0.0, -10.0))
        for c in (1.0, 0.5)
    )
    assert lost.run > kept.run + 0.02
    assert lost.out > kept.out


def test_an_approach_feels_the_water_behind(demo_thrower, demo_bag):
    """The same green values every approach: water 3 m behind and not 8 m makes the hole dearer."""
    plans = [plan_hole(Situation(scene(areas=water(d)), demo_thrower, demo_bag, Air())) for d in (8.0, 3.0)]
    assert plans[1].expected_score > plans[0].expected_score + 0.03


def test_what_was_kept_of_a_green_says_the_same(flat):
    again = Green(flat.scene, flat.putting, flat.air, False, flat.outlooks, flat.blocked)
    assert again.putt_from((3.0, -9.0)) == flat.putt_from((3.0, -9.0))


@pytest.mark.parametrize(("lie", "words"), [((0.0, -40.0), "at most 25 m"), ((0.0, 12.0), "out of bounds")])
def test_lies_nobody_putts_from_are_refused(lie, words):
    with pytest.raises(ValueError, match=words):
        green(areas=water(8.0)).checked(lie)


@settings(deadline=None, max_examples=6)
@given(near=st.floats(1.5, 12.0), more=st.floats(0.5, 6.0), d=st.floats(4.0, 20.0))
def test_law_nearer_water_never_helps(near, more, d):
    nearer, farther = (green(areas=water(y)).putt_from((0.0, -d)) for y in (near, near + more))
    assert min(nearer.run, nearer.lay_up) > min(farther.run, farther.lay_up) - 0.01


@settings(deadline=None, max_examples=6)
@given(rating=st.floats(720.0, 1000.0), d=st.floats(3.0, 24.0))
def test_law_a_better_putter_never_pays_more(rating, d):
    worse, better = (green(PuttingModel.rated(r)).putt_from((0.0, -d)) for r in (rating, rating + 30.0))
    assert min(better.run, better.lay_up) < min(worse.run, worse.lay_up) + 0.003


def test_a_declared_putter_is_the_declared_one():
    declared = PuttingModel.declared([(5.0, 0.9), (10.0, 0.35)])
    g = green(declared)
    for d, share in ((5.0, 0.9), (10.0, 0.35)):
        book = g.books(np.array([[0.0, -d]]), met=False)
        assert float(book[0, 0, MADE]) == pytest.approx(share, abs=3e-3)
