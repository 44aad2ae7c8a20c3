"""Ground play and obstacles, on small scenes."""

import math

import numpy as np
import pytest
from shapely.geometry import LineString, box

from tests.throwing import carry, run_out, throw, throws
from ypodrome.core.disc import Disc
from ypodrome.core.flight.release import Release
from ypodrome.core.hole.features import (
    Area,
    Barrier,
    Grove,
    HoleLine,
    Mando,
    Pin,
    SpotHeight,
    Tee,
    Tree,
)
from ypodrome.core.hole.packing import hazard_per_m
from ypodrome.core.hole.scene import Scene, scene_for
from ypodrome.core.hole.sight import Danger, blind_because, cautions

LINE = HoleLine(1, ((0, 0), (90, 0)))
SLOW = (4, 1, 0, 3)


def scene(**features) -> Scene:
    """A hole to the east."""
    return Scene(LINE, Tee((1,), "t", (0, 0)), Pin((1,), "A", (90, 0)), 3, **features)


def many(scene_, n=2000, **kwargs):
    """n throws of one mean release with scatter only in what is met."""
    release = Release(
        kwargs.get("speed", 22.0),
        nose_rad=math.radians(-2.5),
        launch_rad=math.radians(kwargs.get("launch", 6.0)),
    )
    rows = np.repeat(release.row()[None], n, 0)
    return throws([Disc("x", 7, 5, 0, 2)], rows, scene_.field, seeds=np.arange(1, n + 1))


def test_a_solid_trunk_in_the_line_stops_the_flight_there():
    wood = scene(trees=(Tree((1,), (30, 0.5), trunk_radius_m=0.8, canopy_radius_m=0.0, name="the mast"),))
    out = throw((7, 5, 0, 2), 50, field=wood.field).out
    assert out.air_hit == 1.0
    assert wood.packed[1][int(out.hit)] == "the mast"
    assert out.rest_x_m < 40


@pytest.mark.parametrize("density", [0.02, 0.1])
def test_a_grove_knocks_down_as_often_as_its_density_says(density):
    """Twenty metres at a chance p per metre let (1 - p)^20 through."""
    wood = scene(groves=(Grove((1,), box(20, -40, 40, 40), 30.0, 0.0, density, density),))
    stopped = many(wood).air_hit.mean()
    assert stopped == pytest.approx(1 - (1 - density) ** 20, abs=0.04)


def test_exposure_of_the_mean_flight_is_the_chance():
    wood = scene(groves=(Grove((1,), box(20, -40, 40, 40), 30.0, 0.0, 0.1, 0.1),))
    met = throw((7, 5, 0, 2), 50, field=wood.field).out.exposure
    assert met == pytest.approx(20 * hazard_per_m(0.1), rel=0.08)


def test_a_low_throw_passes_under_a_ceiling_and_a_high_one_does_not():
    wood = scene(groves=(Grove((1,), box(5, -40, 80, 40), 20.0, 6.0, 0.5, 0.0),))
    low, high = (throw((7, 5, 0, 2), 50, launch=a, field=wood.field).out for a in (5, 18))
    assert low.exposure == 0.0
    assert high.exposure > 3.0


def test_wall_stops_low_and_lets_high_pass():
    wall = scene(barriers=(Barrier((1,), LineString([(40, -30), (40, 30)]), top_m=2.5),))
    assert throw((7, 5, 0, 2), 50, launch=1, field=wall.field).out.rest_x_m < 41
    assert throw((7, 5, 0, 2), 50, launch=12, field=wall.field).out.rest_x_m > 60


def test_mandatory_is_missed_only_by_crossing_its_line():
    gate = scene(mandos=(Mando((1,), LineString([(40, 2), (40, 60)])),))
    hyzer = throw((7, 5, 0, 2), 50, hyzer=-20, field=gate.field).out
    assert hyzer.mando_missed == 0.0
    beyond = scene(mandos=(Mando((1,), LineString([(40, -60), (40, 60)])),))
    assert throw((7, 5, 0, 2), 50, field=beyond.field).out.mando_missed == 1.0


