"""Form fields that say in one sentence what they take."""

from __future__ import annotations

from django import forms


class Ranged(forms.FloatField):
    """A finite number between two limits."""

    def __init__(self, low: float, high: float, required: bool = True) -> None:
        said = f"must be a number from {low:g} to {high:g}"
        messages = dict.fromkeys(("required", "invalid", "min_value", "max_value"), said)
        super().__init__(min_value=low, max_value=high, required=required, error_messages=messages)


class Named(forms.ChoiceField):
    """One of some names."""

    def __init__(self, names: tuple[str, ...], required: bool = True) -> None:
        said = f"must be one of {', '.join(names)}"
        messages = dict.fromkeys(("required", "invalid_choice"), said)
        super().__init__(choices=[(n, n) for n in names], required=required, error_messages=messages)
