"""What a player says of how they throw, in their own units."""

from __future__ import annotations

from typing import Any

from django import forms

from ypodrome.core.api import ENTERED_ARMS_M, KINDS, Kind, Thrower
from ypodrome.core.units import feet, metres_from_feet, mph
from ypodrome.wording.throws import kind_words

HANDS = (("right", "right"), ("left", "left"))
UNITS = (("imperial", "feet and mph"), ("metric", "metres and m/s"))
PUTTS = range(1, 5)
"""Rows of putts made that the form has."""

MPH = 0.44704

SPREAD = {
    "speed_pct": ("speed, %", 30.0), "aim_deg": ("aim, °", 20.0), "hyzer_deg": ("hyzer, °", 30.0),
    "nose_deg": ("nose, °", 15.0), "launch_deg": ("height, °", 15.0), "spin_pct": ("spin, %", 60.0),
}  # fmt: skip
"""Standard deviations of a spread of one's own: words and the largest that may be typed."""


def _by_kind(spread: Any) -> bool:
    """Whether a stored spread is given by kind of throw, which the form does not show."""
    return isinstance(spread, dict) and any(isinstance(v, dict) for v in spread.values())


def in_units(length_m: float, units: str) -> float:
    """A length in the player's units."""
    return feet(length_m) if units == "imperial" else length_m


def in_metres(length: float, units: str) -> float:
    """A length of the player's units in metres."""
    return metres_from_feet(length) if units == "imperial" else length


def _number(low: float, high: float, label: str, required: bool = False) -> forms.FloatField:
    field = forms.FloatField(min_value=low, max_value=high, required=required, label=label)
    field.widget = forms.TextInput(attrs={"inputmode": "decimal", "autocomplete": "off", "class": "w-16"})
    return field


class ThrowerForm(forms.Form):
    """Everything of a thrower but what is ruled out and liked. Distances and speeds in the player's units."""

    name = forms.CharField(max_length=80, label="Name")
    hand = forms.ChoiceField(choices=HANDS, label="Throwing hand")
    rating = _number(700, 1040, "Rating")
    fault_pct = _number(0, 30, "Throws that are simply bad, of 100")

    def __init__(self, *args: Any, units: str, **kwargs: Any) -> None:
        super().__init__(*args, **kwargs)
        self.units = units
        low, high = (round(in_units(m, units)) for m in ENTERED_ARMS_M)
        fastest = 90.0 if units == "imperial" else 40.0
        for kind in KINDS:
            words = kind_words(kind)
            self.fields[f"{kind}_far"] = _number(low, high, f"{words}, farthest")
            self.fields[f"{kind}_speed"] = _number(1, fastest, f"{words}, by radar")
            disc = forms.CharField(max_length=24, required=False, label=f"{words}, disc at the radar")
            disc.widget = forms.TextInput(attrs={"class": "w-20", "placeholder": "9/5/-1/2"})
            self.fields[f"{kind}_disc"] = disc
        for name, (label, most) in SPREAD.items():
            self.fields[f"spread_{name}"] = _number(0.01, most, label)
        for k in PUTTS:
            farthest = round(in_units(25.0, units))
            self.fields[f"putt_{k}_far"] = _number(1, farthest, f"Putt {k}, distance")
            self.fields[f"putt_{k}_made"] = _number(0, 100, f"Putt {k}, made of 100")

    def document(self, old: dict[str, Any]) -> dict[str, Any]:
        """The thrower as a file has it; what the form does not ask stays as it was."""
        v = self.cleaned_data
        new: dict[str, Any] = {k: old[k] for k in ("never", "prefers") if k in old}
        new |= {"format": "thrower", "version": 1, "name": v["name"], "hand": v["hand"], "units": self.units}
        new["throws"] = {str(kind): arm for kind in KINDS if (arm := self._arm(kind)) is not None}
        if v["rating"] is not None:
            new["rating"] = v["rating"]
        own = {name: v[f"spread_{name}"] for name in SPREAD if v[f"spread_{name}"] is not None}
        if own:
            new["spread"] = own
        elif _by_kind(old.get("spread")) or (v["rating"] is None and isinstance(old.get("spread"), str)):
            new["spread"] = old["spread"]
        if v["fault_pct"] is not None:
            new["fault_share"] = v["fault_pct"] / 100.0
        putts = [self._putt(k) for k in PUTTS if v[f"putt_{k}_far"] is not None]
        if putts:
            new["putting"] = {"make": putts}
        return new

    def _arm(self, kind: Kind) -> dict[str, Any] | None:
        v = self.cleaned_data
        far, speed = v[f"{kind}_far"], v[f"{kind}_speed"]
        if speed is not None:
            speed_m_s = speed * MPH if self.units == "imperial" else speed
            return {"radar": {"speed_m_s": round(speed_m_s, 2), "disc": v[f"{kind}_disc"]}}
        return None if far is None else {"max_distance_m": round(in_metres(far, self.units), 1)}

    def _putt(self, k: int) -> list[float]:
        v = self.cleaned_data
        far = round(in_metres(v[f"putt_{k}_far"], self.units), 2)
        return [far, round((v[f"putt_{k}_made"] or 0.0) / 100.0, 3)]

    def clean(self) -> dict[str, Any]:
        """Every putt with a distance has a share, and a spread all its numbers or none."""
        v = super().clean() or self.cleaned_data
        given = [name for name in SPREAD if v.get(f"spread_{name}") is not None]
        for name in SPREAD:
            if given and name not in given and f"spread_{name}" not in self.errors:
                self.add_error(f"spread_{name}", "a spread of your own needs all six, or none")
        for k in PUTTS:
            far, made = v.get(f"putt_{k}_far"), v.get(f"putt_{k}_made")
            if (far is None) != (made is None):
                self.add_error(f"putt_{k}_made", "say how far, and how many of 100 go in")
        return v


