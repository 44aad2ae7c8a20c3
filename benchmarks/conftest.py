"""Benchmarks share the demo fixtures of the tests. Run them with `make bench`."""

from tests.conftest import demo_bag, demo_course, demo_thrower

__all__ = ["demo_bag", "demo_course", "demo_thrower"]
