"""`never` and `prefers` of a thrower's file."""

import json

import pytest

from ypodrome.core.thrower import Kind
from ypodrome.core.thrower.preferences import Never, Over, PuttLiked
from ypodrome.interchange.preferences_json import preferences_document, preferences_from
from ypodrome.interchange.problems import FileProblems
from ypodrome.interchange.thrower_json import read_thrower

THROWER = {"format": "thrower", "version": 1, "throws": {"backhand": {"max_distance_m": 100}}}
GIVEN = {
    "never": [{"throw": "overhand", "over": "water"}, {"disc": "Gantle", "over": None}],
    "prefers": {"putt": "uphill", "lines": ["hyzer", "straight"], "widest_aim_deg": 25},
}


def test_a_thrower_carries_what_is_ruled_out_and_liked():
    preferences = read_thrower(json.dumps(THROWER | GIVEN).encode()).preferences
    assert preferences.never == (Never(kind=Kind.TOMAHAWK, over=Over.WATER), Never(disc="Gantle"))
    assert preferences.putt == PuttLiked.UPHILL
    assert (preferences.lines, preferences.widest_aim_deg) == (("hyzer", "straight"), 25.0)


def test_what_is_written_is_read_back():
    preferences = preferences_from(GIVEN)
    assert preferences_from(json.loads(json.dumps(preferences_document(preferences)))) == preferences


@pytest.mark.parametrize(
    ("given", "field"),
    [({"never": "water"}, "never"), ({"never": [{"over": "water"}]}, r"never\[0\]"),
     ({"never": [{"throw": "kick"}]}, r"never\[0\].throw"),
     ({"never": [{"disc": "A", "over": "sand"}]}, "over"),
     ({"prefers": ["hyzer"]}, "prefers"), ({"prefers": {"putt": "sideways"}}, "prefers.putt"),
     ({"prefers": {"lines": ["zigzag"]}}, "prefers.lines"),
     ({"prefers": {"widest_aim_deg": 2}}, "widest_aim_deg"),
     ({"prefers": {"widest_aim_deg": "far"}}, "prefers.widest_aim_deg")],
)  # fmt: skip
def test_what_cannot_be_is_named(given, field):
    with pytest.raises(FileProblems) as caught:
        read_thrower(json.dumps(THROWER | given).encode())
    assert any(field.replace("\\", "") in str(p) for p in caught.value.problems)
