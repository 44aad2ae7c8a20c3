"""The phone folds a hole's events as the server does: both are given the same, drawn by hypothesis."""

from dataclasses import asdict
from pathlib import Path
from urllib.parse import quote

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from ypodrome.core.api import MADE, MISSED, WITHDRAWN, Event, What, corrected, fold

FOLD = Path("ypodrome/web/scripts/pocket/fold.js").read_text()
CASES = 300


@st.composite
def histories(draw):
    """Events of one hole from two devices, some corrected, some twice, in any order."""
    rows: list[Event] = []
    for k in range(draw(st.integers(1, 9))):
        what = draw(st.sampled_from([w for w in What if rows or w is not What.CORRECTION]))
        corrects = draw(st.sampled_from(rows)).id if what is What.CORRECTION else ""
        becomes = draw(st.sampled_from([WITHDRAWN, "throw", "putt", ""])) if corrects else ""
        putt = draw(st.sampled_from([MADE, MISSED])) if what is What.PUTT or becomes == "putt" else ""
        device = draw(st.sampled_from(["one", "two"]))
        rows.append(Event(
            f"{device}-{k}", what, device=device, running=k, corrects=corrects, becomes=becomes, putt=putt,
            made_at=f"2026-05-01T10:00:{draw(st.integers(0, 12)):02d}+00:00", position=1,
            throw_no=draw(st.none() | st.integers(1, 5)), penalties=draw(st.integers(0, 1)),
            score=draw(st.none() | st.integers(1, 9)) if what is What.SCORE_ONLY else None,
            pin=draw(st.sampled_from("AB")) if what is What.PIN_CHANGED else "",
        ))  # fmt: skip
    return draw(st.permutations([*rows, *rows[:2]]))


def come_to(events):
    played = fold(events)
    return {
        "throws": [e.id for e in played.throws], "penalties": played.penalties, "complete": played.complete,
        "total": played.total, "over": played.over, "score": played.score, "pin": played.pin,
        "disputed": bool(played.disputed), "standing": [e.id for e in corrected(events)],
    }  # fmt: skip


@pytest.fixture
def folded(page):
    """What the phone's script makes of many histories at once."""
    page.goto("about:blank")
    script = "data:text/javascript," + quote(FOLD)
    page.evaluate("async (script) => { window.pocketFold = (await import(script)).fold }", script)

    def ask(histories):
        told = page.evaluate(
            """(all) => all.map((events) => {
              const p = window.pocketFold(events);
              return { ...p, throws: p.throws.map((e) => e.id), standing: p.standing.map((e) => e.id) };
            })""",
            [[asdict(e) for e in events] for events in histories],
        )
        return [{k: v for k, v in row.items() if k != "provisionals"} for row in told]

    return ask


def test_phone_and_server_come_to_the_same(folded):
    found = []

    @settings(max_examples=CASES, database=None, deadline=None)
    @given(histories())
    def collect(events):
        found.append(events)

    collect()
    for events, phone in zip(found, folded(found), strict=True):
        assert phone == come_to(events), events
