"""The contest among the throws that lead, and what sense makes of those that cannot be told apart."""

from dataclasses import replace

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st
from shapely.geometry import box

from tests.core.holes import open_hole
from tests.options import FORECAST, THROW, option
from ypodrome.core.flight.release import HEADING, RELEASE_SIZE
from ypodrome.core.hole.features import Area, Tree
from ypodrome.core.strategy import sense
from ypodrome.core.strategy.contest import GRID_M, GRID_POWER, STAGES, Left, Limit, _on_grid, contest
from ypodrome.core.strategy.ground_value import GroundValue
from ypodrome.core.strategy.options import Role
from ypodrome.core.strategy.reason import Why
from ypodrome.core.strategy.search import THOROUGH, Case, aim_variants, candidates, judge, power_variants
from ypodrome.core.strategy.sense import ease, settled
from ypodrome.core.strategy.shape import Shape
from ypodrome.core.strategy.shown import told, with_roles
from ypodrome.core.strategy.solve import Solved, joined
from ypodrome.core.strategy.why import reasons
from ypodrome.wording.reasons import reason_sentences
from ypodrome.wording.throws import role_words

TEE, FRESH = np.zeros(2), 4096
POND = Area((1,), box(2, 60, 30, 75), play="ob", surface="water", name="the pond")


@pytest.fixture(scope="module", params=["a pond", "a gap"])
def led(request, situation):
    """A situation, its ground, and the throws that lead from the tee."""
    trees = tuple(Tree((1,), at) for at in ((-6.0, 40.0), (5.0, 42.0)))
    scene = open_hole(90.0, areas=(POND,)) if request.param == "a pond" else open_hole(95.0, trees=trees)
    here = replace(situation, scene=scene)
    ground = GroundValue(here)
    return here, ground, candidates((Case(here, ground, 1.0),), TEE, 0, THOROUGH)


def scores(here, ground, throws):
    """What throws come to by many draws that none of them was chosen by."""
    return judge(here, ground, here.arsenal, throws, FRESH, 9).score


def test_what_a_contest_leaves_is_as_good_as_the_best_that_entered(led):
    here, ground, found = led
    left, _ = contest(here, ground, found.throws, found.costs, TEE, 0)
    assert (found.throws.combo[left.owner] == left.throws.combo).all()
    assert scores(here, ground, left.throws).min() < scores(here, ground, found.throws).min() + 0.01


def test_a_contest_does_not_hang_on_how_exactly_its_throws_were_aimed(led):
    """Brought in a little aside, softer or harder, they end as the same throws at the same costs."""
    here, ground, found = led
    on_grid = _on_grid(here, ground, found.throws, TEE)
    moved = aim_variants(on_grid, TEE, ground.pin, (0.4 * GRID_M,))[0]
    moved = power_variants(here.arsenal, moved, (-0.4 * GRID_POWER,))[0]
    left, _ = contest(here, ground, found.throws, found.costs, TEE, 0)
    other, _ = contest(here, ground, moved, found.costs, TEE, 0)
    assert left.owner.tolist() == other.owner.tolist()
    assert np.allclose(left.throws.power, other.throws.power)
    assert np.allclose(left.costs, other.costs)


def test_the_best_is_found_though_it_enters_far_down_and_poorly_aimed(led):
    """The only one of its disc, as the thirtieth or nearly half a throw behind, aimed as far aside as it is
    moved at once."""
    here, ground, found = led
    left, _ = contest(here, ground, found.throws, found.costs, TEE, 0)
    best = left.throws.take(left.costs.argsort()[:1])
    disc = here.arsenal.disc
    rest = found.take(np.flatnonzero(disc[found.throws.combo] != disc[best.combo[0]]))
    down = min(rest.costs[:30].max(), rest.costs.min() + 0.45)
    throws = joined([rest.throws, *aim_variants(best, TEE, ground.pin, (max(STAGES[0].aims_m),))])
    again, _ = contest(here, ground, throws, np.append(rest.costs, down), TEE, 0)
    named = again.throws.take(again.costs.argsort()[:1])
    assert disc[best.combo[0]] in disc[again.throws.combo]
    assert scores(here, ground, named)[0] < scores(here, ground, best)[0] + 0.01


def test_what_a_contest_says_of_throws_is_what_other_draws_say_of_them(led):
    """Compared with each other; in still air, where there are no winds beside."""
    here, ground, found = led
    still = replace(here, air=replace(here.air, wind=replace(here.air.wind, speed_m_s=0.0)))
    left, _ = contest(still, ground, found.throws, found.costs, TEE, 0)
    off = left.costs - scores(still, ground, left.throws)
    assert np.abs(off - off.mean()).max() < 0.03


def test_first_is_the_easiest_of_what_hardly_differs_and_pays_little_for_that(led, monkeypatch):
    here, ground, _ = led
    judged, order = settled(here, ground, TEE, 0)
    monkeypatch.setattr(sense, "ease", lambda arsenal, throws: np.zeros(len(throws)))
    plainly, cheapest = settled(here, ground, TEE, 0)
    first, best = (j.throws.take(o[:1]) for j, o in ((judged, order), (plainly, cheapest)))
    assert ease(here.arsenal, first)[0] <= ease(here.arsenal, best)[0]
    assert scores(here, ground, first)[0] < scores(here, ground, best)[0] + 0.02


