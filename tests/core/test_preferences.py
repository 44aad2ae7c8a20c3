"""What a player rules out is not planned; what they like decides between equals."""

from dataclasses import replace

import numpy as np
import pytest
import shapely
from shapely import box

from tests.core.holes import open_hole
from ypodrome.core.air import Wind
from ypodrome.core.flight.simulate import Air
from ypodrome.core.hole.features import Area, SpotHeight
from ypodrome.core.strategy.forecast import outlined
from ypodrome.core.strategy.ground_value import GroundValue
from ypodrome.core.strategy.plan import plan_hole
from ypodrome.core.strategy.search import QUICK, search
from ypodrome.core.strategy.sense import liked
from ypodrome.core.thrower import Kind
from ypodrome.core.thrower.preferences import Never, Over, Preferences, PuttLiked

POND = Area((1,), box(-12, 30, 40, 50), play="ob", surface="water")


@pytest.fixture(scope="module")
def wet(situation):
    return replace(situation, scene=open_hole(areas=(POND,)))


def preferring(situation, **preferences):
    return replace(situation, thrower=replace(situation.thrower, preferences=Preferences(**preferences)))


def over_the_pond(option) -> bool:
    return shapely.LineString(option.forecast.path[:, 1:3]).intersects(POND.shape)


@pytest.mark.parametrize("over", list(Over))
def test_a_kind_ruled_out_over_something_goes_round_it_or_is_not_thrown(wet, over):
    assert any(over_the_pond(o) for o in plan_hole(wet).options if o.throw.kind == Kind.BACKHAND)
    options = plan_hole(preferring(wet, never=(Never(kind=Kind.BACKHAND, over=over),))).options
    assert not any(over_the_pond(o) for o in options if o.throw.kind == Kind.BACKHAND)
    assert any(o.throw.kind == Kind.FOREHAND for o in options)


def test_a_disc_or_kind_ruled_out_altogether_is_not_thrown(situation, plan):
    disc = plan.options[0].throw.disc.name
    never = (Never(disc=disc), Never(kind=Kind.FOREHAND))
    options = plan_hole(preferring(situation, never=never)).options
    assert disc not in {o.throw.disc.name for o in options}
    assert {o.throw.kind for o in options} == {Kind.BACKHAND}


def test_what_leaves_nothing_is_refused(situation):
    with pytest.raises(ValueError, match="allow one"):
        preferring(situation, never=tuple(Never(disc=d.name) for d in situation.bag))
    with pytest.raises(ValueError, match="either a throw or a disc"):
        Never()


def test_no_aim_is_wider_than_the_player_takes(situation, plan):
    widest = 0.5 * max(abs(o.throw.bend_deg) for o in plan.options)
    options = plan_hole(preferring(situation, widest_aim_deg=max(5.0, widest))).options
    assert all(abs(o.throw.bend_deg) <= max(5.0, widest) + 1e-6 for o in options)


@pytest.fixture(scope="module")
def judged_on_a_slope(situation):
    """Throws judged on ground that rises to the north, past the basket, with wind from the south."""
    slope = tuple(
        SpotHeight((), (float(x), float(y)), 0.08 * y) for x in (-60, 0, 60) for y in (-40, 50, 140)
    )
    hill = replace(situation, scene=open_hole(spot_heights=slope), air=Air(wind=Wind(5.0, 180.0)))
    lie = np.array(hill.scene.tee.at)
    return hill, search(hill, GroundValue(hill), lie, 0, QUICK)


def test_the_putt_liked_is_worth_a_little_where_it_is_left(judged_on_a_slope):
    hill, judged = judged_on_a_slope
    lies = judged.cloud.outcome.lie.reshape(len(judged.throws), -1, 2)
    near = np.hypot(*(lies - np.array(hill.scene.pin.at)).transpose(2, 0, 1)) < 20.0
    short = ((lies[..., 1] < hill.scene.pin.at[1]) & near).mean(axis=1)
    long = near.mean(axis=1) - short
    up, down_wind, into = (liked(preferring(hill, putt=p), judged) for p in
                           (PuttLiked.UPHILL, PuttLiked.DOWN_WIND, PuttLiked.INTO_WIND))  # fmt: skip
    assert np.corrcoef(up, short - long)[0, 1] > 0.9
    assert np.corrcoef(down_wind, short - long)[0, 1] > 0.9
    assert into == pytest.approx(-down_wind)
    assert np.abs(up).max() <= 0.05
    assert (liked(hill, judged) == 0.0).all()


def test_a_favourite_line_is_worth_a_little(situation, plan):
    ground = GroundValue(situation, plan.worth)
    judged = search(situation, ground, np.array(situation.scene.tee.at), 0, QUICK)
    shapes = [o.forecast.shape for o in outlined(situation, judged)]
    every = liked(preferring(situation, lines=(shapes[0],)), judged)
    assert every.tolist() == [0.02 if shape == shapes[0] else 0.0 for shape in shapes]
