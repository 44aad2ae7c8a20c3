"""Every player gets a lasting id, by which an archive knows them."""

import uuid

from django.db import migrations, models


def give_ids(apps, schema_editor):
    players = apps.get_model("accounts", "Player").objects
    for pk in players.values_list("pk", flat=True):
        players.filter(pk=pk).update(uuid=uuid.uuid4())


class Migration(migrations.Migration):
    dependencies = [("accounts", "0001_initial")]
    operations = [
        migrations.AddField("player", "uuid", models.UUIDField(null=True, editable=False)),
        migrations.RunPython(give_ids, migrations.RunPython.noop),
        migrations.AlterField("player", "uuid", models.UUIDField(default=uuid.uuid4, unique=True, editable=False)),
    ]
