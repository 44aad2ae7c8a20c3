"""A hole's play folded from its events: laws that hold however they come, and cases of the official kind."""

from dataclasses import replace

import pytest
from hypothesis import given
from hypothesis import strategies as st

from ypodrome.core.record.event import MADE, MISSED, WITHDRAWN, Event, What
from ypodrome.core.record.fold import corrected, fold, hole_score


def told(n, what=What.THROW, device="phone", **values):
    return Event(
        f"{device}-{n}", what, device=device, running=n, made_at=f"2026-05-01T10:00:{n:02d}+00:00",
        **{"position": 3, "throw_no": n} | values,
    )  # fmt: skip


def putt(n, result, **values):
    return told(n, What.PUTT, putt=result, **values)


def corrects(n, event, becomes="", **values):
    whole = replace(event, **values)
    return replace(
        whole, id=f"c-{n}", what=What.CORRECTION, running=n, corrects=event.id, becomes=becomes,
        made_at=f"2026-05-01T10:01:{n:02d}+00:00",
    )  # fmt: skip


PAR = [told(1, disc="Gantle"), told(2, disc="Pellow"), putt(3, MADE)]


def test_a_par_is_three_throws():
    played = fold(PAR)
    assert (played.score, len(played.others), len(played.putts), played.complete) == (3, 2, 1, True)


def test_a_penalty_counts_beside_its_throw_and_by_itself():
    """An out-of-bounds throw costs the throw and a penalty throw (the sport's official rules, 806.02)."""
    out = replace(PAR[0], penalty="out of bounds", penalties=1)
    assert fold([out, *PAR[1:]]).score == 4
    apart = told(9, What.PENALTY, throw_no=None, penalty="other", penalties=2)
    assert fold([*PAR, apart]).score == 5


def test_an_ace_needs_no_putt():
    assert fold([told(1, putt=MADE)]).score == 1
    assert fold([told(1, putt=MADE)]).complete


def test_a_provisional_throw_counts_only_once_it_is_played_on():
    tried = told(2, What.PROVISIONAL)
    assert fold([PAR[0], tried]).score == 1
    assert fold([PAR[0], tried, corrects(1, tried, becomes="throw")]).score == 2


def test_an_undo_is_an_event_and_can_be_undone():
    gone = corrects(1, PAR[1], becomes=WITHDRAWN)
    assert [e.disc for e in fold([*PAR, gone]).others] == ["Gantle"]
    back = corrects(2, PAR[1], becomes="throw")
    assert [e.disc for e in fold([*PAR, gone, back]).others] == ["Gantle", "Pellow"]


def test_a_correction_of_a_correction_is_one_of_what_that_corrected():
    once = corrects(1, PAR[1], disc="Fessil")
    twice = replace(corrects(2, PAR[1], disc="Mirrick"), corrects=once.id)
    assert [e.disc for e in fold([*PAR, once, twice]).others] == ["Gantle", "Mirrick"]


def test_a_total_holds_until_every_throw_is_told():
    total = told(8, What.SCORE_ONLY, throw_no=None, score=5)
    assert fold([total]).score == 5
    assert fold([total, PAR[0]]).score == 5
    assert fold([total, *PAR]).score == 3


def test_one_throw_told_by_two_devices_counts_once_until_the_player_picks():
    other = told(2, device="watch", disc="Fessil")
    played = fold([*PAR, other])
    assert played.score == 3
    assert [{e.disc for e in group} for group in played.disputed] == [{"Pellow", "Fessil"}]
    picked = fold([*PAR, other, corrects(1, PAR[1], becomes=WITHDRAWN)])
    assert [e.disc for e in picked.others] == ["Gantle", "Fessil"]
    assert not picked.disputed


def test_a_moved_pin_and_notes_are_told():
    played = fold([*PAR, told(7, What.PIN_CHANGED, throw_no=None, pin="B"), told(8, What.NOTE, note="soft")])
    assert played.pin == "B"
    assert "soft" in played.notes


events_of_a_hole = st.lists(
    st.tuples(st.sampled_from([What.THROW, What.PUTT, What.PENALTY, What.PROVISIONAL]), st.integers(0, 2)),
    min_size=1, max_size=9,
).map(
    lambda rows: [
        told(n, what, penalties=penalties, putt=MISSED if what is What.PUTT else "")
        for n, (what, penalties) in enumerate(rows, start=1)
    ]
)  # fmt: skip


@given(events_of_a_hole, st.randoms(use_true_random=False))
def test_order_and_repetition_of_arrival_change_nothing(events, chance):
    with_undo = [*events, corrects(1, events[0], becomes=WITHDRAWN)]
    came = with_undo + chance.sample(with_undo, k=len(with_undo) // 2)
    chance.shuffle(came)
    assert fold(came) == fold(with_undo)


@given(events_of_a_hole)
def test_the_score_is_the_throws_and_penalties_that_stand(events):
    standing = corrected(events)
    thrown = sum(e.what in (What.THROW, What.PUTT) for e in standing)
    penalties = sum(e.penalties for e in standing if e.what is not What.PROVISIONAL)
    assert fold(events).score == thrown + penalties


def test_gains_add_up_to_what_was_expected_less_the_score():
    """Broadie, Interfaces 42(2), 2012: over a hole the gains add up to J(tee) less the score."""
    by_distance = [(0.0, 1.0), (10.0, 1.5), (100.0, 2.9)]
    drive = replace(PAR[0], to_go_m=40.0, penalty="out of bounds", penalties=1)
    score = hole_score(fold([drive, replace(PAR[1], to_go_m=6.0), PAR[2]]), 3, 3, 3.1, by_distance)
    assert score.gained.total == pytest.approx(3.1 - 4)
    assert (score.score, score.throws, score.putts, score.penalties) == (4, 2, 1, 1)


def test_a_total_alone_is_a_score_without_parts():
    score = hole_score(fold([told(8, What.SCORE_ONLY, throw_no=None, score=5)]), 3, 3, 3.1, [(0.0, 1.0)])
    assert (score.score, score.gained) == (5, None)
