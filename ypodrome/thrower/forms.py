"""What a player says of how they throw, in their own units."""

from __future__ import annotations

from typing import Any

from django import forms

from ypodrome.accounts.fields import Ranged
from ypodrome.accounts.models import UNITS, Player
from ypodrome.core.api import ENTERED_ARMS_M, HIGHEST_RATING, KINDS, LOWEST_RATING, Kind, Thrower
from ypodrome.core.units import m_s_from_mph, mph
from ypodrome.interchange.preferences_json import kind_of
from ypodrome.wording.measures import in_metres, in_units
from ypodrome.wording.throws import kind_words

HANDS = (("right", "right"), ("left", "left"))
FEWEST_PUTTS = 4
"""Rows of putts made that the form has at least."""

SPREAD = {
    "speed_pct": ("speed, %", 30.0), "aim_deg": ("aim, °", 20.0), "hyzer_deg": ("hyzer, °", 30.0),
    "nose_deg": ("nose, °", 15.0), "launch_deg": ("height, °", 15.0), "spin_pct": ("spin, %", 40.0),
}  # fmt: skip
"""Standard deviations of a spread of one's own: words and the largest that may be typed."""

Json = dict[str, Any]


class ThrowerForm(forms.Form):
    """Everything of a player's thrower but what is ruled out and liked, in the player's units. What is shown
    is rounded: what is not changed stays exactly as it is kept."""

    name = forms.CharField(max_length=80, label="Name")
    hand = forms.ChoiceField(choices=HANDS, label="Throwing hand")
    rating = Ranged(LOWEST_RATING, HIGHEST_RATING, required=False, label="Rating")
    fault_pct = Ranged(0, 30, required=False, label="Throws that are simply bad, of 100")

    def __init__(self, data: Any, player: Player) -> None:
        self.kept: Json = player.thrower_document
        self.units = player.units
        thrower = player.thrower
        super().__init__(data, initial=_shown(self.kept, thrower, self.units) | {"name": player.name})
        self.putts = range(1, max(FEWEST_PUTTS, len(thrower.make_rates) + 1) + 1)
        low, high = (round(in_units(m, self.units)) for m in ENTERED_ARMS_M)
        for kind in KINDS:
            words = kind_words(kind)
            self.fields[f"{kind}_far"] = Ranged(low, high, required=False, label=f"{words}, farthest")
            fastest = 90 if self.units == "imperial" else 40
            self.fields[f"{kind}_speed"] = Ranged(1, fastest, required=False, label=f"{words}, by radar")
            disc = forms.CharField(max_length=24, required=False, label=f"{words}, disc at the radar")
            disc.widget = forms.TextInput(attrs={"class": "w-20", "placeholder": "9/5/-1/2"})
            self.fields[f"{kind}_disc"] = disc
        for name, (label, most) in SPREAD.items():
            self.fields[f"spread_{name}"] = Ranged(0.01, most, required=False, label=label)
        farthest = round(in_units(25.0, self.units))
        for k in self.putts:
            self.fields[f"putt_{k}_far"] = Ranged(1, farthest, required=False, label=f"Putt {k}, distance")
            self.fields[f"putt_{k}_made"] = Ranged(0, 100, required=False, label=f"Putt {k}, made of 100")

    def document(self) -> Json:
        """The thrower as a file has it, what was changed put in place of what is kept."""
        v, changed = self.cleaned_data, set(self.changed_data)
        new = self.kept | {"name": v["name"], "hand": v["hand"], "units": self.units}
        new["throws"] = dict(self.kept.get("throws") or {})
        for kind in KINDS:
            if changed & {f"{kind}_{part}" for part in ("far", "speed", "disc")}:
                new["throws"] = {k: arm for k, arm in new["throws"].items() if kind_of(k, k) != kind}
                if (arm := self._arm(kind)) is not None:
                    new["throws"][str(kind)] = arm
        if "rating" in changed:
            new["rating"] = v["rating"]
            if isinstance(new.get("spread"), str):  # a preset is a rating by another name
                del new["spread"]
        own = {name: v[f"spread_{name}"] for name in SPREAD if v[f"spread_{name}"] is not None}
        if changed & {f"spread_{name}" for name in SPREAD}:
            new["spread"] = own or None
        if "fault_pct" in changed:
            new["fault_share"] = None if v["fault_pct"] is None else v["fault_pct"] / 100.0
        if any(name.startswith("putt_") for name in changed):
            new["putting"] = {"make": [self._putt(k) for k in self.putts if v[f"putt_{k}_far"] is not None]}
        return {name: value for name, value in new.items() if value is not None}

    def _arm(self, kind: Kind) -> Json | None:
        v = self.cleaned_data
        far, speed = v[f"{kind}_far"], v[f"{kind}_speed"]
        if speed is not None:
            speed_m_s = m_s_from_mph(speed) if self.units == "imperial" else speed
            return {"radar": {"speed_m_s": round(speed_m_s, 2), "disc": v[f"{kind}_disc"]}}
        return None if far is None else {"max_distance_m": round(in_metres(far, self.units), 1)}

    def _putt(self, k: int) -> list[float]:
        v = self.cleaned_data
        return [round(in_metres(v[f"putt_{k}_far"], self.units), 2), round(v[f"putt_{k}_made"] / 100.0, 3)]

    def clean(self) -> Json:
        """Every putt with a distance has a share, and a spread all its numbers or none."""
        v = super().clean() or self.cleaned_data
        given = [name for name in SPREAD if v.get(f"spread_{name}") is not None]
        for name in SPREAD:
            if given and name not in given and f"spread_{name}" not in self.errors:
                self.add_error(f"spread_{name}", "a spread of your own needs all six, or none")
        for k in self.putts:
            far, made = v.get(f"putt_{k}_far"), v.get(f"putt_{k}_made")
            if (far is None) != (made is None) and not self.errors.keys() & {
                f"putt_{k}_far",
                f"putt_{k}_made",
            }:
                self.add_error(f"putt_{k}_made", "say how far, and how many of 100 go in")
        return v


