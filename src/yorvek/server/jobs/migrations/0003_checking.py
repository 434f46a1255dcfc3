"""Comments, signatures and releases."""

import django.db.models.deletion
from django.conf import settings
from django.db import migrations, models


def record(name):
    return migrations.CreateModel(
        name=name,
        fields=[
            ("id", models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name="ID")),
            ("version", models.PositiveIntegerField(default=1)),
            ("data", models.JSONField()),
            ("at", models.DateTimeField(auto_now_add=True)),
            ("author", models.ForeignKey(null=True, on_delete=django.db.models.deletion.SET_NULL, to=settings.AUTH_USER_MODEL)),
            ("job", models.ForeignKey(on_delete=django.db.models.deletion.CASCADE, to="jobs.job")),
        ],
        options={"ordering": ["id"], "abstract": False},
    )


class Migration(migrations.Migration):
    dependencies = [migrations.swappable_dependency(settings.AUTH_USER_MODEL), ("jobs", "0002_structures")]
    operations = [record("Comment"), record("Signature"), record("Release")]
