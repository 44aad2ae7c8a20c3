"""Courses get lasting ids, versions and sharing; a layout's holes get their place in the round."""

import uuid

import django.core.validators
import django.db.models.deletion
from django.db import migrations, models


def give_ids_and_places(apps, schema_editor):
    courses = apps.get_model("course", "Course").objects
    for pk in courses.values_list("pk", flat=True):
        courses.filter(pk=pk).update(uuid=uuid.uuid4())
    layouts = apps.get_model("course", "Layout").objects
    holes = apps.get_model("course", "LayoutHole").objects
    had = set()
    for layout in layouts.order_by("pk"):
        name, number = layout.name, 2
        while (layout.course_id, name) in had:
            name, number = f"{layout.name[:74]} ({number})", number + 1
        had.add((layout.course_id, name))
        layouts.filter(pk=layout.pk).update(name=name)
        for place, pk in enumerate(holes.filter(layout=layout).order_by("pk").values_list("pk", flat=True), start=1):
            holes.filter(pk=pk).update(position=place)


class Migration(migrations.Migration):
    dependencies = [("accounts", "0002_lasting_ids"), ("course", "0003_change_layouts")]
    operations = [
        migrations.AlterModelOptions("course", options={"ordering": ("name", "pk")}),
        migrations.AddField("course", "deleted", models.DateTimeField(null=True, editable=False)),
        migrations.AddField("course", "shared", models.BooleanField(default=False)),
        migrations.AddField("course", "uuid", models.UUIDField(null=True, editable=False)),
        migrations.AddField("layouthole", "position", models.PositiveIntegerField(default=0), preserve_default=False),
        migrations.RunPython(give_ids_and_places, migrations.RunPython.noop),
        migrations.AlterField("course", "uuid", models.UUIDField(default=uuid.uuid4, editable=False)),
        migrations.AddConstraint("course", models.UniqueConstraint(fields=("owner", "uuid"), name="each_course_once")),
        migrations.AlterField("course", "owner", models.ForeignKey(
            null=True, on_delete=django.db.models.deletion.SET_NULL, related_name="courses", to="accounts.player")),
        migrations.AlterField("layouthole", "par", models.PositiveIntegerField(validators=[
            django.core.validators.MinValueValidator(2), django.core.validators.MaxValueValidator(7)])),
        migrations.AlterModelOptions("layouthole", options={"ordering": ("position",)}),
        migrations.AddConstraint("layout", models.UniqueConstraint(fields=("course", "name"), name="one_layout_a_name")),
        migrations.AddConstraint("layouthole", models.UniqueConstraint(fields=("layout", "position"), name="one_hole_a_place")),
        migrations.CreateModel("CourseVersion", [
            ("id", models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name="ID")),
            ("number", models.PositiveIntegerField()),
            ("digest", models.CharField(max_length=64)),
            ("document", models.BinaryField()),
            ("made", models.DateTimeField(auto_now_add=True)),
            ("seen", models.DateTimeField(auto_now=True)),
            ("course", models.ForeignKey(on_delete=django.db.models.deletion.CASCADE, related_name="versions", to="course.course")),
        ], options={"ordering": ("number",)}),
        migrations.AddConstraint("courseversion", models.UniqueConstraint(fields=("course", "number"), name="one_version_a_number")),
    ]
