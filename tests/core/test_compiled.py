"""What compiled functions promise to who calls them."""

import pytest

from ypodrome.core import warm
from ypodrome.core.compiled import batch_kernel, formula, inlined
from ypodrome.core.flight.batch import flight_batch
from ypodrome.core.strategy.screening import _screen


@inlined
def half(x):
    return 0.5 * x


@formula
def double(x):
    return 2.0 * x


@batch_kernel
def there_and_back(x):
    return half(double(x))


def test_a_function_without_a_door_says_so_and_does_not_crash():
    assert there_and_back(3.0) == double(1.5) == 3.0
    with pytest.raises(TypeError, match="half is for compiled code only"):
        half(3.0)


def test_what_is_compiled_beforehand_is_what_a_plan_asks_for():
    """The stand-ins that are flown and screened have the types of the real ones: nothing compiles twice."""
    warm._fly_and_screen()
    warm.warm()
    assert len(flight_batch.signatures) == len(_screen.signatures) == 1
