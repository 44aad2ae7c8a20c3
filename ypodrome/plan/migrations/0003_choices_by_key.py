"""What a player chose is held by key: disc, hand, kind, shape, placement. Computed plans are kept by the
codec; those of before are planned again."""

from django.db import migrations, models

SHAPES = {
    "stock hyzer": "hyzer", "deep hyzer": "spike hyzer", "hyzer flip to turnover": "turnover",
    "anhyzer, held": "anhyzer", "cut roller, held up": "roller",
}
KINDS = {"overhand": "tomahawk", "overhead": "tomahawk", "roller": "backhand_roller"}
KINDS_BY_CODE = {"BH": "backhand", "FH": "forehand", "OH": "tomahawk", "TH": "thumber"}
PLASTIC = "premium"


def disc_of(bag, chosen):
    """The disc as it is in the bag, or what the choice says of one that is gone."""
    row = bag.filter(name=chosen["disc"]).first()
    if row is None:
        numbers = [float(n) for n in str(chosen.get("numbers", "5/5/0/1")).split("/")]
        speed, glide, turn, fade = numbers if len(numbers) == 4 else (5.0, 5.0, 0.0, 1.0)
        return {"name": chosen["disc"], "speed": speed, "glide": glide, "turn": turn, "fade": fade}
    names = ("name", "speed", "glide", "turn", "fade", "weight_g", "plastic", "wear", "water_ok", "colour", "notes")
    return {name: getattr(row, name) for name in names} | {"id": str(row.uuid)}


def choice_of(bag, chosen, own_aim):
    disc = disc_of(bag, chosen)
    kind = KINDS.get(chosen.get("kind"), chosen.get("kind") or KINDS_BY_CODE[chosen["throw"][2:]])
    landing = chosen.get("landing") or {}
    throw = {
        "disc": disc, "kind": kind, "code": chosen["throw"], "own_line": chosen.get("own_line") or "",
        "hyzer_deg": chosen["hyzer_deg"], "nose_deg": chosen["nose_deg"], "launch_deg": chosen["launch_deg"],
        "power": chosen.get("power", chosen["power_pct"] / 100.0), "bend_deg": chosen.get("bend_deg", 0.0),
        "heading_deg": chosen.get("heading_deg", 0.0), "lie": chosen.get("lie", [0.0, 0.0]),
    }
    hand = "right" if chosen["throw"].startswith("R") else "left"
    shape = SHAPES.get(chosen["line"], chosen["line"])
    key = [disc.get("id") or disc["name"], hand, kind, shape, landing.get("left_m", 0.0), landing.get("long_m", 0.0)]
    return {"key": key, "throw": throw, "aim_left_deg": chosen["aim_left_deg"], "by_hand": own_aim}


def hold_by_key(apps, schema_editor):
    holes = apps.get_model("plan", "PlannedHole")
    discs = apps.get_model("bag", "BagDisc").objects
    for hole in holes.objects.exclude(chosen=None).select_related("plan").iterator(chunk_size=20):
        options = (hole.result or {}).get("options") or [None]
        if hole.own_aim or hole.chosen != options[0]:
            bag = discs.filter(owner_id=hole.plan.owner_id)
            hole.choice = choice_of(bag, hole.chosen, hole.own_aim)
            hole.save(update_fields=["choice"])


class Migration(migrations.Migration):
    dependencies = [("plan", "0002_notes_targets_and_winds"), ("bag", "0004_lasting_ids")]
    operations = [
        migrations.AddField("plannedhole", "computed", models.BinaryField(null=True)),
        migrations.AddField("plannedhole", "choice", models.JSONField(null=True)),
        migrations.RunPython(hold_by_key, migrations.RunPython.noop),
        migrations.RemoveField("plannedhole", "result"),
        migrations.RemoveField("plannedhole", "chosen"),
        migrations.RemoveField("plannedhole", "own_aim"),
    ]
