"""Carry it or lay up: what is in the way, what each throw decides of it, and that both are shown."""

from dataclasses import replace

import numpy as np
import pytest
import shapely
from hypothesis import assume, given
from hypothesis import strategies as st
from shapely.geometry import box

from ypodrome.core.flight.simulate import Air
from ypodrome.core.hole.features import Area, HoleLine, Pin, Tee
from ypodrome.core.hole.scene import Scene
from ypodrome.core.strategy.again import aimed, judged
from ypodrome.core.strategy.choice import choice_reasons, other_way, way_of
from ypodrome.core.strategy.crossing import ahead_of, area_name, carried, decision, in_the_way, shares_over
from ypodrome.core.strategy.forecast import decisions
from ypodrome.core.strategy.ground_value import GroundValue
from ypodrome.core.strategy.options import Role
from ypodrome.core.strategy.plan import plan_hole
from ypodrome.core.strategy.ranking import Ranked, best_variants, leaders, routes
from ypodrome.core.strategy.shown import told
from ypodrome.core.strategy.situation import Situation
from ypodrome.core.strategy.solve import Solved
from ypodrome.wording.reasons import reason_sentences
from ypodrome.wording.throws import way_words

TEE = (0.0, 0.0)


def band(near, far, name="the beck", **kind) -> Area:
    """A strip across the hole."""
    return Area((1,), box(-90, near, 90, far), **({"play": "ob", "surface": "water"} | kind), name=name)


def long_hole(*areas, length=160.0, par=4) -> Scene:
    line = HoleLine(1, (TEE, (0, length)))
    return Scene(line, Tee((1,), "t", TEE), Pin((1,), "A", (0, length)), par, areas=areas)


@pytest.fixture(scope="module")
def planned(demo_thrower, demo_bag):
    def plan(*areas, **hole):
        return plan_hole(Situation(long_hole(*areas, **hole), demo_thrower, demo_bag, Air()))

    return plan


@pytest.fixture(scope="module")
def beck(demo_thrower, demo_bag):
    """A par 4 whose beck can be carried with a good throw."""
    return Situation(long_hole(band(66, 74)), demo_thrower, demo_bag, Air())


@pytest.fixture(scope="module")
def forked(beck):
    return plan_hole(beck)


def test_in_the_way_is_what_crosses_the_line_to_the_pin_nearest_first():
    lane = Area((1,), box(8, -20, 30, 180), play="ob", name="the lane")
    meadow = Area((1,), box(-90, 20, 90, 30), surface="long_grass", name="the meadow")
    scene = long_hole(band(120, 125, "the road", surface="pavement"), lane, band(60, 70), meadow)
    assert [a.name for a in in_the_way(scene, TEE)] == ["the beck", "the road"]
    assert [a.name for a in in_the_way(scene, (0.0, 90.0))] == ["the road"]
    assert in_the_way(scene, (0.0, 130.0)) == ()


def test_a_pond_that_ends_beside_the_line_is_not_in_the_way():
    assert in_the_way(long_hole(Area((1,), box(-40, 60, 9, 90), play="ob")), TEE) == ()
    assert len(in_the_way(long_hole(Area((1,), box(-40, 60, 25, 90), play="ob")), TEE)) == 1


@pytest.mark.parametrize(
    ("end", "over", "ahead"),
    [((5.0, 50.0), False, True), ((5.0, 64.0), False, True), ((5.0, 80.0), True, False)],
)
def test_an_end_is_beyond_what_it_leaves_behind(end, over, ahead):
    beck = band(60, 70)
    assert carried([beck], TEE, np.array([end]))[0, 0] == over
    assert bool(ahead_of(long_hole(beck), [beck], end)) == ahead


def test_an_end_past_the_head_of_a_pond_goes_round_it():
    pond = Area((1,), box(-40, 60, 10, 90), play="ob", name="the pond")
    assert not carried([pond], TEE, np.array([[30.0, 70.0]]))[0, 0]
    assert ahead_of(long_hole(pond), [pond], (30.0, 95.0)) == ()