@pytest.mark.parametrize(
    ("left_deg", "words"), [(9.0, " aimed 7° farther left"), (-3.0, " aimed 5° farther right"), (2.0, "")]
)
def test_a_rival_of_the_same_disc_hand_and_line_is_told_by_its_aim(left_deg, words):
    first, rival = option(role=Role.FIRST), option()
    mine, theirs = (replace(o, aim=replace(o.aim, left_deg=a)) for o, a in ((first, 2.0), (rival, left_deg)))
    told = next(r for r in reasons(mine, mine, theirs, None, safe=True) if r.why == Why.RATHER)
    assert reason_sentences([told], "metric") == [f"As good as the Korriel (straight){words}."]


def as_good(**easier):
    """A first plan that costs as much as its rival, and in what it is easier, as told."""
    first = option(replace(THROW, **easier), role=Role.FIRST)
    rival = option(replace(THROW, disc=replace(THROW.disc, name="Gantle")))
    told = reasons(first, first, rival, None, safe=True)
    return reason_sentences((r for r in told if r.why == Why.RATHER), "metric")[0]


@pytest.mark.parametrize(
    ("easier", "words"),
    [
        ({}, "As good as the Gantle (straight)."),
        ({"disc": replace(THROW.disc, speed=5.0)}, "As good as the Gantle (straight), with a slower disc."),
        ({"power": 0.8}, "As good as the Gantle (straight)."),
        ({"own_line": "stock hyzer"}, "As good as the Gantle (straight), on a line you have kept."),
        ({"bend_deg": 30.0, "disc": replace(THROW.disc, speed=2.0)},
         "As good as the Gantle (straight), with a slower disc."),
        ({"bend_deg": 30.0}, "As good as the Gantle (straight)."),
    ],
)  # fmt: skip
def test_of_equals_the_first_says_in_what_it_is_easier(easier, words):
    """Up to nine tenths of the arm all power is as easy."""
    assert as_good(**easier) == words


@pytest.mark.parametrize("more", [-0.01, 0.0, 0.014, 0.02, 0.026, 0.03, 0.05])
@pytest.mark.parametrize("shape", [Shape.STRAIGHT, Shape.HYZER])
def test_an_option_is_headed_as_good_where_its_sentence_says_so(more, shape):
    """Whatever its line, and by the hundredths that are shown."""
    dearer = replace(FORECAST, expected=FORECAST.expected + more, shape=shape)
    rival = option(replace(THROW, disc=replace(THROW.disc, name="Gantle")), dearer)
    shown = told(with_roles([option(), rival]))[1]
    sentence = reason_sentences((r for r in shown.standing.reasons if r.why == Why.RATHER), "metric")[0]
    assert role_words(shown).endswith(", as good") == sentence.startswith("As good as")


def apart(combo):
    """Throws of combinations [n], no two of the same power."""
    n = len(combo)
    return Solved(combo, np.zeros((n, RELEASE_SIZE)), 0.02 * np.arange(n), np.zeros(n), np.zeros(n))


@pytest.mark.parametrize(
    ("aside_rad", "harder", "left"),
    [(0.0, 0.0, 2), (2.0 * np.pi, 0.0, 2), (0.01, 0.0, 3), (0.0, 0.01, 3)],
)
def test_a_throw_that_came_to_be_twice_takes_one_place(aside_rad, harder, left):
    """Entered for two places, and moved to one aim and power; the cheaper stays, and what else there is.
    A heading may have been counted round the other way."""
    throws = apart(np.array([7, 7, 9]))
    throws.power[:] = 0.9, 0.9 + harder, 0.9
    throws.release[1, HEADING] = aside_rad
    stay = Left(throws, np.arange(3), np.array([3.01, 3.0, 3.02])).within(Limit(0.5, 3, 1))
    assert stay.tolist() == ([1, 2] if left == 2 else [1, 0, 2])


@given(
    costs=st.lists(st.floats(2.0, 5.0), min_size=1, max_size=30),
    owners=st.integers(1, 8),
    who=st.builds(Limit, st.floats(0.01, 2.0), st.integers(1, 6), st.integers(1, 4)),
)
def test_no_throw_goes_out_because_another_can_be_thrown_in_many_ways(costs, owners, who):
    """The best way of each of the best throws stays in, whatever the others' ways cost."""
    cost, owner = np.array(costs), np.arange(len(costs)) % owners
    stay = Left(apart(owner), owner, cost).within(who)
    names, counts = np.unique(owner[stay], return_counts=True)
    assert counts.max() <= who.ways
    best = [cost[owner == o].min() for o in np.unique(owner)]
    ahead = sorted(c for c in best if c < cost.min() + who.behind)[: who.most]
    assert sorted(cost[stay][owner[stay] == o].min() for o in names) == ahead
