"""Rounds are kept as events, with the plan's promises beside them; what was recorded before is told as events."""

import datetime
import uuid

import django.db.models.deletion
from django.db import migrations, models

FAULTS = ("left", "right", "short", "long", "hit something")
PENALTY = "out of bounds"


def text(length):
    return models.CharField(max_length=length, blank=True)


def id_field():
    return ("id", models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name="ID"))


def snapshot(apps, schema_editor):
    rounds = apps.get_model("round", "Round").objects
    for played in rounds.select_related("plan__layout__course"):
        plan = played.plan
        rounds.filter(pk=played.pk).update(
            uuid=uuid.uuid4(), day=played.started.date(), version=plan.version_id, name=plan.name,
            course_name=plan.layout.course.name, layout_name=plan.layout.name)


def promised_of(record):
    """What the plan promised, as far as the record kept it: the throws expected, and the worth of the places left."""
    known = {t.left_m: t.worth_after for t in record.throws.all() if t.left_m is not None and t.worth_after is not None}
    promised = {"expected": record.expected}
    if known:
        promised["by_distance"] = [list(pair) for pair in sorted(known.items())]
    return promised


def tell_as_events(apps, schema_editor):
    records = apps.get_model("round", "HoleRecord").objects
    holes = apps.get_model("round", "RoundHole").objects
    events = apps.get_model("round", "Event").objects
    discs = apps.get_model("bag", "BagDisc").objects
    running = {}
    for played in apps.get_model("round", "Round").objects.select_related("plan").order_by("pk"):
        recorded = {r.number: r for r in records.filter(round=played).prefetch_related("throws")}
        planned = list(played.plan.holes.order_by("position"))
        at = played.started
        for hole in planned:
            record = recorded.pop(hole.number, None)
            holes.create(round=played, position=hole.position, number=hole.number, tee=hole.tee, pin=hole.pin,
                         par=record.par if record else hole.par, promised=promised_of(record) if record else {})
            if record:
                at = tell(events, discs, played, hole.position, record, at, running)
        place = max((h.position for h in planned), default=0)
        for number, record in sorted(recorded.items()):  # holes that are not in the plan any more
            place += 1
            holes.create(round=played, position=place, number=number, tee="", pin="", par=record.par,
                         promised=promised_of(record))
            at = tell(events, discs, played, place, record, at, running)


def tell(events, discs, played, position, record, at, running):
    """A hole's throws and putts as events, one second apart."""
    throws = list(record.throws.order_by("position"))
    rows = [{
        "what": "throw", "disc": t.disc, "throw": t.throw, "to_go_m": t.left_m,
        "fault": t.result if t.result in FAULTS else "", "penalty": PENALTY if t.result == PENALTY else "",
        "penalties": int(t.result == PENALTY), "putt": "",
    } for t in throws]
    for row, before in zip(rows[1:], rows):
        row["lie_to_go_m"] = before["to_go_m"]
    for row in rows:
        disc = discs.filter(owner=played.owner_id, name=row["disc"]).first()
        if disc:
            numbers = "/".join(f"{n:g}" for n in (disc.speed, disc.glide, disc.turn, disc.fade))
            row |= {"disc_id": disc.uuid, "disc_numbers": numbers}
    if rows and record.putts == 0:
        rows[-1]["putt"] = "made"
    rows += [{"what": "putt", "putt": "made" if k + 1 == record.putts else "missed"} for k in range(record.putts)]
    for number, row in enumerate(rows, start=1):
        at += datetime.timedelta(seconds=1)
        running[played.owner_id] = running.get(played.owner_id, 0) + 1
        events.create(owner_id=played.owner_id, uuid=uuid.uuid4(), round_uuid=played.uuid, device="desk",
                      running=running[played.owner_id], made_at=at, position=position, hole=record.number,
                      throw_no=number, **row)
    return at


