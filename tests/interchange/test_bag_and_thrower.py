"""Bags and throwers in: clear refusals, sound defaults."""

import json

import pytest

from ypodrome.core.disc import Plastic
from ypodrome.interchange.bag_csv import read_bag
from ypodrome.interchange.problems import FileProblems
from ypodrome.interchange.thrower_json import read_thrower

HEAD = "name,speed,glide,turn,fade,weight_g,plastic,wear,water_ok\n"


def test_only_name_and_numbers_are_required():
    (disc,) = read_bag(b'name,speed,glide,turn,fade\n"Oxterby, old",3,3,0,2\n')
    assert disc.name == "Oxterby, old"
    assert (disc.weight_g, disc.plastic, disc.wear, disc.water_ok) == (175.0, Plastic.PREMIUM, 0.0, True)


@pytest.mark.parametrize(
    ("text", "words"),
    [
        ("", "empty"),
        ("name,speed,glide,turn\nA,1,2,0\n", "header lacks the column fade"),
        (HEAD, "no discs"),
        (HEAD + "A,9,5,-1,two,175,premium,0,yes\n", 'line 2, fade: "two" is not a number'),
        (HEAD + "A,9,5,-1,nan,175,premium,0,yes\n", "line 2, fade: must be between"),
        (HEAD + "A,9,5,-1,2,175,steel,0,yes\n", "line 2, plastic"),
        (HEAD + "A,9,5,-1,2,175,premium,0,maybe\n", "line 2, water_ok"),
        (HEAD + "A,9,5,-1,2,175,premium,0,yes\n,9,5,-1,2,,,,\n", "line 3, name: is missing"),
        (HEAD + "A,30,5,-1,2,175,premium,0,yes\n", "line 2, speed: must be between 1 and 15"),
    ],
)
def test_wrong_bags_are_refused_with_line_and_field(text, words):
    with pytest.raises(FileProblems) as caught:
        read_bag(text.encode())
    assert any(words in str(p) for p in caught.value.problems), caught.value.problems


GOOD = {"format": "thrower", "version": 1, "throws": {"backhand": {"max_distance_m": 90}}}


def test_thrower_defaults_and_own_spread():
    spread = dict.fromkeys(("speed_pct", "aim_deg", "hyzer_deg", "nose_deg", "launch_deg", "spin_pct"), 2.0)
    thrower = read_thrower(json.dumps({**GOOD, "spread": spread}).encode())
    assert thrower.max_distance_m == {"backhand": 90.0}
    assert thrower.spread.aim_deg == 2.0


@pytest.mark.parametrize(
    ("change", "words"),
    [
        ({"format": "bag"}, "format"),
        ({"version": 7}, "version"),
        ({"hand": "both"}, "hand"),
        ({"throws": {}}, "at least one throw"),
        ({"throws": {"backhand": {"max_distance_m": 900}}}, "between 40 and 180"),
        ({"throws": {"sidewinder": {"max_distance_m": 90}}}, "not a kind of throw"),
        ({"throws": {"backhand": 90}}, "throws.backhand"),
        ({"throws": {"backhand": {"radar": {"speed_m_s": 27, "disc": "12"}}}}, "radar.disc: takes four"),
        ({"spread": "heroic"}, "new, club"),
        ({"spread": {"aim_deg": 2}}, "spread.speed_pct"),
        ({"putting": {"make_at_5_m": "often"}}, "putting.make_at_5_m"),
    ],
)
def test_wrong_throwers_are_refused_with_the_field(change, words):
    with pytest.raises(FileProblems) as caught:
        read_thrower(json.dumps({**GOOD, **change}).encode())
    assert words in str(caught.value)
