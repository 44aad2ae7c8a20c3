"""Work handed to another process: ground is held there under its name."""

from tests.core.holes import open_hole
from ypodrome.core.air import Wind
from ypodrome.core.flight.simulate import Air
from ypodrome.core.strategy.ground_value import GroundValue
from ypodrome.core.strategy.handed import plan_from_lie
from ypodrome.core.strategy.here import plan_from
from ypodrome.core.strategy.situation import Situation
from ypodrome.core.thrower.stance import Stance

LIE = (4.0, 35.0)


def test_ground_held_for_the_next_lie_is_that_of_its_name(demo_thrower, demo_bag):
    still, windy = (
        Situation(open_hole(), demo_thrower, demo_bag, Air(wind=Wind(speed, 0.0))) for speed in (0.0, 8.0)
    )
    grounds = {"still": GroundValue(still), "windy": GroundValue(windy)}
    for name in ("still", "windy", "windy", "still"):
        ground = grounds[name]
        found = plan_from_lie(name, ground.situation, ground.kept(), LIE, 1, Stance.LEVEL)
        own = plan_from(ground.situation, ground, LIE, 1)
        assert found.expected == own.expected
        assert [o.throw for o in found.options] == [o.throw for o in own.options]
