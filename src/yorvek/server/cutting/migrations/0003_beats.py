"""Workers say that they live."""

from django.db import migrations, models


class Migration(migrations.Migration):
    dependencies = [("cutting", "0002_variants")]
    operations = [
        migrations.CreateModel(
            name="Beat",
            fields=[
                ("id", models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name="ID")),
                ("name", models.CharField(max_length=80, unique=True)),
                ("at", models.DateTimeField(db_index=True)),
            ],
        ),
    ]