def _shown(document: Json, thrower: Thrower, units: str) -> Json:
    """What the form shows of a stored thrower, rounded as a player would type it."""
    found: Json = {"hand": thrower.hand, "rating": thrower.rating}
    if thrower.faults is not None:
        found["fault_pct"] = round(100.0 * thrower.faults, 1)
    if thrower.spread is not None and isinstance(document.get("spread"), dict):
        found |= {f"spread_{name}": getattr(thrower.spread, name) for name in SPREAD}
    arms = {kind_of(k, k): v for k, v in (document.get("throws") or {}).items() if v}
    for kind, far_m in thrower.max_distance_m.items():
        radar = arms[Kind(kind)].get("radar")
        if radar:
            speed = mph(radar["speed_m_s"]) if units == "imperial" else radar["speed_m_s"]
            found |= {f"{kind}_speed": round(speed, 1), f"{kind}_disc": radar.get("disc", "")}
        else:
            found[f"{kind}_far"] = float(round(in_units(far_m, units)))
    for k, (far_m, share) in enumerate(thrower.make_rates, start=1):
        found |= {
            f"putt_{k}_far": round(in_units(far_m, units), 1),
            f"putt_{k}_made": round(100.0 * share, 1),
        }
    return found


class WelcomeForm(forms.Form):
    """The first five answers: enough for a plan."""

    LEVELS = (
        ("775", "new to it"), ("850", "plays often"), ("900", "club player"), ("950", "advanced"),
        ("1000", "scratch"),
    )  # fmt: skip
    name = forms.CharField(max_length=80, label="Your name")
    hand = forms.ChoiceField(choices=HANDS, widget=forms.RadioSelect, label="Throwing hand")
    units = forms.ChoiceField(choices=UNITS, widget=forms.RadioSelect, label="Distances in")
    rating = forms.TypedChoiceField(choices=LEVELS, coerce=float, widget=forms.RadioSelect, label="Level")
    exact_rating = Ranged(LOWEST_RATING, HIGHEST_RATING, required=False, label="Your rating, if you have one")
    backhand_far = Ranged(1, 600, label="Backhand, farthest")
    forehand_far = Ranged(1, 600, required=False, label="Forehand, farthest; empty if you throw none")

    def document(self) -> dict[str, Any]:
        """The thrower as a file has it."""
        v = self.cleaned_data
        arms = {k: v[f"{k}_far"] for k in ("backhand", "forehand") if v[f"{k}_far"] is not None}
        throws = {k: {"max_distance_m": round(in_metres(far, v["units"]), 1)} for k, far in arms.items()}
        return {
            "format": "thrower", "version": 1, "name": v["name"], "hand": v["hand"], "units": v["units"],
            "rating": v["exact_rating"] or v["rating"], "throws": throws,
        }  # fmt: skip
