"""What the course screens may send."""

from __future__ import annotations

from django import forms

from ypodrome.course.edits import Step


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


class StepsField(forms.Field):
    """What is to be done to some features: {at, feature}, `at` null for a new one, `feature` null to take one
    away. What a feature may hold is told by the rules of the course file, when it is carried out."""

    def to_python(self, value: object) -> list[Step]:
        """The steps; ValidationError says which is none."""
        if not isinstance(value, list):
            raise forms.ValidationError("must be a list")
        for number, step in enumerate(value, 1):
            if problem := self._problem(step):
                raise forms.ValidationError(f"step {number} {problem}")
        return [Step(at=step.get("at"), feature=step["feature"]) for step in value]

    def _problem(self, step: object) -> str:
        if not isinstance(step, dict) or "feature" not in step:
            return "needs a feature, or null to take one away"
        at, feature = step.get("at"), step["feature"]
        if at is not None and (isinstance(at, bool) or not isinstance(at, int)):
            return "has an at that is no whole number"
        return "" if feature is None or isinstance(feature, dict) else "has a feature that is no object"


class ChangeForm(forms.Form):
    """A change at the desk."""

    steps = StepsField()
