"""The governing body's arithmetic of ratings, from memory: what a rating scores on a layout."""

from __future__ import annotations

FEET_A_THROW, BASE_THROWS = 285.0, 30.0
"""A scratch player takes a throw for every 285 ft and thirty more on eighteen holes."""

UPHILL_FEET = 3.0
"""A foot of rise plays three feet long [common practice]."""

OPEN = 0.15
"""Open flat holes of 200 to 300 ft are so much easier than the arithmetic, which knows whole courses."""


def scratch_total(feet: float) -> float:
    """What a scratch player scores on eighteen holes of so many feet in all."""
    return feet / FEET_A_THROW + BASE_THROWS


def points_a_throw(total: float) -> float:
    """What a throw a round is worth in rating points where scratch scores so."""
    return 34.6 - 0.487 * total if total < 50.0 else 21.4 - 0.225 * total


def expected_total(feet: float, rating: float) -> float:
    """What a rating scores on eighteen holes of so many feet in all."""
    scratch = scratch_total(feet)
    return scratch + (1000.0 - rating) / points_a_throw(scratch)


def expected_hole(feet: float, rating: float) -> float:
    """What a rating scores on one of eighteen such holes."""
    return expected_total(18.0 * feet, rating) / 18.0
