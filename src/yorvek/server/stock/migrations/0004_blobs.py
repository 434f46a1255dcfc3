"""Pictures out of the text of records and of the journal, each once under its hash."""

import base64
import hashlib

from django.db import migrations, models


def moved(apps, schema_editor):
    """Every picture that stands in a row, or in what the journal says of one."""
    blobs = apps.get_model("stock", "Blob").objects

    def without(data):
        content = base64.b64decode(data["jpeg"])
        mark = hashlib.sha256(content).hexdigest()
        blobs.update_or_create(sha256=mark, defaults={"content": content})
        return {**{k: v for k, v in data.items() if k != "jpeg"}, "sha256": mark}

    for photo in apps.get_model("stock", "Photo").objects.iterator(chunk_size=20):
        if "jpeg" in photo.data:
            photo.data = without(photo.data)
            photo.save()
    changes = apps.get_model("journal", "RowChange").objects.filter(table="photo")
    for change in changes.iterator(chunk_size=20):
        for side in (change.before, change.after):
            if side is not None and "jpeg" in side["data"]:
                side["data"] = without(side["data"])
        change.save()


class Migration(migrations.Migration):
    dependencies = [("stock", "0003_schema"), ("journal", "0002_asked_once")]

    operations = [
        migrations.CreateModel(
            name="Blob",
            fields=[
                ("sha256", models.CharField(max_length=64, primary_key=True, serialize=False)),
                ("content", models.BinaryField()),
            ],
        ),
        migrations.RunPython(moved, migrations.RunPython.noop),
    ]