def test_water_keeps_what_falls_in():
    pond = scene(areas=(Area((1,), box(60, -40, 120, 40), surface="water", play="ob"),))
    out = throw((7, 5, 0, 2), 50, field=pond.field).out
    assert math.hypot(out.rest_x_m - out.carry_x_m, out.rest_y_m - out.carry_y_m) < 1e-9
    assert out.inside_x_m == pytest.approx(60.0, abs=3.0)  # within one step of the line


def test_ground_play_orders_surfaces_as_players_find_them():
    """[common practice]: pavement and hardpack run farthest, mud and long grass least."""
    runs = {s: run_out(throw((9, 4, 0, 3), 53, launch=3, surface=s)) for s in
            ("pavement", "hardpack", "cut_grass", "long_grass", "mud")}  # fmt: skip
    assert runs["pavement"] > runs["hardpack"] > runs["cut_grass"] > runs["long_grass"] > runs["mud"]


def slope(rise: float) -> Scene:
    """Ground that rises to the east by `rise` a metre."""
    spots = tuple(SpotHeight((), (x, y), rise * x) for x in (-45, 20, 80, 135) for y in (-45, 0, 45))
    return scene(spot_heights=spots)


def test_uphill_plays_longer_and_downhill_shorter():
    """By 2 to 4 ft for each foot on a stock 300 ft shot [common practice], a quarter either way for
    ground that slopes all the way instead of ending higher or lower."""
    level = throw((7, 5, 0, 2), 52, field=slope(0.0).field)
    for rise in (-0.05, 0.03):
        out = throw((7, 5, 0, 2), 52, field=slope(rise).field)
        height = rise * out.out.rest_x_m
        assert 1.5 < (carry(level) - carry(out)) / height < 5.0


def test_a_backstop_slope_holds_and_a_falling_one_runs_away():
    """The same low throw at ground that turns up or down just past where it lands."""
    low = {"launch": 3, "surface": "hardpack"}
    turn = carry(throw((9, 4, 0, 3), 53, **low)) + 1.0

    def end(rise):
        spots = tuple(
            SpotHeight((), (x, y), rise * max(0.0, x - turn))
            for x in (-45, 0, 40, turn - 15, turn, turn + 6, turn + 15, 135) for y in (-45, 0, 45)
        )  # fmt: skip
        paved = Area((1,), box(-45, -45, 135, 45), surface="hardpack")
        field = scene(spot_heights=spots, areas=(paved,)).field
        return throw((9, 4, 0, 3), 53, field=field, **low).out.rest_x_m

    assert end(0.3) < end(0.0) < end(-0.1)


@pytest.mark.parametrize(("speed", "descent", "hyzer"), [(12, 15, 10), (14, 15, 30), (9, 30, 15)])
def test_one_landing_runs_longer_the_steeper_the_ground_falls(speed, descent, hyzer):
    """The middle of a hundred landings a hand's breadth over slopes from 20 % up to 30 % down."""
    release = Release(
        speed, hyzer_rad=math.radians(hyzer), nose_rad=math.radians(descent),
        launch_rad=-math.radians(descent), height_m=0.25,
    ).row()  # fmt: skip
    ran = []
    for rise in (0.2, 0.1, 0.0, -0.1, -0.2, -0.3):
        rows = np.repeat(release[None], 100, 0)
        out = throws([Disc("x", 5, 4, 0, 3)], rows, slope(rise).field, seeds=np.arange(1, 101))
        ran.append(np.median(np.hypot(out.rest_x_m - out.carry_x_m, out.rest_y_m - out.carry_y_m)))
    assert (np.diff(ran) > 0).all()


