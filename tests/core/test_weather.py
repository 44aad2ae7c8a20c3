"""Heat and daylight against published values."""

from datetime import UTC, date, datetime

import pytest

from ypodrome.core.air import Heat, heat_index_c, heat_of, sunset_at

CHART = [
    (80, 40, 80), (86, 60, 91), (90, 50, 95), (90, 60, 100), (90, 70, 105), (90, 90, 122),
    (94, 50, 103), (100, 40, 109), (100, 55, 124), (104, 40, 119), (110, 40, 136),
]  # fmt: skip
"""Heat index chart of the US National Weather Service: °F, percent, °F; from memory. The chart is of the
bare regression: cells where the Service's own correction for damp air applies (80 to 87 °F, over 85 %) are
left out."""


@pytest.mark.parametrize(("air_f", "damp", "felt_f"), CHART)
def test_the_weather_services_chart(air_f, damp, felt_f):
    felt = 1.8 * heat_index_c((air_f - 32) / 1.8, damp / 100) + 32
    assert felt == pytest.approx(felt_f, abs=1.5)


@pytest.mark.parametrize(
    ("felt_f", "heat"),
    [
        (79, Heat.FINE),
        (80, Heat.CAUTION),
        (91, Heat.EXTREME_CAUTION),
        (104, Heat.DANGER),
        (126, Heat.EXTREME_DANGER),
    ],
)
def test_classes_of_the_chart(felt_f, heat):
    assert heat_of((felt_f - 32) / 1.8) == heat


def test_mild_air_feels_as_it_is():
    assert heat_index_c(15.0, 0.6) == pytest.approx(15.0, abs=1.5)


@pytest.mark.parametrize(
    ("day", "sets"),
    [(date(2026, 6, 21), (20, 21)), (date(2026, 12, 21), (15, 53)), (date(2026, 3, 20), (18, 13))],
)
def test_sunset_at_greenwich(day, sets):
    """HM Nautical Almanac Office's times for Greenwich (UTC), from memory, to the minute or two."""
    found = sunset_at((0.0, 51.477), day, UTC)
    assert abs(found - datetime(*day.timetuple()[:3], *sets, tzinfo=UTC)).total_seconds() < 150


def test_where_the_sun_does_not_set_there_is_no_sunset():
    assert sunset_at((20.0, 75.0), date(2026, 6, 21), UTC) is None
