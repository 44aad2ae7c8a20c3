"""Plans get lasting ids, days and the course's version; their holes a place in the round."""

import datetime
import hashlib
import json
import uuid
import zlib

import django.core.validators
import django.db.models.deletion
from django.db import migrations, models


def document_of(course):
    """The course as a file, as it stands now: the only version there is of it yet."""
    layouts = [
        {"name": layout.name, "division": layout.division, "holes": [
            {"hole": h.number, "tee": h.tee, "pin": h.pin, "par": h.par} for h in layout.holes.order_by("position")]}
        for layout in course.layouts.order_by("pk")
    ]
    head = {"format": "course", "version": 1, "name": course.name, "layouts": layouts}
    features = [
        {"type": "Feature", "geometry": f.geometry, "properties": f.properties}
        for f in course.features.order_by("position")
    ]
    return {"type": "FeatureCollection", "ypodrome": head, "features": features}


def fill(apps, schema_editor):
    plans = apps.get_model("plan", "GamePlan").objects
    holes = apps.get_model("plan", "PlannedHole").objects
    versions = apps.get_model("course", "CourseVersion").objects
    for plan in plans.select_related("layout__course"):
        course = plan.layout.course
        version = versions.filter(course=course).first()
        if version is None:
            text = json.dumps(document_of(course), ensure_ascii=False, separators=(",", ":")).encode()
            version = versions.create(
                course=course, number=1, digest=hashlib.sha256(text).hexdigest(), document=zlib.compress(text, 9))
        plans.filter(pk=plan.pk).update(uuid=uuid.uuid4(), day=plan.created.date(), version=version)
        for place, pk in enumerate(holes.filter(plan=plan).order_by("number").values_list("pk", flat=True), start=1):
            holes.filter(pk=pk).update(position=place)


class Migration(migrations.Migration):
    dependencies = [("plan", "0004_every_throw_tried"), ("course", "0004_versions")]
    operations = [
        migrations.AddField("gameplan", "deleted", models.DateTimeField(null=True, editable=False)),
        migrations.AddField("gameplan", "archived", models.DateTimeField(null=True, editable=False)),
        migrations.AddField("gameplan", "uuid", models.UUIDField(null=True, editable=False)),
        migrations.AddField("gameplan", "day", models.DateField(default=datetime.date.today)),
        migrations.AddField("gameplan", "version", models.ForeignKey(
            null=True, on_delete=django.db.models.deletion.PROTECT, related_name="plans", to="course.courseversion")),
        migrations.AddField("plannedhole", "position", models.PositiveIntegerField(default=0), preserve_default=False),
        migrations.RunPython(fill, migrations.RunPython.noop),
        migrations.AlterField("gameplan", "uuid", models.UUIDField(default=uuid.uuid4, editable=False)),
        migrations.AddConstraint("gameplan", models.UniqueConstraint(fields=("owner", "uuid"), name="each_plan_once")),
        migrations.AlterField("gameplan", "layout", models.ForeignKey(
            on_delete=django.db.models.deletion.PROTECT, related_name="plans", to="course.layout")),
        migrations.AlterField("gameplan", "posture", models.CharField(
            max_length=8, default="even", choices=[("par", "par"), ("even", "even"), ("attack", "attack")])),
        migrations.AlterField("gameplan", "wind_m_s", models.FloatField(
            default=0.0, validators=[django.core.validators.MinValueValidator(0.0)])),
        migrations.AlterField("gameplan", "gust_m_s", models.FloatField(
            default=0.0, validators=[django.core.validators.MinValueValidator(0.0)])),
        migrations.AlterField("gameplan", "wind_from_deg", models.FloatField(default=0.0, validators=[
            django.core.validators.MinValueValidator(0.0), django.core.validators.MaxValueValidator(360.0)])),
        migrations.AlterModelOptions("gameplan", options={"ordering": ("-day", "-created", "-pk")}),
        migrations.RemoveConstraint("plannedhole", "one_row_a_hole"),
        migrations.AlterModelOptions("plannedhole", options={"ordering": ("position",)}),
        migrations.AddConstraint("plannedhole", models.UniqueConstraint(fields=("plan", "position"), name="one_row_a_place")),
    ]