class Migration(migrations.Migration):
    dependencies = [
        ("round", "0002_what_throws_left"), ("plan", "0005_places_and_versions"), ("course", "0004_versions"),
        ("bag", "0005_states"),
    ]
    operations = [
        migrations.AddField("round", "deleted", models.DateTimeField(null=True, editable=False)),
        migrations.AddField("round", "uuid", models.UUIDField(null=True, editable=False)),
        migrations.AddField("round", "course_name", models.CharField(max_length=120, default=""), preserve_default=False),
        migrations.AddField("round", "layout_name", models.CharField(max_length=80, default=""), preserve_default=False),
        migrations.AddField("round", "name", text(60)),
        migrations.AddField("round", "day", models.DateField(default=datetime.date.today)),
        migrations.AddField("round", "version", models.ForeignKey(
            null=True, on_delete=django.db.models.deletion.PROTECT, related_name="rounds", to="course.courseversion")),
        migrations.RunPython(snapshot, migrations.RunPython.noop),
        migrations.AlterField("round", "uuid", models.UUIDField(default=uuid.uuid4, editable=False)),
        migrations.AddConstraint("round", models.UniqueConstraint(fields=("owner", "uuid"), name="each_round_once")),
        migrations.AlterField("round", "plan", models.ForeignKey(
            null=True, on_delete=django.db.models.deletion.SET_NULL, related_name="rounds", to="plan.gameplan")),
        migrations.AlterModelOptions("round", options={"ordering": ("-pk",)}),
        migrations.AlterField("holerecord", "round", models.ForeignKey(
            on_delete=django.db.models.deletion.CASCADE, related_name="records", to="round.round")),
        migrations.CreateModel("RoundHole", [
            id_field(),
            ("position", models.PositiveIntegerField()), ("number", models.PositiveIntegerField()),
            ("tee", models.CharField(max_length=40)), ("pin", models.CharField(max_length=40)),
            ("par", models.PositiveIntegerField()), ("promised", models.JSONField(default=dict)),
            ("round", models.ForeignKey(on_delete=django.db.models.deletion.CASCADE, related_name="holes", to="round.round")),
        ], options={"ordering": ("position",)}),
        migrations.AddConstraint("roundhole", models.UniqueConstraint(fields=("round", "position"), name="one_record_a_place")),
        migrations.CreateModel("Event", [
            id_field(),
            ("uuid", models.UUIDField()), ("round_uuid", models.UUIDField(null=True, blank=True)),
            ("device", models.CharField(max_length=40)), ("running", models.PositiveIntegerField()),
            ("made_at", models.DateTimeField()), ("received_at", models.DateTimeField(auto_now_add=True)),
            ("what", models.CharField(max_length=16, choices=[(w, w) for w in (
                "throw", "provisional", "putt", "penalty", "correction", "pin changed", "score only", "hole finished", "note")])),
            ("position", models.PositiveIntegerField(null=True, blank=True)), ("hole", models.PositiveIntegerField(null=True, blank=True)),
            ("tee", text(40)), ("pin", text(40)), ("throw_no", models.PositiveIntegerField(null=True, blank=True)),
            ("corrects", models.UUIDField(null=True, blank=True)), ("becomes", text(16)), ("disc_id", models.UUIDField(null=True, blank=True)),
            ("disc", text(60)), ("disc_numbers", text(24)), ("throw", text(4)), ("kind", text(16)),
            *[(name, models.FloatField(null=True, blank=True)) for name in (
                "power_pct", "hyzer_deg", "nose_deg", "launch_deg", "aim_bearing_deg", "lie_lon", "lie_lat", "lie_to_go_m",
                "rest_lon", "rest_lat", "intended_m", "rest_m", "rest_left_m", "to_go_m")],
            ("surface", text(16)), ("stance", text(8)),
            ("wind_m_s", models.FloatField(null=True, blank=True)), ("wind_from_deg", models.FloatField(null=True, blank=True)), ("wind_source", text(80)),
            ("fault", models.CharField(max_length=16, blank=True, choices=[(f, f) for f in FAULTS])),
            ("penalty", models.CharField(max_length=20, blank=True, choices=[(p, p) for p in (
                "out of bounds", "hazard", "lost disc", "missed mandatory", "relief", "other")])),
            ("penalties", models.PositiveIntegerField(default=0)),
            ("putt", models.CharField(max_length=6, blank=True, choices=[("made", "made"), ("missed", "missed")])),
            ("score", models.PositiveIntegerField(null=True, blank=True)),
            ("planned", models.TextField(blank=True)), ("promised", models.TextField(blank=True)), ("note", text(500)),
            ("owner", models.ForeignKey(on_delete=django.db.models.deletion.CASCADE, related_name="events", to="accounts.player")),
        ], options={"ordering": ("pk",)}),
        migrations.AddConstraint("event", models.UniqueConstraint(fields=("owner", "uuid"), name="each_event_once")),
        migrations.AddIndex("event", models.Index(fields=["owner", "round_uuid", "position"], name="events_of_a_hole")),
        migrations.AddIndex("event", models.Index(fields=["owner", "disc_id"], name="events_of_a_disc")),
        migrations.RunPython(tell_as_events, migrations.RunPython.noop),
        migrations.DeleteModel("ThrowRecord"),
        migrations.DeleteModel("HoleRecord"),
    ]
