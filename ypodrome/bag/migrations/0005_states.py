"""Discs get states, kept lines lasting ids, and the bag an undo; a name is one disc's among those had."""

import uuid

import django.core.validators
import django.db.models.deletion
import django.utils.timezone
from django.db import migrations, models


def between(low, high, **more):
    limits = [django.core.validators.MinValueValidator(low), django.core.validators.MaxValueValidator(high)]
    return models.FloatField(validators=limits, **more)


def give_ids_and_tell_apart(apps, schema_editor):
    lines = apps.get_model("bag", "StockLine").objects
    for pk in lines.values_list("pk", flat=True):
        lines.filter(pk=pk).update(uuid=uuid.uuid4())
    discs = apps.get_model("bag", "BagDisc").objects
    had = set()
    for disc in discs.order_by("pk"):
        name, number = disc.name, 2
        while (disc.owner_id, name) in had:
            name, number = f"{disc.name[:54]} ({number})", number + 1
        had.add((disc.owner_id, name))
        if name != disc.name:
            discs.filter(pk=disc.pk).update(name=name)


class Migration(migrations.Migration):
    dependencies = [("accounts", "0002_lasting_ids"), ("bag", "0004_lasting_ids")]
    operations = [
        migrations.AddField("bagdisc", "deleted", models.DateTimeField(null=True, editable=False)),
        migrations.AddField("bagdisc", "lost_on", models.DateField(null=True, blank=True)),
        migrations.AddField("bagdisc", "lost_where", models.CharField(max_length=120, blank=True, default=""), preserve_default=False),
        migrations.AddField("bagdisc", "state", models.CharField(max_length=8, default="bag", choices=[
            ("bag", "in the bag"), ("resting", "at home"), ("lost", "lost"), ("retired", "retired")])),
        migrations.AddField("bagdisc", "worn_from", models.DateTimeField(auto_now_add=True, default=django.utils.timezone.now), preserve_default=False),
        migrations.AddField("stockline", "uuid", models.UUIDField(null=True, editable=False)),
        migrations.RunPython(give_ids_and_tell_apart, migrations.RunPython.noop),
        migrations.AlterField("stockline", "uuid", models.UUIDField(default=uuid.uuid4, editable=False)),
        migrations.AddConstraint("stockline", models.UniqueConstraint(fields=("owner", "uuid"), name="each_line_once")),
        migrations.AlterField("bagdisc", "plastic", models.CharField(max_length=8, default="premium", choices=[
            ("base", "base"), ("grippy", "grippy"), ("premium", "premium")])),
        migrations.AlterField("bagdisc", "speed", between(1.0, 15.0)),
        migrations.AlterField("bagdisc", "glide", between(1.0, 7.0)),
        migrations.AlterField("bagdisc", "turn", between(-5.0, 1.0)),
        migrations.AlterField("bagdisc", "fade", between(0.0, 6.0)),
        migrations.AlterField("bagdisc", "weight_g", between(120.0, 200.0, default=175.0)),
        migrations.AlterField("bagdisc", "wear", between(0.0, 10.0, default=0.0)),
        migrations.AlterField("bagdisc", "uuid", models.UUIDField(default=uuid.uuid4, editable=False)),
        migrations.AddConstraint("bagdisc", models.UniqueConstraint(fields=("owner", "uuid"), name="each_disc_once")),
        migrations.AddConstraint("bagdisc", models.UniqueConstraint(
            fields=("owner", "name"), name="one_disc_a_name",
            condition=models.Q(state__in=("bag", "resting"), deleted=None),
            violation_error_message="You have a disc of this name already: tell them apart, as “(old)”.")),
        migrations.CreateModel("BagChange", [
            ("id", models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name="ID")),
            ("made", models.DateTimeField(auto_now_add=True)),
            ("what", models.CharField(max_length=120)),
            ("before", models.JSONField()),
            ("owner", models.ForeignKey(on_delete=django.db.models.deletion.CASCADE, related_name="bag_changes", to="accounts.player")),
        ], options={"ordering": ("-pk",)}),
    ]
