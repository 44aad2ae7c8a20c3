"""Every disc gets a lasting id, by which plans, rounds and kept lines know it."""

import uuid

from django.db import migrations, models


def give_ids(apps, schema_editor):
    discs = apps.get_model("bag", "BagDisc")
    for pk in discs.objects.values_list("pk", flat=True):
        discs.objects.filter(pk=pk).update(uuid=uuid.uuid4())


class Migration(migrations.Migration):
    dependencies = [("bag", "0003_nose_of_kept_lines")]
    operations = [
        migrations.AddField("bagdisc", "uuid", models.UUIDField(null=True, editable=False)),
        migrations.RunPython(give_ids, migrations.RunPython.noop),
        migrations.AlterField(
            "bagdisc", "uuid", models.UUIDField(default=uuid.uuid4, unique=True, editable=False)
        ),
    ]
