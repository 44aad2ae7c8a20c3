"""What is worked out for a scene is worked out once, and goes with the scene."""

import gc
import weakref

from tests.core.holes import open_hole
from ypodrome.core.hole.with_scene import with_scene


class Drawn:
    """Something that can be seen to be gone."""


def test_it_is_worked_out_once_for_each_scene_and_rest_and_goes_with_the_scene():
    asked = []

    @with_scene
    def draw(scene, units, look="large"):
        asked.append((scene.distance_m, units, look))
        return Drawn()

    scene, other = open_hole(80.0), open_hole(90.0)
    drawn = draw(scene, "metric")
    assert draw(scene, "metric") is drawn
    assert draw(scene, "imperial") is not drawn
    assert draw(other, "metric") is not drawn
    draw(scene, "metric", look="small")
    assert len(asked) == 4
    seen = weakref.ref(drawn)
    del scene, drawn
    gc.collect()
    assert seen() is None
    draw(other, "metric")
    assert len(asked) == 4
