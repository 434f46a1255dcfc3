"""All records of a job in one table. Numbers stay unique: each kind's are moved up by the greatest of those before it;
loads come first, so only what follows a member has to be told its new number. The journal is told as well.
"""

import hashlib
import json

import django.db.models.deletion
import django.utils.timezone
from django.conf import settings
from django.db import migrations, models

from yorvek.core.jobs import JobState
from yorvek.core.records.digest import digest_of
from yorvek.core.records.upgrades import upgraded

PLAIN = ("load", "member", "dimension", "structure", "plate", "joint", "profile", "part", "kept plan")
SAID = ("note", "comment", "signature", "release", "cut bar")
MODELS = {
    "load": "Load", "member": "Member", "dimension": "Dimension", "structure": "Structure", "plate": "Plate",
    "joint": "FreeJoint", "profile": "Profile", "part": "Part", "kept plan": "KeptPlan", "note": "Note",
    "comment": "Comment", "signature": "Signature", "release": "Release", "cut bar": "CutBar",
}  # fmt: skip
SINCE = {
    "dimensions": {"__all__": {"cut_anyway"}},
    "job": {
        "machines": {"welders", "mark_s"}, "processes": {"__all__": {"feed_mm_min", "pierce_s"}}, "going_on": True,
        "bends_tried": True, "fits": True,
    },
    "parts": {
        "__all__": {"features": True, "hand": True, "jig": True, "shape": {
            "left_shape": {"offset"}, "right_shape": {"offset"}, "first_leg": True, "bends": True, "measured": True,
            "neutral": True,
        }},
    },
    "sheets_cut": True, "assemblies": True, "load_tests": True,
}
"""Fields that specs have had since: the digest of then knew nothing of them. A new field of a spec is added here."""
LISTS = {
    "dimensions": "Dimension", "loads": "Load", "members": "Member", "structures": "Structure", "plates": "Plate",
    "joints": "FreeJoint", "profiles": "Profile", "parts": "Part",
}  # fmt: skip


def as_it_is_read(job, lists):
    """The job in the shape in which it is read now: that is what a signature is held against."""
    return JobState.model_validate({"number": job.pk, "job": upgraded("job", job.data, 1), **lists})


def signed_anew(apps, schema_editor):
    """A signature that stands is put under the digest that knows no numbers; one that fell stays fallen."""
    Signature = apps.get_model("jobs", "Signature")
    for job in apps.get_model("jobs", "Job").objects.filter(pk__in=Signature.objects.values("job")):
        lists = {
            plural: {r.pk: r.data for r in apps.get_model("jobs", name).objects.filter(job=job)}
            for plural, name in LISTS.items()
        }
        try:
            state = JobState.model_validate({"number": job.pk, "job": job.data, **lists})
        except ValueError:
            continue  # it cannot be read, so nothing can stand under it
        was = hashlib.sha256(state.model_dump_json(exclude=SINCE).encode()).hexdigest()
        for row in Signature.objects.filter(job=job):
            if row.data["digest"] == was:
                row.data["digest"] = digest_of(as_it_is_read(job, lists))
                row.save()


def moved(apps, schema_editor):
    """Every row into the one table, and the journal's numbers after them."""
    Change = apps.get_model("journal", "RowChange")
    offset, offsets = 0, {}
    with schema_editor.connection.cursor() as cursor:
        for kind in PLAIN + SAID:
            table = apps.get_model("jobs", MODELS[kind])._meta.db_table
            offsets[kind] = offset
            who = "author_id, at" if kind in SAID else "NULL, NOW(6)"
            cursor.execute(
                "INSERT INTO jobs_jobrecord (id, `version`, `schema`, data, kind_name, job_id, author_id, at) "
                f"SELECT id + %s, `version`, 1, data, %s, job_id, {who} FROM {table}",
                [offset, kind],
            )
            if offset:
                cursor.execute(
                    "UPDATE journal_rowchange SET row_id = row_id + %s WHERE `table` = %s", [offset, kind]
                )
            cursor.execute(f"SELECT COALESCE(MAX(id), 0) FROM {table}")
            newest = cursor.fetchone()[0]
            # a number that the journal knows of a row long gone is taken as well
            cursor.execute(
                "SELECT COALESCE(MAX(row_id), 0) FROM journal_rowchange WHERE `table` = %s", [kind]
            )
            offset = max(offset + newest, cursor.fetchone()[0])
        cursor.execute(f"ALTER TABLE jobs_jobrecord AUTO_INCREMENT = {offset + 1}")
        cursor.execute("SELECT id, data FROM jobs_jobrecord WHERE kind_name = 'part'")
        for number, text in cursor.fetchall():
            data = told(json.loads(text), offsets["member"])
            cursor.execute("UPDATE jobs_jobrecord SET data = %s WHERE id = %s", [json.dumps(data), number])
    for change in Change.objects.filter(table="part"):
        for side in (change.before, change.after):
            if side:
                told(side["data"], offsets["member"])
        change.save()


def told(part, offset):
    """A part that follows a member, told that member's new number."""
    shape = part.get("shape", {})
    if shape.get("member_id") is not None:
        shape["member_id"] += offset
    return part


def proxy(name):
    return migrations.CreateModel(
        name=name, fields=[], bases=("jobs.jobrecord",), options={"proxy": True, "indexes": [], "constraints": []}
    )


class Migration(migrations.Migration):
    dependencies = [
        migrations.swappable_dependency(settings.AUTH_USER_MODEL),
        ("jobs", "0006_free_joints"),
        ("journal", "0001_initial"),
    ]
    operations = [
        migrations.AddField("job", "schema", models.PositiveSmallIntegerField(default=1)),
        migrations.CreateModel(
            name="JobRecord",
            fields=[
                ("id", models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name="ID")),
                ("version", models.PositiveIntegerField(default=1)),
                ("schema", models.PositiveSmallIntegerField(default=1)),
                ("data", models.JSONField()),
                ("kind_name", models.CharField(max_length=20)),
                ("at", models.DateTimeField(default=django.utils.timezone.now)),
                ("author", models.ForeignKey(
                    null=True, on_delete=django.db.models.deletion.SET_NULL, to=settings.AUTH_USER_MODEL
                )),
                ("job", models.ForeignKey(on_delete=django.db.models.deletion.CASCADE, to="jobs.job")),
            ],
            options={
                "ordering": ["id"],
                "indexes": [models.Index(fields=["job", "kind_name"], name="jobs_record_of_kind")],
            },
        ),
        migrations.RunPython(signed_anew),
        migrations.RunPython(moved),
        *[migrations.DeleteModel(name) for name in MODELS.values()],
        *[proxy(name) for name in MODELS.values()],
    ]  # fmt: skip
