"""The shape a row was written in."""

from django.db import migrations, models


class Migration(migrations.Migration):
    dependencies = [("stock", "0002_photos")]
    operations = [
        migrations.AddField(name, "schema", models.PositiveSmallIntegerField(default=1))
        for name in ("stockitem", "photo")
    ]
