import pytest

from tests.core.holes import open_hole
from ypodrome.core.air import Wind
from ypodrome.core.flight.simulate import Air
from ypodrome.core.strategy.plan import plan_hole
from ypodrome.core.strategy.situation import Situation


@pytest.fixture(scope="module")
def situation(demo_thrower, demo_bag):
    """The demo player on a plain hole, in a breeze."""
    return Situation(open_hole(), demo_thrower, demo_bag, Air(wind=Wind(3.0, 200.0)))


@pytest.fixture(scope="module")
def plan(situation):
    return plan_hole(situation)
