"""What the account and club screens may send."""

from __future__ import annotations

from typing import Any

from django import forms
from django.contrib.auth import get_user_model, password_validation

from ypodrome.accounts.models import UNITS, Role


class UnitsForm(forms.Form):
    """Units, and the page to go back to."""

    units = forms.ChoiceField(choices=UNITS)
    next = forms.CharField(max_length=500, required=False)


class RoleForm(forms.Form):
    """A role, for an invitation or a member."""

    role = forms.ChoiceField(choices=Role.choices)


class JoinForm(forms.Form):
    """A name to sign in with and a password, typed twice."""

    username = forms.RegexField(
        r"^[\w.@+-]+$", max_length=60, label="Name to sign in with",
        error_messages={"invalid": "letters, digits and . @ + - _ only"},
    )  # fmt: skip
    password = forms.CharField(max_length=200, strip=False, widget=forms.PasswordInput, label="Password")
    again = forms.CharField(max_length=200, strip=False, widget=forms.PasswordInput, label="Once more")

    def clean_username(self) -> str:
        """A name nobody has yet."""
        name = str(self.cleaned_data["username"])
        if get_user_model().objects.filter(username__iexact=name).exists():
            raise forms.ValidationError("somebody has this name already: choose another")
        return name

    def clean(self) -> dict[str, Any]:
        """Both passwords alike, and one that is hard to guess."""
        values = super().clean() or self.cleaned_data
        if "password" in values:
            try:
                password_validation.validate_password(values["password"])
            except forms.ValidationError as error:
                self.add_error("password", error)
            if values.get("again") != values["password"]:
                self.add_error("again", "the two passwords differ")
        return values


class ResetForm(JoinForm):
    """A new password, typed twice."""

    username = None  # type: ignore[assignment]


class DeleteForm(forms.Form):
    """Leaving, said in so many words."""

    word = forms.RegexField(
        r"^delete$", error_messages=dict.fromkeys(("invalid", "required"), "type the word delete")
    )