@given(
    st.lists(st.tuples(st.floats(1.0, 40.0), st.floats(0.0, 6.28)), min_size=3, max_size=12),
    st.floats(-60.0, 60.0),
    st.integers(0, 1000),
)
def test_beyond_is_where_the_straight_way_crosses_and_leaves(corners, lie_x, seed):
    """By the lines themselves, for odd shapes seen from anywhere outside them."""
    round_it = sorted(corners, key=lambda corner: corner[1])
    shape = shapely.Polygon([(r * np.cos(a), 80 + r * np.sin(a)) for r, a in round_it])
    assume(shape.is_valid and shape.area > 1.0 and shape.distance(shapely.Point(lie_x, 30.0)) > 0.1)
    ends = np.random.default_rng(seed).uniform((-90, -20), (90, 200), (200, 2))
    lines = [shapely.LineString([(lie_x, 30.0), end]) for end in ends]
    near = shapely.distance(shape.boundary, shapely.points(ends)) < 1e-6
    crosses = shapely.intersects(lines, shape) & ~shapely.intersects(shapely.points(ends), shape)
    over = carried([Area((1,), shape)], (lie_x, 30.0), ends)[:, 0]
    assert (over == crosses)[~near].all()


def test_shares_count_the_ends_beyond():
    ends = np.array([[[0, 50], [0, 80], [0, 90], [0, 95]], [[0, 10], [0, 20], [0, 30], [0, 65]]], float)
    assert shares_over([band(60, 70)], TEE, ends)[:, 0] == pytest.approx([0.75, 0.0])
    assert [decision(s) for s in (0.95, 0.75, 0.1)] == [True, None, False]


@pytest.mark.parametrize(
    ("area", "words"),
    [
        (band(1, 2), "the beck"),
        (band(1, 2, ""), "the water"),
        (band(1, 2, "", surface="gravel"), "the out of bounds"),
        (band(1, 2, "", surface="sand", play="hazard"), "the hazard"),
    ],
)
def test_what_has_no_name_is_named_for_what_it_is(area, words):
    assert area_name(area) == words


def test_both_decisions_are_shown_and_priced(forked):
    first, other = forked.options[0], other_way(forked.options)
    assert other is not None
    ways = first.standing.way, other.standing.way
    assert {w.how for w in ways} <= {"over", "perhaps over", "short of"}
    assert ways[0].how != ways[1].how
    said = reason_sentences(first.standing.reasons, "metric")[0]
    assert "the beck" in said
    shown = round(other.forecast.expected, 2) - round(first.forecast.expected, 2)
    assert f"{abs(shown):.2f} of a throw" in said
    assert other.standing.next is not None


def test_the_chance_of_carrying_is_the_share_of_discs_at_rest_beyond(forked):
    """Of the few that are drawn, by three errors of their share."""
    for option in forked.options:
        over, beyond = option.forecast.over["the beck"], option.forecast.rests[:, 1] > 74
        error = np.sqrt(max(over * (1.0 - over), 0.01) / len(beyond))
        assert over == pytest.approx(beyond.mean(), abs=3.0 * error)


@pytest.mark.parametrize(("near", "far", "carries"), [(40, 44, True), (93, 118, False)])
def test_a_narrow_beck_in_range_is_carried_and_a_wide_one_at_its_end_is_not(planned, near, far, carries):
    """[common practice]: lay up to what cannot be carried with room to spare."""
    first = planned(band(near, far)).options[0]
    assert decisions(first)["the beck"] is carries


def test_where_all_decide_alike_nothing_is_said(planned):
    plan = planned()
    assert other_way(plan.options) is None
    assert all(o.standing.way is None and not o.forecast.over for o in plan.options)


