"""Form fields that say in one sentence what they take."""

from __future__ import annotations

from typing import Any

from django import forms


class PlainNumber(forms.TextInput):
    """A number without needless decimals."""

    def __init__(self, **attrs: Any) -> None:
        super().__init__({"inputmode": "decimal", "autocomplete": "off", "class": "w-16"} | attrs)

    def format_value(self, value: object) -> str | None:
        """7.0 as 7; what is no number as it was typed."""
        return f"{value:g}" if isinstance(value, float) else super().format_value(value)


class Ranged(forms.FloatField):
    """A finite number between two limits."""

    widget = PlainNumber

    def __init__(self, low: float, high: float, required: bool = True, label: str | None = None) -> None:
        said = f"must be a number from {low:g} to {high:g}"
        messages = dict.fromkeys(("required", "invalid", "min_value", "max_value"), said)
        super().__init__(
            min_value=low, max_value=high, required=required, label=label, error_messages=messages
        )


class Named(forms.ChoiceField):
    """One of some names."""

    def __init__(self, names: tuple[str, ...], required: bool = True) -> None:
        said = f"must be one of {', '.join(names)}"
        messages = dict.fromkeys(("required", "invalid_choice"), said)
        super().__init__(choices=[(n, n) for n in names], required=required, error_messages=messages)
