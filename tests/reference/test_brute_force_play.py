"""Predicted chances against a simulation that plays the hole out throw by throw (`playing`).

A few of the scenes of `scripts/brute_force.py`, whose whole table is in docs/design.md.
"""

import pytest

from tests.reference.playing import compared, random_scene, scene_with_a_beck


@pytest.mark.parametrize("seed", [0, 7, 13])
def test_predicted_chances_are_those_of_play(seed, demo_thrower, demo_bag):
    """Within 3 points, and the sampling error of both."""
    agree(compared(random_scene(seed), seed, demo_thrower, demo_bag), 0.05)


@pytest.mark.parametrize("seed", [4])
def test_a_carry_or_lay_up_is_worth_what_play_makes_of_it(seed, demo_thrower, demo_bag):
    """The same on par 4s with a beck across them: from every lie the plan carries or lays up."""
    agree(compared(scene_with_a_beck(seed), seed, demo_thrower, demo_bag), 0.05)


def agree(pairs, throws):
    """Two standard errors of sampling, and 3 points of chances or so much of a throw."""
    for name, (said, seen, error) in pairs.items():
        allowed = throws if name == "expected" else 0.03
        assert abs(said - seen) < allowed + 2.0 * error, (name, said, seen)