def test_sight_line_sees_over_level_ground_and_not_over_a_crest():
    assert blind_because(scene(), (0, 0)) is None
    crest = tuple(SpotHeight((), (x, y), 5.0 if x == 45 else 0.0) for x in (-40, 0, 45, 90, 130)
                  for y in (-40, 0, 40))  # fmt: skip
    assert blind_because(scene(spot_heights=crest), (0, 0)) == "the ground"
    wood = scene(groves=(Grove((1,), box(20, -20, 60, 20)),))
    assert blind_because(wood, (0, 0)) == "the woods"


def test_cautions_name_roads_paths_and_water():
    areas = tuple(
        Area((1,), box(30 + 10 * k, 5, 38 + 10 * k, 20), people=people, surface=surface)
        for k, (people, surface) in enumerate([("road", "gravel"), ("path", "gravel"), ("none", "water")])
    )
    found = {c.danger for c in cautions(scene(areas=areas))}
    assert {Danger.PEOPLE, Danger.ROAD, Danger.PATH, Danger.WATER} <= found


def test_unknown_hole_tee_or_pin_says_what_there_is(demo_course):
    with pytest.raises(LookupError, match="holes: 1, 2, 3"):
        scene_for(demo_course, 19)
    with pytest.raises(LookupError, match="there is: long, short"):
        scene_for(demo_course, 1, tee="blue")


def test_small_stationary_disc_stays_put():
    assert run_out(throw(SLOW, 38, hyzer=30, launch=35)) < 1.5


def putts(distance: float, n=600):
    """Gentle flat throws at a basket `distance` ahead, with a little aim scatter."""
    line, pin = HoleLine(1, ((0, 0), (distance, 0))), Pin((1,), "A", (distance, 0))
    green = Scene(line, Tee((1,), "t", (0, 0)), pin, 3)
    release = Release(10.0, launch_rad=math.radians(6.0)).row()
    releases = np.repeat(release[None], n, 0)
    releases[:, 4] += np.random.default_rng(5).normal(size=n) * 0.03
    return throws([Disc("x", 2, 3, 0, 1)], releases, green.field, seeds=np.arange(1, n + 1))


def test_the_basket_catches_and_throws_back():
    out = putts(6.0)
    holed = out.in_basket
    struck = out.hit == -2.0
    assert 0.4 < holed.mean() < 0.9
    assert (holed <= struck).all()
    assert (struck & ~holed).any()
    assert out.air_hit.sum() == 0.0  # the basket is not an obstacle
    assert out[holed].rest_x_m == pytest.approx(6.0)


def test_a_farther_basket_is_missed_more_often():
    assert (putts(9.0).in_basket).mean() < (putts(6.0).in_basket).mean()


def test_the_first_thing_met_is_the_one_that_is_named():
    """A disc thrown back by the mast and rolling into the fence was stopped by the mast."""
    mast = Tree((1,), (30, 0.5), trunk_radius_m=1.2, canopy_radius_m=0.0, name="the mast")
    fence = Barrier((1,), LineString([(27, -30), (27, 30)]), what="fence", top_m=0.6, name="the fence")
    wood = scene(trees=(mast,), barriers=(fence,))
    out = many(wood, 300)
    struck = out[out.air_hit]
    assert {wood.packed[1][int(k)] for k in struck.hit} == {"the mast"}


def test_a_disc_thrown_back_by_a_trunk_falls_down_beside_it():
    """It does not hang in the air, and does not fly on through."""
    mast = Tree((1,), (30, 0.0), trunk_radius_m=0.9, canopy_radius_m=0.0, height_m=30.0, name="the mast")
    out = many(scene(trees=(mast,)), 400)
    struck = out.air_hit
    assert struck.mean() > 0.9
    assert (out.hang_s[struck] < 6.0).all()
    assert (np.hypot(out.rest_x_m[struck] - 30, out.rest_y_m[struck] - 0.3) > 0.5).all()
    assert np.percentile(out.rest_x_m[struck], 90) < 40.0


def test_the_basket_is_met_once_a_pass():
    """Chains hold three of four putts that meet them [chosen]: not more for bouncing within."""
    out = putts(4.0, 2000)
    met = out.hit == -2.0
    assert (out.in_basket[met] > 0.5).mean() < 0.80
