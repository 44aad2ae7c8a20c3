"""Links by which a plan may be read."""

import django.db.models.deletion
import ypodrome.accounts.owned
from django.db import migrations, models


class Migration(migrations.Migration):

    dependencies = [
        ('plan', '0005_places_and_versions'),
    ]

    operations = [
        migrations.CreateModel(
            name='PlanLink',
            fields=[
                ('id', models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name='ID')),
                ('token', models.CharField(default=ypodrome.accounts.owned.new_token, editable=False, max_length=40, unique=True)),
                ('made', models.DateTimeField(auto_now_add=True)),
                ('plan', models.ForeignKey(on_delete=django.db.models.deletion.CASCADE, related_name='links', to='plan.gameplan')),
            ],
            options={
                'ordering': ('-pk',),
            },
        ),
    ]
