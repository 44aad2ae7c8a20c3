"""Which sampled lies speak for a place: those on its own side of a wall or a creek."""

import numpy as np
import pytest
from scipy.spatial import cKDTree
from shapely.geometry import LineString, box

from tests.core.test_planning import open_hole
from ypodrome.core.hole.features import Area, Barrier, Mando
from ypodrome.core.strategy.neighbours import Neighbours

LIES = np.array([(x + 0.3, y + 0.3) for x in range(-30, 31, 10) for y in range(-20, 101, 10)], float)
PLACES = np.random.default_rng(4).uniform((-35, -35), (35, 115), size=(400, 2))


def chosen(scene, places, most=4):
    near = Neighbours(scene, LIES, most, [len(LIES)])
    return near.of_first(len(LIES))[near.cell(places)]


def test_on_open_ground_they_are_the_nearest():
    """Against scipy's k-d tree: within a cell's diagonal of the true distances."""
    scene = open_hole()
    straight, _ = cKDTree(LIES).query(PLACES, k=4)
    found = np.hypot(*(LIES[chosen(scene, PLACES)] - PLACES[:, None]).transpose(2, 0, 1))
    assert found.max(axis=1) == pytest.approx(straight.max(axis=1), abs=4.5)
    assert found.min(axis=1) == pytest.approx(straight.min(axis=1), abs=3.0)


CREEK = {"areas": (Area((1,), box(-60, 43, 60, 46), play="ob", surface="water"),)}
WALL = {"barriers": (Barrier((1,), LineString([(-60, 44.5), (60, 44.5)]), top_m=2.5),)}


@pytest.mark.parametrize("features", [CREEK, WALL])
def test_none_stands_across_a_creek_or_a_wall(features):
    places = PLACES[abs(PLACES[:, 1] - 44.5) > 3.0]
    sides = LIES[chosen(open_hole(**features), places)][:, :, 1] > 44.5
    assert (sides == (places[:, 1] > 44.5)[:, None]).all()


def test_those_on_the_same_side_of_a_mandatory_speak_first():
    """The first of them does; away from its edge all do."""
    gate = LineString([(2.0, 44.5), (200.0, 44.5)])
    places = np.array([[3.5, 36.0], [1.0, 36.0], [20.0, 36.0], [-20.0, 36.0]])
    speak = LIES[chosen(open_hole(mandos=(Mando((1,), gate),)), places)]
    astray = [[LineString([lie, (0.0, 80.0)]).intersects(gate) for lie in lies] for lies in speak]
    assert [sides[0] for sides in astray] == [True, False, True, False]
    assert astray[2:] == [[True] * 4, [False] * 4]


def test_a_rope_parts_nothing_and_a_short_wall_is_walked_around():
    rope = Barrier((1,), LineString([(-60, 44.5), (60, 44.5)]), what="rope", base_m=0.8, top_m=0.9)
    short = Barrier((1,), LineString([(-2, 44.5), (2, 44.5)]), top_m=2.5)
    for barrier in (rope, short):
        sides = LIES[chosen(open_hole(barriers=(barrier,)), np.array([[15.0, 42.0]]))][0, :, 1] > 44.5
        assert sides.any()
        assert not sides.all()


def test_a_place_that_no_lie_reaches_takes_the_nearest_lie():
    moat = box(-12, 38, 12, 62).difference(box(-4, 46, 4, 54))
    island = open_hole(areas=(Area((1,), moat, play="ob", surface="water"),))
    lies = LIES[(abs(LIES[:, 0]) > 12) | (abs(LIES[:, 1] - 50) > 12)]
    near = Neighbours(island, lies, 4, [len(lies)])
    place = np.array([[0.0, 50.0]])
    index = near.of_first(len(lies))[near.cell(place)][0]
    gaps = np.hypot(*(lies - place).T)
    assert gaps[index].min() == pytest.approx(gaps.min(), abs=2.0)


def test_who_speaks_while_only_some_lies_do_hangs_on_no_others():
    scene, some = open_hole(), 40
    ring_by_ring = Neighbours(scene, LIES, 4, [0, 15, some, len(LIES)])
    alone = Neighbours(scene, LIES[:some], 4, [some])
    assert (ring_by_ring.of_first(some) == alone.of_first(some)).all()
    assert ring_by_ring.of_first(0).shape[1] == 0
