"""What the plan's screens may send."""

from __future__ import annotations

from collections.abc import Sequence
from typing import Any

from django import forms
from django.http import HttpRequest

from ypodrome.accounts.fields import Named, Ranged
from ypodrome.core.api import POSTURES, Stance


class LieForm(forms.Form):
    """A lie: a place on the drawing, or a distance and bearing to the basket in the player's units, or where
    the simulated receiver says after `thrown` throws."""

    x = Ranged(-2000, 4000, required=False)
    y = Ranged(-2000, 4000, required=False)
    distance = Ranged(1, 5000, required=False)
    bearing = Ranged(0, 360, required=False)
    thrown = Ranged(0, 20, required=False)
    gps = forms.BooleanField(required=False)

    def clean(self) -> dict[str, Any]:
        """A place of one sort or another."""
        v = super().clean() or self.cleaned_data
        if not v.get("gps") and (v.get("x") is None or v.get("y") is None):
            for name in ("distance", "bearing"):
                if v.get(name) is None and name not in self.errors:
                    self.add_error(name, self.fields[name].error_messages["invalid"])
        return v


class FromForm(forms.Form):
    """How one stands at a lie: throws made, and the stance."""

    thrown = Ranged(0, 20)
    stance = Named(tuple(Stance), required=False)


class OwnForm(forms.Form):
    """A throw of the player's own; which discs and kinds there are today is asked of the plan."""

    disc = forms.CharField(max_length=80, error_messages={"required": "choose one of the bag"})
    kind = forms.CharField(max_length=40, required=False)
    hyzer_deg = Ranged(-80, 90)
    launch_deg = Ranged(-5, 60)
    power_pct = Ranged(20, 100)
    aim_left_deg = Ranged(-90, 90)


class ConditionsForm(forms.Form):
    """The day's conditions and the hole's places; what is not said stays as it is."""

    wind_m_s = forms.FloatField(required=False)
    wind_from_deg = forms.FloatField(required=False)
    gust_m_s = forms.FloatField(required=False)
    posture = Named(POSTURES, required=False)
    without = forms.MultipleChoiceField(
        choices=[("backhand", "backhand"), ("forehand", "forehand")], required=False,
        error_messages=dict.fromkeys(("invalid_choice", "invalid_list"), "must list backhand or forehand"),
    )  # fmt: skip
    wet = forms.BooleanField(required=False)
    tee = forms.CharField(max_length=40, required=False, strip=False)
    pin = forms.CharField(max_length=40, required=False, strip=False)


class PinsForm(forms.Form):
    """How likely each pin of a hole is, in any measure."""

    def __init__(self, pins: Sequence[str], weights: object) -> None:
        super().__init__(weights if isinstance(weights, dict) else {})
        self.fields.update({pin: Ranged(0, 1e6, required=False) for pin in pins})

    def clean(self) -> dict[str, Any]:
        """The pins that are weighed at all."""
        values = super().clean() or self.cleaned_data
        if unknown := self.data.keys() - self.fields.keys():
            raise forms.ValidationError(f"there is no pin {min(unknown)} on this hole")
        if not self.data:
            raise forms.ValidationError("say how likely each pin is")
        return {pin: weight for pin, weight in values.items() if weight}


class RankForm(forms.Form):
    """Which option."""

    rank = forms.IntegerField(min_value=1, max_value=100)


class AimForm(RankForm):
    """An option's aim, while it is dragged or to be kept."""

    aim_left_deg = forms.FloatField()


class BesideForm(forms.Form):
    """The same round in other conditions."""

    TIMES = (("0", "none"), ("1", "as planned"), ("1.5", "half as strong again"), ("2", "twice as strong"))
    name = forms.CharField(max_length=60, error_messages={"required": "name the other plan, as windy or wet"})
    wind = forms.TypedChoiceField(choices=TIMES, coerce=float, required=False, empty_value=None)
    wet = forms.BooleanField(required=False)
    without = forms.MultipleChoiceField(
        choices=[("forehand", "forehand"), ("backhand", "backhand")], required=False
    )


class OtherForm(forms.Form):
    """Which plan to compare with."""

    with_ = forms.IntegerField(required=False, min_value=1)


class FewForm(forms.Form):
    """How many different throws."""

    different = forms.IntegerField(min_value=1, max_value=100)


class NameForm(forms.Form):
    """A plan's or a round's name, and its day."""

    name = forms.CharField(max_length=60, required=False)
    day = forms.DateField(required=False)


class HourForm(forms.Form):
    """At which hour a round begins."""

    at = Ranged(0, 23, required=False)


PAPERS = (("a6", "A6"), ("a4", "four on A4"), ("letter", "four on Letter"))


class PaperForm(forms.Form):
    """What the book is printed on."""

    paper = forms.ChoiceField(choices=PAPERS)


def paper_of(request: HttpRequest) -> str:
    """The paper a page asks for; its own size where it asks for none there is."""
    form = PaperForm(request.GET)
    return str(form.cleaned_data["paper"]) if form.is_valid() else PAPERS[0][0]
