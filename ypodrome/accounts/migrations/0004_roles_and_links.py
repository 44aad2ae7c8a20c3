"""Roles, links that let somebody in, and what a thrower was before a change."""

import django.db.models.deletion
import ypodrome.accounts.owned
from django.db import migrations, models


def first_is_owner(apps, schema_editor):
    players = apps.get_model("accounts", "Player").objects
    first = players.order_by("pk").first()
    if first:
        players.filter(pk=first.pk).update(role="owner")


class Migration(migrations.Migration):

    dependencies = [
        ('accounts', '0003_installation'),
    ]

    operations = [
        migrations.AddField(
            model_name='player',
            name='role',
            field=models.CharField(choices=[('owner', 'owner'), ('keeper', 'course keeper'), ('player', 'player')], default='player', max_length=8),
        ),
        migrations.AddField(
            model_name='player',
            name='sessions',
            field=models.PositiveIntegerField(default=0),
        ),
        migrations.AddField(
            model_name='player',
            name='settled',
            field=models.BooleanField(default=True),
        ),
        migrations.AddField(
            model_name='player',
            name='thrower_before',
            field=models.JSONField(null=True),
        ),
        migrations.CreateModel(
            name='Invitation',
            fields=[
                ('id', models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name='ID')),
                ('token', models.CharField(default=ypodrome.accounts.owned.new_token, editable=False, max_length=40, unique=True)),
                ('role', models.CharField(choices=[('owner', 'owner'), ('keeper', 'course keeper'), ('player', 'player')], default='player', max_length=8)),
                ('made', models.DateTimeField(auto_now_add=True)),
                ('used', models.DateTimeField(null=True)),
                ('made_by', models.ForeignKey(on_delete=django.db.models.deletion.CASCADE, related_name='invitations', to='accounts.player')),
                ('resets', models.ForeignKey(null=True, on_delete=django.db.models.deletion.CASCADE, related_name='resets', to='accounts.player')),
            ],
            options={
                'ordering': ('-pk',),
            },
        ),
        migrations.RunPython(first_is_owner, migrations.RunPython.noop),
    ]
