"""Wrong passwords are counted here."""

from django.db import migrations, models


class Migration(migrations.Migration):
    dependencies = [("accounts", "0001_initial")]
    operations = [
        migrations.CreateModel(
            name="Failure",
            fields=[
                ("id", models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name="ID")),
                ("bucket", models.CharField(db_index=True, max_length=200)),
                ("at", models.DateTimeField(db_index=True)),
            ],
        ),
    ]