def test_a_second_throw_shows_its_other_way(planned):
    """A par 5 with a beck that the second throw carries, or stays short of."""
    second = planned(band(168, 176), length=270.0, par=5).options[0].standing.next
    instead = second.standing.instead
    assert instead is not None
    assert instead.throw.lie == second.throw.lie
    assert second.forecast.expected <= instead.forecast.expected
    assert decisions(second)["the beck"] is not decisions(instead)["the beck"]
    assert second.standing.way is not None
    assert "the beck" in reason_sentences(second.standing.reasons, "metric")[0]


def test_aimed_elsewhere_an_option_says_what_it_carries_now(forked, beck):
    first = forked.options[0]
    moved = judged(beck, GroundValue(beck, forked.worth), aimed(first, first.aim.left_deg + 1.0))
    assert told([moved, *forked.options[1:]])[0].standing.way is not None
    assert moved.forecast.over["the beck"] == pytest.approx(first.forecast.over["the beck"], abs=0.15)


def test_sentences_say_which_way_and_at_what_price(forked):
    def option(role, expected, over, short_of=()):
        base = forked.options[0]
        forecast = replace(base.forecast, expected=expected, over={"the beck": over}, short_of=short_of)
        return replace(base, forecast=forecast, standing=replace(base.standing, role=role))

    def said(o, first, other):
        return "".join(reason_sentences(choice_reasons(o, first, other), "metric"))

    base = option(Role.FIRST, 3.8, 0.97)
    short = option(Role.OTHER, 3.92, 0.0, ("the beck",))
    same = option(Role.SAFE, 3.85, 0.97)
    assert said(base, base, short) == "Carries the beck 97 in 100; staying short of it costs 0.12 of a throw."
    assert said(short, base, short) == "Stays short of the beck nearly always: that costs 0.12 of a throw."
    assert said(same, base, short) == ""
    assert said(base, base, None) == ""
    assert "costs the same" in said(base, base, option(Role.OTHER, 3.8, 0.0, ("the beck",)))
    assert way_words(way_of(option(Role.OTHER, 3.92, 0.0), base, short)) == "round the beck"
    luck = option(Role.FIRST, 3.8, 0.6)
    assert way_words(way_of(luck, luck, short)) == "perhaps over the beck"


def ranked_few(costs, decisions, route=None) -> Ranked:
    n = len(costs)
    throws = Solved(np.arange(n), np.zeros((n, 1)), np.linspace(0.5, 1.0, n), np.zeros(n), np.zeros(n))
    every = np.array(costs)
    return Ranked(throws, every, np.array(decisions), np.array(route or [0] * n), every)


class OneKind:
    group = np.zeros(9, np.int64)


def test_leaders_keep_the_best_of_each_decision():
    ranked = ranked_few([1.0, 1.1, 1.2, 1.9, 1.8], [2, 2, 2, 0, 0])
    assert leaders(OneKind, ranked, 2, 1).throws.combo.tolist() == [0, 1, 4]


def test_leaders_keep_the_best_of_each_route():
    ranked = ranked_few([1.0, 1.1, 1.2, 1.9, 1.8], [0] * 5, [0, 0, 1, -1, -1])
    assert leaders(OneKind, ranked, 1, 1).throws.combo.tolist() == [0, 2, 4]


def test_routes_are_told_by_the_aim():
    aims = np.radians([10.0, 175.0, -178.0, 165.0])
    assert routes(aims, np.radians(180.0)).tolist() == [-1, 0, 0, -1]
    assert routes(np.radians([20.0, -20.0, 3.0]), 0.0).tolist() == [1, -1, 0]


def test_the_best_variant_is_taken_and_beside_it_the_best_that_decides_as_meant():
    base = ranked_few([2.0, 3.0], [0, 2])
    shorter, longer = ([2.2, 2.5], [0, 2]), ([1.5, 2.8], [2, 2])
    costs, decisions = (a + b + c for a, b, c in zip(shorter, ([2.0, 3.0], [0, 2]), longer, strict=True))
    taken = best_variants(base, ranked_few(costs, decisions))
    pairs = sorted(zip(taken.throws.combo.tolist(), taken.costs.tolist(), strict=True))
    assert pairs == [(1, 2.5), (2, 2.0), (4, 1.5)]
