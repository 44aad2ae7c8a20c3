"""What the course screens may send."""

from __future__ import annotations

from django import forms


class NewCourseForm(forms.Form):
    """A course to be drawn: its name, and where its first tee is."""

    name = forms.CharField(max_length=120, error_messages={"required": "give the course a name"})
    lat = forms.FloatField(required=False, min_value=-85.0, max_value=85.0)
    lon = forms.FloatField(required=False, min_value=-180.0, max_value=180.0)


class WhichCourseForm(forms.Form):
    """A course that is spoken of, if any."""

    course = forms.IntegerField(required=False, min_value=1)


class LayoutForm(forms.Form):
    """A layout's name, and the holes it plays."""

    name = forms.CharField(max_length=80, error_messages={"required": "give the layout a name"})
    division = forms.CharField(max_length=40, required=False)
    times = forms.TypedChoiceField(
        choices=(("1", "once"), ("2", "twice")), coerce=int, required=False, empty_value=None
    )


class PlayedForm(forms.Form):
    """How a layout plays one hole."""

    tee = forms.CharField(max_length=40)
    pin = forms.CharField(max_length=40)
    par = forms.IntegerField(min_value=2, max_value=7)


class ProfileForm(forms.Form):
    """A pasted profile of a hole."""

    hole = forms.IntegerField(min_value=1)
    text = forms.CharField(max_length=20_000, strip=False, required=False)


class ShotForm(forms.Form):
    """A reading of the rangefinder: from, to [m], and which shot it is."""

    from_x = forms.FloatField(min_value=-50_000, max_value=50_000)
    from_y = forms.FloatField(min_value=-50_000, max_value=50_000)
    to_x = forms.FloatField(min_value=-50_000, max_value=50_000)
    to_y = forms.FloatField(min_value=-50_000, max_value=50_000)
    shot = forms.IntegerField(required=False, min_value=0, max_value=1_000_000)
