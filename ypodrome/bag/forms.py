"""What the bag's screens may send."""

from __future__ import annotations

from typing import Any

from django import forms

from ypodrome.accounts.fields import Named, PlainNumber, Ranged
from ypodrome.accounts.models import Player
from ypodrome.bag.models import ACTIVE, BagDisc, State
from ypodrome.bag.preferences import PUTTS, Ruled, rows_of
from ypodrome.core.api import DISC_RANGES, NARROWEST_AIM_DEG, WIDEST_AIM_DEG, Shape, Throw

LIMITS = {
    "hyzer_deg": (-90.0, 90.0),
    "nose_deg": (-15.0, 20.0),
    "launch_deg": (-10.0, 70.0),
    "power_pct": (20.0, 110.0),
    "wind_m_s": (0.0, 20.0),
    "wind_from_deg": (0.0, 360.0),
}
"""What the bench may be set to."""


class TrialForm(forms.Form):
    """One release on the bench."""

    disc = forms.IntegerField(
        min_value=1, max_value=10**12,
        error_messages=dict.fromkeys(("required", "invalid", "min_value", "max_value"), "is not in the bag"),
    )  # fmt: skip
    throw = Named(tuple(t.value for t in Throw))
    hyzer_deg = Ranged(*LIMITS["hyzer_deg"])
    nose_deg = Ranged(*LIMITS["nose_deg"])
    launch_deg = Ranged(*LIMITS["launch_deg"])
    power_pct = Ranged(*LIMITS["power_pct"])
    wind_m_s = Ranged(*LIMITS["wind_m_s"])
    wind_from_deg = Ranged(*LIMITS["wind_from_deg"])


class TaughtForm(forms.Form):
    """Flight numbers to throw a disc with in place of its own."""

    speed = Ranged(*DISC_RANGES["speed"])
    glide = Ranged(*DISC_RANGES["glide"])
    turn = Ranged(*DISC_RANGES["turn"])
    fade = Ranged(*DISC_RANGES["fade"])


NUMBERS = ("speed", "glide", "turn", "fade")


class DiscForm(forms.ModelForm):
    """A disc as its owner knows it."""

    class Meta:
        model = BagDisc
        fields = ("name", *NUMBERS, "weight_g", "plastic", "wear", "water_ok", "colour", "notes")
        labels = {
            "weight_g": "Weight, g", "wear": "Wear, 0 new to 10 beaten in",
            "water_ok": "May be thrown over water",
        }  # fmt: skip
        widgets = {name: PlainNumber()
                   for name in (*NUMBERS, "weight_g", "wear")}  # fmt: skip

    def clean_name(self) -> str:
        """A name that no other disc the player has goes by."""
        name = str(self.cleaned_data["name"]).strip()
        others = BagDisc.objects.of(self.instance.owner).filter(name=name, state__in=ACTIVE)
        if self.instance.state in ACTIVE and others.exclude(pk=self.instance.pk).exists():
            raise forms.ValidationError("You have a disc of this name already: tell them apart, as “(old)”.")
        return name


class PreferencesForm(forms.Form):
    """What a player rules out, by `never` values "row|over|which" of the page, and what they like."""

    never = forms.MultipleChoiceField(required=False)
    putt = forms.ChoiceField(choices=PUTTS, required=False)
    lines = forms.MultipleChoiceField(choices=[(s.value, s.value) for s in Shape], required=False)
    widest_aim = Ranged(NARROWEST_AIM_DEG, WIDEST_AIM_DEG, required=False)

    def __init__(self, data: Any, player: Player) -> None:
        super().__init__(data)
        rows = rows_of(player, set())
        offered = [f"{r['row']}|{over}|{r['which']}" for r in rows for over, *_ in r["cells"]]
        never: Any = self.fields["never"]
        never.choices = [(value, value) for value in offered]

    def rules(self) -> set[Ruled]:
        """What is ticked."""
        split = (value.split("|", 2) for value in self.cleaned_data["never"])
        return {(row, which, over) for row, over, which in split}


class StateForm(forms.Form):
    """Where a disc is; where and when it was lost."""

    state = forms.ChoiceField(choices=State.choices)
    lost_on = forms.DateField(required=False)
    lost_where = forms.CharField(max_length=120, required=False)


WIND_CHOICES = (
    ("still", "still air"), ("into", "into the wind"), ("behind", "with the wind"),
    ("left", "wind from the left"), ("right", "wind from the right"),
)  # fmt: skip


class LayoutForm(forms.Form):
    """How the bag is laid out: kind of throw, and wind."""

    kind = forms.ChoiceField(choices=[("backhand", "backhand"), ("forehand", "forehand")], required=False)
    wind = forms.ChoiceField(choices=WIND_CHOICES, required=False)