def initial_of(document: dict[str, Any], thrower: Thrower, units: str) -> dict[str, Any]:
    """What the form shows of a stored thrower."""
    found: dict[str, Any] = {"name": document.get("name"), "hand": thrower.hand}
    if thrower.rating is not None:
        found["rating"] = f"{thrower.rating:g}"
    if thrower.faults is not None:
        found["fault_pct"] = f"{100 * thrower.faults:g}"
    if thrower.spread is not None and isinstance(document.get("spread"), dict):
        found |= {f"spread_{name}": f"{getattr(thrower.spread, name):g}" for name in SPREAD}
    throws = document.get("throws") or {}
    by_radar = {k: v["radar"] for k, v in throws.items() if isinstance(v, dict) and "radar" in v}
    for kind, far_m in thrower.max_distance_m.items():
        radar = by_radar.get(kind)
        if radar:
            speed = mph(radar["speed_m_s"]) if units == "imperial" else radar["speed_m_s"]
            found |= {f"{kind}_speed": f"{speed:.1f}", f"{kind}_disc": radar.get("disc", "")}
        else:
            found[f"{kind}_far"] = f"{in_units(far_m, units):.0f}"
    for k, (far_m, share) in zip(PUTTS, thrower.make_rates, strict=False):
        found |= {f"putt_{k}_far": f"{in_units(far_m, units):.3g}", f"putt_{k}_made": f"{100 * share:g}"}
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
    exact_rating = _number(700, 1040, "Your rating, if you have one")
    backhand_far = _number(1, 600, "Backhand, farthest", required=True)
    forehand_far = _number(1, 600, "Forehand, farthest; empty if you throw none")

    def document(self) -> dict[str, Any]:
        """The thrower as a file has it."""
        v = self.cleaned_data
        arms = {k: v[f"{k}_far"] for k in ("backhand", "forehand") if v[f"{k}_far"] is not None}
        throws = {k: {"max_distance_m": round(in_metres(far, v["units"]), 1)} for k, far in arms.items()}
        return {
            "format": "thrower", "version": 1, "name": v["name"], "hand": v["hand"], "units": v["units"],
            "rating": v["exact_rating"] or v["rating"], "throws": throws,
        }  # fmt: skip
