"""What is asked twice with one key is done once; what was undone can be done again."""

from django.conf import settings
from django.db import migrations, models

WAYS = [("done", "Done"), ("undone", "Undone"), ("again", "Again")]


def told(apps, schema_editor):
    """Edits that undo others, as they stand."""
    apps.get_model("journal", "Edit").objects.filter(undoes__isnull=False).update(way="undone")


class Migration(migrations.Migration):
    dependencies = [migrations.swappable_dependency(settings.AUTH_USER_MODEL), ("journal", "0001_initial")]
    operations = [
        migrations.AddField("edit", "key", models.CharField(max_length=80, null=True)),
        migrations.AddField("edit", "way", models.CharField(max_length=6, choices=WAYS, default="done")),
        migrations.AddConstraint("edit", models.UniqueConstraint(fields=["user", "key"], name="journal_asked_once")),
        migrations.RunPython(told, migrations.RunPython.noop),
    ]
