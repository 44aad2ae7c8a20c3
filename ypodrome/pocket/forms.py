"""What the phone's card may ask."""

from __future__ import annotations

from django import forms


class PinForm(forms.Form):
    """Which pin a hole is prepared with; none said: that of the plan."""

    pin = forms.CharField(required=False, max_length=40)
