"""What the plan's screens may send."""

from __future__ import annotations

from django import forms


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
