"""What compiled functions promise to who calls them."""

import pytest

from ypodrome.core.compiled import batch_kernel, formula, inlined


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
