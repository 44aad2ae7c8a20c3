"""An ordinary release leaves the hand with its nose 2.5° down; lines kept before were counted from there."""

from django.db import migrations
from django.db.models import F

ORDINARY_DEG = 2.5


def down(apps, schema_editor):
    apps.get_model("bag", "StockLine").objects.update(nose_deg=F("nose_deg") - ORDINARY_DEG)


def up(apps, schema_editor):
    apps.get_model("bag", "StockLine").objects.update(nose_deg=F("nose_deg") + ORDINARY_DEG)


class Migration(migrations.Migration):
    dependencies = [("bag", "0002_stock_line")]
    operations = [migrations.RunPython(down, up)]
