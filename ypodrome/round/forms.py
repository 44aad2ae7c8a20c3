"""What the record may send: how it was filled in, and its throws row by row."""

from __future__ import annotations

from typing import Any

from django import forms

from ypodrome.core.api import Throw
from ypodrome.round.services import MOST_PUTTS, RESULTS
from ypodrome.wording.measures import in_metres


class HoleForm(forms.Form):
    """Which place of the round, if one is asked for, and whether its card is, to be carried to the tee."""

    hole = forms.IntegerField(required=False, min_value=1, max_value=1000)
    card = forms.BooleanField(required=False)


class RecordForm(forms.Form):
    """Putts, and how much was told when the form was made: it stands at the end, so that a form cut short on
    its way lacks it."""

    putts = forms.IntegerField(
        min_value=0, max_value=MOST_PUTTS,
        error_messages=dict.fromkeys(
            ("required", "invalid", "min_value", "max_value"),
            f"say how many, from 0, if a throw went in, to {MOST_PUTTS}",
        ),
    )  # fmt: skip
    whole = forms.IntegerField(min_value=0)


class ThrowForm(forms.Form):
    """One throw that is no putt; the distance to go in the player's units."""

    disc = forms.CharField(max_length=60)
    throw = forms.ChoiceField(choices=[(t.value, t.value) for t in Throw])
    result = forms.ChoiceField(choices=[(r, r) for r in RESULTS])
    left = forms.FloatField(required=False, min_value=0.0)

    def __init__(self, row: dict[str, str], units: str) -> None:
        super().__init__(row | {"left": row["left"].strip().replace(",", ".")})
        self.units = units
        self.fields["left"].error_messages["invalid"] = f"{row['left'][:40]!r} is not a distance"

    def values(self) -> dict[str, Any]:
        """The throw in SI units."""
        left = self.cleaned_data["left"]
        left_m = None if left is None else in_metres(left, self.units)
        return self.cleaned_data | {"left_m": left_m}
