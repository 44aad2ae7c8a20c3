"""Throws that screening hopes most of are tried, wherever they end."""

from dataclasses import replace

import numpy as np
import pytest

from ypodrome.core.strategy.ground_value import GroundValue
from ypodrome.core.strategy.search import HOPES, THOROUGH, _meant
from ypodrome.core.thrower import Kind
from ypodrome.core.thrower.stance import Stance

TEE = np.zeros(2)


@pytest.fixture(scope="module")
def ground(situation):
    return GroundValue(situation)


def thrown(arsenal, rows):
    """Disc, kind and angles of combinations."""
    discs = [arsenal.discs[d].name for d in arsenal.disc[rows]]
    angles = zip(arsenal.hyzer_deg[rows].round(6), arsenal.launch_deg[rows].round(6), strict=True)
    return list(zip(discs, arsenal.kind[rows], angles, strict=True))


def test_they_are_told_best_first_and_end_where_they_can_be_thrown_to(ground):
    combo, ends = ground.hopes(TEE, 20)
    reach = ground.situation.arsenal.reach[combo].max(axis=1)
    assert len(combo) == 20
    assert (np.hypot(*ends.T) < 1.1 * reach).all()
    again, same_ends = ground.hopes(TEE, 5)
    assert again.tolist() == combo[:5].tolist()
    assert np.allclose(same_ends, ends[:5])


def test_from_the_knee_the_same_throws_are_found_in_the_weaker_arsenal(situation, ground):
    combo, _ = ground.hopes(TEE, 20)
    whole, knee = situation.arsenal, replace(situation, stance=Stance.KNEE).arsenal
    rows = knee.rows_of(whole, combo)
    assert (rows >= 0).any()
    assert thrown(knee, rows[rows >= 0]) == thrown(whole, combo[rows >= 0])
    assert whole.rows_of(whole, combo).tolist() == combo.tolist()


def test_what_a_smaller_bag_or_another_hand_cannot_throw_is_left_out(situation, ground):
    combo, _ = ground.hopes(TEE, 20)
    alone = replace(situation, bag=situation.bag[:1], without=(Kind.FOREHAND,)).arsenal
    rows = alone.rows_of(situation.arsenal, combo)
    held = [
        name == situation.bag[0].name and kind == alone.kind[0]
        for name, kind, _ in thrown(situation.arsenal, combo)
    ]
    assert (rows >= 0).tolist() == held


def test_they_are_tried_for_where_they_end_beside_every_throw_for_every_place(situation, ground):
    arsenal = situation.arsenal
    combos, aims = _meant(situation, ground, TEE, THOROUGH.places)
    combo, ends = ground.hopes(TEE, HOPES)
    assert combos[-HOPES:].tolist() == combo.tolist()
    assert np.allclose(aims[-HOPES:], ends)
    assert len(combos[:-HOPES]) % len(arsenal.disc) == 0
    assert np.allclose(aims[: len(arsenal.disc)], situation.scene.pin.at)
