"""How worn a disc should be by now, from the throws that were logged with it."""

from __future__ import annotations

from ypodrome.bag.models import BagDisc

THROWS_PER_POINT = {"base": 120.0, "grippy": 200.0, "premium": 400.0}
"""Throws by which a disc gets one point more worn of ten (chosen: base plastic is beaten in within a season
of a round a week, premium lasts some years [common practice])."""

WORTH_SAYING = 0.5


def worn_by_now(disc: BagDisc, throws: int) -> float | None:
    """The wear [0, 10] after so many throws since it was last set, to the half; None while it is the same."""
    worn = min(10.0, disc.wear + throws / THROWS_PER_POINT[disc.plastic])
    rounded = round(2.0 * worn) / 2.0
    return rounded if rounded - disc.wear >= WORTH_SAYING else None
